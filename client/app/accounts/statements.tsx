import { useLocalSearchParams } from 'expo-router';
import { StatementsScreen } from '~/features/accounts';

export default function Statements() {
  const { account } = useLocalSearchParams<{ account?: string }>();
  return <StatementsScreen chargeAccountId={account ? Number(account) : null} />;
}
