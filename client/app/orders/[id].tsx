import { useLocalSearchParams } from '~/router';
import { OrderScreen } from '~/screens';

export default function Order() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <OrderScreen key={id} id={Number(id)} />;
}
