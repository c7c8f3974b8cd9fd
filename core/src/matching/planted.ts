import { addBankingDays, addDays, isBankingDay } from '../dates';
import { sum } from '../money';
import { SLIP_PARTY, CHEQUE_BOOK, type MovementKind } from '../movements';
import { seeded } from '../seeded';
import { windowOf } from './field';
import type { Group, Line, MatchInput, Movement } from './types';

/* Months of a shop’s bank whose truth is known, for tests and measurements. */

export type Planted = MatchInput & { truth: Group[] };
export type Planting = {
  seed: number;
  days: number;
  /** Amounts are drawn from so many: few of them, as at a kiosk, are often equal. */
  amounts: number;
  /** One in so many movements never comes, and as many lines are of nothing in the books; 0: none. */
  strangers?: number;
  /** Times as many slips and transfers a day. */
  busy?: number;
};

const START = '2026-01-05';

/**
 * A shop that banks its cash, is paid by two processors (one by day, a weekend often in one sum, now and
 * then a scheme apart), takes transfers, writes cheques and pays the bank. Each line lies inside its
 * window, and the bank codes all lines of a group alike, or none.
 */
export function plantedMonths({
  seed,
  days,
  amounts,
  strangers = 0,
  busy = 1,
}: Planting): Planted {
  const next = seeded(seed);
  const below = (n: number) => Math.floor(next() * n);
  const oneIn = (n: number) => n > 0 && below(n) === 0;
  const holidays = new Set([addDays(START, 17)]);
  const made: Planted = {
    ...{ movements: [], lines: [], holidays, truth: [] },
    covered: [{ from: addDays(START, -60), to: addDays(START, days + 260) }],
    knownThrough: addDays(START, days + 200),
  };
  const movements: Movement[] = [];
  const lines: Line[] = [];
  const amount = () => (amounts > 50 ? 5_00 + below(amounts) : 10_00 + 5_00 * below(amounts));
  let ids = 0;
  const move = (kind: MovementKind, party: string, dueDate: string, amountMinor: number) => {
    const id = `${kind} ${(ids += 1)}`;
    const movement: Movement = {
      ...{ id, kind, party, dueDate, amountMinor },
      references: [`${kind.slice(0, 2).toUpperCase()}-${ids}`],
    };
    movements.push(movement);
    return movement;
  };
  /** The bank books movements in lines of these amounts, on a day that all their windows have. */
  const book = (
    of: readonly Movement[],
    parts: readonly number[],
    named: number,
    known: number,
  ) => {
    if (strangers > 0 && of.length === 1 && oneIn(strangers)) return;
    const windows = of.map((one) => windowOf(one, holidays));
    const from = windows
      .map((one) => one.from)
      .sort()
      .at(-1)!;
    const to = windows.map((one) => one.to).sort()[0]!;
    let on = of[0]!.dueDate < from ? from : of[0]!.dueDate;
    // Mostly on its day; the last day of a window is for the second of two lines.
    const later = addBankingDays(on, oneIn(3) ? 1 : 0, holidays);
    if (later < to) on = later;
    const names = oneIn(named);
    const knows = known > 0 && !oneIn(known);
    const lineIds = parts.map((amountMinor, i) => {
      const id = String((ids += 1));
      const day = i > 0 && oneIn(2) ? addBankingDays(on, 1, holidays) : on;
      lines.push({
        ...{ id, amountMinor, date: day > to ? to : day, text: '' },
        references: names ? of.flatMap(({ references }) => references) : [],
        ...(knows && { kind: of[0]!.kind, party: of[0]!.party }),
      });
      return id;
    });
    made.truth.push({ movementIds: of.map(({ id }) => id), lineIds });
  };
  let waiting: Movement[] = [];
  for (let day = 0; day < days; day += 1) {
    const date = addDays(START, day);
    const paid = addBankingDays(date, 1, holidays);
    const open = isBankingDay(date, holidays);
    // A batch a day, paid on the next banking day; those of closed days wait, and come together or each alone.
    waiting.push(move('settlement', 'processor 1', paid, amount() + amount()));
    if (open && isBankingDay(addDays(date, 1), holidays)) {
      const together = !oneIn(5) && waiting.length > 1;
      if (together) book(waiting, [sum(waiting.map(({ amountMinor }) => amountMinor))], 4, 9);
      for (const one of together ? [] : waiting) {
        const apart = below(one.amountMinor - 1) + 1;
        book([one], oneIn(8) ? [apart, one.amountMinor - apart] : [one.amountMinor], 4, 9);
      }
      waiting = [];
    }
    if (!open) continue;
    if (day % 2 === 0) {
      const second = move(
        'settlement',
        'processor 2',
        addBankingDays(date, 2, holidays),
        amount(),
      );
      book([second], [second.amountMinor], 3, 9);
    }
    for (let n = 0; n < busy; n += 1) {
      if (day % 7 !== 1) {
        const slip = move('slip', SLIP_PARTY, date, amount());
        book([slip], [slip.amountMinor], 2, 6);
      }
      if (oneIn(3)) {
        const transfer = move('transfer', `customer ${below(9)}`, date, amount());
        book([transfer], [transfer.amountMinor], 2, 0);
      }
    }
    if (oneIn(6)) {
      const cheque = move('ownCheque', CHEQUE_BOOK, date, -amount());
      book([cheque], [cheque.amountMinor], 2, 4);
    }
    const stranger = (of: Partial<Line>, amountMinor: number) =>
      lines.push({
        ...{ id: String((ids += 1)), date, amountMinor, text: 'PLAN', references: [], ...of },
      });
    if (oneIn(10)) stranger({}, -(1_00 + below(30_00)));
    if (oneIn(strangers * 2)) stranger({ kind: 'slip', party: SLIP_PARTY }, amount());
  }
  return { ...made, movements, lines };
}
