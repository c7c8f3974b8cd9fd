import { post, type JournalLine } from '../ledger';
import {
  countTotal,
  minor,
  minus,
  negate,
  strangeDenomination,
  sum,
  type DenominationCount,
  type Minor,
} from '../money';
import { accept, refuse, type Outcome } from '../outcome';
import { bySafeItem, IN_DRAWER, inFund, together } from '../takings';
import { moveCash, type CashPart } from './acts';

export * from './acts';
export * from './cardStatement';
export * from './change';
export * from './counted';
export { decideOpening } from './opened';

/** Cash that stayed in the drawer when it was counted before: its days were below zero in sum. */
type Leftover = CashPart & { holder: string };

export type CloseState = {
  drawerId: number;
  /** What the ledger has of the drawer’s fund, and by which days and pots it came. */
  fundMinor: number;
  fundHeld: readonly CashPart[];
  /** What is to stay in the drawer as change for the next session. */
  floatMinor: number;
  /** Cash that the session took and gave, by day and pot. */
  held: readonly CashPart[];
  leftover: readonly Leftover[];
  /** Cheques taken in the session. */
  cheques: readonly { id: number; takingsDay: string; amountMinor: number }[];
  /** The day that carries the difference when the session took nothing. */
  today: string;
};

/** What waits in the safe: a day’s cash, or one cheque. */
type NewSafeItem = {
  takingsDay: string;
  pot: string;
  amountMinor: Minor;
  chequeId: number | null;
};

export type DecidedClose = {
  expectedMinor: Minor;
  /** Cash and the cheques that were there. */
  countedMinor: Minor;
  chequesExpectedMinor: Minor;
  chequesCountedMinor: Minor;
  /** counted − expected: positive over, negative short. */
  differenceMinor: Minor;
  floatLeftMinor: Minor;
  toSafeMinor: Minor;
  /** What the ledger has of the fund after it. */
  fundMinor: Minor;
  /** The day that bears the difference in cash. */
  takingsDay: string;
  /** What goes to the safe by the day that brought it; the last day bears the difference. */
  safeItems: NewSafeItem[];
  lines: JournalLine[];
};

const total = (list: readonly { amountMinor: number }[]): Minor =>
  sum(list.map(({ amountMinor }) => amountMinor));

/** What a count should find: the fund, the cash of the days, the cheques. Minor units. */
export const expectedInDrawer = (
  state: Pick<CloseState, 'fundMinor' | 'held' | 'leftover' | 'cheques'>,
): Minor =>
  sum([state.fundMinor, total(state.held), total(state.leftover), total(state.cheques)]);

/**
 * Decides the close of a drawer session: fixes the count, posts the difference to over and
 * short, moves the cash beyond the fund and each cheque to the safe, day by day. A day whose
 * cash is below zero makes a negative item, so that the safe still adds up; where all days together
 * are below zero they stay until the next count. A cheque that is not there is short on its own day.
 * Refusals: `count.denomination`, `count.pieces`, `count.unknownCheque`.
 * @param chequeIds the cheques that were found in the drawer
 */
export function decideClose(
  count: DenominationCount,
  chequeIds: readonly number[],
  known: readonly number[],
  state: CloseState,
): Outcome<DecidedClose> {
  const strange = strangeDenomination(count, known);
  if (strange !== undefined) return refuse('count.denomination', `count.${strange}`);
  for (const [value, pieces] of Object.entries(count)) {
    if (!Number.isInteger(pieces) || pieces < 0 || pieces > 100_000) {
      return refuse('count.pieces', `count.${value}`);
    }
  }
  const unknown = chequeIds.find((id) => !state.cheques.some((cheque) => cheque.id === id));
  if (unknown !== undefined) return refuse('count.unknownCheque', 'chequeIds');
  const there = state.cheques.filter(({ id }) => chequeIds.includes(id));
  const missing = state.cheques.filter(({ id }) => !chequeIds.includes(id));
  const cashMinor = countTotal(count);
  const cash = decideCash(cashMinor, state);
  const safeItems: NewSafeItem[] = [
    ...cash.toSafe.map((part) => ({ ...part, chequeId: null })),
    ...there.map(({ id, takingsDay, amountMinor }) => ({
      takingsDay,
      pot: 'cheque',
      amountMinor: minor(amountMinor),
      chequeId: id,
    })),
  ];
  const expectedMinor = expectedInDrawer(state);
  const countedMinor = sum([cashMinor, total(there)]);
  const toSafeMinor = total(safeItems);
  return accept({
    expectedMinor,
    countedMinor,
    chequesExpectedMinor: total(state.cheques),
    chequesCountedMinor: total(there),
    differenceMinor: minus(countedMinor, expectedMinor),
    floatLeftMinor: minus(countedMinor, toSafeMinor),
    toSafeMinor,
    fundMinor: sum([state.fundMinor, total(cash.kept), -total(cash.released)]),
    takingsDay: cash.latest,
    safeItems,
    lines: postClose(cash, missing, safeItems, state),
  });
}

