import { useLocalSearchParams } from '~/router';
import { ReconcileScreen } from '~/screens';

export default function Reconcile() {
  const { account, date } = useLocalSearchParams<{ account?: string; date?: string }>();
  return (
    <ReconcileScreen
      bankAccountId={account === undefined ? null : Number(account)}
      asOf={date ?? null}
    />
  );
}
