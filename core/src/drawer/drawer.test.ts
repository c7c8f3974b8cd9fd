import fc from 'fast-check';
import { assertBalanced, type JournalLine } from '../ledger';
import { countTotal, denominations, minor } from '../money';
import { decideClose, expectedInDrawer, type CloseState, type DecidedClose } from '.';

const CAD = denominations('CAD');
const [SUN, MON, TUE] = ['2026-03-01', '2026-03-02', '2026-03-03'];
const part = (takingsDay: string, amountMinor: number) => ({
  takingsDay,
  pot: 'cash',
  amountMinor: minor(amountMinor),
});
/** 362.35 expected: 150.00 in the fund, 100.00 of Sunday, 112.35 of Monday. */
const STATE: CloseState = {
  drawerId: 1,
  fundMinor: 150_00,
  fundHeld: [{ ...part('2026-02-01', 150_00), pot: 'broughtIn' }],
  floatMinor: 150_00,
  held: [part(SUN!, 100_00), part(MON!, 112_35)],
  leftover: [],
  cheques: [],
  today: MON!,
};
const closed = (...args: Parameters<typeof decideClose>): DecidedClose => {
  const decided = decideClose(...args);
  if (!decided.ok) throw new Error(decided.refusals[0]!.code);
  assertBalanced(decided.value.lines);
  return decided.value;
};
/** By day and pot, an entry that only moves takings is zero. */
const offByPot = (lines: readonly JournalLine[]) => {
  const by: Record<string, number> = {};
  for (const { tag, amountMinor } of lines) {
    const key = tag ? `${tag.takingsDay} ${tag.pot}` : 'untagged';
    by[key] = (by[key] ?? 0) + amountMinor;
  }
  return Object.entries(by).filter(([key, amount]) => key === 'untagged' || amount !== 0);
};
const on = (lines: readonly JournalLine[], account: string, holder?: string) =>
  lines
    .filter(
      (line) => line.ledgerAccount === account && (!holder || line.tag?.holder === holder),
    )
    .reduce((total, line) => total + line.amountMinor, 0);

test('a short drawer: the difference is posted, the float stays, the safe gets each day', () => {
  expect(closed({ 10000: 3, 1000: 6, 25: 1 }, [], CAD, STATE)).toMatchObject({
    countedMinor: 360_25,
    differenceMinor: -2_10,
    floatLeftMinor: 150_00,
    toSafeMinor: 210_25,
    safeItems: [
      { takingsDay: '2026-03-01', amountMinor: 100_00 },
      { takingsDay: '2026-03-02', amountMinor: 110_25 },
    ],
  });
});

test('less than the fund: the days stay below zero in sum, and move with the next count', () => {
  const first = closed({ 5000: 1 }, [], CAD, STATE);
  expect(first).toMatchObject({
    differenceMinor: -312_35,
    floatLeftMinor: 50_00,
    toSafeMinor: 0,
    safeItems: [],
    fundMinor: 150_00,
  });
  // Sunday’s 100.00 are there, Monday bears what is short: −100.00 in the drawer.
  const leftover = [
    { ...part(SUN!, 100_00), holder: 'drawer 7' },
    { ...part(MON!, -200_00), holder: 'drawer 7' },
  ];
  const next = { ...STATE, held: [part(TUE!, 180_00)], leftover, today: TUE! };
  expect(expectedInDrawer(next)).toBe(230_00);
  const second = closed({ 10000: 2, 1000: 3 }, [], CAD, next);
  expect(second).toMatchObject({
    differenceMinor: 0,
    floatLeftMinor: 150_00,
    toSafeMinor: 80_00,
  });
  expect(second.safeItems).toMatchObject([
    { takingsDay: SUN, amountMinor: 100_00 },
    { takingsDay: MON, amountMinor: -200_00 },
    { takingsDay: TUE, amountMinor: 180_00 },
  ]);
  expect(on(second.lines, 'drawer', 'drawer 7')).toBe(100_00);
  expect(offByPot(second.lines)).toEqual([]);
});

// The worked figures of the books: Monday takes 100.00, 5.00 is paid out of it, 94.00 is counted.
test('what a day is short of stands with its day, over and short beside the safe', () => {
  const state = { ...STATE, held: [part(MON!, 95_00)] };
  const { lines } = closed({ 10000: 2, 2000: 2, 100: 4 }, [], CAD, state);
  expect(
    lines.map(({ ledgerAccount: account, amountMinor, tag }) => [account, amountMinor, tag]),
  ).toEqual([
    ['drawer', -1_00, { takingsDay: MON, pot: 'cash', holder: 'drawer' }],
    ['overAndShort', 1_00, { takingsDay: MON, pot: 'cash', holder: 'spent' }],
    ['safe', 94_00, { takingsDay: MON, pot: 'cash', holder: 'safeItem#1' }],
    ['drawer', -94_00, { takingsDay: MON, pot: 'cash', holder: 'drawer' }],
  ]);
});

