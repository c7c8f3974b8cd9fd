import { useLocalSearchParams } from 'expo-router';
import { AccountScreen } from '~/features/accounts';

export default function Account() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <AccountScreen key={id} id={Number(id)} />;
}
