import { useLocalSearchParams } from 'expo-router';
import { NewAccountScreen } from '~/features/accounts';

export default function NewAccount() {
  const { customer } = useLocalSearchParams<{ customer?: string }>();
  return <NewAccountScreen customerId={customer ? Number(customer) : null} />;
}
