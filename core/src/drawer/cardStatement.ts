import { sum } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** What the shop's own card paid for, or a payment of its bill (below zero). Minor units. */
export type CardMovement = { id: number; date: string; amountMinor: number };

export type CardStatementAsked = {
  /** The last day that the statement covers. */
  date: string;
  /** What it says is owed on that day; below zero: the card's bank owes. */
  balanceMinor: number;
  /** Movements that stand on it. */
  actIds: readonly number[];
};

export type CardStatementState = {
  today: string;
  /** The statement before; null: this is the first one. */
  last: { date: string; balanceMinor: number } | null;
  /** Movements that stand on no statement yet. */
  open: readonly CardMovement[];
};

/** What a statement should say: what the one before left, and all that is ticked. Minor units. */
export const cardStatementTotal = (
  last: CardStatementState['last'],
  ticked: readonly CardMovement[],
): number => sum([last?.balanceMinor ?? 0, ...ticked.map(({ amountMinor }) => amountMinor)]);

/**
 * Checks a statement of the shop's own card against the books: balance = balance before + charges − payments,
 * each of which stands on one statement alone. It posts nothing: the liability stands in the books already.
 * Refusals: `cardStatement.future`, `cardStatement.earlier` (date of the one before), `cardStatement.notOpen` (of an act
 * that is undone or on another statement), `cardStatement.after` (of one later than the statement),
 * `cardStatement.differs` (differenceMinor: what the statement says less what is ticked).
 */
export function decideCardStatement(
  asked: CardStatementAsked,
  { today, last, open }: CardStatementState,
): Outcome<{ items: readonly CardMovement[] }> {
  const { date, balanceMinor, actIds } = asked;
  if (date > today) return refuse('cardStatement.future', 'date');
  if (last && date <= last.date)
    return refuse('cardStatement.earlier', 'date', { date: last.date });
  const items = [...new Set(actIds)].map((id) => open.find((one) => one.id === id));
  const strange = items.findIndex((item) => item === undefined);
  if (strange >= 0) return refuse('cardStatement.notOpen', `actIds.${strange}`);
  const found = items as CardMovement[];
  const late = found.findIndex((item) => item.date > date);
  if (late >= 0) return refuse('cardStatement.after', `actIds.${late}`);
  const differenceMinor = balanceMinor - cardStatementTotal(last, found);
  if (differenceMinor !== 0)
    return refuse('cardStatement.differs', 'balanceMinor', { differenceMinor });
  return accept({ items: found });
}

/**
 * What is left to pay of the latest statement: its balance less what was paid since and stands on no statement yet.
 * Charges since then are on the next one. Minor units, not below zero.
 */
export const leftOnCardStatement = (
  balanceMinor: number,
  open: readonly CardMovement[],
): number =>
  Math.max(
    0,
    sum([
      balanceMinor,
      ...open.filter(({ amountMinor }) => amountMinor < 0).map((one) => one.amountMinor),
    ]),
  );
