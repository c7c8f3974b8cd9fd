import ScrollText from 'lucide-react-native/icons/scroll-text';
import { ChequeForm } from './ChequeForm';
import type { FormProps, TenderDesk } from './desk';

const Form = ({ tender, leftMinor, busy, take }: FormProps) => (
  <ChequeForm
    key={`${tender.id} ${leftMinor}`}
    name={tender.name}
    leftMinor={leftMinor}
    busy={busy}
    onTake={(taken) => take({ kind: 'cheque', tenderId: tender.id, ...taken })}
  />
);

export const CHEQUE: TenderDesk<'cheque'> = {
  icon: ScrollText,
  pays: { Form, taken: ({ cheque }) => ` ${cheque.number}` },
  givesBack: {
    label: (t) => t('refund.owedCheque'),
    refund: ({ saleTenderId }, base) => ({
      ...base,
      kind: 'cheque',
      saleTenderId: saleTenderId!,
    }),
  },
  receipt: ({ amountMinor, cheque, name }, { t, day }) =>
    amountMinor < 0 || !cheque
      ? null
      : t('sales.cheque', { name, ...cheque, dated: day(cheque.dated) }),
};
