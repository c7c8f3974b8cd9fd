import { useLocalSearchParams } from 'expo-router';
import { SaleScreen } from '~/features/sales';

export default function Sale() {
  const { id, change } = useLocalSearchParams<{ id: string; change?: string }>();
  return (
    <SaleScreen id={Number(id)} changeMinor={change === undefined ? null : Number(change)} />
  );
}
