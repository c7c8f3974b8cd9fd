import { holdsCardNumber } from '@abacist/core/cards';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';

/** Another tender of the shop: an agreed allowance or the like, with its reference. */
export function OtherForm({
  name,
  asksReference,
  leftMinor,
  busy,
  onTake,
}: {
  name: string;
  asksReference: boolean;
  leftMinor: number;
  busy: boolean;
  onTake: (taken: { amountMinor: number; reference: string }) => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const [amountText, setAmount] = useState(toDecimal(leftMinor, currency));
  const [reference, setReference] = useState('');
  const [tried, setTried] = useState(false);
  const amount = parseAmount(amountText, currency);
  const amountError = !amount.ok
    ? word(amount.refusals[0]!)
    : amount.value > leftMinor
      ? t('refusal.tender_over', { over: money(amount.value - leftMinor) })
      : amount.value <= 0
        ? t('refusal.tender_notPositive')
        : undefined;
  const secret = holdsCardNumber(reference);
  const missing = asksReference && !reference.trim();
  const take = () => {
    setTried(true);
    if (busy || !amount.ok || amountError || secret || missing) return;
    onTake({ amountMinor: amount.value, reference: reference.trim() });
  };
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Field
        label={t('counter.otherAmount', { name })}
        value={amountText}
        onChange={setAmount}
        numeric
        error={amountError}
        onSubmit={take}
      />
      <Field
        label={t('counter.otherReference')}
        value={reference}
        onChange={setReference}
        maxLength={40}
        autoFocus
        error={
          secret
            ? t('refusal.text_cardNumber')
            : tried && missing
              ? t('counter.otherMissing')
              : undefined
        }
        onSubmit={take}
      />
      <Button
        kind="primary"
        big
        disabled={busy}
        label={t('counter.takeCard', { name, amount: amount.ok ? money(amount.value) : '' })}
        onPress={take}
      />
    </Column>
  );
}
