import { minus, sum } from '../money';
import type { BrokenRule } from '../outcome';
import { brokenReturnRules, cashLeft, chequesLeft } from '../returns';
import type { GivenRefund, OfferedRefund, TakenTender } from '../tenders';
import type { DecidedExtra, ExtraLine } from './extra';
import { valueOf, type DecidedReturn } from './return';
import type { SaleState, SaleTicket } from './sale';

/* What asks for somebody's word because money or goods move otherwise than usual. */

/** More cash than the drawer holds can only leave it with somebody's word. */
export function drawerBroken(
  tenders: readonly TakenTender[],
  refunds: readonly GivenRefund[],
  extras: readonly DecidedExtra[],
  { drawerHoldsMinor }: SaleState,
): BrokenRule[] {
  if (drawerHoldsMinor === null) return [];
  const inCash = [...tenders, ...refunds].filter(({ kind }) => kind === 'cash');
  const back = extras.filter(({ kind }) => kind === 'cashBack');
  const outMinor = minus(
    sum(back.map(({ amountMinor }) => amountMinor)),
    sum(inCash.map(({ keptMinor }) => keptMinor)),
  );
  return outMinor > drawerHoldsMinor
    ? [{ code: 'rule.aboveDrawer', approver: 'manager', params: { outMinor } }]
    : [];
}

/** Money that leaves the shop for what it owes is a manager's to say. */
const PAID_OUT: Partial<Record<ExtraLine['kind'], string>> = {
  creditOut: 'rule.creditOut',
  paymentBack: 'rule.paymentBack',
  voucherBack: 'rule.voucherBack',
};

/** What is paid out of what the shop owes. */
export const paidOutBroken = (extras: readonly DecidedExtra[]): BrokenRule[] =>
  extras.flatMap(({ kind, amountMinor }): BrokenRule[] => {
    const code = PAID_OUT[kind];
    const params = { amountMinor: -amountMinor };
    return code ? [{ code, approver: 'manager', params }] : [];
  });

/** The rules of returns that a ticket breaks. */
export function returnRulesBroken(
  sale: SaleTicket,
  back: DecidedReturn | null,
  state: SaleState,
): BrokenRule[] {
  if (!sale.returned || !back) return [];
  const { original } = state;
  const by = (wanted: OfferedRefund['kind']) =>
    sum(
      (sale.refunds ?? []).map(({ kind, amountMinor }) => (kind === wanted ? amountMinor : 0)),
    );
  return brokenReturnRules(
    {
      today: state.today,
      saleDate: original?.date ?? null,
      returnedMinor: valueOf(back.lines),
      cashMinor: by('cash'),
      cashLeftMinor: original ? cashLeft(original.refunds) : 0,
      chequeMinor: by('ownCheque'),
      chequesLeftMinor: original ? chequesLeft(original.refunds) : 0,
      feeWaived: Boolean(sale.returned.feeWaived) && back.feeApplies,
    },
    state.returnRules,
  );
}
