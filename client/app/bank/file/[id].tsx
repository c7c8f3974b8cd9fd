import { useLocalSearchParams } from '~/router';
import { SettlementFileScreen } from '~/screens';

export default function SettlementFile() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SettlementFileScreen key={id} processorId={Number(id)} />;
}
