import { holdsCardNumber } from '../cards';
import { minor, minus, negate, roundCash, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { checkOwnCheque, type OwnCheque, type TenderKind } from '../tenders';

/** A tender of the sale that goods come back of, and what went back to it so far. */
export type PaidTender = {
  saleTenderId: number;
  tenderId: number;
  kind: TenderKind;
  amountMinor: number;
  keptMinor: number;
  /** Given back to this very tender: cards only, since cash and credit have no name. */
  refundedMinor: number;
};

/** What one sale brought and gave back so far. Minor units, none negative. */
export type RefundState = {
  paid: readonly PaidTender[];
  /** Cash given back for this sale: by the tickets' amounts, and as it left the drawer. */
  cashRefundedMinor: number;
  cashOutMinor: number;
  creditRefundedMinor: number;
  /** Given back by the shop's own cheques. */
  chequeRefundedMinor: number;
  /** Returned value that paid for other goods on the same ticket. */
  usedMinor: number;
};

/** How a person wants to give money back. */
export type OfferedRefund =
  | { kind: 'cash'; tenderId: number; amountMinor: number }
  | {
      kind: 'card';
      tenderId: number;
      /** The card tender of the sale that is paid back. */
      saleTenderId: number;
      amountMinor: number;
      reference: string;
    }
  | { kind: 'storeCredit'; tenderId: number; amountMinor: number }
  | { kind: 'ownCheque'; tenderId: number; amountMinor: number; cheque: OwnCheque };

/** A refund as it is given; both figures are negative, as money that leaves. */
export type GivenRefund = {
  tenderId: number;
  kind: OfferedRefund['kind'];
  saleTenderId: number | null;
  amountMinor: Minor;
  keptMinor: Minor;
  /** amount − kept, as on a tender taken. */
  roundingMinor: Minor;
  reference: string | null;
  ownCheque: OwnCheque | null;
};

const paidBy = (state: RefundState, kind: PaidTender['kind']) =>
  sum(state.paid.flatMap((tender) => (tender.kind === kind ? [tender.amountMinor] : [])));

/** What of the cash that a sale brought has not gone back in cash. */
export function cashLeft(state: RefundState): Minor {
  return minor(Math.max(0, paidBy(state, 'cash') - state.cashRefundedMinor));
}

/** What of the cheques that a sale brought has not gone back by a cheque of ours. */
export function chequesLeft(state: RefundState): Minor {
  return minor(Math.max(0, paidBy(state, 'cheque') - state.chequeRefundedMinor));
}

export type ProposedRefund = {
  kind: OfferedRefund['kind'];
  saleTenderId: number | null;
  amountMinor: Minor;
};

/**
 * Proposes how an amount goes back: to the original tenders in the proportion of what is left on
 * each; what none of them can take becomes store credit.
 * @param writesCheques whether the shop gives back by its own cheque what a cheque brought
 */
export function proposeRefund(
  dueMinor: number,
  state: RefundState,
  writesCheques = false,
): ProposedRefund[] {
  const rooms = [
    { kind: 'cash' as const, saleTenderId: null, leftMinor: cashLeft(state) },
    ...state.paid.flatMap((tender) =>
      tender.kind === 'card'
        ? [
            {
              kind: 'card' as const,
              saleTenderId: tender.saleTenderId,
              leftMinor: tender.amountMinor - tender.refundedMinor,
            },
          ]
        : [],
    ),
    {
      kind: 'ownCheque' as const,
      saleTenderId: null,
      leftMinor: writesCheques ? chequesLeft(state) : 0,
    },
    {
      kind: 'storeCredit' as const,
      saleTenderId: null,
      leftMinor: Math.max(0, paidBy(state, 'storeCredit') - state.creditRefundedMinor),
    },
  ];
  const shares = proportion(
    dueMinor,
    rooms.map(({ leftMinor }) => leftMinor),
  );
  shares[shares.length - 1]! += dueMinor - sum(shares);
  return rooms.flatMap(({ kind, saleTenderId }, i) =>
    shares[i]! > 0 ? [{ kind, saleTenderId, amountMinor: minor(shares[i]!) }] : [],
  );
}

/** Shares by the room there is, rounded down; cents over go to the first that has room. */
function proportion(totalMinor: number, rooms: readonly number[]): number[] {
  const whole = sum(rooms);
  const total = Math.min(totalMinor, whole);
  const shares = rooms.map((room) =>
    whole === 0 ? 0 : Number((BigInt(total) * BigInt(room)) / BigInt(whole)),
  );
  let over = total - sum(shares);
  return shares.map((part, i) => {
    const more = Math.min(over, rooms[i]! - part);
    over -= more;
    return part + more;
  });
}

/** What else a return of a sale comes to. Minor units, net and tax. */
export type AlongWith = {
  /** Returned value that pays for other goods on this ticket. */
  usedMinor: number;
  /** The value of goods of the sale that still may come back later. */
  laterMinor: number;
};

/**
 * Gives an amount back by the chosen tenders. Cash is rounded on the sale's cumulated cash
 * refund, but never up by what the sale did not bring: what may come back later can still be
 * given back to the cent. A card gets back no more than it paid. Without a sale there is no card
 * to pay back.
 * Refusals: `refund.notPositive`, `refund.oneCash`, `refund.sum` (leftMinor),
 * `refund.unknownCard`, `refund.cardOver` (leftMinor), `refund.reference`, `text.cardNumber`,
 * those of `checkOwnCheque`.
 * @param dueMinor what the ticket gives back, positive
 */
export function settleRefund(
  dueMinor: number,
  along: AlongWith,
  offered: readonly OfferedRefund[],
  state: RefundState | null,
  cashStepMinor: number,
): Outcome<GivenRefund[]> {
  if (offered.filter(({ kind }) => kind === 'cash').length > 1) {
    return refuse('refund.oneCash', 'refunds');
  }
  for (const [i, refund] of offered.entries()) {
    const refusal = checkRefund(refund, offered.slice(0, i), state, `refunds.${i}`);
    if (refusal) return refusal;
  }
  const leftMinor = minus(dueMinor, sum(offered.map(({ amountMinor }) => amountMinor)));
  if (leftMinor !== 0) return refuse('refund.sum', 'refunds', { leftMinor });
  const other = sum(
    offered.map(({ kind, amountMinor }) => (kind === 'cash' ? 0 : amountMinor)),
  );
  return accept(
    offered.map((refund): GivenRefund => {
      const outMinor =
        refund.kind === 'cash'
          ? cashOut(refund.amountMinor, other, along, state, cashStepMinor)
          : minor(refund.amountMinor);
      return {
        tenderId: refund.tenderId,
        kind: refund.kind,
        saleTenderId: refund.kind === 'card' ? refund.saleTenderId : null,
        amountMinor: negate(refund.amountMinor),
        keptMinor: negate(outMinor),
        roundingMinor: minus(outMinor, refund.amountMinor),
        reference: refund.kind === 'card' ? refund.reference : null,
        ownCheque: refund.kind === 'ownCheque' ? refund.cheque : null,
      };
    }),
  );
}

function cashOut(
  amountMinor: number,
  otherMinor: number,
  { usedMinor, laterMinor }: AlongWith,
  state: RefundState | null,
  stepMinor: number,
): Minor {
  if (!state) return roundCash(amountMinor, stepMinor);
  const cumulated = roundCash(state.cashRefundedMinor + amountMinor, stepMinor);
  const due = sum(state.paid.map((tender) => tender.amountMinor));
  const kept = sum(state.paid.map(({ keptMinor }) => keptMinor));
  const onCards = sum(state.paid.map(({ refundedMinor }) => refundedMinor));
  const elsewhere = sum([
    onCards,
    state.creditRefundedMinor,
    state.chequeRefundedMinor,
    otherMinor,
    state.usedMinor,
    usedMinor,
  ]);
  const most = Math.max(0, Math.max(due, kept) - elsewhere - laterMinor);
  const cap = Math.floor(most / stepMinor) * stepMinor;
  return minor(Math.max(0, Math.min(cumulated, cap) - state.cashOutMinor));
}

function checkRefund(
  refund: OfferedRefund,
  before: readonly OfferedRefund[],
  state: RefundState | null,
  at: string,
): Outcome<never> | undefined {
  if (refund.amountMinor <= 0) return refuse('refund.notPositive', `${at}.amountMinor`);
  if (refund.kind === 'ownCheque') return checkOwnCheque(refund.cheque, `${at}.cheque`);
  if (refund.kind !== 'card') return undefined;
  const card = state?.paid.find(
    ({ kind, saleTenderId, tenderId }) =>
      kind === 'card' && saleTenderId === refund.saleTenderId && tenderId === refund.tenderId,
  );
  if (!card) return refuse('refund.unknownCard', `${at}.saleTenderId`);
  const now = sum(
    [...before, refund].map((one) =>
      one.kind === 'card' && one.saleTenderId === refund.saleTenderId ? one.amountMinor : 0,
    ),
  );
  const leftMinor = card.amountMinor - card.refundedMinor;
  if (now > leftMinor) return refuse('refund.cardOver', `${at}.amountMinor`, { leftMinor });
  if (holdsCardNumber(refund.reference)) return refuse('text.cardNumber', `${at}.reference`);
  if (!refund.reference.trim()) return refuse('refund.reference', `${at}.reference`);
  return undefined;
}
