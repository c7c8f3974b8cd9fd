import type { CounterSettings } from '@abacist/contracts';
import { holdsCardNumber } from '@abacist/core/cards';
import { useState } from 'react';
import { useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import { useAmount } from './useAmount';

type Taken = {
  amountMinor: number;
  bankAccountId: number;
  reference: string;
  lineId?: number;
};

/** A bank transfer: where it comes to and what the customer wrote on it, or the line that shows it. */
export function TransferForm({
  name,
  bankAccounts,
  leftMinor,
  busy,
  onTake,
}: {
  name: string;
  bankAccounts: CounterSettings['bankAccounts'];
  leftMinor: number;
  busy: boolean;
  onTake: (taken: Taken) => void;
}) {
  const t = useWords();
  const dates = useDates();
  const { statementLine: line } = useTicket();
  const amount = useAmount(line ? Math.min(line.amountMinor, leftMinor) : leftMinor);
  const [bankAccountId, setBankAccount] = useState(line?.bankAccountId ?? bankAccounts[0]?.id);
  const [reference, setReference] = useState(line?.text.slice(0, 40) ?? '');
  const secret = holdsCardNumber(reference);
  const take = () => {
    if (busy || amount.minor === undefined || secret || bankAccountId === undefined) return;
    onTake({
      amountMinor: amount.minor,
      bankAccountId,
      reference: reference.trim(),
      ...(line && { lineId: line.id }),
    });
  };
  return (
    <Column gap="$3" paddingHorizontal="$4">
      {line ? (
        <Body tone="home">
          {t('counter.transferLine', { date: dates.day(line.date), text: line.text })}
        </Body>
      ) : (
        <Field
          label={t('counter.otherAmount', { name })}
          value={amount.text}
          onChange={amount.setText}
          numeric
          error={amount.error}
          onSubmit={take}
        />
      )}
      {bankAccounts.length > 1 && !line ? (
        <Select
          label={t('counter.transferTo')}
          value={String(bankAccountId)}
          options={bankAccounts.map((one) => ({ value: String(one.id), label: one.name }))}
          onChange={(value) => setBankAccount(Number(value))}
        />
      ) : null}
      {line ? null : (
        <Field
          label={t('counter.transferReference')}
          hint={t('counter.transferHint')}
          value={reference}
          onChange={setReference}
          maxLength={40}
          autoFocus
          error={secret ? t('refusal.text_cardNumber') : undefined}
          onSubmit={take}
        />
      )}
      <Button
        kind="primary"
        big
        disabled={busy}
        label={t('counter.takeCard', { name, amount: amount.shown })}
        onPress={take}
      />
    </Column>
  );
}
