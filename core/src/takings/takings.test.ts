import fc from 'fast-check';
import { minor, sum } from '../money';
import { leaving, moveAcrossPots, moveOn, split, together, type Part } from '.';
import { potOf } from '../tenders';

const [MON, TUE, WED, TODAY] = ['2026-03-02', '2026-03-03', '2026-03-04', '2026-03-06'];
const part = (takingsDay: string, amountMinor: number): Part => ({
  takingsDay,
  amountMinor: minor(amountMinor),
});
const moved = (...args: Parameters<typeof moveOn>): Part[] => {
  const parts = moveOn(...args);
  if (!parts.ok) throw new Error(parts.refusals[0]!.code);
  return parts.value;
};
const total = (parts: readonly Part[]) => sum(parts.map(({ amountMinor }) => amountMinor));

describe('takings move on with their days', () => {
  // The worked figures of the books: a Tuesday gave back 25.00 more than it took, Wednesday took
  // 50.00; counted 25.00 beside the float, both go to the safe.
  test('a count takes a day below zero along, whole', () => {
    const held = [part(TUE, -25_00), part(WED, 50_00)];
    expect(moved(held, 25_00, { today: WED, whole: true })).toEqual(held);
  });

  test('the oldest day goes first; a day below zero stays where the act takes none along', () => {
    const held = [part(WED, 50_00), part(TUE, -25_00), part(MON, 30_00)];
    expect(moved(held, 40_00, { today: TODAY })).toEqual([part(MON, 30_00), part(WED, 10_00)]);
    expect(moved(held, 40_00, { today: TODAY, whole: true })).toEqual([
      part(MON, 30_00),
      part(TUE, -25_00),
      part(WED, 35_00),
    ]);
  });

  test('what goes beyond the parts is the act’s own day’s', () => {
    expect(moved([part(MON, 30_00)], 45_00, { today: TODAY })).toEqual([
      part(MON, 30_00),
      part(TODAY, 15_00),
    ]);
    expect(moved([], -20_00, { today: TODAY })).toEqual([part(TODAY, -20_00)]);
    // A settlement of refunds alone, of which the till has less.
    expect(moved([part(MON, -150_00)], -170_00, { today: TODAY, whole: true })).toEqual([
      part(MON, -150_00),
      part(TODAY, -20_00),
    ]);
  });

  test('picked days go in place of the oldest, never beyond what they hold', () => {
    const held = [part(MON, 30_00), part(TUE, 40_00), part(WED, -5_00)];
    const picks = [part(TUE, 35_00)];
    expect(moved(held, 35_00, { today: TODAY, picks })).toEqual([part(TUE, 35_00)]);
    expect(moved(held, 30_00, { today: TODAY, picks, whole: true })).toEqual([
      part(TUE, 35_00),
      part(WED, -5_00),
    ]);
    expect(moveOn(held, 41_00, { today: TODAY, picks: [part(TUE, 41_00)] })).toMatchObject({
      refusals: [{ code: 'takings.pickedTooMuch', params: { leftMinor: 40_00 } }],
    });
    expect(moveOn(held, 30_00, { today: TODAY, picks })).toMatchObject({
      refusals: [{ code: 'takings.pickedOtherwise', params: { differenceMinor: 5_00 } }],
    });
  });

  const days = fc.uniqueArray(
    fc.record({
      takingsDay: fc.constantFrom(MON!, TUE!, WED!, '2026-03-05'),
      amountMinor: fc.integer({ min: -500_00, max: 500_00 }).filter((amount) => amount !== 0),
    }),
    { selector: ({ takingsDay }) => takingsDay, maxLength: 4 },
  );

  test('parts add up to what moves; no other day is overdrawn; the oldest goes first', () => {
    fc.assert(
      fc.property(
        days,
        fc.integer({ min: -900_00, max: 1_500_00 }),
        fc.boolean(),
        (held, amount, whole) => {
          const parts = moved(held as Part[], amount, { today: TODAY!, whole });
          expect(total(parts)).toBe(amount);
          expect(parts.every(({ amountMinor }) => amountMinor !== 0)).toBe(true);
          const left = together(held as Part[], leaving(parts));
          const leftOf = (day: string) =>
            left.find(({ takingsDay }) => takingsDay === day)?.amountMinor ?? 0;
          for (const { takingsDay, amountMinor } of held) {
            const here = leftOf(takingsDay);
            if (amountMinor < 0) expect(here).toBe(whole ? 0 : amountMinor);
            else expect(here).toBeGreaterThanOrEqual(0);
          }
          // Where a day keeps something, no later day was touched.
          const kept = held
            .filter(({ amountMinor }) => amountMinor > 0)
            .map(({ takingsDay }) => takingsDay)
            .sort();
          const first = kept.find((day) => leftOf(day) > 0);
          for (const { takingsDay, amountMinor } of parts) {
            if (amountMinor > 0 && first && takingsDay !== TODAY) {
              expect(takingsDay <= first).toBe(true);
            }
          }
          // Held in any order, it is the same.
          expect(
            moved([...held].reverse() as Part[], amount, { today: TODAY!, whole }),
          ).toEqual(parts);
        },
      ),
      { numRuns: 500 },
    );
  });
});

