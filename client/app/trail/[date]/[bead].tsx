import { useLocalSearchParams } from 'expo-router';
import { BeadTrailScreen } from '~/features/trail';

export default function Trail() {
  const { date, bead } = useLocalSearchParams<{ date: string; bead: string }>();
  return <BeadTrailScreen date={date} bead={bead} />;
}
