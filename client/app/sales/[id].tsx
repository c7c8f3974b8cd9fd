import { useLocalSearchParams } from '~/router';
import { SaleScreen } from '~/screens';

export default function Sale() {
  const { id, change } = useLocalSearchParams<{ id: string; change?: string }>();
  return (
    <SaleScreen id={Number(id)} changeMinor={change === undefined ? null : Number(change)} />
  );
}
