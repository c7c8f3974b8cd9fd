import { holdsCardNumber } from '@abacist/core/cards';
import type { AskedReferences } from '@abacist/core/tenders';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { TerminalAsk } from './TerminalAsk';
import { useAmount } from './useAmount';

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
  const { hasTerminal } = useShop();
  const amount = useAmount(leftMinor);
  const [lastFour, setLastFour] = useState('');
  const [reference, setReference] = useState('');
  const [tried, setTried] = useState(false);
  const errors = {
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
    if (busy || amount.minor === undefined || errors.lastFour || errors.reference) return;
    onTake({ amountMinor: amount.minor, lastFour, reference: reference.trim() });
  };
  return (
    <Column gap="$3" paddingHorizontal="$4">
      {hasTerminal ? (
        <TerminalAsk tenderId={tenderId} amountMinor={amount.minor ?? 0} onTake={onTake} />
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
            value={amount.text}
            onChange={amount.setText}
            numeric
            error={amount.error}
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
        label={t('counter.takeCard', { name, amount: amount.shown })}
        onPress={take}
      />
    </Column>
  );
}
