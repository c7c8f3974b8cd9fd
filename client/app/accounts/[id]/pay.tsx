import { useLocalSearchParams } from 'expo-router';
import { PaymentScreen } from '~/features/accounts';

export default function Payment() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <PaymentScreen key={id} id={Number(id)} />;
}
