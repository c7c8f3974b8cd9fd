import fc from 'fast-check';
import { minor, sum } from '../money';
import {
  discountBack,
  fromMilli,
  leftOf,
  NO_FEE,
  restockingFee,
  returnLines,
  toMilli,
  type FeeSoFar,
  type ReturnedLine,
  type SoldLine,
} from '.';

const line = (
  quantity: string,
  netMinor: number,
  taxes: number[] = [],
  discountMinor = 0,
): SoldLine => ({
  position: 1,
  departmentId: 1,
  itemId: 1,
  description: 'Rope',
  quantity,
  netMinor,
  discountMinor,
  parts: taxes.map((taxMinor, i) => ({ authorityId: i + 1, taxMinor })),
  returned: { quantity: '0', netMinor: 0, discountMinor: 0, parts: [] },
});

/** The sold line after some of it came back. */
function after(sold: SoldLine, back: ReturnedLine): SoldLine {
  const { returned } = sold;
  return {
    ...sold,
    returned: {
      quantity: fromMilli(toMilli(returned.quantity)! + toMilli(back.quantity)!),
      netMinor: returned.netMinor + back.netMinor,
      discountMinor: returned.discountMinor + back.discountMinor,
      parts: back.parts.map(({ authorityId, taxMinor }) => {
        const before = returned.parts.find((part) => part.authorityId === authorityId);
        return { authorityId, taxMinor: (before?.taxMinor ?? 0) + taxMinor };
      }),
    },
  };
}

const takeBack = (sold: SoldLine, quantity: string) => {
  const back = returnLines([{ position: sold.position, quantity }], [sold]);
  if (!back.ok) throw new Error(back.refusals[0]!.code);
  return back.value[0]!;
};

// Three returns of one document, of 3 × 0.10 at 6.25 %: tax 0.02 comes back as 0.01, 0.00,
// 0.01, never 0.03; derived.
test('three returns of one line give its tax of 0.02 back as 0.01, 0.00, 0.01', () => {
  let sold = line('3', 30, [2]);
  const taxes = [1, 2, 3].map(() => {
    const back = takeBack(sold, '1');
    sold = after(sold, back);
    return back.taxMinor;
  });
  expect(taxes).toEqual([1, 0, 1]);
});

// Restocking fee of 20 % (the rate is common practice; derived): 231.15 or 227.80 back.
test.each([
  [false, 53_60, 0, 231_15],
  [true, 53_60, 3_35, 227_80],
])('restocking of 268.00 + 16.75, taxed: %s', (taxed, feeMinor, taxMinor, backMinor) => {
  const back = takeBack(line('1', 268_00, [13_40, 3_35]), '1');
  const fee = restockingFee([back], '20', taxed);
  expect(fee).toMatchObject({ feeMinor, taxMinor });
  expect(sum(fee.parts.map((part) => part.taxMinor))).toBe(taxMinor);
  expect(back.netMinor + back.taxMinor - fee.feeMinor - fee.taxMinor).toBe(backMinor);
});

test('a restocking fee is the same for all pieces at once or one by one, its tax too', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 300_00 }),
      fc.array(fc.nat(20_00), { minLength: 1, maxLength: 3 }),
      fc.integer({ min: 2, max: 9 }),
      (netMinor, taxes, pieces) => {
        const whole = line(String(pieces), netMinor, taxes);
        const once = restockingFee([takeBack(whole, String(pieces))], '20', true);
        let before: FeeSoFar = NO_FEE;
        let sold = whole;
        for (let i = 0; i < pieces; i += 1) {
          const back = takeBack(sold, '1');
          sold = after(sold, back);
          const fee = restockingFee([back], '20', true, before);
          const add = (had: FeeSoFar['taxes'], more: FeeSoFar['taxes']) =>
            more.map((part) => {
              const old = had.find(({ authorityId }) => authorityId === part.authorityId);
              return { ...part, taxMinor: part.taxMinor + (old?.taxMinor ?? 0) };
            });
          before = {
            baseMinor: before.baseMinor + fee.baseMinor,
            baseTaxes: add(before.baseTaxes, back.parts),
            feeMinor: before.feeMinor + fee.feeMinor,
            taxes: add(before.taxes, fee.parts),
          };
        }
        expect(before.feeMinor).toBe(once.feeMinor);
        expect(before.taxes).toEqual(once.parts);
      },
    ),
  );
});

