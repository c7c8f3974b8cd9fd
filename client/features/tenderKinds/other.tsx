import Handshake from 'lucide-react-native/icons/handshake';
import type { FormProps, TenderDesk } from './desk';
import { OtherForm } from './OtherForm';

const Form = ({ tender, leftMinor, busy, take }: FormProps) => (
  <OtherForm
    key={`${tender.id} ${leftMinor}`}
    name={tender.name}
    asksReference={tender.asks.reference}
    leftMinor={leftMinor}
    busy={busy}
    onTake={(taken) => take({ kind: 'other', tenderId: tender.id, ...taken })}
  />
);

export const OTHER: TenderDesk<'other'> = {
  icon: Handshake,
  pays: { Form },
  givesBack: {
    refund: ({ saleTenderId }, base) => ({
      ...base,
      kind: 'other',
      saleTenderId: saleTenderId!,
    }),
  },
};
