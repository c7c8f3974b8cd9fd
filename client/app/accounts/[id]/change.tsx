import { useLocalSearchParams } from '~/router';
import { ChangeAccountScreen } from '~/screens';

export default function ChangeAccount() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ChangeAccountScreen key={id} id={Number(id)} />;
}
