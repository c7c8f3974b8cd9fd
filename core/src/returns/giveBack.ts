import { minor, minus, negate, roundCash, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import {
  giveBackOf,
  inCoins,
  NOTHING_PAID,
  roomOf,
  type GivenRefund,
  type OfferedRefund,
  type PaidTender,
  type RefundKind,
  type RefundState,
} from '../tenders';
import { firstBack } from './refund';

/** What else a return of a sale comes to. Minor units, net and tax. */
export type AlongWith = {
  /** Returned value that pays for other goods on this ticket. */
  usedMinor: number;
  /** The value of goods of the sale that still may come back later. */
  laterMinor: number;
};

/**
 * Gives an amount back by the chosen tenders. What never came as money goes back to its own tender
 * first; a tender gets back no more than it paid. Without a sale there is no tender to pay back.
 * Refusals: `refund.notPositive`, `refund.oneCash`, `refund.sum` (leftMinor),
 * `refund.unknownTender`, `refund.tenderOver` (leftMinor), `refund.reference`, `text.cardNumber`,
 * those of `checkOwnCheque`, `refund.first` (amountMinor).
 * @param dueMinor what the ticket gives back, positive
 */
export function giveRefund(
  dueMinor: number,
  along: AlongWith,
  offered: readonly OfferedRefund[],
  state: RefundState | null,
  cashStepMinor: number,
): Outcome<GivenRefund[]> {
  if (offered.filter(({ kind }) => inCoins(kind)).length > 1) {
    return refuse('refund.oneCash', 'refunds');
  }
  for (const [i, refund] of offered.entries()) {
    const refusal = checkRefund(refund, offered.slice(0, i), state, `refunds.${i}`);
    if (refusal) return refusal;
  }
  const leftMinor = minus(dueMinor, sum(offered.map(({ amountMinor }) => amountMinor)));
  if (leftMinor !== 0) return refuse('refund.sum', 'refunds', { leftMinor });
  const sale = state ?? NOTHING_PAID;
  const first = firstBack(dueMinor, sale);
  for (const { saleTenderId, kind, amountMinor } of first) {
    if (toTender(offered, saleTenderId) < amountMinor) {
      return refuse(`refund.first.${kind}`, 'refunds', { amountMinor });
    }
  }
  const other = sum(offered.map(({ kind, amountMinor }) => (inCoins(kind) ? 0 : amountMinor)));
  // A tender that is named twice takes its write-off back once.
  const writtenOff = new Map(first.map((one) => [one.saleTenderId, one.writtenOffMinor]));
  return accept(
    offered.map((refund): GivenRefund => {
      const { kind, tenderId, amountMinor } = refund;
      const { keeps, details } = giveBackOf(kind);
      const saleTenderId = 'saleTenderId' in refund ? refund.saleTenderId : null;
      const outMinor =
        keeps === 'coins'
          ? cashOut(amountMinor, other, along, state, cashStepMinor)
          : amountMinor;
      const writtenBackMinor = minor(
        Math.min(amountMinor, writtenOff.get(saleTenderId ?? 0) ?? 0),
      );
      writtenOff.delete(saleTenderId ?? 0);
      return {
        tenderId,
        kind,
        saleTenderId,
        amountMinor: negate(amountMinor),
        keptMinor: keeps === 'nothing' ? minor(0) : negate(outMinor),
        roundingMinor: minus(outMinor, amountMinor),
        reference: null,
        ownCheque: null,
        transfer: null,
        chargeAccountId:
          sale.paid.find((one) => one.saleTenderId === saleTenderId)?.chargeAccountId ?? null,
        writtenBackMinor,
        ...details(refund as never),
      };
    }),
  );
}

const toTender = (refunds: readonly OfferedRefund[], saleTenderId: number): Minor =>
  sum(
    refunds.map((one) =>
      'saleTenderId' in one && one.saleTenderId === saleTenderId ? one.amountMinor : 0,
    ),
  );

/**
 * What leaves the drawer. It is rounded on what cash gave back so far: up to what cash had paid,
 * never beyond the cash kept for it; beyond that (a card that is paid back in cash) to the nearest
 * coin. What is given back in all, with what may still come back to the cent, never exceeds what
 * came in by more than half the smallest coin.
 */
function cashOut(
  amountMinor: number,
  otherMinor: number,
  { usedMinor, laterMinor }: AlongWith,
  state: RefundState | null,
  stepMinor: number,
): Minor {
  const own = state?.paid.filter(({ ahead }) => !ahead) ?? [];
  if (!state || own.length + state.tradedInMinor === 0) {
    return roundCash(amountMinor, stepMinor);
  }
  const inCash = own.filter(({ kind }) => inCoins(kind));
  const paidMinor = sum(inCash.map((tender) => tender.amountMinor));
  const keptMinor = sum(inCash.map((tender) => tender.keptMinor));
  const givenBy = (coins: boolean) =>
    sum(
      Object.entries(state.givenMinor).map(([kind, given]) =>
        inCoins(kind as RefundKind) === coins ? given : 0,
      ),
    );
  const before = givenBy(true);
  const cumulated = before + amountMinor;
  const ofCash = roundCash(Math.min(cumulated, paidMinor), stepMinor);
  const beyond = roundCash(Math.max(0, cumulated - paidMinor), stepMinor);
  const cameIn = sum([...own.map((one) => one.keptMinor), state.tradedInMinor]);
  const given = sum([givenBy(false), otherMinor, state.usedMinor, usedMinor]);
  const most = roundCash(Math.max(0, cameIn - given - laterMinor), stepMinor);
  const out = Math.min(Math.min(ofCash, keptMinor) + beyond, most);
  return minor(Math.max(0, out - state.cashOutMinor));
}

function checkRefund(
  refund: OfferedRefund,
  before: readonly OfferedRefund[],
  state: RefundState | null,
  at: string,
): Outcome<never> | undefined {
  if (refund.amountMinor <= 0) return refuse('refund.notPositive', `${at}.amountMinor`);
  const { check, to } = giveBackOf(refund.kind);
  if (to === 'anybody' || !('saleTenderId' in refund)) return check?.(refund as never, at);
  const { kind, saleTenderId, tenderId } = refund;
  const paid = state?.paid.find(
    (one) =>
      one.kind === kind && one.saleTenderId === saleTenderId && one.tenderId === tenderId,
  );
  if (!paid) return refuse('refund.unknownTender', `${at}.saleTenderId`);
  const leftMinor = mostBack(paid);
  if (toTender([...before, refund], saleTenderId) > leftMinor) {
    return refuse('refund.tenderOver', `${at}.amountMinor`, { leftMinor });
  }
  return check?.(refund as never, at);
}

const mostBack = (paid: PaidTender): number =>
  roomOf(paid.kind).giveBack?.most?.(paid) ?? paid.amountMinor - paid.refundedMinor;
