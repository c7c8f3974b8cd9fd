import { useLocalSearchParams } from 'expo-router';
import { ItemScreen } from '~/features/items';

export default function Item() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ItemScreen key={id} id={id === 'new' ? null : Number(id)} />;
}
