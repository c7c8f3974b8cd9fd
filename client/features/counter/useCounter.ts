import type { CounterSettings, ShopInfo } from '@abacist/contracts';
import { percent, roundCash, sum } from '@abacist/core/money';
import { priceTicket, type Catalogue, type PricedTicket } from '@abacist/core/sales';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useTicket } from './store';

/** The shop's settings for ringing, as of today. */
export function useCounterSettings() {
  return useQuery({
    queryKey: ['counter'],
    queryFn: () => request<CounterSettings>('GET', '/counter'),
    staleTime: 60_000,
  });
}

export function toCatalogue(settings: CounterSettings): Catalogue {
  return {
    departments: settings.departments,
    items: settings.items,
    taxCodes: settings.taxCodes.map(({ id, parts }) => ({
      id,
      parts: parts.map((part) => ({ ...part, rate: percent(part.ratePercent) })),
    })),
  };
}

export const taxRules = (shop: ShopInfo) => ({
  pricesIncludeTax: shop.pricesIncludeTax,
  roundBy: shop.taxRoundBy,
  rounding: shop.taxRounding,
});

/** The ticket priced by the same rules as on the server, and what is left to pay. */
export function usePriced(settings: CounterSettings): {
  ticket: PricedTicket | null;
  leftMinor: number;
  /** What cash would pay of it, rounded to the smallest coin. */
  cashMinor: number;
} {
  const shop = useShop();
  const { lines, tenders } = useTicket();
  const priced = priceTicket(lines, toCatalogue(settings), taxRules(shop));
  if (!priced.ok) return { ticket: null, leftMinor: 0, cashMinor: 0 };
  const paid = sum(tenders.map((tender) => (tender.kind === 'card' ? tender.amountMinor : 0)));
  const leftMinor = priced.value.totalMinor - paid;
  return {
    ticket: priced.value,
    leftMinor,
    cashMinor: roundCash(leftMinor, shop.cashStepMinor),
  };
}
