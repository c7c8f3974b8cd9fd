import { useLocalSearchParams } from 'expo-router';
import { VouchersScreen } from '~/features/credits';

export default function Vouchers() {
  const { id } = useLocalSearchParams<{ id?: string }>();
  return <VouchersScreen id={id === undefined ? null : Number(id)} />;
}