test('a larger float keeps takings in the fund, with their day; a smaller one lets the oldest go', () => {
  const more = closed({ 10000: 3, 1000: 6, 200: 1, 25: 1, 10: 1 }, [], CAD, {
    ...STATE,
    floatMinor: 200_00,
  });
  expect(more).toMatchObject({
    differenceMinor: 0,
    floatLeftMinor: 200_00,
    fundMinor: 200_00,
  });
  expect(more.safeItems).toMatchObject([
    { takingsDay: SUN, amountMinor: 50_00 },
    { takingsDay: MON, amountMinor: 112_35 },
  ]);
  expect(on(more.lines, 'fund', 'fund 1')).toBe(50_00);
  const fundHeld = [
    { ...part('2026-02-01', 30_00), pot: 'broughtIn' },
    { ...part('2026-02-09', 120_00), pot: 'cash' },
  ];
  const less = closed({ 10000: 3, 1000: 6, 200: 1, 25: 1, 10: 1 }, [], CAD, {
    ...STATE,
    fundHeld,
    floatMinor: 100_00,
  });
  expect(less).toMatchObject({ floatLeftMinor: 100_00, fundMinor: 100_00 });
  expect(less.safeItems.slice(2)).toMatchObject([
    { takingsDay: '2026-02-01', pot: 'broughtIn', amountMinor: 30_00 },
    { takingsDay: '2026-02-09', pot: 'cash', amountMinor: 20_00 },
  ]);
  expect(offByPot(less.lines)).toEqual([]);
});

test.each([
  [{ 3: 1 }, 'count.denomination'],
  [{ 100: -1 }, 'count.pieces'],
  [{ 100: 0.5 }, 'count.pieces'],
])('count %o is refused', (count, code) => {
  expect(decideClose(count, [], CAD, STATE)).toMatchObject({ refusals: [{ code }] });
});

test('for any count: what the drawer held is in the fund, in the safe, or stays; by day it is zero', () => {
  const count = fc.dictionary(fc.constantFrom(...CAD.map(String)), fc.nat(40));
  const amount = fc.integer({ min: -500_00, max: 900_00 });
  fc.assert(
    fc.property(
      count,
      fc.tuple(amount, amount, amount),
      fc.constantFrom(0, 100_00, 150_00, 300_00),
      (pieces, [sunday, monday, before], floatMinor) => {
        const state = {
          ...STATE,
          floatMinor,
          held: [part(SUN!, sunday), part(MON!, monday)].filter(
            (one) => one.amountMinor !== 0,
          ),
          leftover: before < 0 ? [{ ...part('2026-02-28', before), holder: 'drawer 7' }] : [],
        };
        const expected = expectedInDrawer(state);
        const { lines, safeItems, floatLeftMinor, toSafeMinor, fundMinor } = closed(
          pieces,
          [],
          CAD,
          state,
        );
        const cash = countTotal(pieces);
        expect(offByPot(lines)).toEqual([]);
        expect(floatLeftMinor + toSafeMinor).toBe(cash);
        expect(safeItems.reduce((total, item) => total + item.amountMinor, 0)).toBe(
          toSafeMinor,
        );
        expect(on(lines, 'safe')).toBe(toSafeMinor);
        expect(fundMinor).toBe(STATE.fundMinor + on(lines, 'fund'));
        // All that lies in the drawer now is its fund and what stays of the days: below zero or none.
        const stays = expected - STATE.fundMinor + on(lines, 'drawer');
        expect(fundMinor + stays).toBe(floatLeftMinor);
        expect(stays).toBeLessThanOrEqual(0);
        expect(on(lines, 'overAndShort')).toBe(expected - cash);
        if (cash >= STATE.fundMinor) expect(stays).toBe(0);
        else expect([safeItems, fundMinor]).toEqual([[], STATE.fundMinor]);
      },
    ),
    { numRuns: 400 },
  );
});

describe('cheques in the drawer', () => {
  // Of 362.35 expected, 150.00 float; cheques of 80.00 (yesterday) and 42.35 (today).
  const state = {
    ...STATE,
    held: [part(SUN!, 20_00), part(MON!, 70_00)],
    cheques: [
      { id: 5, takingsDay: '2026-03-01', amountMinor: 80_00 },
      { id: 6, takingsDay: '2026-03-02', amountMinor: 42_35 },
    ],
  };
  const cash = { 10000: 2, 2000: 2 };

  test('go to the safe one by one, the cash of their days beside them', () => {
    const decided = decideClose(cash, [5, 6], CAD, state);
    expect(decided).toMatchObject({
      value: {
        countedMinor: 362_35,
        differenceMinor: 0,
        chequesCountedMinor: 122_35,
        toSafeMinor: 212_35,
        safeItems: [
          { takingsDay: '2026-03-01', amountMinor: 20_00, chequeId: null },
          { takingsDay: '2026-03-02', amountMinor: 70_00, chequeId: null },
          { takingsDay: '2026-03-01', amountMinor: 80_00, chequeId: 5 },
          { takingsDay: '2026-03-02', amountMinor: 42_35, chequeId: 6 },
        ],
      },
    });
  });

  test('one that is missing is short, and no cheque makes up for the float', () => {
    const decided = decideClose({ 10000: 1 }, [6], CAD, state);
    expect(decided).toMatchObject({
      value: { differenceMinor: -220_00, floatLeftMinor: 100_00, toSafeMinor: 42_35 },
    });
    // It is short on its own day, the cash on the latest.
    const { lines } = closed({ 10000: 1 }, [6], CAD, state);
    expect(
      lines
        .filter(({ ledgerAccount: account }) => account === 'overAndShort')
        .map(({ amountMinor, tag }) => [amountMinor, tag!.takingsDay, tag!.pot]),
    ).toEqual([
      [140_00, MON, 'cash'],
      [80_00, SUN, 'cheque'],
    ]);
    expect(decideClose(cash, [7], CAD, state)).toMatchObject({
      refusals: [{ code: 'count.unknownCheque' }],
    });
  });
});
