import fc from 'fast-check';
import { controlChart, FEWEST, LIMIT_PER_RANGE, RANGE_LIMIT, summary } from '.';

// From memory of the NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2, individuals control
// charts: ten values with mean 50.81, mean moving range 1.8778, limits 45.8159 and 55.8041 (by 3 ÷ 1.128).
const HANDBOOK = [49_60, 47_60, 49_90, 51_30, 47_80, 51_20, 52_60, 52_40, 53_60, 52_10];

test('the handbook’s worked example, to the cent that 2.66 for 3 ÷ 1.128 leaves', () => {
  const { limits, signals } = controlChart(HANDBOOK);
  expect(limits).toMatchObject({ meanMinor: 50_81, meanRangeMinor: 1_88 });
  expect(Math.abs(limits!.lowerMinor - 45_81.59)).toBeLessThan(1);
  expect(Math.abs(limits!.upperMinor - 55_80.41)).toBeLessThan(1);
  expect(signals).toEqual([]);
});

test('the constants are those of ranges of two normal values: d2 is 2 ÷ √π, d3 is √(2 − 4 ÷ π)', () => {
  const d2 = 2 / Math.sqrt(Math.PI);
  const d3 = Math.sqrt(2 - 4 / Math.PI);
  expect(Number(LIMIT_PER_RANGE) / 1000).toBeCloseTo(3 / d2, 2);
  expect(Number(RANGE_LIMIT) / 1000).toBeCloseTo(1 + (3 * d3) / d2, 3);
});

test('of too few counts nothing is said', () => {
  expect(controlChart([-20_00, 0, 0])).toEqual({ limits: null, signals: [] });
});

test('one count far off is outside; small ones around nothing are noise', () => {
  const noise = [5, -10, 0, 10, -5, 0, 5, -10, 10, -5, 0, 5];
  expect(controlChart(noise).signals).toEqual([]);
  const { signals } = controlChart([...noise, -20_00, ...noise, ...noise]);
  expect(signals).toContainEqual({ kind: 'outside', from: 12, to: 12 });
});

test('a jump from one limit nearly to the other is told, though neither end is outside', () => {
  // Mean 0, mean range 6: limits at ±16, a range of at most 20.
  const steady = Array.from({ length: 40 }, (_, i) => (i % 2 === 0 ? 3 : -3));
  const { limits, signals } = controlChart([...steady, 14, -14, ...steady]);
  expect(limits!.upperMinor).toBeGreaterThanOrEqual(14);
  expect(signals).toEqual([{ kind: 'jump', from: 40, to: 41 }]);
  expect(controlChart([...steady, 14, -14, ...steady], 14).signals).toEqual([]);
});

test('drawers that agree but for one large loss and a coin: the loss alone has a cause', () => {
  const counts = [...Array(30).fill(0), -20_00, ...Array(9).fill(0), 5, 0, 0];
  const { limits, signals } = controlChart(counts, 5);
  expect(signals).toEqual([{ kind: 'outside', from: 30, to: 30 }]);
  expect(limits).toMatchObject({ meanMinor: 0, lowerMinor: -5, upperMinor: 5 });
});

test('nine in a row on one side are a run; six in a row that fall are a trend', () => {
  const short = [5, -5, 10, -10, 20, 15, 25, 10, 15, ...Array(9).fill(-20)];
  expect(controlChart(short).signals).toContainEqual({ kind: 'below', from: 9, to: 17 });
  const falls = [10, 12, 8, 10, 9, 11, 10, 4, 1, -3, -9];
  expect(controlChart(falls).signals).toContainEqual({ kind: 'falling', from: 5, to: 10 });
  // Five that fall are none yet.
  const kinds = controlChart(falls.slice(0, 10)).signals.map(({ kind }) => kind);
  expect(kinds).not.toContain('falling');
});

test('limits are those of an independent computation; moved values move them, turned ones turn them', () => {
  const values = fc.array(fc.integer({ min: -50_00, max: 50_00 }), {
    minLength: FEWEST,
    maxLength: 60,
  });
  fc.assert(
    fc.property(values, fc.integer({ min: -1_000, max: 1_000 }), (given, by) => {
      const { limits } = controlChart(given);
      // Where nothing lies outside, the limits are those of all.
      fc.pre(given.every((one) => one <= limits!.upperMinor && one >= limits!.lowerMinor));
      const mean = given.reduce((a, b) => a + b, 0) / given.length;
      let range = 0;
      for (let i = 1; i < given.length; i += 1) range += Math.abs(given[i]! - given[i - 1]!);
      range /= given.length - 1;
      expect(Math.abs(limits!.meanMinor - mean)).toBeLessThanOrEqual(0.5 + 1e-6);
      expect(Math.abs(limits!.upperMinor - (mean + 2.66 * range))).toBeLessThanOrEqual(
        0.5 + 1e-6,
      );
      expect(Math.abs(limits!.lowerMinor - (mean - 2.66 * range))).toBeLessThanOrEqual(
        0.5 + 1e-6,
      );
      expect(Math.abs(limits!.rangeLimitMinor - 3.267 * range)).toBeLessThanOrEqual(
        0.5 + 1e-6,
      );
      const turned = controlChart(given.map((value) => -value)).limits!;
      expect(turned.upperMinor + limits!.lowerMinor).toBe(0);
      const moved = controlChart(given.map((value) => value + by));
      expect(moved.limits!.meanRangeMinor).toBe(limits!.meanRangeMinor);
      expect(moved.signals.filter(({ kind }) => kind !== 'outside')).toEqual(
        controlChart(given).signals.filter(({ kind }) => kind !== 'outside'),
      );
    }),
  );
});

test('what belongs together is summed, and its mean rounded once', () => {
  expect(summary([-5, -10, 0])).toEqual({ count: 3, totalMinor: -15, meanMinor: -5 });
  expect(summary([-5, 0])).toEqual({ count: 2, totalMinor: -5, meanMinor: -3 });
  expect(summary([])).toEqual({ count: 0, totalMinor: 0, meanMinor: 0 });
});
