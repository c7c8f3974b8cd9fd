import { useLocalSearchParams } from '~/router';
import { MatchScreen } from '~/screens';

export default function Match() {
  const { account } = useLocalSearchParams<{ account?: string }>();
  return <MatchScreen bankAccountId={account === undefined ? null : Number(account)} />;
}
