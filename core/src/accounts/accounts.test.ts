import {
  availableOf,
  brokenChargeRules,
  costOfNotTaking,
  discountOf,
  dueOf,
  lastStatementDay,
  overdueOf,
  termsRefusals,
} from '.';
import { left, RULES } from './testItems';

describe('terms', () => {
  const terms = { netDays: 30, endOfMonth: false, discountPercent: '2', discountDays: 7 };

  // 2 % within 7 days, net 30: invoice of 1 March (common practice; derived).
  test('2 % within 7 days, net 30, of 1 March: discount to 8 March, due 31 March', () => {
    expect(dueOf('2026-03-01', terms)).toEqual({
      dueDate: '2026-03-31',
      discountDate: '2026-03-08',
    });
  });
  test('days may count from the end of the month', () => {
    expect(dueOf('2024-02-10', { ...terms, endOfMonth: true, netDays: 10 })).toEqual({
      dueDate: '2024-03-10',
      discountDate: '2024-03-07',
    });
    expect(dueOf('2026-03-01', { ...terms, discountPercent: '0' }).discountDate).toBeNull();
  });

  // 2/98 × 365/20 = 37.24 % a year simple, 44.59 % compounded: the textbook formula for trade
  // credit; derived.
  test('2 % in 10 days, net 30: what not taking it costs', () => {
    const cost = costOfNotTaking({ ...terms, discountDays: 10 })!;
    expect(cost.simplePercent.toFixed(2)).toBe('37.24');
    expect(cost.compoundPercent.toFixed(2)).toBe('44.59');
    expect(costOfNotTaking({ ...terms, discountDays: 30 })).toBeNull();
  });

  // Discount of 2 % on 106.25 with tax adjusted: 2.00 and tax 0.13, 2.13 in all.
  test.each([
    [{ ...RULES, adjustsTax: true }, 2_13, 13],
    [RULES, 2_13, 0],
    [{ ...RULES, base: 'net' as const }, 2_00, 0],
  ])('a discount of 2 %% on 100.00 and 6.25 tax: %o', (rules, discountMinor, taxMinor) => {
    expect(discountOf({ amountMinor: 106_25, taxMinor: 6_25 }, terms, rules)).toEqual({
      discountMinor,
      taxMinor,
    });
  });

  test.each([
    [{ ...terms, netDays: 400 }, 'terms.days'],
    [{ ...terms, netDays: 1.5 }, 'terms.days'],
    [{ ...terms, discountPercent: '-2' }, 'terms.discount'],
    [{ ...terms, discountPercent: '100' }, 'terms.discount'],
    [{ ...terms, discountDays: 31 }, 'terms.discountDays'],
  ])('%o is refused', (wrong, code) => {
    expect(termsRefusals(wrong)).toMatchObject([{ code }]);
    expect(termsRefusals(terms)).toEqual([]);
  });
});

describe('what a charge may do', () => {
  const branch = {
    chargeAccountId: 2,
    name: 'East slip',
    limitMinor: 500_00,
    balanceMinor: 400_00,
  };
  const group = {
    chargeAccountId: 1,
    name: 'Boatyard',
    limitMinor: 1000_00,
    balanceMinor: 950_00,
  };
  const facts = {
    chargedMinor: 50_00,
    chain: [branch, group],
    holdReason: null,
    overdueMinor: 0,
    overdueDays: 0,
    buyer: null,
  };

  test('the limit left is the smallest of the chain, before and after', () => {
    expect(availableOf(facts.chain, 50_00)).toEqual({ beforeMinor: 50_00, afterMinor: 0 });
    expect(availableOf([{ ...branch, limitMinor: null }], 50_00)).toBeNull();
    expect(brokenChargeRules(facts)).toEqual([]);
  });
  test('every rule that it breaks is named, for a manager', () => {
    const broken = brokenChargeRules({
      chargedMinor: 100_01,
      chain: [branch, group],
      holdReason: 'Cheque came back',
      overdueMinor: 12_00,
      overdueDays: 9,
      buyer: { name: 'Ned', listed: false },
    });
    expect(broken.map(({ code, approver, params }) => [code, approver, params])).toEqual([
      ['rule.overLimit', 'manager', { name: 'East slip', limitMinor: 500_00, overMinor: 1 }],
      [
        'rule.overLimit',
        'manager',
        { name: 'Boatyard', limitMinor: 1000_00, overMinor: 50_01 },
      ],
      ['rule.onHold', 'manager', { reason: 'Cheque came back' }],
      ['rule.overdue', 'manager', { overdueMinor: 12_00, days: 9 }],
      ['rule.buyer', 'manager', { name: 'Ned' }],
    ]);
  });
  test('overdue is what is past due and grace, less credits that wait', () => {
    const items = [left(1, 50_00), left(2, 30_00, { dueDate: '2026-04-10' }), left(3, -20_00)];
    expect(overdueOf(items, 5, '2026-04-05').overdueMinor).toBe(0);
    expect(overdueOf(items, 5, '2026-04-06')).toEqual({
      overdueMinor: 30_00,
      oldestDue: '2026-03-31',
    });
    expect(overdueOf([left(1, 50_00), left(3, -50_00)], 0, '2026-06-01').overdueMinor).toBe(0);
  });
});

test('the last statement day up to a date, over the end of a month and a year', () => {
  expect(lastStatementDay(15, '2026-03-15')).toBe('2026-03-15');
  expect(lastStatementDay(15, '2026-03-14')).toBe('2026-02-15');
  expect(lastStatementDay(28, '2026-01-02')).toBe('2025-12-28');
});
