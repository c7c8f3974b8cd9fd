import { useLocalSearchParams } from '~/router';
import { VouchersScreen } from '~/screens';

export default function Vouchers() {
  const { id } = useLocalSearchParams<{ id?: string }>();
  return <VouchersScreen id={id === undefined ? null : Number(id)} />;
}
