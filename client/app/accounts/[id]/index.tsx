import { useLocalSearchParams } from '~/router';
import { AccountScreen } from '~/screens';

export default function Account() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <AccountScreen key={id} id={Number(id)} />;
}
