import { useLocalSearchParams } from '~/router';
import { BeadTrailScreen } from '~/screens';

export default function Trail() {
  const { date, bead, sale } = useLocalSearchParams<{
    date: string;
    bead: string;
    sale?: string;
  }>();
  return <BeadTrailScreen date={date} bead={bead} sale={sale} />;
}
