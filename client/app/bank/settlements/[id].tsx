import { useLocalSearchParams } from '~/router';
import { SettlementScreen } from '~/screens';

export default function Settlement() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SettlementScreen key={id} id={Number(id)} />;
}
