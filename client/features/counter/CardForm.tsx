import { holdsCardNumber } from '@abacist/core/cards';
import { parseAmount, toDecimal } from '@abacist/core/money';
import type { AskedReferences } from '@abacist/core/tenders';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { TerminalAsk } from './TerminalAsk';

export type TakenCard = { amountMinor: number; lastFour: string; reference: string };

/** A card's amount, last four digits and authorisation reference, checked while they are typed. */
export function CardForm({
  tenderId,
  name,
  asks,
  leftMinor,
  busy,
  onTake,
}: {
  tenderId: number;
  name: string;
  asks: AskedReferences;
  leftMinor: number;
  busy: boolean;
  onTake: (card: TakenCard) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const { currency, hasTerminal } = useShop();
  const [amountText, setAmountText] = useState(toDecimal(leftMinor, currency));
  const [lastFour, setLastFour] = useState('');
  const [reference, setReference] = useState('');
  const [tried, setTried] = useState(false);
  const amount = parseAmount(amountText, currency);
  const over = amount.ok && amount.value > leftMinor;
  const errors = {
    amount: !amount.ok
      ? t(`refusal.${amount.refusals[0]!.code.replaceAll('.', '_')}`, {
          ...amount.refusals[0]!.params,
        })
      : over
        ? t('refusal.tender_over', { over: money(amount.value - leftMinor) })
        : amount.value <= 0
          ? t('refusal.tender_notPositive')
          : undefined,
    lastFour:
      /^\d{4}$/.test(lastFour) || (!asks.lastFour && lastFour === '')
        ? undefined
        : t('refusal.tender_lastFour'),
    reference: holdsCardNumber(reference)
      ? t('refusal.text_cardNumber')
      : reference.trim() || !asks.reference
        ? undefined
        : t('refusal.tender_reference'),
  };
  const take = () => {
    setTried(true);
    if (busy || !amount.ok || errors.amount || errors.lastFour || errors.reference) return;
    onTake({ amountMinor: amount.value, lastFour, reference: reference.trim() });
  };
  return (
    <Column gap="$3" paddingHorizontal="$4">
      {hasTerminal ? (
        <TerminalAsk
          tenderId={tenderId}
          amountMinor={amount.ok && !errors.amount ? amount.value : 0}
          onTake={onTake}
        />
      ) : null}
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>
          <Field
            label={t('counter.lastFour')}
            value={lastFour}
            onChange={(text) => setLastFour(text.replace(/\D/g, '').slice(0, 4))}
            numeric
            autoFocus
            error={tried ? errors.lastFour : undefined}
            onSubmit={take}
          />
        </Column>
        <Column flex={1}>
          <Field
            label={t('counter.cardAmount')}
            value={amountText}
            onChange={setAmountText}
            numeric
            error={errors.amount}
            onSubmit={take}
          />
        </Column>
      </Line>
      <Field
        label={t('counter.reference')}
        value={reference}
        onChange={setReference}
        maxLength={40}
        error={tried || holdsCardNumber(reference) ? errors.reference : undefined}
        onSubmit={take}
      />
      <Button
        kind={hasTerminal ? 'quiet' : 'primary'}
        big
        disabled={busy}
        label={t('counter.takeCard', { name, amount: amount.ok ? money(amount.value) : '' })}
        onPress={take}
      />
    </Column>
  );
}
