import { extraRoomOf } from '@abacist/core/sales';
import NotebookPen from 'lucide-react-native/icons/notebook-pen';
import type { FormProps, TenderDesk } from './desk';
import { OnAccountForm } from './OnAccountForm';

const Form = ({ tender, leftMinor, busy, take }: FormProps) => (
  <OnAccountForm
    key={leftMinor}
    leftMinor={leftMinor}
    busy={busy}
    onTake={(taken) => take({ kind: 'onAccount', tenderId: tender.id, ...taken })}
  />
);

export const ON_ACCOUNT: TenderDesk<'onAccount'> = {
  icon: NotebookPen,
  pays: {
    Form,
    // No account is paid by an account.
    fits: ({ extras }) => !extras.some(({ kind }) => extraRoomOf(kind).ofAccount),
  },
  givesBack: {
    refund: ({ saleTenderId }, base) => ({
      ...base,
      kind: 'onAccount',
      saleTenderId: saleTenderId!,
    }),
  },
  receipt: ({ charge }, { t }) => charge && t('onAccount.charged', { name: charge.name }),
};
