import fc from 'fast-check';
import { decideChequeReturn } from '.';

const given = (id: number, chargeItemId: number, amountMinor: number) => ({
  id,
  chargeItemId,
  amountMinor,
});
const paid = (chargeAccountId: number, amountMinor: number, leftMinor: number, ...allocations: ReturnType<typeof given>[]) => ({
  chargeAccountId,
  creditItemId: chargeAccountId + 100,
  amountMinor,
  leftMinor,
  allocations,
}); // prettier-ignore

// One cheque for two accounts: 84.10 + 215.65 = 299.75 (common practice).
test('of two accounts: each owes its own again', () => {
  const payments = [paid(1, 84_10, 0, given(1, 7, 84_10)), paid(2, 215_65, 215_65)];
  expect(decideChequeReturn(299_75, payments)).toMatchObject({
    walkInMinor: 0,
    parts: [
      { chargeAccountId: 1, amountMinor: 84_10, undo: [1], again: null, takenMinor: 84_10 },
      { chargeAccountId: 2, amountMinor: 215_65, undo: [], again: null, takenMinor: 215_65 },
    ],
  });
});

test('beside cash: the latest charge is open again, what was too much goes back to it', () => {
  const payment = paid(1, 100_00, 0, given(1, 7, 60_00), given(2, 8, 40_00));
  expect(decideChequeReturn(30_00, [payment]).parts).toMatchObject([
    { undo: [2], again: { chargeItemId: 8, amountMinor: 10_00 }, takenMinor: 30_00 },
  ]);
});

test('that paid goods too: what is over its payments a walk-in owes', () => {
  expect(decideChequeReturn(50_00, [paid(1, 20_00, 20_00)])).toMatchObject({
    walkInMinor: 30_00,
    parts: [{ amountMinor: 20_00 }],
  });
  expect(decideChequeReturn(50_00, [])).toEqual({ walkInMinor: 50_00, parts: [] });
});

/** Payments: what each was given to, what of it waits, what of it was paid out. */
const drawn = fc.array(
  fc.record({
    amounts: fc.array(fc.integer({ min: 1, max: 9_999 }), { minLength: 1, maxLength: 4 }),
    left: fc.nat(5_000),
    spent: fc.nat(3_000),
  }),
  { maxLength: 4 },
);
test('every cent of it is somebody’s, and nothing is given twice', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 60_000 }), drawn, (chequeMinor, all) => {
      const payments = all.map(({ amounts, left, spent }, i) =>
        paid(
          i,
          amounts.reduce((a, b) => a + b, left + spent),
          left,
          ...amounts.map((amount, k) => given(i * 10 + k, i * 10 + k, amount)),
        ),
      );
      const { parts, walkInMinor } = decideChequeReturn(chequeMinor, payments);
      const total = parts.reduce((sum, part) => sum + part.amountMinor, 0);
      expect(total + walkInMinor).toBe(chequeMinor);
      for (const { chargeAccountId, amountMinor, undo, again, takenMinor } of parts) {
        const { leftMinor, allocations, ...payment } = payments[chargeAccountId]!;
        const sumOf = (some: typeof allocations) =>
          some.reduce((sum, one) => sum + one.amountMinor, 0);
        const freed = sumOf(allocations.filter(({ id }) => undo.includes(id)));
        const rest = leftMinor + freed - (again?.amountMinor ?? 0) - takenMinor;
        expect(rest).toBeGreaterThanOrEqual(0);
        expect(rest).toBeLessThanOrEqual(leftMinor);
        expect(amountMinor).toBeLessThanOrEqual(payment.amountMinor);
        expect(takenMinor).toBe(Math.min(amountMinor, leftMinor + sumOf(allocations)));
      }
    }),
  );
});
