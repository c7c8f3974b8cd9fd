import { useLocalSearchParams } from '~/router';
import { MoneyScreen } from '~/screens';

export default function Money() {
  const { kind } = useLocalSearchParams<{ kind?: string }>();
  return <MoneyScreen kind={kind ?? null} />;
}
