import fc from 'fast-check';
import { addBankingDays, addDays, bankingDaysBetween, isBankingDay, weekday } from '../dates';
import { delaysOf, forecast, type Coming } from '.';

const HOLIDAYS = new Set(['2026-04-03', '2026-04-06']);
/** Wednesday before a long weekend. */
const TODAY = '2026-04-01';
const coming = (dueDate: string, amountMinor: number, source = 'Halyard'): Coming => ({
  ...{ key: `${source} ${dueDate}`, source, dueDate, amountMinor },
});

test('how late a source was: the middle one, and the one of ten that is slowest but one', () => {
  const due = '2026-03-02';
  const came = [0, 0, 1, 0, 2, 1, 0, 9, 1, 1].map((late) => ({
    source: 'Halyard',
    dueDate: due,
    cameOn: addBankingDays(due, late, HOLIDAYS),
  }));
  // In order: 0 0 0 0 1 1 1 1 2 9; nearest rank (common practice): the 5th and the 9th.
  expect(delaysOf(came, HOLIDAYS)).toEqual([
    { source: 'Halyard', count: 10, median: 1, slowestOfTen: 2 },
  ]);
});

test('over a long weekend money comes on the next banking day, and what is overdue on the first', () => {
  const days = forecast(
    [coming('2026-03-27', 5_00), coming('2026-04-02', 10_00), coming('2026-04-07', 20_00)],
    [{ source: 'Halyard', count: 9, median: 1, slowestOfTen: 3 }],
    { now: 100_00, today: TODAY, days: 5, holidays: HOLIDAYS },
  );
  expect(days).toEqual([
    {
      date: '2026-04-02',
      dueMinor: 10_00,
      likelyMinor: 5_00,
      balanceMinor: 105_00,
      slowMinor: 105_00,
    },
    {
      date: '2026-04-07',
      dueMinor: 20_00,
      likelyMinor: 10_00,
      balanceMinor: 115_00,
      slowMinor: 105_00,
    },
    {
      date: '2026-04-08',
      dueMinor: 0,
      likelyMinor: 20_00,
      balanceMinor: 135_00,
      slowMinor: 105_00,
    },
    {
      date: '2026-04-09',
      dueMinor: 0,
      likelyMinor: 0,
      balanceMinor: 135_00,
      slowMinor: 115_00,
    },
    {
      date: '2026-04-10',
      dueMinor: 0,
      likelyMinor: 0,
      balanceMinor: 135_00,
      slowMinor: 135_00,
    },
  ]);
});

test('whatever is on its way is there once: all of it in the end, and never before it is due', () => {
  const money = fc.record({
    dueDate: fc.integer({ min: -5, max: 9 }).map((n) => addBankingDays(TODAY, n, HOLIDAYS)),
    amountMinor: fc.integer({ min: 1, max: 500_00 }),
    source: fc.constantFrom('Halyard', 'slip'),
  });
  const delay = fc.record({
    median: fc.integer({ min: -2, max: 3 }),
    more: fc.integer({ min: 0, max: 4 }),
  });
  fc.assert(
    fc.property(fc.array(money, { maxLength: 12 }), delay, (list, { median, more }) => {
      const all = list.map((one, i) => ({ ...one, key: String(i) }));
      const delays = [{ source: 'Halyard', count: 5, median, slowestOfTen: median + more }];
      const days = forecast(all, delays, {
        now: 7,
        today: TODAY,
        days: 20,
        holidays: HOLIDAYS,
      });
      const total = all.reduce((sum, { amountMinor }) => sum + amountMinor, 7);
      expect(days.at(-1)).toMatchObject({ balanceMinor: total, slowMinor: total });
      let before = 7;
      for (const { date, likelyMinor, balanceMinor, slowMinor } of days) {
        expect(isBankingDay(date, HOLIDAYS)).toBe(true);
        expect(balanceMinor).toBe(before + likelyMinor);
        expect(slowMinor).toBeLessThanOrEqual(balanceMinor);
        const due = all.filter(({ dueDate }) => dueDate <= date);
        expect(balanceMinor - 7).toBeLessThanOrEqual(
          due.reduce((sum, { amountMinor }) => sum + amountMinor, 0),
        );
        before = balanceMinor;
      }
    }),
  );
});

test('banking days between two dates are those that are counted from one to the other', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 60 }),
      fc.integer({ min: -20, max: 20 }),
      (day, count) => {
        const from = addDays('2026-03-01', day);
        fc.pre(weekday(from) !== 0 && weekday(from) !== 6 && !HOLIDAYS.has(from));
        expect(bankingDaysBetween(from, addBankingDays(from, count, HOLIDAYS), HOLIDAYS)).toBe(
          count,
        );
      },
    ),
  );
});
