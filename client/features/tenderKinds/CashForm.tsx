import { cashOffers, parseAmount } from '@abacist/core/money';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';

/**
 * Cash: the amounts that a customer is likely to hand over, or another one. Less than is left is a
 * part, in whole coins; another tender pays the rest.
 */
export function CashForm({
  cashMinor,
  currency,
  stepMinor,
  onTake,
}: {
  cashMinor: number;
  currency: string;
  /** The smallest coin. */
  stepMinor: number;
  onTake: (tenderedMinor: number) => void;
}) {
  const t = useWords();
  const wording = useRefusalText();
  const money = useMoney();
  const [text, setText] = useState('');
  const offers = cashMinor > 0 ? cashOffers(cashMinor, currency) : [0];
  const typed = parseAmount(text, currency);
  const part = typed.ok && typed.value > 0 && typed.value < cashMinor;
  const fits = typed.ok && typed.value > 0 && (!part || typed.value % stepMinor === 0);
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Line gap="$2" flexWrap="wrap" role="group" aria-label={t('counter.cashOffers')}>
        {offers.map((offer, i) => (
          <Button
            key={offer}
            big
            kind={i === 0 ? 'primary' : 'quiet'}
            label={i === 0 ? t('counter.exact', { amount: money(offer) }) : money(offer)}
            onPress={() => onTake(offer)}
          />
        ))}
      </Line>
      <Line gap="$2" alignItems="flex-end">
        <Column flex={1}>
          <Field
            label={t('counter.otherCash')}
            value={text}
            onChange={setText}
            numeric
            error={
              text && !typed.ok
                ? wording(typed.refusals[0]!)
                : text && !fits
                  ? t('counter.noCoins', { coin: money(stepMinor) })
                  : undefined
            }
            onSubmit={() => {
              if (typed.ok && fits) onTake(typed.value);
            }}
            hint={part && fits ? t('counter.partInCash') : undefined}
          />
        </Column>
        <Button
          label={t(part ? 'counter.takePart' : 'counter.takeCash')}
          disabled={!fits}
          onPress={() => {
            if (typed.ok && fits) onTake(typed.value);
          }}
        />
      </Line>
    </Column>
  );
}
