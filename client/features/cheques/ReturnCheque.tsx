import type { ChequeAtBank, ReturnCheque, ReturnedAnswer } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** The statement line that shows that a cheque came back. */
export type ShownBy = { id: number; date: string };

/** A cheque that the bank returned: when, why, and what the customer is charged for it. */
export function ReturnChequeDialog({
  cheque,
  feeMinor,
  line,
  onClose,
}: {
  cheque: ChequeAtBank;
  feeMinor: number;
  line?: ShownBy;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency, today } = useShop();
  const [date, setDate] = useState(line?.date ?? today);
  const [fee, setFee] = useState(cheque.onAccount ? toDecimal(feeMinor, currency) : '');
  const [reason, setReason] = useState('');
  const amount = parseAmount(fee.trim() || '0', currency);
  const keep = useCommand<ReturnCheque, ReturnedAnswer>(
    `/cheques/${cheque.id}/return`,
    onClose,
  );
  const dated = isIsoDate(date) && date <= today;
  const ready =
    dated && amount.ok && amount.value >= 0 && reason.trim().length >= 3 && !keep.isPending;
  const send = () => {
    if (!ready) return;
    keep.mutate({
      date,
      feeMinor: amount.value,
      reason: reason.trim(),
      ...(line && { lineId: line.id }),
    });
  };
  return (
    <Dialog open title={t('cheques.title', { number: cheque.number })} onClose={onClose}>
      <Body>
        {t(cheque.onAccount ? 'cheques.textAccount' : 'cheques.textWalkIn', {
          amount: money(cheque.amountMinor),
          name: cheque.drawnBy,
          ticket: cheque.ticket,
        })}
      </Body>
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <DateField
            label={t('cheques.date')}
            value={date}
            onChange={setDate}
            error={date > today ? t('refusal.date_tooFarAhead', { text: date }) : undefined}
            onSubmit={send}
          />
        </Column>
        {cheque.onAccount ? (
          <Column flex={1}>
            <Field
              label={t('cheques.fee')}
              value={fee}
              onChange={setFee}
              numeric
              error={amount.ok ? undefined : word(amount.refusals[0]!)}
              onSubmit={send}
            />
          </Column>
        ) : null}
      </Line>
      <Field
        label={t('cheques.reason')}
        value={reason}
        onChange={setReason}
        maxLength={200}
        autoFocus
        onSubmit={send}
      />
      <ErrorNote error={keep.error} />
      <Decide label={t('cheques.keep')} disabled={!ready} onDecide={send} onCancel={onClose} />
    </Dialog>
  );
}
