import fc from 'fast-check';
import { homewardOf, oldestBeads, sourceOfPot, type Bead } from '.';

test.each([
  ['cash', 'cash'],
  ['card 1 Meridian', 'card 1'],
  ['card 2 Tidal Debit', 'card 2'],
  ['other 7', 'other'],
])('the money of %s is told with that of %s', (pot, source) => {
  expect(sourceOfPot(pot)).toBe(source);
});

test('half of the money and nine tenths of it, each cent alike', () => {
  const of = (days: number, amountMinor: number) => ({ source: 'cash', days, amountMinor });
  // Of 100.00: 50.00 after a day, 40.00 more after two, the rest after a week.
  expect(homewardOf([of(7, 10_00), of(1, 50_00), of(2, 40_00)])).toEqual([
    { source: 'cash', homeMinor: 100_00, medianDays: 1, slowDays: 2 },
  ]);
  expect(homewardOf([of(7, 10_01), of(1, 49_99), of(2, 40_00)])).toMatchObject([
    { medianDays: 2, slowDays: 7 },
  ]);
  expect(homewardOf([of(3, -5_00)])).toEqual([]);
});

test('told cent by cent it is the same, in any order', () => {
  const part = fc.record({
    source: fc.constantFrom('cash', 'card 1'),
    days: fc.integer({ min: 0, max: 40 }),
    amountMinor: fc.integer({ min: -5, max: 60 }),
  });
  fc.assert(
    fc.property(fc.array(part, { maxLength: 25 }), (came) => {
      const told = homewardOf(came);
      expect(homewardOf([...came].reverse())).toEqual(told);
      for (const { source, homeMinor, medianDays, slowDays } of told) {
        const cents = came
          .filter((one) => one.source === source && one.amountMinor > 0)
          .flatMap(({ days, amountMinor }) => Array<number>(amountMinor).fill(days))
          .sort((a, b) => a - b);
        expect(cents).toHaveLength(homeMinor);
        expect(medianDays).toBe(cents[Math.ceil(homeMinor * 0.5) - 1]);
        expect(slowDays).toBe(cents[Math.ceil((homeMinor * 9) / 10) - 1]);
      }
    }),
  );
});

test('the oldest beads come first, the larger of a day before the smaller; home and charges are none', () => {
  const bead = (key: string, stage: Bead['stage'], counted: number) =>
    ({ key, stage, byStage: { taken: 0, counted, sent: 0, home: 0 } }) as unknown as Bead;
  const days = [
    { date: '2026-03-03', beads: [bead('cash', 'counted', 9_00)] },
    {
      date: '2026-03-02',
      beads: [
        bead('cheque', 'counted', -4_00),
        bead('card 1 Meridian', 'sent', 5_00),
        bead('cash', 'home', 0),
        bead('onAccount', 'taken', 7_00),
      ],
    },
  ];
  const told = (most: number) =>
    oldestBeads(days, most).map(({ date, bead: { key }, waitsMinor }) => [
      date,
      key,
      waitsMinor,
    ]);
  expect(told(9)).toEqual([
    ['2026-03-02', 'card 1 Meridian', 5_00],
    ['2026-03-02', 'cheque', -4_00],
    ['2026-03-03', 'cash', 9_00],
  ]);
  expect(told(1)).toHaveLength(1);
});
