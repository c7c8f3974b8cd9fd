import Banknote from 'lucide-react-native/icons/banknote';
import { useShop } from '~/api/session';
import { CashForm } from './CashForm';
import type { FormProps, TenderDesk } from './desk';

function Form({ tender, cashMinor, take }: FormProps) {
  const { currency, cashStepMinor } = useShop();
  return (
    <CashForm
      key={cashMinor}
      cashMinor={cashMinor}
      currency={currency}
      stepMinor={cashStepMinor}
      onTake={(tenderedMinor) => take({ kind: 'cash', tenderId: tender.id, tenderedMinor })}
    />
  );
}

export const CASH: TenderDesk<'cash'> = {
  icon: Banknote,
  pays: {
    Form,
    rest: ({ id }, cashMinor) => ({ kind: 'cash', tenderId: id, tenderedMinor: cashMinor }),
  },
  givesBack: { refund: (_, base) => ({ ...base, kind: 'cash' }) },
  receipt: ({ amountMinor, name }, { t }) =>
    amountMinor < 0 ? null : t('sales.cashTendered', { name }),
};
