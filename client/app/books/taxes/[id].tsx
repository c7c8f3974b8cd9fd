import { useLocalSearchParams } from 'expo-router';
import { TaxCodeScreen } from '~/features/taxes';

export default function TaxCode() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TaxCodeScreen key={id} id={id === 'new' ? null : Number(id)} />;
}
