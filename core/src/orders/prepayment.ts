import { divideRounded, minor, minorFromBigint, minus, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** When the tax of a prepayment is owed: with the sale that uses it up, or when it is taken. */
export const PREPAYMENT_TAX = ['atSale', 'atReceipt'] as const;
export type PrepaymentTax = (typeof PREPAYMENT_TAX)[number];

/** What an order came to and what was paid ahead for it. Minor units. */
export type PrepaidOrder = {
  id: number;
  open: boolean;
  totalMinor: number;
  /** The order's tax by authority. */
  taxes: readonly { authorityId: number; taxMinor: number }[];
  taxAt: PrepaymentTax;
  /** Taken in all, and of that used, paid back or kept. */
  prepaidMinor: number;
  spentMinor: number;
};

/** A part of a prepayment as it is posted. */
export type PrepaymentParts = {
  netMinor: Minor;
  taxes: { authorityId: number; taxMinor: Minor }[];
};

/**
 * The parts of the first `amountMinor` of an order's prepayments: none of it is tax where tax is
 * owed at the sale, else each authority's tax in proportion. Each part only grows, and the whole
 * order has exactly its tax.
 */
function partsUpTo(order: PrepaidOrder, amountMinor: number): PrepaymentParts {
  const taxes = order.taxes.map(({ authorityId, taxMinor }) => ({
    authorityId,
    taxMinor:
      order.taxAt === 'atSale'
        ? minor(0)
        : minorFromBigint(
            divideRounded(
              BigInt(taxMinor) * BigInt(amountMinor),
              BigInt(order.totalMinor),
              'halfUp',
            ),
          ),
  }));
  const tax = sum(taxes.map(({ taxMinor }) => taxMinor));
  return { netMinor: minus(amountMinor, tax), taxes };
}

/** What lies between two sums of an order's prepayments: cumulated parts less those before. */
function between(order: PrepaidOrder, from: number, to: number): PrepaymentParts {
  const before = partsUpTo(order, from);
  const after = partsUpTo(order, to);
  return {
    netMinor: minus(after.netMinor, before.netMinor),
    taxes: after.taxes.map(({ authorityId, taxMinor }, i) => ({
      authorityId,
      taxMinor: minus(taxMinor, before.taxes[i]!.taxMinor),
    })),
  };
}

/** What is left of an order's prepayments. */
export const prepaymentLeft = (order: Pick<PrepaidOrder, 'prepaidMinor' | 'spentMinor'>) =>
  minus(order.prepaidMinor, order.spentMinor);

/**
 * Takes a prepayment for an order. Refusals: `order.closed`, `prepayment.notPositive`,
 * `prepayment.over` (leftMinor: what the order can still take).
 */
export function takePrepayment(
  order: PrepaidOrder,
  amountMinor: number,
  at: string,
): Outcome<PrepaymentParts> {
  if (!order.open) return refuse('order.closed', at);
  if (amountMinor <= 0) return refuse('prepayment.notPositive', at);
  const leftMinor = minus(order.totalMinor, order.prepaidMinor);
  if (amountMinor > leftMinor) return refuse('prepayment.over', at, { leftMinor });
  return accept(between(order, order.prepaidMinor, order.prepaidMinor + amountMinor));
}

/**
 * Spends a part of what was paid ahead: by a sale, back to the customer, or kept.
 * Refusals: `prepayment.notPositive`, `prepayment.short` (leftMinor).
 */
export function spendPrepayment(
  order: PrepaidOrder,
  amountMinor: number,
  at: string,
): Outcome<PrepaymentParts> {
  if (amountMinor <= 0) return refuse('prepayment.notPositive', at);
  const leftMinor = prepaymentLeft(order);
  if (amountMinor > leftMinor) return refuse('prepayment.short', at, { leftMinor });
  return accept(between(order, order.spentMinor, order.spentMinor + amountMinor));
}
