import { useLocalSearchParams } from '~/router';
import { LineTrailScreen } from '~/screens';

export default function Line() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LineTrailScreen id={Number(id)} />;
}
