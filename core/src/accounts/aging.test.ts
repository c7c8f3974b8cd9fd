import fc from 'fast-check';
import {
  AGES,
  agingOf,
  allocate,
  balanceForwardStatement,
  balanceOf,
  discountFor,
  itemsLeft,
  lateChargeOf,
  openItemStatement,
  type Allocation,
  type OpenItem,
} from '.';
import { addDays } from '../dates';
import { item, left, RULES } from './testItems';

describe('aging', () => {
  // Current, 1–30, 31–60, 61–90, over 90 days past due (common practice).
  test.each([
    [0, 'current'],
    [1, 'to30'],
    [30, 'to30'],
    [31, 'to60'],
    [60, 'to60'],
    [61, 'to90'],
    [90, 'to90'],
    [91, 'over90'],
  ] as const)('%i days past due is %s', (days, age) => {
    const dueDate = addDays('2026-06-30', -days);
    expect(agingOf([left(1, 5_00, { dueDate })], '2026-06-30')[age]).toBe(5_00);
  });

  type Step = { kind: number; amount: number; which: number; day: number };
  const step: fc.Arbitrary<Step> = fc.record({
    kind: fc.nat(3),
    amount: fc.integer({ min: 1, max: 90_00 }),
    which: fc.nat(20),
    day: fc.integer({ min: 0, max: 200 }),
  });

  test('in any order, also back-dated and undone: balance = open items = ledger at every date', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        const items: OpenItem[] = [];
        const allocations: Allocation[] = [];
        /** What the control account was posted, by date. */
        const ledger: { date: string; amountMinor: number }[] = [];
        for (const { kind, amount, which, day } of steps) {
          const date = addDays('2026-01-01', day);
          if (kind <= 1) {
            const amountMinor = kind === 0 ? amount : -amount;
            const dueDate = kind === 0 ? addDays(date, which) : null;
            items.push(item(items.length + 1, amountMinor, { date, dueDate }));
            ledger.push({ date, amountMinor });
          } else if (kind === 2) {
            allocateSome(items, allocations, ledger, { which, amount, date });
          } else undoOne(allocations, ledger, { which, date });
          for (const one of itemsLeft(items, allocations)) {
            expect(one.leftMinor * Math.sign(one.amountMinor)).toBeGreaterThanOrEqual(0);
          }
        }
        for (const offset of [0, 50, 100, 150, 200, 400]) {
          const date = addDays('2026-01-01', offset);
          const at = itemsLeft(items, allocations, date);
          const posted = ledger.reduce(
            (sum, e) => sum + (e.date <= date ? e.amountMinor : 0),
            0,
          );
          const columns = agingOf(at, date);
          const open = openItemStatement(items, allocations, date);
          const forward = balanceForwardStatement(items, allocations, '2026-02-01', date);
          expect([open.balanceMinor, forward.balanceMinor]).toEqual([posted, posted]);
          expect(open.rows.reduce((sum, row) => sum + row.standingMinor, 0)).toBe(posted);
          expect(forward.aging).toEqual(columns);
          const inColumns = AGES.reduce((sum, age) => sum + columns[age], 0);
          expect(balanceOf(at)).toBe(posted);
          expect(inColumns).toBe(posted);
        }
      }),
      { numRuns: 200 },
    );
  });

  /** Gives some of a credit to a charge, with a discount where it settles the charge. */
  function allocateSome(
    items: readonly OpenItem[],
    allocations: Allocation[],
    ledger: { date: string; amountMinor: number }[],
    { which, amount, date }: { which: number; amount: number; date: string },
  ): void {
    const open = itemsLeft(items, allocations);
    const credits = open.filter(({ leftMinor }) => leftMinor < 0);
    const charges = open.filter(({ leftMinor }) => leftMinor > 0);
    const credit = credits[which % Math.max(1, credits.length)];
    const charge = charges[(which * 7) % Math.max(1, charges.length)];
    if (!credit || !charge) return;
    const on = [date, credit.date, charge.date].sort().at(-1)!;
    const give = Math.min(amount, -credit.leftMinor, charge.leftMinor);
    const offer = {
      ...charge,
      discountDate: on,
      discountMinor: Math.min(50, charge.leftMinor),
    };
    const discountMinor = discountFor(offer, give, on, RULES).discountMinor;
    const wanted = [
      {
        chargeItemId: charge.id,
        amountMinor: Math.min(give, charge.leftMinor - discountMinor),
        discountMinor,
      },
    ];
    const decided = allocate(wanted, -credit.leftMinor, [offer], {
      date: on,
      rules: RULES,
      reason: '',
      accountIds: [1],
    });
    if (!decided.ok) return;
    for (const one of decided.value) {
      allocations.push({ creditItemId: credit.id, ...one, date: on });
      ledger.push({ date: on, amountMinor: -one.discountMinor });
    }
  }

  /** Undoes an allocation that stands, by a row of a later date. */
  function undoOne(
    allocations: Allocation[],
    ledger: { date: string; amountMinor: number }[],
    { which, date }: { which: number; date: string },
  ): void {
    const standing = allocations.filter(
      (one) =>
        one.amountMinor > 0 &&
        !allocations.some(
          (other) =>
            other.amountMinor === -one.amountMinor &&
            other.creditItemId === one.creditItemId &&
            other.chargeItemId === one.chargeItemId,
        ),
    );
    const one = standing[which % Math.max(1, standing.length)];
    if (!one) return;
    const on = date > one.date ? date : one.date;
    allocations.push({
      ...one,
      amountMinor: -one.amountMinor,
      discountMinor: -one.discountMinor,
      date: on,
    });
    ledger.push({ date: on, amountMinor: one.discountMinor });
  }
});

test('a late charge: the rate on what is past due and grace, never on late charges', () => {
  const rules = { monthlyPercent: '1.5', graceDays: 10, minimumMinor: 2_00 };
  const items = [
    left(1, 400_00, { dueDate: '2026-03-15' }),
    left(2, 900_00, { dueDate: '2026-04-25' }),
    left(3, 50_00, { dueDate: '2026-02-01', kind: 'lateCharge' }),
    left(4, -100_00),
  ];
  expect(lateChargeOf(items, '2026-04-30', rules)).toEqual({
    baseMinor: 300_00,
    chargeMinor: 4_50,
  });
  const little = [left(1, 20_00, { dueDate: '2026-03-15' })];
  expect(lateChargeOf(little, '2026-04-30', rules).chargeMinor).toBe(2_00);
  expect(lateChargeOf(little, '2026-03-20', rules).chargeMinor).toBe(0);
});
