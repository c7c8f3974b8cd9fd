import { useLocalSearchParams } from '~/router';
import { StatementsScreen } from '~/screens';

export default function Statements() {
  const { account } = useLocalSearchParams<{ account?: string }>();
  return <StatementsScreen chargeAccountId={account ? Number(account) : null} />;
}
