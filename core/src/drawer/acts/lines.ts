import { post, type JournalLine, type Posted } from '../../ledger';
import {
  BROUGHT_IN,
  inFund,
  IN_DRAWER,
  IN_TRANSIT_OF_ACT,
  split,
  type Opposite,
} from '../../takings';
import type { Act, CashPart, DecidedPart, SafeCash } from './types';

/** A part of an expense or of other money in, net and tax, that no takings are in. */
export const plainParts = (parts: readonly DecidedPart[]) => ({
  parts: parts.map(({ account, departmentId, netMinor }) => ({
    amountMinor: netMinor,
    ledgerAccount: account,
    ...(departmentId && { departmentId }),
  })),
  tax: parts.flatMap((part) =>
    part.parts.map(({ authorityId, taxMinor }) => ({ amountMinor: taxMinor, authorityId })),
  ),
});

/**
 * Expenses that cash paid, each with the tax that is inside of it: they bear the day and pot of that cash.
 * @param amounts what paid, by day and pot, as amounts of a posting row
 */
export function expenseLines(
  parts: readonly DecidedPart[],
  moved: readonly CashPart[],
  amounts: (moved: readonly CashPart[]) => readonly Exclude<Posted, number>[],
): JournalLine[] {
  const opposites = parts.flatMap((part, i): Opposite<string>[] => [
    ...part.parts.map(({ authorityId, taxMinor }) => ({
      name: `tax ${i} ${authorityId}`,
      amountMinor: taxMinor,
    })),
    // The last net bears the rest, which is its own amount.
    { name: `net ${i}`, ...(i < parts.length - 1 && { amountMinor: part.netMinor }) },
  ]);
  const shared = split(moved, opposites);
  const by = (name: string, more: object) =>
    amounts(moved.map((part, i) => ({ ...part, amountMinor: shared[name]![i]! }))).map(
      (one) => ({ ...one, ...more }),
    );
  return post('expense.line', {
    parts: parts.flatMap(({ account, departmentId }, i) =>
      by(`net ${i}`, { ledgerAccount: account, ...(departmentId && { departmentId }) }),
    ),
    tax: parts.flatMap((part, i) =>
      part.parts.flatMap(({ authorityId }) => by(`tax ${i} ${authorityId}`, { authorityId })),
    ),
  });
}

/** Cash that leaves items of the safe, as amounts of a posting row; it goes into a fund where one is named. */
export const outOfSafe = (fetched: readonly SafeCash[], drawerId?: number) =>
  fetched.map(({ takingsDay, pot, amountMinor, safeItemId }) => ({
    amountMinor,
    takings: {
      takingsDay,
      pot,
      holders: {
        safe: `safeItem ${safeItemId}`,
        ...(drawerId !== undefined && { fund: inFund(drawerId) }),
      },
    },
  }));

/** Money that no ticket brought lies in the drawer, or is on its way to the bank, as brought in today. */
export const broughtIn = ({ amountMinor, bankAccountId, state }: Act): JournalLine[] => {
  const { today: takingsDay, drawerId } = state;
  const takings = { takingsDay, pot: BROUGHT_IN };
  return bankAccountId === null
    ? post(
        'money.toDrawer',
        { amount: { amountMinor, takings: { ...takings, holders: { drawer: IN_DRAWER } } } },
        { drawerId: drawerId! },
      )
    : post(
        'money.toBank',
        {
          amount: {
            amountMinor,
            takings: { ...takings, holders: { bankInTransit: IN_TRANSIT_OF_ACT } },
          },
        },
        { bankAccountId },
      );
};

/** What the bank will pay: on its way until a line of the statement shows it. */
export const fromBank = ({ amountMinor, bankAccountId }: Act): JournalLine[] =>
  post('paid.fromBank', { amount: amountMinor }, { bankAccountId: bankAccountId! });
