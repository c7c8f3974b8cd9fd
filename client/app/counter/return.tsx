import { useLocalSearchParams } from 'expo-router';
import { ReturnScreen } from '~/features/counter';

export default function Return() {
  const { sale } = useLocalSearchParams<{ sale?: string }>();
  return <ReturnScreen saleId={sale === undefined ? null : Number(sale)} />;
}
