import type { BillFees } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount } from '@abacist/core/money';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';

/** A bill that came on paper. */
export function BillForm({
  id,
  month,
  onClose,
}: {
  id: number;
  month: string;
  onClose: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const { today, currency } = useShop();
  const word = useRefusalText();
  const [reference, setReference] = useState('');
  const [fees, setFees] = useState('');
  const [tax, setTax] = useState('');
  const [dueDate, setDueDate] = useState(today);
  const send = useCommand<BillFees, object>(`/processors/${id}/bills`, onClose);
  const [feesRead, taxRead] = [fees, tax].map((text) => parseAmount(text || '0', currency));
  const wrong = (read: NonNullable<typeof feesRead>) =>
    read.ok ? undefined : word(read.refusals[0]!);
  const ready =
    reference.trim() !== '' &&
    feesRead!.ok &&
    taxRead!.ok &&
    isIsoDate(dueDate) &&
    !send.isPending;
  const decide = () => {
    if (!ready || !feesRead!.ok || !taxRead!.ok) return;
    send.mutate({
      ...{ month, reference: reference.trim(), date: today, dueDate },
      ...{ feesMinor: feesRead!.value, taxMinor: taxRead!.value },
    });
  };
  return (
    <Dialog open title={t('fees.billTitle', { month: dates.month(month) })} onClose={onClose}>
      <Column gap="$3">
        <Field
          label={t('fees.reference')}
          value={reference}
          onChange={setReference}
          maxLength={40}
          autoFocus
        />
        <Field
          label={t('fees.billFees')}
          value={fees}
          onChange={setFees}
          numeric
          error={wrong(feesRead!)}
        />
        <Field
          label={t('fees.tax')}
          value={tax}
          onChange={setTax}
          numeric
          error={wrong(taxRead!)}
          onSubmit={decide}
        />
        <DateField label={t('fees.dueDate')} value={dueDate} onChange={setDueDate} />
      </Column>
      <ErrorNote error={send.error} />
      <Decide
        label={t('fees.keepBill')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </Dialog>
  );
}
