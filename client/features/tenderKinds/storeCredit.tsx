import Ticket from 'lucide-react-native/icons/ticket';
import { CreditForm } from './CreditForm';
import type { FormProps, TenderDesk } from './desk';

const Form = ({ tender, leftMinor, busy, take }: FormProps) => (
  <CreditForm
    key={leftMinor}
    leftMinor={leftMinor}
    busy={busy}
    onTake={(credit) => take({ kind: 'storeCredit', tenderId: tender.id, ...credit })}
  />
);

export const STORE_CREDIT: TenderDesk<'storeCredit'> = {
  icon: Ticket,
  pays: { Form },
  givesBack: { refund: (_, base) => ({ ...base, kind: 'storeCredit' }) },
};
