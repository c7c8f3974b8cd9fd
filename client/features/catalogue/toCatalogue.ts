import type { CounterItem, CounterSettings } from '@abacist/contracts';
import { percent } from '@abacist/core/money';
import type { Catalogue } from '@abacist/core/sales';

/** Core's view of what a ticket refers to. @param items those that the ticket may name */
export function toCatalogue(
  settings: CounterSettings,
  items: readonly CounterItem[],
): Catalogue {
  return {
    departments: settings.departments,
    items,
    taxCodes: settings.taxCodes.map(({ id, parts }) => ({
      id,
      parts: parts.map((part) => ({ ...part, rate: percent(part.ratePercent) })),
    })),
  };
}
