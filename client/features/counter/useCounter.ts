import type {
  CounterItem,
  CounterSettings,
  ItemsFound,
  Returnable,
  ShopInfo,
} from '@abacist/contracts';
import { buyerTax, writesTax } from '@abacist/core/customers';
import { roundCash, sum } from '@abacist/core/money';
import type { Refusal } from '@abacist/core/outcome';
import {
  decideReturn,
  extraRoomOf,
  priceTicket,
  type DecidedReturn,
  type ExtraKind,
  type ExtraLine,
  type PricedTicket,
  type PriceRules,
} from '@abacist/core/sales';
import type { OfferedTender } from '@abacist/core/tenders';
import { useQuery } from '@tanstack/react-query';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { toCatalogue } from '~/features/catalogue';
import { listed, ticketIsEmpty, useTicket } from '~/features/ticket';

/**
 * The items that the ticket names, as the shop sells them now: those offered are read with the
 * settings, others by themselves. Until they are read, they are as they were when they were rung.
 */
export function useTicketItems(settings: CounterSettings): CounterItem[] {
  const { lines, returned, known } = useTicket();
  const goods = returned && 'goods' in returned ? returned.goods : [];
  const offered = new Set(settings.items.map(({ id }) => id));
  const ids = [...lines, ...goods].flatMap((line) =>
    'itemId' in line && !offered.has(line.itemId) ? [line.itemId] : [],
  );
  const wanted = [...new Set(ids)].sort((a, b) => a - b).join(',');
  const read = useQuery({
    queryKey: ['counter', 'items', wanted],
    queryFn: () => request<ItemsFound>('GET', `/counter/items?ids=${wanted}`),
    enabled: wanted !== '',
    staleTime: 60_000,
  });
  const others = read.data?.items ?? known.filter(({ id }) => !offered.has(id));
  return [...settings.items, ...others];
}

export const taxRules = (shop: ShopInfo) => ({
  pricesIncludeTax: shop.pricesIncludeTax,
  roundBy: shop.taxRoundBy,
  rounding: shop.taxRounding,
});

/** How the ticket under way is priced and taxed: by the shop, its customer, the person. */
export function useTicketRules(settings: CounterSettings): PriceRules {
  const shop = useShop();
  const { customer, pricesIncludeTax } = useTicket();
  const who = listed(customer);
  return {
    ...taxRules(shop),
    pricesIncludeTax: pricesIncludeTax ?? writesTax(who, shop.pricesIncludeTax),
    buyer: buyerTax(who, toCatalogue(settings, []).taxCodes, shop.today),
  };
}

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

/** What an offered tender pays: cash that is not the last pays what it is, in coins. */
export const offeredMinor = (tender: OfferedTender): number =>
  'tenderedMinor' in tender ? tender.tenderedMinor : tender.amountMinor;

/** Whether money leaves by it. */
export const givesBack = (kind: ExtraKind): boolean => extraRoomOf(kind).leaves === true;

/** What stands on a ticket beside goods: positive where the customer pays. */
export const extrasMinor = (extras: readonly ExtraLine[]): number =>
  sum(extras.map(({ kind, amountMinor }) => (givesBack(kind) ? -amountMinor : amountMinor)));

/** The ticket in figures, by the same rules as on the server. */
export function useFigures(settings: CounterSettings): Figures {
  const shop = useShop();
  const { lines, discount, returned, tenders, extras } = useTicket();
  const saleId = returned && 'saleId' in returned ? returned.saleId : undefined;
  const original = useReturnable(saleId).data ?? null;
  const catalogue = toCatalogue(settings, useTicketItems(settings));
  const rules = useTicketRules(settings);
  const sold = lines.length ? priceTicket(lines, catalogue, rules, discount) : undefined;
  const { returnRules, reasons } = settings;
  const waiting = saleId !== undefined && !original;
  const back =
    returned && !waiting
      ? decideReturn(returned, { catalogue, rules, returnRules, reasons, original })
      : undefined;
  const totalMinor =
    (sold?.ok ? sold.value.totalMinor : 0) -
    (back?.ok ? back.value.totalMinor : 0) +
    extrasMinor(extras);
  const paid = sum(tenders.map(offeredMinor));
  const leftMinor = totalMinor - paid;
  return {
    sold: sold?.ok ? sold.value : null,
    back: back?.ok ? back.value : null,
    original,
    totalMinor,
    leftMinor,
    cashMinor: roundCash(leftMinor, shop.cashStepMinor),
    empty: ticketIsEmpty({ lines, returned, extras }),
    refusals: [sold, back].flatMap((one) => (one && !one.ok ? one.refusals : [])),
  };
}
