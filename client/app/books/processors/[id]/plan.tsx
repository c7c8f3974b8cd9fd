import { useLocalSearchParams } from '~/router';
import { FeePlanScreen } from '~/screens';

export default function FeePlan() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <FeePlanScreen key={id} id={Number(id)} />;
}
