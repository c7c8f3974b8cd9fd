import { useLocalSearchParams } from '~/router';
import { SlipScreen } from '~/screens';

export default function Slip() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SlipScreen key={id} id={Number(id)} />;
}
