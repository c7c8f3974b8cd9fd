import fc from 'fast-check';
import {
  cardStatementTotal,
  decideCardStatement,
  leftOnCardStatement,
  type CardMovement,
  type CardStatementAsked,
} from './cardStatement';

const FROM = Date.UTC(2026, 0, 1);
const day = (n: number) => new Date(FROM + n * 86_400_000).toISOString().slice(0, 10);
const today = day(120);
const open: CardMovement[] = [
  { id: 1, date: day(3), amountMinor: 4_200 },
  { id: 2, date: day(9), amountMinor: -4_200 },
  { id: 3, date: day(31), amountMinor: 1_050 },
];
const state = { today, last: { date: day(1), balanceMinor: 4_200 }, open };
const asked = { date: day(30), balanceMinor: 4_200, actIds: [1, 2] };

test('a statement is what the one before left, what was charged, less what was paid', () => {
  expect(decideCardStatement(asked, state)).toEqual({
    ok: true,
    value: { items: [open[0], open[1]] },
  });
  // Ticked twice is ticked once.
  expect(decideCardStatement({ ...asked, actIds: [1, 1, 2] }, state).ok).toBe(true);
});

test.each([
  ['a day to come', { date: day(121) }, 'cardStatement.future', 'date'],
  ['the day of the one before', { date: day(1) }, 'cardStatement.earlier', 'date'],
  ['one that is not open', { actIds: [1, 9] }, 'cardStatement.notOpen', 'actIds.1'],
  ['one later than it', { actIds: [1, 3] }, 'cardStatement.after', 'actIds.1'],
  ['another sum', { balanceMinor: 4_199 }, 'cardStatement.differs', 'balanceMinor'],
])('%s is refused at its place', (_name, change, code, at) => {
  const answer = decideCardStatement({ ...asked, ...change }, state);
  expect(answer).toMatchObject({ ok: false, refusals: [{ code, at }] });
});

test('one statement after the other puts each movement on one of them, and the last balance is all of them', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          on: fc.integer({ min: 1, max: 119 }),
          amountMinor: fc.integer({ min: -90_000, max: 90_000 }).filter((n) => n !== 0),
        }),
        { maxLength: 30 },
      ),
      fc.uniqueArray(fc.integer({ min: 2, max: 118 }), { minLength: 1, maxLength: 4 }),
      (made, ends) => {
        const all = made.map(({ on, amountMinor }, i) => ({
          id: i + 1,
          date: day(on),
          amountMinor,
        }));
        let left: CardMovement[] = all;
        let last: { date: string; balanceMinor: number } | null = null;
        for (const end of [...ends.sort((a, b) => a - b), 120].map(day)) {
          const ticked = left.filter(({ date }) => date <= end);
          const statement: CardStatementAsked = {
            date: end,
            balanceMinor: cardStatementTotal(last, ticked),
            actIds: ticked.map(({ id }) => id),
          };
          const decided = decideCardStatement(statement, { today, last, open: left });
          expect(decided.ok).toBe(true);
          left = left.filter(({ id }) => !statement.actIds.includes(id));
          // What stood on one can't stand on the next.
          if (ticked.length) {
            const again = decideCardStatement(
              { ...statement, date: today },
              { today, last: null, open: left },
            );
            expect(again).toMatchObject({ refusals: [{ code: 'cardStatement.notOpen' }] });
          }
          last = statement;
        }
        expect(left).toEqual([]);
        let whole = 0;
        for (const { amountMinor } of all) whole += amountMinor;
        expect(last!.balanceMinor).toBe(whole);
      },
    ),
  );
});

test('what is left to pay counts payments since, and no charges', () => {
  expect(leftOnCardStatement(4_200, [])).toBe(4_200);
  expect(leftOnCardStatement(4_200, [{ id: 4, date: day(40), amountMinor: 900 }])).toBe(4_200);
  expect(leftOnCardStatement(4_200, [{ id: 5, date: day(40), amountMinor: -3_000 }])).toBe(
    1_200,
  );
  expect(leftOnCardStatement(4_200, [{ id: 5, date: day(40), amountMinor: -5_000 }])).toBe(0);
});
