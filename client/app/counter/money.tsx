import { useLocalSearchParams } from '~/router';
import { MoneyScreen } from '~/screens';

type Params = {
  kind?: string;
  drawer?: string;
  session?: string;
  date?: string;
  party?: string;
};

export default function Money() {
  const { kind, drawer, session, date, party } = useLocalSearchParams<Params>();
  const counted =
    drawer && session && date
      ? { drawerId: Number(drawer), sessionId: Number(session), date }
      : null;
  return <MoneyScreen kind={kind ?? null} party={party ?? null} counted={counted} />;
}
