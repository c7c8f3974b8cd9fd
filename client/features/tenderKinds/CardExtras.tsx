import type { CounterSettings } from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { useTicket } from '~/features/ticket';

/** A tip on a card, cash back on a debit card, where the shop allows them. */
export function CardExtras({
  settings,
  isDebit,
}: {
  settings: CounterSettings;
  isDebit: boolean;
}) {
  const t = useWords();
  const money = useMoney();
  const { extras, setExtra } = useTicket();
  const { tips, cashBackMaxMinor } = settings.cardExtras;
  const [open, setOpen] = useState<'tip' | 'cashBack' | null>(null);
  const kinds = [
    ...(tips ? (['tip'] as const) : []),
    ...(isDebit && cashBackMaxMinor !== null ? (['cashBack'] as const) : []),
  ];
  if (kinds.length === 0) return null;
  return (
    <Line gap="$2" paddingHorizontal="$4" flexWrap="wrap">
      {kinds.map((kind) => {
        const there = extras.find((extra) => extra.kind === kind);
        return (
          <Button
            key={kind}
            kind={there ? 'chosen' : 'quiet'}
            pressed={there !== undefined}
            label={
              there
                ? t(`cardExtras.${kind}Of`, { amount: money(there.amountMinor) })
                : t(`cardExtras.${kind}`)
            }
            onPress={() => (there ? setExtra(kind, 0) : setOpen(kind))}
          />
        );
      })}
      {open ? (
        <AmountDialog
          kind={open}
          mostMinor={open === 'cashBack' ? cashBackMaxMinor : null}
          onTake={(amountMinor) => {
            setExtra(open, amountMinor);
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </Line>
  );
}

function AmountDialog({
  kind,
  mostMinor,
  onTake,
  onClose,
}: {
  kind: 'tip' | 'cashBack';
  mostMinor: number | null;
  onTake: (amountMinor: number) => void;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency, cashStepMinor } = useShop();
  const [text, setText] = useState('');
  const amount = parseAmount(text, currency);
  const error = !amount.ok
    ? text
      ? word(amount.refusals[0]!)
      : undefined
    : mostMinor !== null && amount.value > mostMinor
      ? t('refusal.cashBack_most', { most: money(mostMinor) })
      : kind === 'cashBack' && amount.value % cashStepMinor !== 0
        ? t('refusal.cashBack_coins')
        : undefined;
  const ready = amount.ok && amount.value > 0 && !error;
  const take = () => {
    if (ready) onTake(amount.value);
  };
  return (
    <Dialog open title={t(`cardExtras.${kind}`)} onClose={onClose}>
      <Column gap="$3">
        <Field
          label={t(`cardExtras.${kind}Amount`)}
          value={text}
          onChange={setText}
          numeric
          big
          autoFocus
          error={error}
          onSubmit={take}
        />
        <Decide
          label={t('cardExtras.put')}
          disabled={!ready}
          onDecide={take}
          onCancel={onClose}
        />
      </Column>
    </Dialog>
  );
}
