import type { CounterSettings, Returnable, ShopInfo } from '@abacist/contracts';
import { percent, roundCash, sum } from '@abacist/core/money';
import type { Refusal } from '@abacist/core/outcome';
import {
  decideReturn,
  priceTicket,
  type Catalogue,
  type DecidedReturn,
  type PricedTicket,
} from '@abacist/core/sales';
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

/** A sale with what it can still give back, as core computes with it. */
export function useReturnable(saleId: number | undefined) {
  return useQuery({
    queryKey: ['returnable', saleId],
    queryFn: () => request<Returnable>('GET', `/sales/${saleId}/returnable`),
    enabled: saleId !== undefined,
  });
}

export type Figures = {
  sold: PricedTicket | null;
  back: DecidedReturn | null;
  original: Returnable | null;
  /** To pay when positive, to give back when negative. */
  totalMinor: number;
  /** What is left to pay after the tenders taken so far. */
  leftMinor: number;
  /** What cash would pay of it, rounded to the smallest coin. */
  cashMinor: number;
  /** Nothing stands on the ticket. */
  empty: boolean;
  refusals: Refusal[];
};

/** The ticket in figures, by the same rules as on the server. */
export function useFigures(settings: CounterSettings): Figures {
  const shop = useShop();
  const { lines, discount, returned, tenders } = useTicket();
  const saleId = returned && 'saleId' in returned ? returned.saleId : undefined;
  const original = useReturnable(saleId).data ?? null;
  const catalogue = toCatalogue(settings);
  const rules = taxRules(shop);
  const sold = lines.length ? priceTicket(lines, catalogue, rules, discount) : undefined;
  const { returnRules, reasons } = settings;
  const waiting = saleId !== undefined && !original;
  const back =
    returned && !waiting
      ? decideReturn(returned, { catalogue, rules, returnRules, reasons, original })
      : undefined;
  const totalMinor =
    (sold?.ok ? sold.value.totalMinor : 0) - (back?.ok ? back.value.totalMinor : 0);
  const paid = sum(tenders.map((tender) => (tender.kind === 'cash' ? 0 : tender.amountMinor)));
  const leftMinor = totalMinor - paid;
  return {
    sold: sold?.ok ? sold.value : null,
    back: back?.ok ? back.value : null,
    original,
    totalMinor,
    leftMinor,
    cashMinor: roundCash(leftMinor, shop.cashStepMinor),
    empty: lines.length === 0 && !returned,
    refusals: [sold, back].flatMap((one) => (one && !one.ok ? one.refusals : [])),
  };
}
