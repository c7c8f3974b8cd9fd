import { daysBetween } from '../dates';
import { sum } from '../money';
import type { BrokenRule } from '../outcome';
import { giveBackOf, type OfferedRefund, type RefundKind, type RefundState } from '../tenders';

/** The shop's settings on returns. */
export type ReturnRules = {
  /** Days after the sale on which goods may still come back without asking. */
  returnDays: number;
  /** e.g. '20': the fee in percent of the net after discount. */
  restockingPercent: string;
  restockingTaxed: boolean;
  /** Days from its issue on which a credit note can be used. */
  creditDays: number;
  /** Above this, net and tax, a return asks for approval; null asks for none. */
  approvalAboveMinor: number | null;
  /** Whether money goes back the way it came unless somebody approves another way. */
  originalTendersFirst: boolean;
};

/** What a return is, for the rules: no `saleDate` when its sale was not found. */
export type ReturnFacts = {
  today: string;
  saleDate: string | null;
  returnedMinor: number;
  feeWaived: boolean;
};

type Rule = (facts: ReturnFacts, rules: ReturnRules) => BrokenRule['params'] | undefined;

/** The rules of returns, each with when it is broken. All are a manager's to approve. */
const RULES: Record<string, Rule> = {
  'rule.returnWithoutSale': ({ saleDate }) => (saleDate === null ? {} : undefined),
  'rule.returnLate': ({ saleDate, today }, { returnDays }) => {
    const days = saleDate === null ? 0 : daysBetween(saleDate, today);
    return days > returnDays ? { days, allowed: returnDays } : undefined;
  },
  'rule.returnAbove': ({ returnedMinor }, { approvalAboveMinor }) =>
    approvalAboveMinor !== null && returnedMinor > approvalAboveMinor
      ? { returnedMinor, allowedMinor: approvalAboveMinor }
      : undefined,
  'rule.feeWaived': ({ feeWaived }) => (feeWaived ? {} : undefined),
};

/** The rules that a return breaks, in a fixed order. */
export function brokenReturnRules(facts: ReturnFacts, rules: ReturnRules): BrokenRule[] {
  return Object.entries(RULES).flatMap(([code, rule]) => {
    const params = rule(facts, rules);
    return params ? [{ code, approver: 'manager' as const, params }] : [];
  });
}

/**
 * What of a known sale's money goes back another way than it came, where the shop keeps to that:
 * each a manager's to approve.
 */
export function otherWaysBroken(
  refunds: readonly OfferedRefund[],
  state: RefundState,
  { originalTendersFirst }: ReturnRules,
): BrokenRule[] {
  if (!originalTendersFirst) return [];
  const kinds = [...new Set(refunds.map(({ kind }) => kind))];
  const by = (wanted: RefundKind) =>
    sum(refunds.map(({ kind, amountMinor }) => (kind === wanted ? amountMinor : 0)));
  return kinds.flatMap((kind): BrokenRule[] => {
    const { left, otherWay } = giveBackOf(kind);
    if (!left || !otherWay || by(kind) <= left(state)) return [];
    const params = { [otherWay.given]: by(kind), [otherWay.left]: left(state) };
    return [{ code: otherWay.code, approver: 'manager', params }];
  });
}
