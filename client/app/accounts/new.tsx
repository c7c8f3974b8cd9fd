import { useLocalSearchParams } from '~/router';
import { NewAccountScreen } from '~/screens';

export default function NewAccount() {
  const { customer } = useLocalSearchParams<{ customer?: string }>();
  return <NewAccountScreen customerId={customer ? Number(customer) : null} />;
}