test.each([
  ['more than is left', [{ position: 1, quantity: '2.5' }], 'return.moreThanLeft'],
  ['nothing', [{ position: 1, quantity: '0' }], 'line.quantity'],
  ['no number', [{ position: 1, quantity: '-1' }], 'line.quantity'],
  ['a line that is not there', [{ position: 9, quantity: '1' }], 'return.unknownLine'],
  [
    'a line twice',
    [
      { position: 1, quantity: '1' },
      { position: 1, quantity: '1' },
    ],
    'return.twice',
  ],
  ['no line', [], 'return.empty'],
])('%s is refused', (_, wanted, code) => {
  expect(returnLines(wanted, [line('2', 10_00)])).toMatchObject({ refusals: [{ code }] });
});

test('any sequence of partial returns adds up to the sale and never goes beyond', () => {
  const sold = fc.record({
    milli: fc.bigInt({ min: 1n, max: 20_000n }),
    netMinor: fc.nat(500_00),
    taxes: fc.array(fc.nat(40_00), { maxLength: 3 }),
    discountMinor: fc.nat(50_00),
  });
  fc.assert(
    fc.property(sold, fc.array(fc.nat(100), { maxLength: 6 }), (given, shares) => {
      const first = line(
        fromMilli(given.milli),
        given.netMinor,
        given.taxes,
        given.discountMinor,
      );
      let now = first;
      for (const share of [...shares, 100]) {
        const part = (leftOf(now) * BigInt(share)) / 100n;
        if (part === 0n) continue;
        const back = takeBack(now, fromMilli(part));
        expect(back.netMinor).toBeGreaterThanOrEqual(0);
        back.parts.forEach(({ taxMinor }) => expect(taxMinor).toBeGreaterThanOrEqual(0));
        now = after(now, back);
        expect(now.returned.netMinor).toBeLessThanOrEqual(first.netMinor);
        expect(now.returned.discountMinor).toBeLessThanOrEqual(first.discountMinor);
        now.returned.parts.forEach(({ taxMinor }, i) =>
          expect(taxMinor).toBeLessThanOrEqual(given.taxes[i]!),
        );
      }
      expect(leftOf(now)).toBe(0n);
      expect(now.returned).toEqual({
        quantity: first.quantity,
        netMinor: first.netMinor,
        discountMinor: first.discountMinor,
        parts: first.parts.map((part) => ({ ...part, taxMinor: minor(part.taxMinor) })),
      });
    }),
  );
});

test('what was paid comes back of a charge whose discount was taken, in any parts', () => {
  // 2 % on 106.25 with its tax: 2.13, of that 0.13 of tax (0.10 and 0.03).
  const taken = {
    discountMinor: 2_13,
    taxes: [
      { authorityId: 1, taxMinor: 10 },
      { authorityId: 2, taxMinor: 3 },
    ],
    backMinor: 0,
    backTaxes: [],
  };
  expect(discountBack(taken, { soldMinor: 106_25, beforeMinor: 0, nowMinor: 106_25 })).toEqual(
    {
      discountMinor: 2_00,
      taxMinor: 13,
      parts: [
        { authorityId: 1, taxMinor: 10 },
        { authorityId: 2, taxMinor: 3 },
      ],
    },
  );
  fc.assert(
    fc.property(
      fc.nat(5_00),
      fc.nat(50),
      fc.array(fc.integer({ min: 1, max: 40_00 }), { minLength: 1, maxLength: 6 }),
      (net, tax, steps) => {
        const soldMinor = steps.reduce((total, step) => total + step, 0);
        const whole = { discountMinor: net + tax, taxes: [{ authorityId: 1, taxMinor: tax }] };
        let [backMinor, backTax, before] = [0, 0, 0];
        for (const nowMinor of steps) {
          const back = discountBack(
            { ...whole, backMinor, backTaxes: [{ authorityId: 1, taxMinor: backTax }] },
            { soldMinor, beforeMinor: before, nowMinor },
          );
          expect(back.discountMinor).toBeGreaterThanOrEqual(0);
          backMinor += back.discountMinor;
          backTax += back.taxMinor;
          before += nowMinor;
          expect(backMinor + backTax).toBeLessThanOrEqual(net + tax);
        }
        expect([backMinor + backTax, backTax]).toEqual([net + tax, tax]);
      },
    ),
  );
});
