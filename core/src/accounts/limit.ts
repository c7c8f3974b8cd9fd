import { addDays, type IsoDate } from '../dates';
import { minor, minus, sum, type Minor } from '../money';
import type { BrokenRule } from '../outcome';
import type { ItemLeft } from './items';

/** One account of the chain that a charge counts against: the branch, then the group above it. */
export type Creditor = {
  chargeAccountId: number;
  name: string;
  /** Null: without a limit. */
  limitMinor: number | null;
  /** For a group: its own balance and those of all its branches. */
  balanceMinor: number;
};

export type ChargeFacts = {
  /** What is charged on the ticket now, in all. */
  chargedMinor: number;
  /** The branch first, then the group that pays for it. */
  chain: readonly Creditor[];
  /** Why an account of the chain is on hold, if one is. */
  holdReason: string | null;
  /** Open past its due date and the days of grace, of the payer. */
  overdueMinor: number;
  overdueDays: number;
  /** Who buys, and whether he is on the account's list; null where anybody may. */
  buyer: { name: string; listed: boolean } | null;
};

/** What an account can still be charged before a charge and after it; null: without end. */
export function availableOf(
  chain: readonly Creditor[],
  chargedMinor: number,
): { beforeMinor: Minor; afterMinor: Minor } | null {
  const rooms = chain.flatMap(({ limitMinor, balanceMinor }) =>
    limitMinor === null ? [] : [limitMinor - balanceMinor],
  );
  if (rooms.length === 0) return null;
  const beforeMinor = minor(Math.min(...rooms));
  return { beforeMinor, afterMinor: minus(beforeMinor, chargedMinor) };
}

/**
 * The rules that a charge breaks: over the branch's limit or the group's, on hold, overdue past
 * grace, a buyer who is not on the list. All are a manager's to approve.
 */
export function brokenChargeRules(facts: ChargeFacts): BrokenRule[] {
  const { chargedMinor, chain, holdReason, overdueMinor, overdueDays, buyer } = facts;
  const broken: BrokenRule[] = [];
  const breaks = (code: string, params: BrokenRule['params']) =>
    broken.push({ code, approver: 'manager', params: params! });
  for (const { name, limitMinor, balanceMinor } of chain) {
    if (limitMinor === null) continue;
    const overMinor = sum([balanceMinor, chargedMinor, -limitMinor]);
    if (overMinor > 0) breaks('rule.overLimit', { name, limitMinor, overMinor });
  }
  if (holdReason !== null) breaks('rule.onHold', { reason: holdReason });
  if (overdueMinor > 0) breaks('rule.overdue', { overdueMinor, days: overdueDays });
  if (buyer && !buyer.listed) breaks('rule.buyer', { name: buyer.name });
  return broken;
}

/**
 * What is overdue, the one definition for page, list, statement, reminder, loose end and charge
 * rule: open charges past their due day less credits that are given to nothing. Never below zero,
 * and so never above what is owed.
 */
export const overdueSum = (lateMinor: number, creditMinor: number): Minor =>
  minor(Math.max(0, lateMinor - creditMinor));

/**
 * What is overdue past the days of grace (0 where none is meant), and when the oldest of it was
 * due.
 */
export function overdueOf(
  items: readonly Pick<ItemLeft, 'dueDate' | 'leftMinor'>[],
  graceDays: number,
  today: IsoDate,
): { overdueMinor: Minor; oldestDue: IsoDate | null } {
  const late = items.filter(
    ({ dueDate, leftMinor }) =>
      leftMinor > 0 && dueDate !== null && addDays(dueDate, graceDays) < today,
  );
  const overdueMinor = overdueSum(
    sum(late.map(({ leftMinor }) => leftMinor)),
    sum(items.map(({ leftMinor }) => Math.max(0, -leftMinor))),
  );
  if (overdueMinor === 0) return { overdueMinor, oldestDue: null };
  const oldestDue = late.map(({ dueDate }) => dueDate!).sort()[0]!;
  return { overdueMinor, oldestDue };
}