type Cash = {
  latest: string;
  differenceMinor: Minor;
  /** What fills the fund up, and what of it is too much now. */
  kept: CashPart[];
  released: CashPart[];
  toSafe: CashPart[];
};

/** What becomes of the cash: the difference, what the fund keeps, what goes to the safe by day. */
function decideCash(cashMinor: Minor, state: CloseState): Cash {
  const { fundMinor, floatMinor, held, leftover, today } = state;
  const latest = held.reduce(
    (day, { takingsDay, pot }) => (pot === 'cash' && takingsDay > day ? takingsDay : day),
    '',
  );
  const day = latest || today;
  const differenceMinor = minus(cashMinor, sum([fundMinor, total(held), total(leftover)]));
  const all = byPot(held, leftover, [
    { takingsDay: day, pot: 'cash', amountMinor: differenceMinor },
  ]);
  const beyond = total(all);
  const none = { latest: day, differenceMinor, kept: [], released: [], toSafe: [] };
  if (beyond < 0) return none;
  const kept = moveCash(all, Math.min(beyond, Math.max(0, floatMinor - fundMinor)), day);
  const released = releasedOf(state);
  const toSafe = byPot(
    all,
    kept.map((part) => ({ ...part, amountMinor: negate(part.amountMinor) })),
  );
  return { ...none, kept, released, toSafe: [...toSafe, ...released] };
}

/** Lists of cash put together by day and pot; what comes to nothing is left out. */
function byPot(...lists: readonly (readonly CashPart[])[]): CashPart[] {
  const all = lists.flat();
  return [...new Set(all.map(({ pot }) => pot))].flatMap((pot) =>
    together(all.filter((part) => part.pot === pot)).map((part) => ({ ...part, pot })),
  );
}

/** What of the fund is more than is to stay: the oldest of it first. */
function releasedOf({ fundMinor, floatMinor, fundHeld }: CloseState): Cash['released'] {
  let left = Math.max(0, fundMinor - floatMinor);
  const released: Cash['released'] = [];
  for (const part of fundHeld) {
    const amount = Math.min(left, Math.max(0, part.amountMinor));
    if (amount > 0) released.push({ ...part, amountMinor: minor(amount) });
    left -= amount;
  }
  return released;
}

function postClose(
  { latest, differenceMinor, kept, released }: Cash,
  missing: CloseState['cheques'],
  safeItems: readonly NewSafeItem[],
  { drawerId, leftover }: CloseState,
): JournalLine[] {
  const of = (
    { takingsDay, amountMinor, pot }: CashPart,
    safe?: string,
    drawer = IN_DRAWER,
  ) => ({
    amountMinor,
    takings: {
      takingsDay,
      pot,
      holders: { drawer, fund: inFund(drawerId), ...(safe && { safe }) },
    },
  });
  const short = missing.map(({ takingsDay, amountMinor }) =>
    of({ takingsDay, amountMinor: negate(amountMinor), pot: 'cheque' }),
  );
  const toSafe = safeItems.map((item, i) => of(item, bySafeItem(i + 1)));
  const isReleased = (i: number) => {
    const cashItems = safeItems.filter(({ chequeId }) => chequeId === null).length;
    return i < cashItems && i >= cashItems - released.length;
  };
  const shared = { drawerId };
  return [
    ...post(
      'drawer.difference',
      {
        over: [
          of({ takingsDay: latest, pot: 'cash', amountMinor: differenceMinor }),
          ...short,
        ],
      },
      shared,
    ),
    ...post(
      'drawer.toDrawer',
      {
        to: leftover.map((part) => of(part)),
        from: leftover.map((part) => of(part, undefined, part.holder)),
      },
      shared,
    ),
    ...post('float.kept', { kept: kept.map((part) => of(part)) }, shared),
    ...post('drawer.counted', { toSafe: toSafe.filter((_, i) => !isReleased(i)) }, shared),
    ...post('float.released', { released: toSafe.filter((_, i) => isReleased(i)) }, shared),
  ];
}
