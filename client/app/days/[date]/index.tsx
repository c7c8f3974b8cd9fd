import { useLocalSearchParams } from 'expo-router';
import { DayScreen } from '~/features/days';

export default function Day() {
  const { date } = useLocalSearchParams<{ date: string }>();
  return <DayScreen date={date} />;
}
