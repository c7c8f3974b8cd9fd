import { useLocalSearchParams } from 'expo-router';
import { CreditsScreen } from '~/features/credits';

export default function Credits() {
  const { number } = useLocalSearchParams<{ number?: string }>();
  return <CreditsScreen number={number === undefined ? null : Number(number)} />;
}
