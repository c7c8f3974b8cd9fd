import fc from 'fast-check';
import {
  AGES,
  agingOf,
  allocate,
  availableOf,
  balanceForwardStatement,
  balanceOf,
  brokenChargeRules,
  costOfNotTaking,
  decideWriteOff,
  discountFor,
  discountOf,
  dueOf,
  itemsLeft,
  lastStatementDay,
  lateChargeOf,
  namedCharges,
  onlySet,
  openItemStatement,
  overdueOf,
  proposeAllocation,
  splitWriteOff,
  taxPartsOf,
  termsRefusals,
  type Allocation,
  type ItemLeft,
  type OpenItem,
} from '.';
import { addDays } from '../dates';
import { minor } from '../money';

const RULES = { base: 'gross', partEarns: false, adjustsTax: false } as const;
const item = (id: number, amountMinor: number, more: Partial<OpenItem> = {}): OpenItem => ({
  id,
  accountId: 1,
  kind: amountMinor > 0 ? 'charge' : 'payment',
  number: `R-${id}`,
  date: '2026-03-01',
  dueDate: amountMinor > 0 ? '2026-03-31' : null,
  discountDate: null,
  discountMinor: 0,
  discountTaxMinor: 0,
  amountMinor,
  ...more,
});
const left = (id: number, amountMinor: number, more: Partial<ItemLeft> = {}): ItemLeft => ({
  ...item(id, amountMinor, more),
  leftMinor: minor(more.leftMinor ?? amountMinor),
});

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
  const branch = { accountId: 2, name: 'East slip', limitMinor: 500_00, balanceMinor: 400_00 };
  const group = { accountId: 1, name: 'Boatyard', limitMinor: 1000_00, balanceMinor: 950_00 };
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

describe('allocating', () => {
  const charges = [
    left(1, 106_25, { discountDate: '2026-03-08', discountMinor: 2_13, discountTaxMinor: 13 }),
    left(2, 80_00, { accountId: 2 }),
    left(3, 40_00, { accountId: 9 }),
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
        { accountId: 1, discountMinor: 2_13, discountTaxMinor: 13, late: false },
        { accountId: 2, amountMinor: 10_00, discountMinor: 0 },
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

describe('a write-off', () => {
  // 100.00 and 6.00 of tax: a charge of all of its ticket.
  const charge = {
    leftMinor: 106_00,
    amountMinor: 106_00,
    taxes: [
      { authorityId: 1, taxMinor: 5_00 },
      { authorityId: 2, taxMinor: 1_00 },
    ],
    writtenMinor: 0,
    writtenTaxes: [],
  };
  const alone = { allowedMinor: 10_00, adjustsTax: true };

  test('is never more than is left, and takes its tax along', () => {
    expect(decideWriteOff(106_01, charge, alone)).toMatchObject({
      refusals: [{ code: 'allocation.moreThanLeft' }],
    });
    expect(decideWriteOff(53_00, charge, alone)).toMatchObject({
      value: {
        parts: {
          netMinor: 50_00,
          taxMinor: 3_00,
          taxes: [{ taxMinor: 2_50 }, { taxMinor: 50 }],
        },
        broken: [{ code: 'rule.writeOff', approver: 'manager' }],
      },
    });
    expect(decideWriteOff(53_00, charge, { ...alone, adjustsTax: false })).toMatchObject({
      value: { parts: { netMinor: 53_00, taxMinor: 0, taxes: [] } },
    });
  });

  test('in any steps is the whole charge with exactly its tax, and comes back in any steps', () => {
    const steps = fc.array(fc.integer({ min: 1, max: 40_00 }), { minLength: 1, maxLength: 6 });
    const tax = fc.integer({ min: -2_00, max: 5_00 });
    fc.assert(
      fc.property(steps, tax, tax, (parts, first, second) => {
        const amountMinor = parts.reduce((all, part) => all + part, 0) + 20_00;
        const taxes = [
          { authorityId: 1, taxMinor: first },
          { authorityId: 2, taxMinor: second },
        ];
        let leftMinor = amountMinor;
        let written = { writtenMinor: 0, writtenTaxes: taxes.map(none) };
        for (const part of [...parts, 20_00]) {
          const decided = decideWriteOff(
            part,
            { leftMinor, amountMinor, taxes, ...written },
            alone,
          );
          if (!decided.ok) throw new Error(decided.refusals[0]!.code);
          const { netMinor, taxMinor, taxes: now } = decided.value.parts;
          expect(netMinor + taxMinor).toBe(part);
          written = {
            writtenMinor: written.writtenMinor + part,
            writtenTaxes: written.writtenTaxes.map((one, i) => plus(one, now[i]!.taxMinor)),
          };
          leftMinor -= part;
        }
        expect(written).toEqual({ writtenMinor: amountMinor, writtenTaxes: taxes });

        let standing: { amountMinor: number; taxes: typeof taxes } = { amountMinor, taxes };
        let back = taxes.map(none);
        for (const part of [...parts, 20_00]) {
          const { backTaxes, restMinor, restTaxes } = splitWriteOff(part, standing);
          back = back.map((one, i) => plus(one, backTaxes[i]!.taxMinor));
          standing = { amountMinor: restMinor, taxes: restTaxes };
        }
        expect(back).toEqual(taxes);
      }),
    );
  });

  const none = (part: { authorityId: number }) => ({ ...part, taxMinor: 0 });
  const plus = (part: { authorityId: number; taxMinor: number }, more: number) => ({
    ...part,
    taxMinor: part.taxMinor + more,
  });
});

// An exchange that sells 200.00 and 12.50 of tax and takes back half: the charge is 106.25.
test('a charge bears its share of what its ticket sold less what it took back', () => {
  const ticket = { amountMinor: 106_25, taxes: [{ authorityId: 1, taxMinor: 6_25 }] };
  expect(taxPartsOf(106_25, ticket)).toEqual([{ authorityId: 1, taxMinor: 6_25 }]);
  expect(taxPartsOf(53_13, ticket)).toEqual([{ authorityId: 1, taxMinor: 3_13 }]);
  // More of the second tax came back than was sold: its part is below zero.
  const mixed = {
    amountMinor: 104_00,
    taxes: [
      { authorityId: 1, taxMinor: 5_00 },
      { authorityId: 2, taxMinor: -1_00 },
    ],
  };
  expect(taxPartsOf(52_00, mixed)).toEqual([
    { authorityId: 1, taxMinor: 2_50 },
    { authorityId: 2, taxMinor: -50 },
  ]);
});

// 2 % of an invoice of 106.25, of which goods of 53.13 came back: common practice; derived.
test('the discount after a partial return is of what is left of the invoice', () => {
  const invoice = {
    id: 1,
    date: '2026-03-01',
    dueDate: '2026-03-31',
    discountDate: '2026-03-08',
    amountMinor: 106_25,
    discountMinor: 2_13,
    leftMinor: 53_12,
    creditedMinor: 53_13,
  };
  const earned = (amountMinor: number) =>
    discountFor(invoice, amountMinor, '2026-03-05', { partEarns: false }).discountMinor;
  expect(earned(52_06)).toBe(1_06);
  expect(earned(52_05)).toBe(0);
});

test('the last statement day up to a date, over the end of a month and a year', () => {
  expect(lastStatementDay(15, '2026-03-15')).toBe('2026-03-15');
  expect(lastStatementDay(15, '2026-03-14')).toBe('2026-02-15');
  expect(lastStatementDay(28, '2026-01-02')).toBe('2025-12-28');
});
