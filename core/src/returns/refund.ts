import { minor, sum, type Minor } from '../money';
import {
  giveBackOf,
  inCoins,
  kindsWhere,
  roomOf,
  type RefundKind,
  type RefundState,
  type TenderKind,
} from '../tenders';

export type ProposedRefund = {
  kind: RefundKind;
  saleTenderId: number | null;
  amountMinor: Minor;
};

/** What goes back to a tender before any money does, since it never came as money. */
export type FirstBack = {
  saleTenderId: number;
  kind: RefundKind;
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
    roomOf(kind).giveBack?.before ? take(amountMinor - refundedMinor) : 0,
  );
  return state.paid.flatMap(({ saleTenderId, kind }, i): FirstBack[] => {
    const amountMinor = open[i]! + writtenOff[i]! + allowed[i]!;
    if (amountMinor === 0) return [];
    return [
      {
        saleTenderId,
        kind: kind as RefundKind,
        amountMinor: minor(amountMinor),
        writtenOffMinor: minor(writtenOff[i]!),
      },
    ];
  });
}

/** A way back and how much it can take. */
type Room = { kind: RefundKind; saleTenderId: number | null; leftMinor: number };

/** What each way back can take of what came as money; the last takes what no other can. */
function roomsOf(state: RefundState, setUp: readonly TenderKind[]): Room[] {
  const toAnybody = (holds: (kind: RefundKind) => boolean | undefined) =>
    (kindsWhere(({ giveBack }) => giveBack?.left) as RefundKind[])
      .filter(holds)
      .map((kind): Room => {
        const { left, whereSetUp } = giveBackOf(kind);
        const offered = !whereSetUp || setUp.includes(kind);
        return { kind, saleTenderId: null, leftMinor: offered ? left!(state) : 0 };
      });
  const toTenders = state.paid.flatMap((tender): Room[] => {
    const { kind, saleTenderId, amountMinor, refundedMinor } = tender;
    if (!roomOf(kind).giveBack?.asPaid) return [];
    const never = tender.unpaidMinor + tender.writtenOffMinor;
    const leftMinor = Math.max(0, amountMinor - refundedMinor - never);
    return [{ kind: kind as RefundKind, saleTenderId, leftMinor }];
  });
  const takesRest = (kind: RefundKind) => giveBackOf(kind).issuesCredit;
  return [
    ...toAnybody(inCoins),
    ...toTenders,
    ...toAnybody((kind) => !inCoins(kind) && !takesRest(kind)),
    ...toAnybody(takesRest),
  ];
}

/**
 * Proposes how an amount goes back: first what never came as money (`firstBack`); the rest to
 * the original tenders in the proportion of what is left on each; what none of them can take
 * becomes store credit.
 * @param setUp the kinds of tender that the shop has
 */
export function proposeRefund(
  dueMinor: number,
  state: RefundState,
  setUp: readonly TenderKind[] = [],
): ProposedRefund[] {
  const first = firstBack(dueMinor, state);
  const restMinor = dueMinor - sum(first.map(({ amountMinor }) => amountMinor));
  const rooms = roomsOf(state, setUp);
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
