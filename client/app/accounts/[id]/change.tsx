import { useLocalSearchParams } from 'expo-router';
import { ChangeAccountScreen } from '~/features/accounts';

export default function ChangeAccount() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ChangeAccountScreen key={id} id={Number(id)} />;
}
