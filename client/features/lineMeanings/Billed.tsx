import type { BillFees, ProcessorsView } from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useAmountError } from '~/i18n/useAmountError';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';
import { WholeLine } from './WholeLine';

/** What a processor billed for a month, and debited: it clears what was accrued. */
export function Billed({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const processors = useQuery({
    queryKey: ['processors'],
    queryFn: () => request<ProcessorsView>('GET', '/processors'),
  });
  return (
    <Dialog open title={t('trail.is_feeBill')} onClose={onClose}>
      <WholeLine line={line} />
      <Query of={processors}>
        {(known) => {
          // It debits the account that it pays to.
          const bill = known.processors.filter(
            ({ billsFees, bankAccountId }) =>
              billsFees && bankAccountId === line.bankAccountId,
          );
          return bill.length === 0 ? (
            <Body>{t('trail.nobodyBills')}</Body>
          ) : (
            <Ask {...{ line, onClose }} processors={bill} />
          );
        }}
      </Query>
    </Dialog>
  );
}

const MONTHS = 4;

function Ask({
  line,
  processors,
  onClose,
}: MeaningDialog & Pick<ProcessorsView, 'processors'>) {
  const t = useWords();
  const dates = useDates();
  const { currency } = useShop();
  const wrong = useAmountError();
  const [processorId, setProcessorId] = useState(processors[0]!.id);
  const [month, setMonth] = useState(monthsUpTo(line.date)[1]!);
  const [reference, setReference] = useState(line.text.slice(0, 40));
  const [tax, setTax] = useState('');
  const send = useCommand<BillFees, object>(`/processors/${processorId}/bills`, onClose);
  const wholeMinor = -line.amountMinor;
  const read = parseAmount(tax || '0', currency);
  const ready =
    read.ok &&
    read.value >= 0 &&
    read.value <= wholeMinor &&
    reference.trim() !== '' &&
    !send.isPending;
  const decide = () => {
    if (!ready) return;
    send.mutate({
      ...{ month, reference: reference.trim(), date: line.date, dueDate: line.date },
      ...{ feesMinor: wholeMinor - read.value, taxMinor: read.value, lineId: line.id },
    });
  };
  return (
    <>
      <Choice
        shown
        label={t('trail.disputedProcessor')}
        value={String(processorId)}
        options={processors.map(({ id, name }) => ({ value: String(id), label: name }))}
        onChange={(id) => setProcessorId(Number(id))}
      />
      <Select
        label={t('trail.billMonth')}
        value={month}
        options={monthsUpTo(line.date).map((one) => ({ value: one, label: dates.month(one) }))}
        onChange={setMonth}
      />
      <Field
        label={t('fees.reference')}
        value={reference}
        onChange={setReference}
        maxLength={40}
      />
      <Field
        label={t('trail.billTax')}
        value={tax}
        onChange={setTax}
        error={tax ? wrong(tax) : undefined}
        numeric
        onSubmit={decide}
      />
      <ErrorNote error={send.error} />
      <Decide
        label={t('trail.recordIt')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </>
  );
}

/** The month of a day and those before it, the newest first: `YYYY-MM`. */
function monthsUpTo(date: string): string[] {
  const [year, month] = date.split('-').map(Number) as [number, number];
  return Array.from({ length: MONTHS }, (_, back) => {
    const months = year * 12 + month - 1 - back;
    return `${Math.floor(months / 12)}-${String((months % 12) + 1).padStart(2, '0')}`;
  });
}
