import { useLocalSearchParams } from '~/router';
import { PaymentScreen } from '~/screens';

export default function Payment() {
  const { id, line } = useLocalSearchParams<{ id: string; line?: string }>();
  return <PaymentScreen key={id} id={Number(id)} lineId={line ? Number(line) : null} />;
}
