import { minor, sum, type Minor } from '../money';
import type { RefundKind, TenderKind } from '../tenders';

/** A tender of the sale that goods come back of, and what went back to it so far. */
export type PaidTender = {
  saleTenderId: number;
  tenderId: number;
  kind: TenderKind;
  amountMinor: number;
  keptMinor: number;
  /** Given back to this very tender: all but cash, store credit and our own cheques have a name. */
  refundedMinor: number;
  /** A charge on an account: which. */
  accountId: number | null;
  /** What of it never came: a charge that is open, a cheque that the bank returned and nobody paid. */
  unpaidMinor: number;
  /** What of it never came and was written off. */
  writtenOffMinor: number;
  /** A card or transfer that had paid ahead for the goods, on another ticket. */
  ahead?: true;
};

/** What one sale brought and gave back so far. Minor units, none negative. */
export type RefundState = {
  paid: readonly PaidTender[];
  /** Given back for this sale by kind, by the tickets' amounts. */
  givenMinor: Partial<Record<RefundKind, number>>;
  /** Of that in cash, as it left the drawer. */
  cashOutMinor: number;
  /** Returned value that paid for other goods on the same ticket. */
  usedMinor: number;
  /** What goods that came back on the sale's own ticket paid of it. */
  tradedInMinor: number;
};

export const NOTHING_PAID: RefundState = {
  paid: [],
  givenMinor: {},
  cashOutMinor: 0,
  usedMinor: 0,
  tradedInMinor: 0,
};

const paidBy = (state: RefundState, kind: PaidTender['kind']) =>
  sum(state.paid.flatMap((tender) => (tender.kind === kind ? [tender.amountMinor] : [])));

const leftOfKind = (state: RefundState, paid: PaidTender['kind'], given: RefundKind): Minor =>
  minor(Math.max(0, paidBy(state, paid) - (state.givenMinor[given] ?? 0)));

/** What of the cash that a sale brought has not gone back in cash. */
export const cashLeft = (state: RefundState): Minor => leftOfKind(state, 'cash', 'cash');

/** What of the cheques that a sale brought, and that the bank paid, has not gone back by ours. */
export function chequesLeft(state: RefundState): Minor {
  const cheques = state.paid.filter(({ kind }) => kind === 'cheque');
  const gone = sum(
    cheques.flatMap((one) => [one.refundedMinor, one.unpaidMinor, one.writtenOffMinor]),
  );
  return minor(Math.max(0, leftOfKind(state, 'cheque', 'ownCheque') - gone));
}

export type ProposedRefund = {
  kind: RefundKind;
  saleTenderId: number | null;
  amountMinor: Minor;
};

/** What goes back to a tender before any money does, since it never came as money. */
export type FirstBack = {
  saleTenderId: number;
  kind: 'onAccount' | 'cheque' | 'other';
  amountMinor: Minor;
  /** Of that, what had been written off. */
  writtenOffMinor: Minor;
};

/**
 * A return never gives what never came: what is still open of a charge or of a returned cheque is
 * credited first, then what was written off is taken back, then an agreed allowance goes back to
 * its account. Only what is left of the amount may leave as money.
 */
export function firstBack(dueMinor: number, state: RefundState): FirstBack[] {
  let left = dueMinor;
  const take = (most: number) => {
    const part = Math.max(0, Math.min(left, most));
    left -= part;
    return part;
  };
  const open = state.paid.map(({ unpaidMinor }) => take(unpaidMinor));
  const writtenOff = state.paid.map(({ writtenOffMinor }) => take(writtenOffMinor));
  const allowed = state.paid.map(({ kind, amountMinor, refundedMinor }) =>
    kind === 'other' ? take(amountMinor - refundedMinor) : 0,
  );
  return state.paid.flatMap(({ saleTenderId, kind }, i): FirstBack[] => {
    const amountMinor = open[i]! + writtenOff[i]! + allowed[i]!;
    if (amountMinor === 0) return [];
    return [
      {
        saleTenderId,
        kind: kind as FirstBack['kind'],
        amountMinor: minor(amountMinor),
        writtenOffMinor: minor(writtenOff[i]!),
      },
    ];
  });
}

/** A way back and how much it can take. */
type Room = { kind: RefundKind; saleTenderId: number | null; leftMinor: number };

/** What each way back can take of what came as money. */
function roomsOf(state: RefundState, writesCheques: boolean): Room[] {
  return [
    { kind: 'cash', saleTenderId: null, leftMinor: cashLeft(state) },
    ...state.paid.flatMap((tender): Room[] => {
      const { kind, saleTenderId, amountMinor, refundedMinor } = tender;
      if (kind !== 'card' && kind !== 'onAccount' && kind !== 'transfer') return [];
      const never = tender.unpaidMinor + tender.writtenOffMinor;
      const leftMinor = Math.max(0, amountMinor - refundedMinor - never);
      return [{ kind, saleTenderId, leftMinor }];
    }),
    {
      kind: 'ownCheque',
      saleTenderId: null,
      leftMinor: writesCheques ? chequesLeft(state) : 0,
    },
    {
      kind: 'storeCredit',
      saleTenderId: null,
      leftMinor: leftOfKind(state, 'storeCredit', 'storeCredit'),
    },
  ];
}

/**
 * Proposes how an amount goes back: first what never came as money (`firstBack`); the rest to
 * the original tenders in the proportion of what is left on each; what none of them can take
 * becomes store credit.
 * @param writesCheques whether the shop gives back by its own cheque what a cheque brought
 */
export function proposeRefund(
  dueMinor: number,
  state: RefundState,
  writesCheques = false,
): ProposedRefund[] {
  const first = firstBack(dueMinor, state);
  const restMinor = dueMinor - sum(first.map(({ amountMinor }) => amountMinor));
  const rooms = roomsOf(state, writesCheques);
  const shares = proportion(
    restMinor,
    rooms.map(({ leftMinor }) => leftMinor),
  );
  shares[shares.length - 1]! += restMinor - sum(shares);
  const rest = rooms.flatMap(({ kind, saleTenderId }, i): ProposedRefund[] =>
    shares[i]! > 0 ? [{ kind, saleTenderId, amountMinor: minor(shares[i]!) }] : [],
  );
  // What is credited to a charge first and what goes back to it are one amount.
  for (const { kind, saleTenderId, amountMinor } of first) {
    const same = rest.find((one) => one.saleTenderId === saleTenderId);
    if (same) same.amountMinor = sum([same.amountMinor, amountMinor]);
    else rest.unshift({ kind, saleTenderId, amountMinor });
  }
  return rest;
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
