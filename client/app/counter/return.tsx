import { useLocalSearchParams } from '~/router';
import { ReturnScreen } from '~/screens';

export default function Return() {
  const { sale } = useLocalSearchParams<{ sale?: string }>();
  return <ReturnScreen saleId={sale === undefined ? null : Number(sale)} />;
}
