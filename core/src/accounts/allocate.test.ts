import fc from 'fast-check';
import {
  allocate,
  discountFor,
  discountOf,
  namedCharges,
  onlySet,
  proposeAllocation,
  type ItemLeft,
} from '.';
import { addDays } from '../dates';
import { left, RULES } from './testItems';

describe('allocating', () => {
  const charges = [
    left(1, 106_25, { discountDate: '2026-03-08', discountMinor: 2_13, discountTaxMinor: 13 }),
    left(2, 80_00, { chargeAccountId: 2 }),
    left(3, 40_00, { chargeAccountId: 9 }),
  ];
  const on = { date: '2026-03-05', rules: RULES, reason: '', accountIds: [1, 2] };
  const give = (chargeItemId: number, amountMinor: number, discountMinor = 0) => ({
    chargeItemId,
    amountMinor,
    discountMinor,
  });

  test('a credit is given to charges of the payer’s accounts, with the discount in time', () => {
    expect(
      allocate([give(1, 104_12, 2_13), give(2, 10_00)], 150_00, charges, on),
    ).toMatchObject({
      value: [
        { chargeAccountId: 1, discountMinor: 2_13, discountTaxMinor: 13, late: false },
        { chargeAccountId: 2, amountMinor: 10_00, discountMinor: 0 },
      ],
    });
  });

  test.each([
    ['more than the charge has left', [give(2, 80_01)], 'allocation.moreThanLeft'],
    ['more than the credit', [give(1, 100_00), give(2, 60_00)], 'allocation.moreThanCredit'],
    ['a charge of a stranger', [give(3, 1_00)], 'allocation.otherAccount'],
    ['a charge that is not there', [give(7, 1_00)], 'allocation.unknownCharge'],
    ['one charge twice', [give(1, 1_00), give(1, 1_00)], 'allocation.twice'],
    ['nothing', [give(1, 0)], 'allocation.notPositive'],
    ['a discount of a part', [give(1, 50_00, 1_00)], 'discount.over'],
    ['a discount beyond the terms', [give(1, 104_00, 2_25)], 'discount.over'],
  ])('%s is refused', (_, wanted, code) => {
    expect(allocate(wanted, 150_00, charges, on)).toMatchObject({ refusals: [{ code }] });
  });
  test('not before the charge was there', () => {
    const before = { ...on, date: '2026-02-28' };
    expect(allocate([give(2, 1_00)], 5_00, charges, before)).toMatchObject({
      refusals: [{ code: 'allocation.beforeCharge', params: { date: '2026-03-01' } }],
    });
  });

  // Invoice of 1,287.45 at 2 %, paid 1,261.70 after the last day: 25.75 stays open or is granted
  // (common practice; derived).
  test('a late discount stays open, or is granted with a reason', () => {
    const { discountMinor } = discountOf(
      { amountMinor: 1287_45, taxMinor: 0 },
      { discountPercent: '2' },
      RULES,
    );
    expect(discountMinor).toBe(25_75);
    const invoice = left(5, 1287_45, { discountDate: '2026-03-08', discountMinor });
    const late = { ...on, date: '2026-03-12' };
    expect(allocate([give(5, 1261_70)], 1261_70, [invoice], late).ok).toBe(true);
    const granted = [give(5, 1261_70, 25_75)];
    expect(allocate(granted, 1261_70, [invoice], late)).toMatchObject({
      refusals: [{ code: 'discount.reason' }],
    });
    const why = { ...late, reason: 'The post was on strike' };
    expect(allocate(granted, 1261_70, [invoice], why)).toMatchObject({
      value: [{ late: true, discountMinor: 25_75 }],
    });
  });
  test('money that came in time earns the discount when it is given later', () => {
    const later = { ...on, date: '2026-03-20', paidOn: '2026-03-08' };
    expect(allocate([give(1, 104_12, 2_13)], 104_12, charges, later)).toMatchObject({
      value: [{ late: false }],
    });
  });
  test('a part earns its part where the shop says so, and the parts add up to no more', () => {
    const [charge] = charges;
    const part = discountFor(charge!, 52_06, '2026-03-05', { partEarns: true });
    expect(part).toEqual({ discountMinor: 1_06, inTime: true });
    expect(discountFor(charge!, 52_06, '2026-03-05', RULES).discountMinor).toBe(0);
  });
});

