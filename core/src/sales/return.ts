import { minus, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import {
  discountBack,
  NO_DISCOUNT_TAKEN,
  NO_FEE,
  restockingFee,
  returnLines,
  type DiscountBack,
  type DiscountTaken,
  type FeeSoFar,
  type RefundState,
  type RestockingFee,
  type ReturnedLine,
  type ReturnRules,
  type SoldLine,
} from '../returns';
import { priceTicket, type Catalogue, type PriceRules, type TicketLine } from './price';

export const CONDITIONS = ['asNew', 'opened', 'damaged'] as const;
export type Condition = (typeof CONDITIONS)[number];

/** What comes back on a ticket: lines of one sale, or goods whose sale was not found. */
export type TicketReturn = {
  reason: string;
  condition: Condition;
  /** No restocking fee although the reason asks for one: by approval. */
  feeWaived?: boolean | undefined;
} & (
  | { saleId: number; lines: readonly { position: number; quantity: string }[] }
  | { priceSource: string; goods: readonly TicketLine[] }
);

/** Why goods come back, and whether the shop then keeps a restocking fee. */
export type ReturnReason = { code: string; restocking: boolean };

export type OriginalSale = {
  id: number;
  date: string;
  isVoid: boolean;
  lines: readonly SoldLine[];
  refunds: RefundState;
  /** The early-payment discount of its charges. */
  discount: DiscountTaken;
  /** The restocking fee that returns of it bore. */
  fee: FeeSoFar;
};

export type DecidedReturn = {
  saleId: number | null;
  lines: ReturnedLine[];
  feeApplies: boolean;
  fee: RestockingFee;
  /** What of an early-payment discount goes with the goods. */
  discountBack: DiscountBack;
  /** What the customer gets back: returned less the fee and that discount. */
  netMinor: Minor;
  taxMinor: Minor;
  totalMinor: Minor;
};

type State = {
  catalogue: Catalogue;
  rules: PriceRules;
  returnRules: ReturnRules;
  reasons: readonly ReturnReason[];
  original: OriginalSale | null;
};

/**
 * Takes goods back: by the stored parts of their sale, or at a price that the person names
 * where the sale can't be found; less the restocking fee where the reason asks for it.
 * Refusals: those of `returnLines` and `priceTicket`; `return.reason`, `return.unknownSale`,
 * `return.void`, `return.priceSource`, `return.nothing` (all of it is worth nothing).
 */
export function decideReturn(wanted: TicketReturn, state: State): Outcome<DecidedReturn> {
  const reason = state.reasons.find(({ code }) => code === wanted.reason);
  if (!reason) return refuse('return.reason', 'returned.reason');
  const lines = 'saleId' in wanted ? ofSale(wanted, state) : withoutSale(wanted, state);
  if (!lines.ok) return lines;
  const charged = reason.restocking && !wanted.feeWaived;
  const { restockingPercent, restockingTaxed } = state.returnRules;
  const fee = restockingFee(
    lines.value,
    charged ? restockingPercent : '0',
    restockingTaxed,
    state.original?.fee ?? NO_FEE,
  );
  const off = discountBack(state.original?.discount ?? NO_DISCOUNT_TAKEN, {
    soldMinor: valueOf(state.original?.lines ?? []),
    beforeMinor: valueOf((state.original?.lines ?? []).map(({ returned }) => returned)),
    nowMinor: valueOf(lines.value),
  });
  const netMinor = minus(
    sum(lines.value.map((line) => line.netMinor)),
    sum([fee.feeMinor, off.discountMinor]),
  );
  const taxMinor = minus(
    sum(lines.value.map((line) => line.taxMinor)),
    sum([fee.taxMinor, off.taxMinor]),
  );
  const totalMinor = sum([netMinor, taxMinor]);
  if (totalMinor <= 0) return refuse('return.nothing', 'returned.lines');
  return accept({
    saleId: 'saleId' in wanted ? wanted.saleId : null,
    lines: lines.value,
    feeApplies: reason.restocking,
    fee,
    discountBack: off,
    netMinor,
    taxMinor,
    totalMinor,
  });
}

/** What lines come to, tax in it. */
export const valueOf = (
  lines: readonly { netMinor: number; parts: readonly { taxMinor: number }[] }[],
): Minor =>
  sum(lines.flatMap(({ netMinor, parts }) => [netMinor, ...parts.map((one) => one.taxMinor)]));

function ofSale(
  wanted: Extract<TicketReturn, { saleId: number }>,
  { original }: State,
): Outcome<ReturnedLine[]> {
  if (!original || original.id !== wanted.saleId) {
    return refuse('return.unknownSale', 'returned.saleId');
  }
  if (original.isVoid) return refuse('return.void', 'returned.saleId');
  return returnLines(wanted.lines, original.lines);
}

function withoutSale(
  wanted: Extract<TicketReturn, { priceSource: string }>,
  { catalogue, rules }: State,
): Outcome<ReturnedLine[]> {
  if (!wanted.priceSource.trim()) return refuse('return.priceSource', 'returned.priceSource');
  const priced = priceTicket(wanted.goods, catalogue, rules);
  if (!priced.ok) {
    return {
      ok: false,
      refusals: priced.refusals.map(({ at, ...refusal }) => ({
        ...refusal,
        ...(at && { at: `returned.${at.replace(/^lines/, 'goods')}` }),
      })),
    };
  }
  return accept(priced.value.lines.map((line, i) => ({ ...line, position: i + 1 })));
}
