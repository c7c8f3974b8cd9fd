import { parseAmount, toDecimal } from '@abacist/core/money';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { useMoney } from '~/ui/Money';

/**
 * An amount of a tender as it is typed, `mostMinor` at first: above nothing and never more than
 * that. `minor` is undefined until it is right; `shown` is what was typed as money, if it is.
 */
export function useAmount(mostMinor: number) {
  const t = useWords();
  const word = useRefusalText();
  const money = useMoney();
  const { currency } = useShop();
  const [text, setText] = useState(toDecimal(mostMinor, currency));
  const read = parseAmount(text, currency);
  const error = !read.ok
    ? word(read.refusals[0]!)
    : read.value > mostMinor
      ? t('more.atMost', { most: money(mostMinor) })
      : read.value <= 0
        ? t('refusal.tender_notPositive')
        : undefined;
  return {
    text,
    setText,
    error,
    minor: read.ok && !error ? read.value : undefined,
    shown: read.ok ? money(read.value) : '',
  };
}
