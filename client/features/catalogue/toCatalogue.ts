import type { CounterItem, CounterSettings } from '@abacist/contracts';
import type { Catalogue } from '@abacist/core/sales';
import { toTaxCode } from '@abacist/core/tax';

/** Core's view of what a ticket refers to. @param items those that the ticket may name */
export function toCatalogue(
  settings: CounterSettings,
  items: readonly CounterItem[],
): Catalogue {
  return {
    departments: settings.departments,
    items,
    taxCodes: settings.taxCodes.map(toTaxCode),
  };
}
