import { useLocalSearchParams } from '~/router';
import { ReturnScreen } from '~/screens';

export default function Return() {
  const { sale, find } = useLocalSearchParams<{ sale?: string; find?: string }>();
  return <ReturnScreen saleId={sale === undefined ? null : Number(sale)} find={find ?? ''} />;
}
