import { useLocalSearchParams } from '~/router';
import { ProcessorScreen } from '~/screens';

export default function Processor() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ProcessorScreen key={id} id={id === 'new' ? null : Number(id)} />;
}
