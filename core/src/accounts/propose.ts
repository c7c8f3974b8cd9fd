import type { IsoDate } from '../dates';
import { minor, sum, type Minor } from '../money';
import { discountFor, type ChargeLeft } from './allocate';
import type { DiscountRules } from './terms';

/** How a proposal was found, in the order in which it is looked for. */
type ProposedBy =
  | 'named'
  | 'oneItem'
  | 'wholeBalance'
  | 'allOverdue'
  | 'oldestRun'
  | 'onlySet'
  | 'oldestFirst';

export type Proposal = {
  by: ProposedBy;
  allocations: { chargeItemId: number; amountMinor: Minor; discountMinor: Minor }[];
  /** What of the payment no charge takes: it stays as an open credit. */
  overMinor: Minor;
};

/** Sums looked at before the search for a set gives up: then none is proposed. */
const SEARCH_LIMIT = 3_000_000;

type Payable = { charge: ChargeLeft; discountMinor: Minor; payMinor: number };

/**
 * Proposes to which charges a payment goes: charges that the payer named; one of that sum; the
 * whole balance; all that is overdue; the oldest run that adds up; a set of up to four that adds
 * up, if it is the only one; else the oldest first. Discounts that still hold are counted in.
 * @param amountMinor what is paid, positive
 * @param charges open charges of the payer
 * @param named ids of the charges that he named
 */
export function proposeAllocation(
  amountMinor: number,
  charges: readonly ChargeLeft[],
  on: { date: IsoDate; rules: Pick<DiscountRules, 'partEarns'>; named?: readonly number[] },
): Proposal {
  const payables = charges
    .filter(({ leftMinor }) => leftMinor > 0)
    .sort(byAge)
    .map((charge): Payable => {
      const earned = discountFor(charge, charge.leftMinor, on.date, on.rules);
      const discountMinor = earned.inTime ? earned.discountMinor : minor(0);
      return { charge, discountMinor, payMinor: charge.leftMinor - discountMinor };
    });
  const whole = (by: ProposedBy, set: readonly Payable[]): Proposal => ({
    by,
    allocations: set.map(({ charge, discountMinor, payMinor }) => ({
      chargeItemId: charge.id,
      amountMinor: minor(payMinor),
      discountMinor,
    })),
    overMinor: minor(0),
  });
  const adds = (set: readonly Payable[]) =>
    set.length > 0 && sum(set.map(({ payMinor }) => payMinor)) === amountMinor;

  const named = payables.filter(({ charge }) => on.named?.includes(charge.id));
  if (named.length > 0) return oldestFirst(amountMinor, named, 'named', on);
  const one = payables.find(({ payMinor }) => payMinor === amountMinor);
  if (one) return whole('oneItem', [one]);
  if (adds(payables)) return whole('wholeBalance', payables);
  const overdue = payables.filter(({ charge }) => (charge.dueDate ?? on.date) < on.date);
  if (adds(overdue)) return whole('allOverdue', overdue);
  const run = oldestRun(amountMinor, payables);
  if (run) return whole('oldestRun', run);
  const only = onlySet(amountMinor, payables);
  if (only) return whole('onlySet', only);
  return oldestFirst(amountMinor, payables, 'oldestFirst', on);
}

function byAge(a: ChargeLeft, b: ChargeLeft): number {
  const [one, other] = [a.dueDate ?? a.date, b.dueDate ?? b.date];
  return one === other ? a.id - b.id : one < other ? -1 : 1;
}

/** One charge after the other, until the payment is given out. */
function oldestFirst(
  amountMinor: number,
  payables: readonly Payable[],
  by: ProposedBy,
  on: { date: IsoDate; rules: Pick<DiscountRules, 'partEarns'> },
): Proposal {
  let left = amountMinor;
  const allocations: Proposal['allocations'] = [];
  for (const { charge, discountMinor, payMinor } of payables) {
    if (left <= 0) break;
    if (left >= payMinor) {
      if (payMinor > 0) {
        allocations.push({
          chargeItemId: charge.id,
          amountMinor: minor(payMinor),
          discountMinor,
        });
      }
      left -= payMinor;
      continue;
    }
    const part = discountFor(charge, left, on.date, on.rules);
    const discount = part.inTime ? part.discountMinor : minor(0);
    allocations.push({
      chargeItemId: charge.id,
      amountMinor: minor(left),
      discountMinor: discount,
    });
    left = 0;
  }
  return { by, allocations, overMinor: minor(left) };
}

/** The run of neighbours by age that adds up, the oldest of several. */
function oldestRun(amountMinor: number, payables: readonly Payable[]): Payable[] | undefined {
  for (let from = 0; from < payables.length; from += 1) {
    let total = 0;
    for (let to = from; to < payables.length && total < amountMinor; to += 1) {
      total += payables[to]!.payMinor;
      if (total === amountMinor) return payables.slice(from, to + 1);
    }
  }
  return undefined;
}

/** The set of two to four charges that adds up, where there is exactly one. */
export function onlySet<P extends { payMinor: number }>(
  amountMinor: number,
  payables: readonly P[],
): P[] | undefined {
  const amounts = payables.map(({ payMinor }) => payMinor);
  const count = amounts.length;
  let looked = 0;
  let found: number[] | undefined;
  /** Keeps a set; true when it is the second, or too much was looked at. */
  const done = (set: number[]) => {
    if (found) {
      found = undefined;
      return true;
    }
    found = set;
    return false;
  };
  const pairsBySum = new Map<number, [number, number][]>();
  for (let i = 0; i < count; i += 1) {
    for (let j = i + 1; j < count; j += 1) {
      const two = amounts[i]! + amounts[j]!;
      if (two > amountMinor) continue;
      if (two === amountMinor && done([i, j])) return undefined;
      const pairs = pairsBySum.get(two);
      if (pairs) pairs.push([i, j]);
      else pairsBySum.set(two, [[i, j]]);
      looked += 1;
      if (looked > SEARCH_LIMIT) return undefined;
    }
  }
  // Three: a pair and one behind it. Four: a pair and another wholly behind it.
  for (let k = 0; k < count; k += 1) {
    for (const [i, j] of pairsBySum.get(amountMinor - amounts[k]!) ?? []) {
      looked += 1;
      if (looked > SEARCH_LIMIT) return undefined;
      if (j < k && done([i, j, k])) return undefined;
    }
  }
  for (const [two, pairs] of pairsBySum) {
    const others = pairsBySum.get(amountMinor - two);
    if (!others) continue;
    for (const [i, j] of pairs) {
      for (const [k, l] of others) {
        looked += 1;
        if (looked > SEARCH_LIMIT) return undefined;
        if (k > j && done([i, j, k, l])) return undefined;
      }
    }
  }
  return found?.map((i) => payables[i]!);
}

/**
 * The charges that a payer names in a text, by their numbers: he writes `R-12`, `r12` or `12`.
 * @example namedCharges('R-12, 40', charges) // the ids of R-12 and of R-40
 */
export function namedCharges(
  text: string,
  charges: readonly { id: number; number: string }[],
): number[] {
  const plain = (number: string) => number.toUpperCase().replace(/[^A-Z0-9]/g, '');
  const words = text.split(/[\s,;]+/).filter(Boolean);
  return charges
    .filter(({ number }) =>
      words.some(
        (word) => plain(word) === plain(number) || word === number.replace(/^\D+/, ''),
      ),
    )
    .map(({ id }) => id);
}
