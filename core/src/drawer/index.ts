import { post, type JournalLine } from '../ledger';
import { minor, minus, sum, type Minor } from '../money';
import { accept, refuse, type Outcome } from '../outcome';

/** How many of each coin and note: { 2000: 3 } is three notes of 20.00. */
export type DenominationCount = Readonly<Record<string, number>>;

/** What a count comes to, minor units. @throws RangeError on a part of a coin */
export function countTotal(count: DenominationCount): Minor {
  return sum(Object.entries(count).map(([value, pieces]) => minor(Number(value) * pieces)));
}

export type CloseState = {
  drawerId: number;
  /** The ledger's balance of the drawer for the session when the count began. */
  expectedMinor: number;
  /** What stays in the drawer as change for the next session. */
  floatMinor: number;
  /** Cash and cheques moved in the session by takings day, oldest first, without the float. */
  movements: readonly { takingsDay: string; amountMinor: number }[];
  /** Cheques taken in the session. */
  cheques: readonly { id: number; takingsDay: string; amountMinor: number }[];
  /** The day that carries the difference when there was no movement. */
  today: string;
};

/** What waits in the safe: a day's cash, or one cheque. */
export type NewSafeItem = { takingsDay: string; amountMinor: Minor; chequeId: number | null };

export type DecidedClose = {
  /** Cash and the cheques that were there. */
  countedMinor: Minor;
  chequesExpectedMinor: Minor;
  chequesCountedMinor: Minor;
  /** counted − expected: positive over, negative short. */
  differenceMinor: Minor;
  floatLeftMinor: Minor;
  toSafeMinor: Minor;
  /** What goes to the safe by the day that brought it; the last day bears the difference. */
  safeItems: NewSafeItem[];
  lines: JournalLine[];
};

/**
 * Decides the close of a drawer session: fixes the count, posts the difference to over and
 * short, moves the cash beyond the float and each cheque to the safe, day by day. A day whose
 * cash is below zero makes a negative item, so that the safe still adds up. A cheque that is not
 * there is part of the difference.
 * Refusals: `count.denomination`, `count.pieces`, `count.unknownCheque`.
 * @param chequeIds the cheques that were found in the drawer
 */
export function decideClose(
  count: DenominationCount,
  chequeIds: readonly number[],
  known: readonly number[],
  state: CloseState,
): Outcome<DecidedClose> {
  for (const [value, pieces] of Object.entries(count)) {
    if (!known.includes(Number(value))) return refuse('count.denomination', `count.${value}`);
    if (!Number.isInteger(pieces) || pieces < 0 || pieces > 100_000) {
      return refuse('count.pieces', `count.${value}`);
    }
  }
  const unknown = chequeIds.find((id) => !state.cheques.some((cheque) => cheque.id === id));
  if (unknown !== undefined) return refuse('count.unknownCheque', 'chequeIds');
  const there = state.cheques.filter(({ id }) => chequeIds.includes(id));
  const total = (list: readonly { amountMinor: number }[]) =>
    sum(list.map(({ amountMinor }) => amountMinor));
  const cashMinor = countTotal(count);
  const chequesCountedMinor = total(there);
  const countedMinor = sum([cashMinor, chequesCountedMinor]);
  const differenceMinor = minus(countedMinor, state.expectedMinor);
  const floatLeftMinor = minor(Math.min(cashMinor, state.floatMinor));
  const toSafeMinor = minus(countedMinor, floatLeftMinor);
  const safeItems = [
    ...cashItems(minus(cashMinor, floatLeftMinor), state),
    ...there.map(({ id, takingsDay, amountMinor }) => ({
      takingsDay,
      amountMinor: minor(amountMinor),
      chequeId: id,
    })),
  ];
  const shared = { drawerId: state.drawerId };
  const lines = [
    ...post('drawer.difference', { over: differenceMinor }, shared),
    ...post('drawer.counted', { toSafe: toSafeMinor }, shared),
  ];
  return accept({
    countedMinor,
    chequesExpectedMinor: total(state.cheques),
    chequesCountedMinor,
    differenceMinor,
    floatLeftMinor,
    toSafeMinor,
    safeItems,
    lines,
  });
}

/** The cash that goes to the safe, by the day that brought it; the last day bears the rest. */
function cashItems(
  toSafeMinor: number,
  { movements, cheques, today }: CloseState,
): NewSafeItem[] {
  const lastDay = movements.at(-1)?.takingsDay ?? today;
  const earlier = movements.slice(0, -1).map(({ takingsDay, amountMinor }) => ({
    takingsDay,
    amountMinor: minus(
      amountMinor,
      sum(cheques.map((one) => (one.takingsDay === takingsDay ? one.amountMinor : 0))),
    ),
  }));
  const rest = minus(toSafeMinor, sum(earlier.map(({ amountMinor }) => amountMinor)));
  return [...earlier, { takingsDay: lastDay, amountMinor: rest }]
    .filter(({ amountMinor }) => amountMinor !== 0)
    .map((item) => ({ ...item, chequeId: null }));
}

export type DifferenceHint =
  { code: 'hint.divisibleBy9' } | { code: 'hint.half'; halfMinor: number };

/**
 * What a difference may come from: divisible by 9, two neighbouring digits swapped or a digit
 * slid one place; even, an amount of half taken on the wrong side (both common practice).
 * @param differenceMinor minor units, either sign
 */
export function differenceHints(differenceMinor: number): DifferenceHint[] {
  if (differenceMinor === 0) return [];
  const hints: DifferenceHint[] = [];
  if (differenceMinor % 9 === 0) hints.push({ code: 'hint.divisibleBy9' });
  if (differenceMinor % 2 === 0) {
    hints.push({ code: 'hint.half', halfMinor: Math.abs(differenceMinor) / 2 });
  }
  return hints;
}
