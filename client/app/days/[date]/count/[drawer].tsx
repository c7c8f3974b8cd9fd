import { useLocalSearchParams } from '~/router';
import { CountScreen } from '~/screens';

export default function Count() {
  const { date, drawer } = useLocalSearchParams<{ date: string; drawer: string }>();
  return <CountScreen date={date} drawerId={Number(drawer)} />;
}
