import { useLocalSearchParams } from 'expo-router';
import { CountScreen } from '~/features/drawer';

export default function Count() {
  const { date, drawer } = useLocalSearchParams<{ date: string; drawer: string }>();
  return <CountScreen date={date} drawerId={Number(drawer)} />;
}
