import PenLine from 'lucide-react-native/icons/pen-line';
import { useWords } from '~/i18n';
import { Field } from '~/ui/Field';
import type { BackFieldsProps, TenderDesk } from './desk';
import { FromBank } from './FromBank';

function Fields({ draft, settings, errorAt, onChange }: BackFieldsProps) {
  const t = useWords();
  return (
    <>
      <Field
        label={t('refund.chequeNumber')}
        value={draft.number}
        onChange={(number) => onChange({ number })}
        maxLength={12}
        numeric
        error={errorAt('cheque.number')}
      />
      <Field
        label={t('refund.payee')}
        value={draft.payee}
        onChange={(payee) => onChange({ payee })}
        maxLength={120}
        error={errorAt('cheque.payee')}
      />
      <FromBank draft={draft} settings={settings} onChange={onChange} />
    </>
  );
}

/** The shop's own cheque: it is only given. */
export const OWN_CHEQUE: TenderDesk<'ownCheque'> = {
  icon: PenLine,
  pays: null,
  givesBack: {
    Fields,
    refund: ({ number, payee, bankAccountId }, base) => ({
      ...base,
      kind: 'ownCheque',
      cheque: { bankAccountId, number: number.trim(), payee: payee.trim() },
    }),
  },
  receipt: ({ ownCheque, name }, { t }) =>
    ownCheque && t('sales.ownCheque', { name, ...ownCheque }),
};
