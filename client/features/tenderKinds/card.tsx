import { holdsCardNumber } from '@abacist/core/cards';
import CreditCard from 'lucide-react-native/icons/credit-card';
import { useWords } from '~/i18n';
import { Field } from '~/ui/Field';
import { CardExtras } from './CardExtras';
import { CardForm } from './CardForm';
import type { BackFieldsProps, FormProps, TenderDesk } from './desk';

function Form({ tender, settings, leftMinor, busy, take }: FormProps) {
  return (
    <>
      <CardExtras settings={settings} isDebit={tender.isDebit} />
      <CardForm
        key={`${tender.id} ${leftMinor}`}
        tenderId={tender.id}
        name={tender.name}
        asks={tender.asks}
        leftMinor={leftMinor}
        busy={busy}
        onTake={(card) => take({ kind: 'card', tenderId: tender.id, ...card })}
      />
    </>
  );
}

function Fields({ draft, onChange }: BackFieldsProps) {
  const t = useWords();
  return (
    <Field
      label={t('refund.reference', { name: draft.name })}
      value={draft.reference}
      onChange={(reference) => onChange({ reference })}
      maxLength={40}
      error={holdsCardNumber(draft.reference) ? t('refusal.text_cardNumber') : undefined}
    />
  );
}

export const CARD: TenderDesk<'card'> = {
  icon: CreditCard,
  pays: { Form, taken: ({ lastFour }) => (lastFour ? ` ···· ${lastFour}` : '') },
  givesBack: {
    Fields,
    refund: ({ saleTenderId, reference }, base) => ({
      ...base,
      kind: 'card',
      saleTenderId: saleTenderId!,
      reference,
    }),
  },
  receipt: ({ amountMinor, lastFour, name }, { t }) =>
    amountMinor < 0 || !lastFour ? null : t('sales.card', { name, lastFour }),
};
