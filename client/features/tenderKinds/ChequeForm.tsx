import { isIsoDate } from '@abacist/core/dates';
import { checkCheque, type Cheque } from '@abacist/core/tenders';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { RefusalNote } from '~/ui/Notes';
import { listed, useTicket } from '~/features/ticket';
import { useAmount } from './useAmount';

/** A cheque: its number, who drew it, the date it bears, and how much of it pays the ticket. */
export function ChequeForm({
  name,
  leftMinor,
  busy,
  onTake,
}: {
  name: string;
  leftMinor: number;
  busy: boolean;
  onTake: (taken: { amountMinor: number; cheque: Cheque }) => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const { today } = useShop();
  const { customer } = useTicket();
  const amount = useAmount(leftMinor);
  const [cheque, setCheque] = useState<Cheque>({
    number: '',
    drawnBy: listed(customer)?.name ?? customer?.name ?? '',
    dated: today,
  });
  const [tried, setTried] = useState(false);
  const whole = {
    number: cheque.number.trim(),
    drawnBy: cheque.drawnBy.trim(),
    dated: cheque.dated.trim(),
  };
  const wrong = checkCheque(whole, 'cheque');
  const refusal = wrong && !wrong.ok ? wrong.refusals[0]! : undefined;
  const errorAt = (place: keyof Cheque) =>
    tried && refusal?.at === `cheque.${place}` ? word(refusal) : undefined;
  const take = () => {
    setTried(true);
    if (busy || amount.minor === undefined || refusal) return;
    onTake({ amountMinor: amount.minor, cheque: whole });
  };
  const field = (place: keyof Cheque, most: number, autoFocus = false) => (
    <Field
      label={t(`counter.cheque_${place}`)}
      value={cheque[place]}
      onChange={(text) => setCheque((before) => ({ ...before, [place]: text }))}
      maxLength={most}
      autoFocus={autoFocus}
      error={errorAt(place)}
      onSubmit={take}
    />
  );
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Line gap="$3" alignItems="flex-start">
        <Column flex={1}>{field('number', 20, true)}</Column>
        <Column flex={1}>
          <Field
            label={t('counter.chequeAmount')}
            value={amount.text}
            onChange={amount.setText}
            numeric
            error={amount.error}
            onSubmit={take}
          />
        </Column>
      </Line>
      {field('drawnBy', 120)}
      <DateField
        label={t('counter.cheque_dated')}
        value={cheque.dated}
        onChange={(dated) => setCheque((before) => ({ ...before, dated }))}
        error={errorAt('dated')}
        hint={
          isIsoDate(whole.dated) && whole.dated > today ? t('counter.chequeLater') : undefined
        }
        onSubmit={take}
      />
      {tried && refusal?.at === 'cheque' ? <RefusalNote refusals={[refusal]} /> : null}
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