describe('what stands opposite is shared by day', () => {
  // A settlement of 48.00 gross, fee 1.00 (the worked figures of the books).
  test('the fee by gross, the bank the rest: each day is zero by itself', () => {
    expect(
      split([part(MON, 48_00)], [{ name: 'fees', amountMinor: 1_00 }, { name: 'bank' }]),
    ).toEqual({ fees: [1_00], bank: [47_00] });
  });

  test('for any parts and amounts: by day zero, by line the amount', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -300_00, max: 900_00 }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: -50_00, max: 90_00 }),
        fc.integer({ min: 0, max: 90_00 }),
        (amounts, fee, reserve) => {
          const parts = amounts.map((amount, i) => part(`2026-03-0${i + 1}`, amount));
          const shared = split(parts, [
            { name: 'fees', amountMinor: fee },
            { name: 'reserve', amountMinor: reserve, weights: amounts.map(() => 1) },
            { name: 'bank' },
          ]);
          expect(sum(shared.fees)).toBe(fee);
          expect(sum(shared.reserve)).toBe(reserve);
          parts.forEach(({ amountMinor }, i) => {
            expect(sum([shared.fees[i]!, shared.reserve[i]!, shared.bank[i]!])).toBe(
              amountMinor,
            );
          });
        },
      ),
    );
  });

  test('nobody, or two, bearing the rest is a mistake of the program', () => {
    expect(() => split([part(MON, 1)], [{ name: 'fees', amountMinor: 1 }])).toThrow(
      'the rest',
    );
    expect(() => split([part(MON, 1)], [{ name: 'one' }, { name: 'two' }])).toThrow(
      'the rest',
    );
  });
});

test('cards have a pot by processor and scheme, other tenders one each, what was paid earlier none', () => {
  const tender = { id: 4, processorId: 9, scheme: 'Meridian' };
  expect(potOf('card', tender)).toBe('card 9 Meridian');
  expect(potOf('other', tender)).toBe('other 4');
  expect(potOf('cash', tender)).toBe('cash');
  expect(potOf('voucher', tender)).toBeNull();
});

test('across pots: of one pot as moveOn moves it; of several the oldest first, nothing beyond what is held', () => {
  const amount = fc.integer({ min: -500, max: 2_000 }).filter((one) => one !== 0);
  const days = fc.uniqueArray(fc.tuple(fc.constantFrom(MON, TUE, WED, TODAY), amount), {
    ...{ selector: ([day]: [string, number]) => day, minLength: 1 },
  });
  fc.assert(
    fc.property(days, days, fc.integer({ min: 1, max: 100 }), (ours, theirs, percent) => {
      const of = (list: readonly [string, number][], pot: string) =>
        list.map(([day, minorUnits]) => ({ ...part(day, minorUnits), pot }));
      const one = of(ours, 'card 1 Meridian');
      const take = (held: readonly Part[]) => Math.ceil((total(held) * percent) / 100);
      fc.pre(total(one) > 0);
      expect(moveAcrossPots(one, take(one)).map(({ pot: _, ...bare }) => bare)).toEqual(
        moved(one, take(one), { today: TODAY, whole: true }),
      );
      const both = [...one, ...of(theirs, 'card 1 Corvus')];
      fc.pre(total(both) > 0);
      const parts = moveAcrossPots(both, take(both));
      expect(total(parts)).toBe(take(both));
      // What stays is nowhere below zero, and no older day keeps what a younger one gave.
      const stays = both.map((held) => {
        const gone = parts.find((x) => x.takingsDay === held.takingsDay && x.pot === held.pot);
        return { ...held, left: held.amountMinor - (gone?.amountMinor ?? 0), gone };
      });
      expect(stays.every(({ left }) => left >= 0)).toBe(true);
      const kept = stays.filter(({ left }) => left > 0).map(({ takingsDay }) => takingsDay);
      const gave = stays
        .filter(({ gone, amountMinor }) => gone && amountMinor > 0)
        .map(({ takingsDay }) => takingsDay);
      for (const day of kept) expect(gave.every((other) => other <= day)).toBe(true);
      // Turned around, it is the same below zero.
      const turned = (list: typeof both) =>
        list.map((x) => ({ ...x, amountMinor: minor(-x.amountMinor) }));
      expect(moveAcrossPots(turned(both), -take(both))).toEqual(turned(parts as typeof both));
    }),
    { numRuns: 300 },
  );
});
