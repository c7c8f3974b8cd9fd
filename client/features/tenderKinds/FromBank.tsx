import { useWords } from '~/i18n';
import { Select } from '~/ui/Select';
import type { BackFieldsProps } from './desk';

/** From which of our bank accounts it leaves, where there are several. */
export function FromBank({ draft, settings, onChange }: Omit<BackFieldsProps, 'errorAt'>) {
  const t = useWords();
  if (settings.bankAccounts.length < 2) return null;
  return (
    <Select
      label={t('refund.bankAccount')}
      value={String(draft.bankAccountId)}
      options={settings.bankAccounts.map(({ id, name: label }) => ({
        value: String(id),
        label,
      }))}
      onChange={(id) => onChange({ bankAccountId: Number(id) })}
    />
  );
}
