import { useLocalSearchParams } from '~/router';
import { FeesScreen } from '~/screens';

export default function Fees() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <FeesScreen key={id} id={Number(id)} />;
}
