import { holdsCardNumber } from '@abacist/core/cards';
import Landmark from 'lucide-react-native/icons/landmark';
import { useWords } from '~/i18n';
import { Field } from '~/ui/Field';
import type { BackFieldsProps, FormProps, TenderDesk } from './desk';
import { FromBank } from './FromBank';
import { TransferForm } from './TransferForm';

const Form = ({ tender, settings, leftMinor, busy, take }: FormProps) => (
  <TransferForm
    key={`${tender.id} ${leftMinor}`}
    name={tender.name}
    bankAccounts={settings.bankAccounts}
    leftMinor={leftMinor}
    busy={busy}
    onTake={(taken) => take({ kind: 'transfer', tenderId: tender.id, ...taken })}
  />
);

function Fields({ draft, settings, onChange }: BackFieldsProps) {
  const t = useWords();
  return (
    <>
      <Field
        label={t('refund.transferReference')}
        value={draft.reference}
        onChange={(reference) => onChange({ reference })}
        maxLength={40}
        error={holdsCardNumber(draft.reference) ? t('refusal.text_cardNumber') : undefined}
      />
      <FromBank draft={draft} settings={settings} onChange={onChange} />
    </>
  );
}

export const TRANSFER: TenderDesk<'transfer'> = {
  icon: Landmark,
  pays: { Form, first: ({ statementLine }) => statementLine !== null },
  givesBack: {
    Fields,
    refund: ({ saleTenderId, bankAccountId, reference }, base) => ({
      ...base,
      kind: 'transfer',
      saleTenderId: saleTenderId!,
      bankAccountId,
      reference: reference.trim(),
    }),
  },
  receipt: ({ name, reference }, { t }) =>
    reference ? t('sales.transfer', { name, reference }) : null,
};
