import { addDays, type IsoDate } from '../dates';
import { minor, sum, type Minor } from '../money';
import { agingOf, type Aging } from './aging';
import { balanceOf, itemsLeft, type Allocation, type ItemKind, type OpenItem } from './items';

/** A statement of account: what is open at a date, or how the balance came from one to another. */
export const STATEMENT_KINDS = ['openItem', 'balanceForward'] as const;
export type StatementKind = (typeof STATEMENT_KINDS)[number];

export type StatementRow = {
  chargeAccountId: number;
  date: IsoDate;
  kind: ItemKind | 'discount';
  number: string;
  dueDate: IsoDate | null;
  amountMinor: Minor;
  /** Open item: what is left of it; balance forward: the balance after it. */
  standingMinor: Minor;
};

export type AccountStatement = {
  /** Balance forward: what was owed before its first day. */
  openingMinor: Minor;
  rows: StatementRow[];
  /** What is owed at its last day; the same by both kinds. */
  balanceMinor: Minor;
  aging: Aging;
};

/** Items that are open at the end of a date, the oldest due first. */
export function openItemStatement(
  items: readonly OpenItem[],
  allocations: readonly Allocation[],
  asOf: IsoDate,
): AccountStatement {
  const open = itemsLeft(items, allocations, asOf).filter(({ leftMinor }) => leftMinor !== 0);
  const rows = open
    .map((item): StatementRow => ({
      chargeAccountId: item.chargeAccountId,
      date: item.invoiceDate ?? item.date,
      kind: item.kind,
      number: item.number,
      dueDate: item.dueDate,
      amountMinor: minor(item.amountMinor),
      standingMinor: item.leftMinor,
    }))
    .sort((a, b) => compare(a.dueDate ?? a.date, b.dueDate ?? b.date));
  return {
    openingMinor: minor(0),
    rows,
    balanceMinor: balanceOf(open),
    aging: agingOf(open, asOf),
  };
}

/**
 * All that moved the balance from one day to another, both counted in, with the balance after
 * each; a discount that was granted stands by itself, on the day on which it was.
 */
export function balanceForwardStatement(
  items: readonly OpenItem[],
  allocations: readonly Allocation[],
  from: IsoDate,
  asOf: IsoDate,
): AccountStatement {
  const byId = new Map(items.map((item) => [item.id, item]));
  type Move = Omit<StatementRow, 'standingMinor'>;
  const moves: Move[] = [
    ...items.map((item): Move => ({
      chargeAccountId: item.chargeAccountId,
      date: item.date,
      kind: item.kind,
      number: item.number,
      dueDate: item.dueDate,
      amountMinor: minor(item.amountMinor),
    })),
    ...allocations
      .filter(({ discountMinor }) => discountMinor !== 0)
      .map(({ chargeItemId, discountMinor, date }): Move => {
        const charge = byId.get(chargeItemId)!;
        return {
          chargeAccountId: charge.chargeAccountId,
          date,
          kind: 'discount',
          number: charge.number,
          dueDate: null,
          amountMinor: minor(-discountMinor),
        };
      }),
  ]
    .filter(({ date }) => date <= asOf)
    .sort((a, b) => compare(a.date, b.date));
  const before = moves.filter(({ date }) => date < from);
  const openingMinor = sum(before.map(({ amountMinor }) => amountMinor));
  let standing = openingMinor;
  const rows = moves
    .filter(({ date }) => date >= from)
    .map((move): StatementRow => {
      standing = sum([standing, move.amountMinor]);
      return { ...move, standingMinor: standing };
    });
  const open = itemsLeft(items, allocations, asOf);
  return { openingMinor, rows, balanceMinor: standing, aging: agingOf(open, asOf) };
}

const compare = (a: string, b: string) => (a === b ? 0 : a < b ? -1 : 1);

/**
 * The last day up to a date on which an account's statement was due.
 * @param day of the month, 1 to 28
 */
export function lastStatementDay(day: number, date: IsoDate): IsoDate {
  const inMonth = (of: IsoDate) => `${of.slice(0, 8)}${String(day).padStart(2, '0')}`;
  const here = inMonth(date);
  return here <= date ? here : inMonth(addDays(`${date.slice(0, 8)}01`, -1));
}
