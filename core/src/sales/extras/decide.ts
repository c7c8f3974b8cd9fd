import { minor, minus, sum, ZERO, type Minor } from '../../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../../outcome';
import type { OfferedTender } from '../../tenders';
import { roomOf } from '../../tenders';
import { extraRoomOf } from './kinds';
import type { DecidedExtra, ExtraLine, ExtraState } from './types';

const NOTHING_NAMED = {
  orderId: null,
  chargeAccountId: null,
  allocations: [],
  creditItemId: null,
  returnedChequeId: null,
  voucherId: null,
  unknownPaymentId: null,
  recoveredMinor: ZERO,
};

/**
 * Decides the lines that are no goods; they bear no tax but that of a prepayment taxed at its
 * receipt. Refusals: `voucher.amount`, and those of each kind's room.
 */
export function decideExtras(
  extras: readonly ExtraLine[],
  state: ExtraState,
): Outcome<DecidedExtra[]> {
  const decided: DecidedExtra[] = [];
  for (const [i, extra] of extras.entries()) {
    const { kind, amountMinor } = extra;
    const { decide, leaves } = extraRoomOf(kind);
    const said = decide(extra, state, decided, `extras.${i}`);
    if (!said.ok) return said;
    decided.push({
      ...NOTHING_NAMED,
      kind,
      amountMinor: minor(leaves ? -amountMinor : amountMinor),
      parts: { netMinor: minor(amountMinor), taxes: [] },
      ...said.value,
    });
  }
  return accept(decided);
}

/**
 * Whether extras may stand with all else on a ticket. Refusals: `account.alone`,
 * `prepayment.alone`, `account.notByAccount`.
 */
export function checkTogether(
  extras: readonly ExtraLine[],
  hasGoods: boolean,
  tenders: readonly OfferedTender[],
): Outcome<never> | undefined {
  for (const { kind } of extras) {
    const { alone } = extraRoomOf(kind);
    if (!alone) continue;
    const beside = extras.filter(
      (one) => !(alone.butItsLike && one.kind === kind) && !extraRoomOf(one.kind).becomesOther,
    ).length;
    if (hasGoods || beside > (alone.butItsLike ? 0 : 1)) return refuse(alone.code, 'extras');
  }
  const ofAccount = extras.some(({ kind }) => extraRoomOf(kind).ofAccount);
  return ofAccount && tenders.some(({ kind }) => roomOf(kind).take?.charges)
    ? refuse('account.notByAccount', 'tenders')
    : undefined;
}

/**
 * Whether cards pay for the tip, and a debit card for the cash that it brings back.
 * Refusals: `tip.byCard`, `cashBack.byDebit`.
 * @param cardMinor what cards pay of the ticket, and of that debit cards
 */
export function checkPaidByCard(
  extras: readonly DecidedExtra[],
  cardMinor: number,
  debitMinor: number,
): Outcome<never> | undefined {
  const of = (paidBy: 'card' | 'debit') =>
    sum(
      extras.map(({ kind, amountMinor }) =>
        extraRoomOf(kind).paidBy === paidBy ? amountMinor : 0,
      ),
    );
  if (of('debit') > debitMinor) return refuse('cashBack.byDebit', 'tenders');
  if (of('card') > minus(cardMinor, of('debit'))) return refuse('tip.byCard', 'tenders');
  return undefined;
}

export const extrasTotal = (extras: readonly DecidedExtra[]): Minor =>
  sum(extras.map(({ amountMinor }) => amountMinor));

/** What of the drawer's coins extras take out. */
export const coinsOut = (extras: readonly DecidedExtra[]): Minor =>
  extrasTotal(extras.filter(({ kind }) => extraRoomOf(kind).takesCash));

/** What is paid out of what the shop owes: a manager's to say. */
export const paidOutBroken = (extras: readonly DecidedExtra[]): BrokenRule[] =>
  extras.flatMap(({ kind, amountMinor }): BrokenRule[] => {
    const { approval: code } = extraRoomOf(kind);
    const params = { amountMinor: -amountMinor };
    return code ? [{ code, approver: 'manager', params }] : [];
  });
