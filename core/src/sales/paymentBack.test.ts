import fc from 'fast-check';
import { account, decide, posted, refusal } from '../../test/shop';
import { mergeLines } from '../ledger';
import { minor, sum, ZERO } from '../money';
import type { PaidAllocation, StandingPayment } from '.';

const accounts = [4, 5].map((id) => account({ id, groupIds: [4, 5] }));
const payment = (given: readonly PaidAllocation[], amountMinor: number, goneMinor = 0) =>
  ({
    ofSaleId: 7,
    chargeAccountId: 4,
    itemId: 70,
    amountMinor,
    given,
    goneMinor,
  }) as StandingPayment;
const back = (amountMinor: number, more: object = {}) => ({
  lines: [],
  tenders: [],
  extras: [
    { kind: 'paymentBack' as const, chargeAccountId: 4, ofSaleId: 7, amountMinor, ...more },
  ],
  refunds: [{ kind: 'cash' as const, tenderId: 1, amountMinor }],
});

const allocation = fc.record({
  chargeAccountId: fc.constantFrom(4, 5),
  amountMinor: fc.integer({ min: 1, max: 900_00 }),
  discountMinor: fc.integer({ min: 0, max: 20_00 }),
  taxMinor: fc.integer({ min: 0, max: 1_00 }),
});

test('a payment and its taking back leave every account as it was', () => {
  fc.assert(
    fc.property(fc.array(allocation, { maxLength: 5 }), (wanted) => {
      const given = wanted.map(
        ({ chargeAccountId, amountMinor, discountMinor, taxMinor }, i): PaidAllocation => {
          const tax = minor(Math.min(taxMinor, discountMinor));
          return {
            chargeAccountId,
            chargeItemId: i + 1,
            amountMinor: minor(amountMinor),
            discountMinor: minor(discountMinor),
            discountTaxMinor: tax,
            late: false,
            creditItemId: null,
            taxes: tax ? [{ authorityId: 1, taxMinor: tax }] : [],
          };
        },
      );
      const wholeMinor = sum([5, ...given.map(({ amountMinor }) => amountMinor)]);
      const cashMinor = minor(wholeMinor - (wholeMinor % 5));
      const taken = decide(back(cashMinor), {
        accounts,
        payments: [payment(given, cashMinor)],
      });
      // What the payment had moved, by its own arithmetic: each account of the group by itself.
      const moved = (chargeAccountId: number) =>
        -sum(
          given.map((one) =>
            one.chargeAccountId === chargeAccountId ? one.amountMinor + one.discountMinor : 0,
          ),
        );
      const own = -(cashMinor - sum(given.map(({ amountMinor }) => amountMinor)));
      const found = (chargeAccountId: number) =>
        sum(
          taken.lines.map((line) =>
            line.chargeAccountId === chargeAccountId ? line.amountMinor : ZERO,
          ),
        );
      expect(found(4)).toBe(-(moved(4) + own));
      expect(found(5)).toBe(-moved(5) + 0);
      expect(
        mergeLines(taken.lines).find((line) => line.ledgerAccount === 'drawer'),
      ).toMatchObject({
        amountMinor: -cashMinor,
      });
      expect(sum(taken.lines.map(({ amountMinor }) => amountMinor))).toBe(0);
    }),
  );
});

test('it goes whole, with a manager’s word, and alone', () => {
  const state = { accounts, payments: [payment([], 50_00)] };
  const taken = decide(back(50_00), state);
  expect(taken.broken).toMatchObject([{ code: 'rule.paymentBack', approver: 'manager' }]);
  expect(posted(taken)).toEqual([
    ['chargeAccounts', 50_00],
    ['drawer', -50_00],
  ]);
  expect(refusal(back(20_00), state)).toMatchObject({ code: 'payment.wholeBack' });
  expect(refusal(back(50_00, { ofSaleId: 8 }), state)).toMatchObject({
    code: 'payment.unknown',
  });
  const gone = { accounts, payments: [payment([], 50_00, 5_00)] };
  expect(refusal(back(50_00), gone)).toMatchObject({
    code: 'payment.wholeBack',
    params: { amountMinor: 50_00, goneMinor: 5_00 },
  });
  const closed = { ...state, accounts: [account({ closed: true })] };
  expect(refusal(back(50_00), closed)).toMatchObject({ code: 'account.closed' });
  const twice = { ...back(50_00), lines: [{ departmentId: 2, amountMinor: 1_00 }] };
  expect(refusal(twice, state)).toMatchObject({ code: 'account.alone' });
});
