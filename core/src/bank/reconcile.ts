import { sum } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

type Amount = { amountMinor: number };

/**
 * Both sides of a bank account at the end of a day, in minor units; receipts above zero, payments below.
 * The books are what is posted to the bank and to bank in transit by that day.
 */
export type Sides = {
  /** The statement's balance; null where no statement covers the day. */
  statementMinor: number | null;
  bankMinor: number;
  transitMinor: number;
  /** In the books, and on no line of the statement by that day. */
  underWay: readonly Amount[];
  /** Lines of the statement by that day of which the bank's account has less, or nothing. */
  notPosted: readonly Amount[];
  /** Lines of which the bank's account has more than the statement shows by that day. */
  ahead: readonly Amount[];
};

export type Reconciled = {
  /** What the books say: at the bank, and under way. */
  booksMinor: number;
  /** statement balance = books − under way − ahead + not posted. */
  expectedMinor: number;
  /** The statement less what is expected: anything but nothing is a fault or a statement that is missing. */
  differenceMinor: number;
};

/** Compares both sides by the formula of the trade: a reconciliation of two balances by what stands on one side alone. */
export function reconcile(sides: Sides): Reconciled {
  const { statementMinor, bankMinor, transitMinor } = sides;
  const of = (list: readonly Amount[]) => sum(list.map(({ amountMinor }) => amountMinor));
  const booksMinor = bankMinor + transitMinor;
  const expectedMinor =
    booksMinor - of(sides.underWay) - of(sides.ahead) + of(sides.notPosted);
  return {
    ...{ booksMinor, expectedMinor },
    differenceMinor: statementMinor === null ? 0 : statementMinor - expectedMinor,
  };
}

/**
 * Whether a statement can be finished up to a day: covered without a gap, all its lines known, both sides equal.
 * Refusals: `reconcile.notCovered`, `reconcile.future`, `reconcile.earlier` (asOf of what is finished already),
 * `reconcile.linesOpen` (count), `reconcile.differs` (differenceMinor).
 */
export function checkFinish({
  asOf,
  today,
  finishedTo,
  statementMinor,
  linesOpen,
  differenceMinor,
}: {
  asOf: string;
  today: string;
  /** How far it is finished already; null: it never was. */
  finishedTo: string | null;
  statementMinor: number | null;
  /** Lines by that day that nothing is matched with now. */
  linesOpen: number;
  differenceMinor: number;
}): Outcome<null> {
  if (asOf > today) return refuse('reconcile.future', 'asOf');
  if (finishedTo !== null && asOf <= finishedTo)
    return refuse('reconcile.earlier', 'asOf', { asOf: finishedTo });
  if (statementMinor === null) return refuse('reconcile.notCovered', 'asOf');
  if (linesOpen > 0) return refuse('reconcile.linesOpen', 'asOf', { count: linesOpen });
  return differenceMinor === 0
    ? accept(null)
    : refuse('reconcile.differs', 'asOf', { differenceMinor });
}
