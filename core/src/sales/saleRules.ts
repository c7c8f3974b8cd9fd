import { minus, sum } from '../money';
import type { BrokenRule } from '../outcome';
import { brokenReturnRules, otherWaysBroken } from '../returns';
import { inCoins, type GivenRefund, type TakenTender } from '../tenders';
import { coinsOut, type DecidedExtra } from './extras';
import { valueOf, type DecidedReturn } from './return';
import type { SaleState, SaleTicket } from './sale';

/* What asks for somebody's word because money or goods move otherwise than usual. */

/**
 * More cash than the drawer holds can only leave it with somebody's word. At the desk cash leaves the safe, which is
 * always a manager's to say.
 */
export function drawerBroken(
  tenders: readonly TakenTender[],
  refunds: readonly GivenRefund[],
  extras: readonly DecidedExtra[],
  { drawerHoldsMinor, drawerId }: SaleState,
): BrokenRule[] {
  if (drawerHoldsMinor === null) return [];
  const inCash = [...tenders, ...refunds].filter(({ kind }) => inCoins(kind));
  const outMinor = minus(coinsOut(extras), sum(inCash.map(({ keptMinor }) => keptMinor)));
  const asks = (code: string): BrokenRule => ({
    code,
    approver: 'manager',
    params: { outMinor },
  });
  const above = outMinor > drawerHoldsMinor;
  if (drawerId !== null) return above ? [asks('rule.aboveDrawer')] : [];
  return [
    ...(outMinor > 0 ? [asks('rule.refundFromSafe')] : []),
    ...(above ? [asks('rule.aboveSafe')] : []),
  ];
}

/** The rules of returns that a ticket breaks. */
export function returnRulesBroken(
  sale: SaleTicket,
  back: DecidedReturn | null,
  { today, original, returnRules }: SaleState,
): BrokenRule[] {
  if (!sale.returned || !back) return [];
  const facts = {
    today,
    saleDate: original?.date ?? null,
    returnedMinor: valueOf(back.lines),
    feeWaived: Boolean(sale.returned.feeWaived) && back.feeApplies,
  };
  return [
    ...brokenReturnRules(facts, returnRules),
    ...(original ? otherWaysBroken(sale.refunds ?? [], original.refunds, returnRules) : []),
  ];
}
