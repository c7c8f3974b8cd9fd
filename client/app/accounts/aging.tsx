import { useLocalSearchParams } from '~/router';
import { AgingScreen } from '~/screens';

export default function Aging() {
  const { at, account } = useLocalSearchParams<{ at?: string; account?: string }>();
  return <AgingScreen {...(at && { at })} {...(account && { account: Number(account) })} />;
}
