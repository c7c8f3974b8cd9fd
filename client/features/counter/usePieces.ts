import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { isQuantity, listPrice } from '@abacist/core/sales';
import { toCatalogue } from '~/features/catalogue';
import { useWords } from '~/i18n';
import { useTicketRules } from './useCounter';

/** What is wrong with a typed quantity, in words; undefined where nothing is. */
export function useQuantityError(): (text: string, decimals: number) => string | undefined {
  const t = useWords();
  return (text, decimals) =>
    isQuantity(text, decimals)
      ? undefined
      : isQuantity(text)
        ? t('refusal.line_decimals', { decimals })
        : t('refusal.line_quantity');
}

/** An item's own price as this ticket writes prices, in minor units; 0 where there is none. */
export function useListPrice(
  settings: CounterSettings,
): (item: CounterItem | null | undefined) => number {
  const rules = useTicketRules(settings);
  const { taxCodes } = toCatalogue(settings, []);
  return (item) => {
    const code = taxCodes.find(({ id }) => id === item?.taxCodeId);
    return item && code ? listPrice(item, code, rules) : 0;
  };
}
