import fc from 'fast-check';
import {
  isUnderWay,
  makeBead,
  quarterOf,
  shapeOfPot,
  STAGES,
  underWay,
  WAITS_FOR,
  WAYS,
  weeksOf,
  whereIsAll,
  type Bead,
} from '.';
import { addDays, daysBetween, weekday } from '../dates';
import { PLACES } from '../takings';

const KEYS = ['cash', 'cheque', 'card 1 Meridian', 'card 2 Corvus', 'transfer', 'onAccount'];
const someBeads: fc.Arbitrary<Bead[]> = fc.array(
  fc
    .record({
      key: fc.constantFrom(...KEYS),
      parts: fc.array(
        fc.record({
          place: fc.constantFrom(...PLACES),
          amountMinor: fc.integer({ min: -900, max: 900 }),
        }),
      ),
    })
    .map(({ key, parts }) =>
      makeBead({ key, label: key, shape: shapeOfPot(key), looseMinor: 0 }, parts),
    ),
);
const someDay = fc.integer({ min: 0, max: 20_000 }).map((days) => addDays('2000-01-01', days));

test('quarters are three whole months, and follow one another without a gap', () => {
  expect(quarterOf('2026-02-28')).toEqual({ from: '2026-01-01', to: '2026-03-31' });
  expect(quarterOf('2024-12-31')).toEqual({ from: '2024-10-01', to: '2024-12-31' });
  fc.assert(
    fc.property(someDay, (date) => {
      const { from, to } = quarterOf(date);
      expect(from <= date && date <= to).toBe(true);
      expect(quarterOf(addDays(to, 1)).from).toBe(addDays(to, 1));
      expect(from.slice(8)).toBe('01');
      expect([90, 91, 92]).toContain(daysBetween(from, to) + 1);
    }),
  );
});

test('weeks hold every day of their span once, each at its weekday', () => {
  fc.assert(
    fc.property(someDay, fc.integer({ min: 0, max: 100 }), (from, days) => {
      const weeks = weeksOf({ from, to: addDays(from, days) });
      const told = weeks.flat().filter((date) => date !== null);
      expect(told).toEqual(Array.from({ length: days + 1 }, (_, i) => addDays(from, i)));
      for (const week of weeks) {
        expect(week.some((date) => date !== null)).toBe(true);
        week.forEach((date, i) => date && expect(weekday(date)).toBe((i + 1) % 7));
      }
    }),
  );
});

test('of what was taken every cent is in one row at one place, and what waits adds up', () => {
  fc.assert(
    fc.property(someBeads, (beads) => {
      const rows = whereIsAll(beads);
      const taken = beads.reduce((total, { takenMinor }) => total + takenMinor, 0);
      const all = WAYS.map((way) => rows[way]);
      expect(all.reduce((total, row) => total + row.takenMinor, 0)).toBe(taken);
      for (const row of all) {
        const places = STAGES.reduce<number>((total, stage) => total + row[stage], row.beside);
        expect(places).toBe(row.takenMinor);
      }
      const waits = WAYS.filter((way) => way !== 'withCustomers').map(
        (way) => rows[way].taken + rows[way].counted + rows[way].sent,
      );
      expect(waits.reduce((total, one) => total + one, 0)).toBe(underWay(beads));
    }),
  );
});

test('a day is left out of what waits only where all of that is home', () => {
  fc.assert(
    fc.property(someBeads, fc.constantFrom('' as const, ...WAITS_FOR), (beads, only) => {
      if (!isUnderWay(beads, only)) expect(underWay(beads, only)).toBe(0);
      if (only !== '' && isUnderWay(beads, only)) expect(isUnderWay(beads)).toBe(true);
    }),
  );
  const bothWays = makeBead({ key: 'cheque', label: '', shape: 'cheque', looseMinor: 0 }, [
    { place: 'sent', amountMinor: 300_00 },
    { place: 'sent', amountMinor: -300_00 },
  ]);
  expect([isUnderWay([bothWays], 'byHand'), underWay([bothWays], 'byHand')]).toEqual([
    true,
    0,
  ]);
  const charged = makeBead(
    { key: 'onAccount', label: '', shape: 'onAccount', looseMinor: 0 },
    [{ place: 'taken', amountMinor: 5 }],
  );
  expect(isUnderWay([charged])).toBe(false);
});
