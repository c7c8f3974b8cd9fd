import { useLocalSearchParams } from 'expo-router';
import { PaymentScreen } from '~/features/accounts';

export default function Payment() {
  const { id, line } = useLocalSearchParams<{ id: string; line?: string }>();
  return <PaymentScreen key={id} id={Number(id)} lineId={line ? Number(line) : null} />;
}
