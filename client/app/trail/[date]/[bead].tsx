import { useLocalSearchParams } from 'expo-router';
import { BeadTrailScreen } from '~/features/trail';

export default function Trail() {
  const { date, bead, sale } = useLocalSearchParams<{
    date: string;
    bead: string;
    sale?: string;
  }>();
  return <BeadTrailScreen date={date} bead={bead} sale={sale} />;
}
