import { Redirect, useLocalSearchParams } from '~/router';
import { BankScreen } from '~/screens';

export default function Bank() {
  const { lane } = useLocalSearchParams<{ lane: string }>();
  if (lane !== 'safe' && lane !== 'cards' && lane !== 'statement') {
    return <Redirect href={'/bank' as never} />;
  }
  return <BankScreen lane={lane} />;
}
