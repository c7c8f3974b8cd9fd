import { useLocalSearchParams } from '~/router';
import { MoneyScreen } from '~/screens';

type Params = {
  kind?: string;
  drawer?: string;
  session?: string;
  date?: string;
  party?: string;
  line?: string;
  account?: string;
  amount?: string;
};

export default function Money() {
  const { kind, drawer, session, date, party, line, account, amount } =
    useLocalSearchParams<Params>();
  return (
    <MoneyScreen
      kind={kind ?? null}
      drawerId={drawer === undefined ? null : Number(drawer)}
      party={party ?? null}
      account={account ?? null}
      amountMinor={amount && /^\d{1,12}$/.test(amount) ? Number(amount) : null}
      lineId={line === undefined ? null : Number(line)}
      counted={session && date ? { sessionId: Number(session), date } : null}
    />
  );
}
