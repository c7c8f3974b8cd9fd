import { useLocalSearchParams } from '~/router';
import { DisputeScreen } from '~/screens';

export default function Dispute() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <DisputeScreen key={id} id={Number(id)} />;
}