describe('what a payment is for', () => {
  const propose = (amountMinor: number, charges: ItemLeft[], named: number[] = []) =>
    proposeAllocation(amountMinor, charges, { date: '2026-04-15', rules: RULES, named });
  const charges = [
    left(1, 10_00, { dueDate: '2026-03-10' }),
    left(2, 25_00, { dueDate: '2026-04-01' }),
    left(3, 40_00, { dueDate: '2026-04-20' }),
    left(4, 75_00, { dueDate: '2026-04-30' }),
    left(5, 130_00, { dueDate: '2026-05-15' }),
  ];

  test.each<[string, number, number[], number[]]>([
    ['named', 40_00, [4, 2], [2, 4]],
    ['oneItem', 40_00, [], [3]],
    ['wholeBalance', 280_00, [], [1, 2, 3, 4, 5]],
    ['allOverdue', 35_00, [], [1, 2]],
    ['oldestRun', 65_00, [], [2, 3]],
    ['onlySet', 85_00, [], [1, 4]],
    ['oldestFirst', 36_00, [], [1, 2, 3]],
  ])('%s', (by, amountMinor, named, ids) => {
    const proposal = propose(amountMinor, charges, named);
    expect(proposal.by).toBe(by);
    expect(proposal.allocations.map(({ chargeItemId }) => chargeItemId)).toEqual(ids);
    expect(proposal.overMinor).toBe(0);
  });
  test('invoices are named as people write them', () => {
    const numbered = [
      { id: 1, number: 'R-12' },
      { id: 2, number: 'R-120' },
      { id: 3, number: 'R-40' },
    ];
    expect(namedCharges('r12, 40', numbered)).toEqual([1, 3]);
    expect(namedCharges('R-120', numbered)).toEqual([2]);
    expect(namedCharges('2, 0', numbered)).toEqual([]);
  });
  test('what the named ones don’t take, and what is over, stays an open credit', () => {
    expect(propose(50_00, charges, [3]).overMinor).toBe(10_00);
    expect(propose(300_00, charges)).toMatchObject({ by: 'oldestFirst', overMinor: 20_00 });
    expect(propose(5_00, [])).toEqual({ by: 'oldestFirst', allocations: [], overMinor: 5_00 });
  });
  test('a discount that still holds is counted in', () => {
    const early = left(8, 100_00, { discountDate: '2026-04-15', discountMinor: 2_00 });
    expect(propose(98_00, [early])).toMatchObject({
      by: 'oneItem',
      allocations: [{ amountMinor: 98_00, discountMinor: 2_00 }],
    });
    const gone = { ...early, discountDate: '2026-04-14' };
    expect(propose(98_00, [gone])).toMatchObject({
      by: 'oldestFirst',
      allocations: [{ amountMinor: 98_00, discountMinor: 0 }],
    });
  });

  /** All sets of two to four, one by one. */
  function bruteForce(amountMinor: number, amounts: readonly number[]): number[][] {
    const sets: number[][] = [];
    const grow = (set: number[], from: number) => {
      const total = set.reduce((sum, i) => sum + amounts[i]!, 0);
      if (set.length >= 2 && total === amountMinor) sets.push(set);
      if (set.length === 4) return;
      for (let i = from; i < amounts.length; i += 1) grow([...set, i], i + 1);
    };
    grow([], 0);
    return sets;
  }

  test('a set is proposed only where a brute-force search finds no other', () => {
    const amounts = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 2, maxLength: 14 });
    fc.assert(
      fc.property(amounts, fc.integer({ min: 2, max: 90 }), (given, target) => {
        const sets = bruteForce(target, given);
        const found = onlySet(
          target,
          given.map((payMinor, i) => ({ payMinor, i })),
        );
        const expected = sets.length === 1 ? sets[0] : undefined;
        expect(found?.map(({ i }) => i)).toEqual(expected);
      }),
      { numRuns: 500 },
    );
  });

  test('any proposal adds up exactly and takes no charge twice or beyond what is left', () => {
    const charge = fc.record({
      amountMinor: fc.integer({ min: 1, max: 60_00 }),
      due: fc.integer({ min: -60, max: 60 }),
      off: fc.nat(3_00),
      inTime: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.array(charge, { maxLength: 12 }),
        fc.integer({ min: 1, max: 300_00 }),
        (given, amountMinor) => {
          const all = given.map(({ amountMinor: amount, due, off, inTime }, i) =>
            left(i + 1, amount, {
              dueDate: addDays('2026-04-15', due),
              discountDate: inTime ? '2026-04-20' : '2026-04-01',
              discountMinor: Math.min(off, amount - 1),
            }),
          );
          const { allocations, overMinor } = propose(amountMinor, all);
          const paid = allocations.reduce((total, one) => total + one.amountMinor, 0);
          expect(paid + overMinor).toBe(amountMinor);
          expect(new Set(allocations.map((one) => one.chargeItemId)).size).toBe(
            allocations.length,
          );
          const decided = allocate(allocations, amountMinor, all, {
            date: '2026-04-15',
            rules: RULES,
            reason: '',
            accountIds: [1],
          });
          expect(decided).toMatchObject({ ok: true });
        },
      ),
    );
  });
});
