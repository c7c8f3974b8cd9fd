import { holdsCardNumber } from '@abacist/core/cards';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useAmount } from './useAmount';

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
  const amount = useAmount(leftMinor);
  const [reference, setReference] = useState('');
  const [tried, setTried] = useState(false);
  const secret = holdsCardNumber(reference);
  const missing = asksReference && !reference.trim();
  const take = () => {
    setTried(true);
    if (busy || amount.minor === undefined || secret || missing) return;
    onTake({ amountMinor: amount.minor, reference: reference.trim() });
  };
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Field
        label={t('counter.otherAmount', { name })}
        value={amount.text}
        onChange={amount.setText}
        numeric
        error={amount.error}
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
        label={t('counter.takeCard', { name, amount: amount.shown })}
        onPress={take}
      />
    </Column>
  );
}
