import { useLocalSearchParams } from 'expo-router';
import { LineTrailScreen } from '~/features/trail';

export default function Line() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LineTrailScreen id={Number(id)} />;
}
