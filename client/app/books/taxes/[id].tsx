import { useLocalSearchParams } from '~/router';
import { TaxCodeScreen } from '~/screens';

export default function TaxCode() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TaxCodeScreen key={id} id={id === 'new' ? null : Number(id)} />;
}
