import { useLocalSearchParams } from '~/router';
import { DayScreen } from '~/screens';

export default function Day() {
  const { date } = useLocalSearchParams<{ date: string }>();
  return <DayScreen date={date} />;
}
