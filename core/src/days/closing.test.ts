import fc from 'fast-check';
import { closingChecks, decideDayClose, type ClosingFacts } from '.';

const FACTS: ClosingFacts = {
  date: '2026-03-02',
  today: '2026-03-03',
  anything: true,
  standing: false,
  uncounted: [],
  parked: 0,
  unknownCharges: 0,
  unexplained: [],
  missingCheques: [],
  cardsApart: [],
};

test.each<[string, Partial<ClosingFacts>]>([
  ['closing.future', { date: '2026-03-04' }],
  ['closing.already', { standing: true }],
  ['closing.nothing', { anything: false }],
  ['closing.counted', { uncounted: ['Shop', 'Hatch'] }],
  ['closing.paid', { parked: 2 }],
  ['closing.charges', { unknownCharges: 1 }],
])('refused: %s', (code, more) => {
  expect(decideDayClose({ ...FACTS, ...more })).toMatchObject({ refusals: [{ code }] });
});

test('what is only open is told and closes; what blocks never does', () => {
  const names = fc.array(fc.constantFrom('Shop', 'Hatch', '404', 'Meridian'), {
    maxLength: 3,
  });
  fc.assert(
    fc.property(
      fc.record({
        uncounted: names,
        parked: fc.nat(2),
        unknownCharges: fc.nat(2),
        unexplained: names,
        missingCheques: names,
        cardsApart: names,
      }),
      (more) => {
        const facts = { ...FACTS, ...more };
        const checks = closingChecks(facts);
        const blocked = more.uncounted.length + more.parked + more.unknownCharges > 0;
        expect(checks.some(({ state }) => state === 'blocks')).toBe(blocked);
        expect(decideDayClose(facts).ok).toBe(!blocked);
        const open = Object.values(more).map((one) =>
          typeof one === 'number' ? one : one.length,
        );
        expect(checks.map(({ count }) => count)).toEqual(open);
      },
    ),
  );
});
