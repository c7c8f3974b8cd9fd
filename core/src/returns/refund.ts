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
  /** Given back to this very tender: cards and accounts; cash and credit have no name. */
  refundedMinor: number;
  /** A charge on an account: which, and what of it nobody has paid yet. */
  accountId: number | null;
  unpaidMinor: number;
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
  | {
      kind: 'onAccount';
      tenderId: number;
      /** The charge of the sale that is credited. */
      saleTenderId: number;
      amountMinor: number;
    }
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
  accountId: number | null;
};

const NOTHING_PAID: RefundState = {
  paid: [],
  cashRefundedMinor: 0,
  cashOutMinor: 0,
  creditRefundedMinor: 0,
  chequeRefundedMinor: 0,
  usedMinor: 0,
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
 * Proposes how an amount goes back: a charge that nobody has paid is credited first; the rest to
 * the original tenders in the proportion of what is left on each; what none of them can take
 * becomes store credit.
 * @param writesCheques whether the shop gives back by its own cheque what a cheque brought
 */
export function proposeRefund(
  dueMinor: number,
  state: RefundState,
  writesCheques = false,
): ProposedRefund[] {
  const unpaid = creditUnpaid(dueMinor, state);
  const restMinor = dueMinor - sum(unpaid.map(({ amountMinor }) => amountMinor));
  const rooms: Room[] = [
    { kind: 'cash', saleTenderId: null, leftMinor: cashLeft(state) },
    ...state.paid.flatMap((tender): Room[] =>
      tender.kind === 'card'
        ? [
            {
              kind: 'card',
              saleTenderId: tender.saleTenderId,
              leftMinor: tender.amountMinor - tender.refundedMinor,
            },
          ]
        : tender.kind === 'onAccount'
          ? [
              {
                kind: 'onAccount',
                saleTenderId: tender.saleTenderId,
                leftMinor: Math.max(
                  0,
                  tender.amountMinor - tender.refundedMinor - tender.unpaidMinor,
                ),
              },
            ]
          : [],
    ),
    {
      kind: 'ownCheque',
      saleTenderId: null,
      leftMinor: writesCheques ? chequesLeft(state) : 0,
    },
    {
      kind: 'storeCredit',
      saleTenderId: null,
      leftMinor: Math.max(0, paidBy(state, 'storeCredit') - state.creditRefundedMinor),
    },
  ];
  const shares = proportion(
    restMinor,
    rooms.map(({ leftMinor }) => leftMinor),
  );
  shares[shares.length - 1]! += restMinor - sum(shares);
  const rest = rooms.flatMap(({ kind, saleTenderId }, i): ProposedRefund[] =>
    shares[i]! > 0 ? [{ kind, saleTenderId, amountMinor: minor(shares[i]!) }] : [],
  );
  // What is credited to a charge and what goes back to it are one amount.
  for (const one of unpaid) {
    const same = rest.find(({ saleTenderId }) => saleTenderId === one.saleTenderId);
    if (same) same.amountMinor = sum([same.amountMinor, one.amountMinor]);
    else rest.unshift(one);
  }
  return rest;
}

/** A way back and how much it can take. */
type Room = { kind: OfferedRefund['kind']; saleTenderId: number | null; leftMinor: number };

/** The part of an amount that credits charges which nobody has paid. */
function creditUnpaid(dueMinor: number, state: RefundState): ProposedRefund[] {
  let left = dueMinor;
  return state.paid.flatMap(({ kind, saleTenderId, unpaidMinor }): ProposedRefund[] => {
    const amountMinor = kind === 'onAccount' ? Math.min(left, unpaidMinor) : 0;
    left -= amountMinor;
    return amountMinor > 0
      ? [{ kind: 'onAccount', saleTenderId, amountMinor: minor(amountMinor) }]
      : [];
  });
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
 * those of `checkOwnCheque`, `refund.accountFirst` (unpaidMinor).
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
  const unpaidMinor = sum(
    creditUnpaid(dueMinor, state ?? NOTHING_PAID).map(({ amountMinor }) => amountMinor),
  );
  const credited = sum(
    offered.map(({ kind, amountMinor }) => (kind === 'onAccount' ? amountMinor : 0)),
  );
  if (credited < unpaidMinor) return refuse('refund.accountFirst', 'refunds', { unpaidMinor });
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
        saleTenderId: 'saleTenderId' in refund ? refund.saleTenderId : null,
        amountMinor: negate(refund.amountMinor),
        keptMinor: negate(outMinor),
        roundingMinor: minus(outMinor, refund.amountMinor),
        reference: refund.kind === 'card' ? refund.reference : null,
        ownCheque: refund.kind === 'ownCheque' ? refund.cheque : null,
        accountId:
          refund.kind === 'onAccount'
            ? (state?.paid.find((one) => one.saleTenderId === refund.saleTenderId)
                ?.accountId ?? null)
            : null,
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
  if (refund.kind !== 'card' && refund.kind !== 'onAccount') return undefined;
  const card = state?.paid.find(
    ({ kind, saleTenderId, tenderId }) =>
      kind === refund.kind &&
      saleTenderId === refund.saleTenderId &&
      tenderId === refund.tenderId,
  );
  if (!card) return refuse('refund.unknownCard', `${at}.saleTenderId`);
  const now = sum(
    [...before, refund].map((one) =>
      'saleTenderId' in one && one.saleTenderId === refund.saleTenderId ? one.amountMinor : 0,
    ),
  );
  const leftMinor = card.amountMinor - card.refundedMinor;
  if (now > leftMinor) return refuse('refund.cardOver', `${at}.amountMinor`, { leftMinor });
  if (refund.kind === 'onAccount') return undefined;
  if (holdsCardNumber(refund.reference)) return refuse('text.cardNumber', `${at}.reference`);
  if (!refund.reference.trim()) return refuse('refund.reference', `${at}.reference`);
  return undefined;
}
