import { useLocalSearchParams } from '~/router';
import { ItemScreen } from '~/screens';

export default function Item() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ItemScreen key={id} id={id === 'new' ? null : Number(id)} />;
}
