import fc from 'fast-check';
import { findKnown, type LineHere } from './known';

const line = (text: string, bankId: string | null = null, amountMinor = -5_00) => ({
  ...{ date: '2026-03-02', amountMinor, text, bankId },
});
const here = (...lines: ReturnType<typeof line>[]): LineHere[] =>
  lines.map((one, i) => ({ id: i + 1, ...one }));

test('the bank’s id tells a line, whatever its words are', () => {
  expect(findKnown([line('COIN ORDER', 'B1')], here(line('Coins', 'B1')))).toEqual([1]);
  // Two ids are two lines, however alike.
  expect(findKnown([line('COINS', 'B2')], here(line('COINS', 'B1')))).toEqual([null]);
});

test('where one of the two has no id, day, amount and text tell, the first of its like with the first', () => {
  const stored = here(line('COINS', 'B1'), line('COINS', 'B2'), line('COINS', 'B3', -6_00));
  expect(findKnown([line('COINS'), line('COINS'), line('COINS')], stored)).toEqual([
    1,
    2,
    null,
  ]);
  expect(findKnown([line('COINS', 'B9')], here(line('COINS')))).toEqual([1]);
  // One that its id tells is no other line's like.
  expect(findKnown([line('COINS'), line('COINS', 'B1')], stored)).toEqual([2, 1]);
  expect(findKnown([line('x'.repeat(600))], here(line('x'.repeat(500))))).toEqual([1]);
});

test('a month that comes again is known line by line, in whatever format each came', () => {
  const month = fc.array(
    fc.record({
      day: fc.integer({ min: 1, max: 3 }),
      amountMinor: fc.constantFrom(-5_00, -5_00, 7_00),
      text: fc.constantFrom('COINS', 'RENT'),
    }),
    { maxLength: 12 },
  );
  fc.assert(
    fc.property(month, fc.boolean(), fc.boolean(), fc.integer(), (lines, ids, again, cut) => {
      const file = (withIds: boolean) =>
        lines.map(({ day, ...rest }, i) => ({
          ...{ ...rest, date: `2026-03-0${day}`, bankId: withIds ? `B${i}` : null },
        }));
      const first = file(ids).map((one, i) => ({ id: i + 1, ...one }));
      const known = findKnown(file(again), first);
      expect(known.every((id) => id !== null)).toBe(true);
      expect(new Set(known).size).toBe(lines.length);
      for (const [i, id] of known.entries())
        expect(first[id! - 1]).toMatchObject({
          ...{ amountMinor: lines[i]!.amountMinor, text: lines[i]!.text },
        });
      // Of a part of it that was here, just the rest is new.
      const part = first.slice(0, Math.abs(cut) % (lines.length + 1));
      const rest = findKnown(file(again), part).filter((id) => id === null);
      expect(rest).toHaveLength(lines.length - part.length);
    }),
  );
});

test('however ids are mixed, as few lines as can be are said to be new', () => {
  const side = fc.array(fc.constantFrom(null, 'B1', 'B2', 'B3'), { maxLength: 5 });
  const once = (ids: readonly (string | null)[]) =>
    ids.map((id, i) => (id && ids.indexOf(id) < i ? null : id));
  fc.assert(
    fc.property(side, side, (before, now) => {
      const stored = here(...once(before).map((id) => line('COINS', id)));
      const file = once(now).map((id) => line('COINS', id));
      const known = findKnown(file, stored);
      // A second way: every way of telling them, ids first.
      const most = (at: number, free: readonly LineHere[]): number => {
        if (at === file.length) return 0;
        const { bankId } = file[at]!;
        const same = bankId && free.find((one) => one.bankId === bankId);
        const mayBe = same
          ? [same]
          : free.filter(
              (one) =>
                (!bankId || !one.bankId) &&
                !file.some((other) => one.bankId && other.bankId === one.bankId),
            );
        return Math.max(
          same ? 0 : most(at + 1, free),
          ...mayBe.map(
            (one) =>
              1 +
              most(
                at + 1,
                free.filter((other) => other !== one),
              ),
          ),
        );
      };
      expect(known.filter((id) => id !== null)).toHaveLength(most(0, stored));
    }),
  );
});
