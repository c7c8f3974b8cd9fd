import fc from 'fast-check';
import { minor, sum } from '../money';
import {
  discountBack,
  fromMilli,
  leftOf,
  proposeRefund,
  restockingFee,
  returnLines,
  settleRefund,
  toMilli,
  type OfferedRefund,
  type PaidTender,
  type RefundState,
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

describe('how money goes back', () => {
  const paid = (
    kind: PaidTender['kind'],
    amountMinor: number,
    keptMinor = amountMinor,
    refundedMinor = 0,
  ): PaidTender => ({
    saleTenderId: kind === 'card' ? 7 : kind === 'onAccount' ? 6 : 8,
    tenderId: kind === 'card' ? 2 : 1,
    kind,
    amountMinor,
    keptMinor,
    refundedMinor,
    accountId: kind === 'onAccount' ? 4 : null,
    unpaidMinor: 0,
  });
  const state = (...tenders: PaidTender[]): RefundState => ({
    paid: tenders,
    cashRefundedMinor: 0,
    cashOutMinor: 0,
    creditRefundedMinor: 0,
    chequeRefundedMinor: 0,
    usedMinor: 0,
  });
  const ALONE = { usedMinor: 0, laterMinor: 0 };
  const cash = (amountMinor: number): OfferedRefund => ({
    kind: 'cash',
    tenderId: 1,
    amountMinor,
  });
  const card = (amountMinor: number, reference = 'A1'): OfferedRefund => ({
    kind: 'card',
    tenderId: 2,
    saleTenderId: 7,
    amountMinor,
    reference,
  });

  const written = (amountMinor: number, cheque: object = {}): OfferedRefund => ({
    kind: 'ownCheque',
    tenderId: 9,
    amountMinor,
    cheque: { bankAccountId: 1, number: '000104', payee: 'Bo', ...cheque },
  });

  const credited = (amountMinor: number): OfferedRefund => ({
    kind: 'onAccount',
    tenderId: 10,
    saleTenderId: 6,
    amountMinor,
  });

  // Cash rounding: a refund of 21.24 pays 21.25. Department of Finance Canada's guidance on
  // phasing out the penny, 2012 (from memory).
  test('a cash refund of 21.24 pays 21.25', () => {
    const given = settleRefund(
      21_24,
      ALONE,
      [cash(21_24)],
      state(paid('cash', 21_24, 21_25)),
      5,
    );
    expect(given).toMatchObject({
      value: [{ amountMinor: -21_24, keptMinor: -21_25, roundingMinor: 1 }],
    });
  });

  test('cash is rounded on the cumulated refund, never above what was kept', () => {
    // 10.04 was paid with 10.05; two halves of 5.02 round to 5.00 and then to 10.05 in all.
    const sale = state(paid('cash', 10_04, 10_05));
    const half = { ...ALONE, laterMinor: 5_02 };
    const first = settleRefund(5_02, half, [cash(5_02)], sale, 5);
    expect(first).toMatchObject({ value: [{ keptMinor: -5_00 }] });
    const then = { ...sale, cashRefundedMinor: 5_02, cashOutMinor: 5_00 };
    expect(settleRefund(5_02, ALONE, [cash(5_02)], then, 5)).toMatchObject({
      value: [{ keptMinor: -5_05 }],
    });
  });

  test('what was taken in goods is not given out once more by rounding', () => {
    const sale = { ...state(paid('cash', 10_04, 10_05)), usedMinor: 5_01 };
    expect(settleRefund(5_03, ALONE, [cash(5_03)], sale, 5)).toMatchObject({
      value: [{ keptMinor: -5_00, roundingMinor: -3 }],
    });
  });

  test('proposes the original tenders in their proportion', () => {
    expect(proposeRefund(30_00, state(paid('cash', 40_00), paid('card', 80_00)))).toEqual([
      { kind: 'cash', saleTenderId: null, amountMinor: 10_00 },
      { kind: 'card', saleTenderId: 7, amountMinor: 20_00 },
    ]);
    // A cheque goes back as one where the shop writes them, else as store credit.
    const byCheque = { ...state(paid('cheque', 60_00)), chequeRefundedMinor: 50_00 };
    expect(proposeRefund(30_00, byCheque, true)).toEqual([
      { kind: 'ownCheque', saleTenderId: null, amountMinor: 10_00 },
      { kind: 'storeCredit', saleTenderId: null, amountMinor: 20_00 },
    ]);
    expect(proposeRefund(30_00, byCheque)).toEqual([
      { kind: 'storeCredit', saleTenderId: null, amountMinor: 30_00 },
    ]);
    const half = state(paid('card', 50_00, 50_00, 50_00), paid('storeCredit', 50_00));
    expect(proposeRefund(20_00, half)).toEqual([
      { kind: 'storeCredit', saleTenderId: null, amountMinor: 20_00 },
    ]);
  });

  test('a charge that nobody has paid is credited first; of the paid one the person chooses', () => {
    const charge = { ...paid('onAccount', 100_00), tenderId: 10, unpaidMinor: 30_00 };
    const sale = state(charge, paid('cash', 100_00));
    // 30.00 to the open charge; 50.00 shared by 70.00 paid on it and 100.00 in cash.
    expect(proposeRefund(80_00, sale)).toEqual([
      { kind: 'cash', saleTenderId: null, amountMinor: 29_42 },
      { kind: 'onAccount', saleTenderId: 6, amountMinor: 50_58 },
    ]);
    const give = (...offered: OfferedRefund[]) => settleRefund(80_00, ALONE, offered, sale, 5);
    expect(give(cash(80_00))).toMatchObject({
      refusals: [{ code: 'refund.accountFirst', params: { unpaidMinor: 30_00 } }],
    });
    expect(give(cash(50_00), credited(30_00))).toMatchObject({
      value: [{}, { accountId: 4, saleTenderId: 6, keptMinor: -30_00 }],
    });
    expect(give(credited(80_00)).ok).toBe(true);
    expect(settleRefund(101_00, ALONE, [credited(101_00)], sale, 5)).toMatchObject({
      refusals: [{ code: 'refund.cardOver', params: { leftMinor: 100_00 } }],
    });
  });

  test.each<[string, OfferedRefund[], string]>([
    ['a card above what it paid', [card(50_01)], 'refund.cardOver'],
    ['one card in two parts above it', [card(30_00), card(20_01)], 'refund.cardOver'],
    ['a sum that is short', [cash(10_00)], 'refund.sum'],
    ['cash twice', [cash(25_00), cash(25_00)], 'refund.oneCash'],
    ['a card that did not pay', [{ ...card(50_00), tenderId: 9 }], 'refund.unknownCard'],
    ['no reference', [card(50_00, ' ')], 'refund.reference'],
    ['a card number', [card(50_00, '4111 1111 1111 1111')], 'text.cardNumber'],
    ['nothing', [cash(0), card(50_00)], 'refund.notPositive'],
    ['a cheque without its number', [written(50_00, { number: '0' })], 'ownCheque.number'],
    ['letters in its number', [written(50_00, { number: 'A12' })], 'ownCheque.number'],
    ['a cheque to nobody', [written(50_00, { payee: ' ' })], 'ownCheque.payee'],
    [
      'a card number on it',
      [written(50_00, { payee: '4111 1111 1111 1111' })],
      'text.cardNumber',
    ],
  ])('%s is refused', (_, offered, code) => {
    const due = code === 'refund.cardOver' ? 50_01 : 50_00;
    const given = settleRefund(due, ALONE, offered, state(paid('card', 50_00)), 5);
    expect(given).toMatchObject({ refusals: [{ code }] });
  });

  test('any way of giving back: never more than came in, a card never more than it paid', () => {
    const parts = fc.array(fc.record({ share: fc.nat(100), by: fc.nat(4) }), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(fc.nat(200_00), fc.nat(200_00), parts, (onCard, inCash, steps) => {
        const kept = Math.round(inCash / 5) * 5;
        let now: RefundState = state(paid('card', onCard), paid('cash', inCash, kept));
        let left = onCard + inCash;
        for (const [i, { share, by }] of steps.entries()) {
          const last = i === steps.length - 1;
          const due = last ? left : Math.floor((left * share) / 100);
          if (due === 0) continue;
          const used = by === 3 ? Math.floor(due / 2) : 0;
          const back = due - used;
          const cardLeft = now.paid[0]!.amountMinor - now.paid[0]!.refundedMinor;
          const offered =
            by === 0
              ? [cash(back)]
              : by === 4
                ? [written(back)]
                : by === 1 && back <= cardLeft
                  ? [card(back)]
                  : proposeRefund(back, now, true).map(
                      ({ kind, amountMinor }): OfferedRefund =>
                        kind === 'card'
                          ? card(amountMinor)
                          : kind === 'onAccount'
                            ? credited(amountMinor)
                            : kind === 'ownCheque'
                              ? written(amountMinor)
                              : { kind, tenderId: kind === 'cash' ? 1 : 3, amountMinor },
                    );
          const along = { usedMinor: used, laterMinor: left - due };
          const given = settleRefund(back, along, offered, now, 5);
          if (!given.ok) throw new Error(given.refusals[0]!.code);
          for (const one of given.value) {
            const out = -one.keptMinor;
            if (one.kind === 'cash') {
              expect(out % 5 === 0 || out === 0).toBe(true);
              now.cashRefundedMinor -= one.amountMinor;
              now.cashOutMinor += out;
            } else if (one.kind === 'storeCredit') now.creditRefundedMinor += out;
            else if (one.kind === 'ownCheque') now.chequeRefundedMinor += out;
            else {
              const [first, ...rest] = now.paid;
              const refundedMinor = first!.refundedMinor + out;
              now = { ...now, paid: [{ ...first!, refundedMinor }, ...rest] };
            }
          }
          now.usedMinor += used;
          left -= due;
          expect(now.paid[0]!.refundedMinor).toBeLessThanOrEqual(onCard);
          const money =
            now.cashOutMinor +
            now.paid[0]!.refundedMinor +
            now.creditRefundedMinor +
            now.chequeRefundedMinor;
          // Value that went to credit or goods is exact, so it may be the ticket's own cents
          // that cash rounding had taken off.
          const most = onCard + Math.max(inCash, kept);
          expect(money + now.usedMinor).toBeLessThanOrEqual(most);
          const onlyCash = now.cashRefundedMinor === onCard + inCash && onCard === 0;
          if (onlyCash) expect(now.cashOutMinor).toBe(kept);
        }
      }),
      { numRuns: 300 },
    );
  });
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
