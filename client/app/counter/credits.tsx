import { useLocalSearchParams } from '~/router';
import { CreditsScreen } from '~/screens';

export default function Credits() {
  const { number } = useLocalSearchParams<{ number?: string }>();
  return <CreditsScreen number={number === undefined ? null : Number(number)} />;
}
