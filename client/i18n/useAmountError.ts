import { parseAmount } from '@abacist/core/money';
import { useShop } from '~/api/session';
import { useRefusalText } from './useRefusal';

/** What is wrong with an amount as it is typed; undefined: nothing is, or nothing is typed. */
export function useAmountError(): (text: string) => string | undefined {
  const { currency } = useShop();
  const word = useRefusalText();
  return (text) => {
    const read = parseAmount(text, currency);
    return text.trim() === '' || read.ok ? undefined : word(read.refusals[0]!);
  };
}
