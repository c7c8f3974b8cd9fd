import fc from 'fast-check';
import { assertBalanced, type JournalLine } from '../ledger';
import { minor, sum } from '../money';
import type { Part } from '../takings';
import {
  chargebackLines,
  chargebackOf,
  decideLost,
  openOf,
  retold,
  stateOf,
  type Losing,
} from '.';

const MON = '2026-03-02';
const TUE = '2026-03-03';
const POT = 'card 1 Meridian';
const part = (takingsDay: string, amount: number, pot = POT): Part & { pot: string } => ({
  ...{ takingsDay, pot },
  amountMinor: minor(amount),
});
const losing = (over: Partial<Losing> = {}): Losing => ({
  ...{ id: 7, processorId: 1, openMinor: 80_00, held: [part(MON, 80_00)] },
  ...{ sale: null, lostMinor: 0, lostTaxes: [] },
  ...over,
});
const ALL = { allowedMinor: null, adjustsTax: true };
const posted = (lines: readonly JournalLine[]) =>
  lines.map(({ ledgerAccount, amountMinor, tag }) => [
    ledgerAccount,
    amountMinor,
    tag!.takingsDay,
  ]);
/** What lines come to by day and pot, and by account. */
const sumsBy = (lines: readonly JournalLine[], key: (line: JournalLine) => string) => {
  const sums = new Map<string, number>();
  for (const line of lines) sums.set(key(line), (sums.get(key(line)) ?? 0) + line.amountMinor);
  return [...sums].filter(([, amount]) => amount !== 0);
};
const byDay = (lines: readonly JournalLine[]) =>
  sumsBy(lines, ({ tag }) => `${tag!.takingsDay} ${tag!.pot}`);

test.each([
  ['toAnswer', { amountMinor: 80_00, wonMinor: 0, lostMinor: 0, sentOn: null }, 80_00],
  ['answered', { amountMinor: 80_00, wonMinor: 30_00, lostMinor: 0, sentOn: MON }, 50_00],
  ['won', { amountMinor: 80_00, wonMinor: 80_00, lostMinor: 0, sentOn: MON }, 0],
  ['lost', { amountMinor: 80_00, wonMinor: 0, lostMinor: 80_00, sentOn: null }, 0],
  ['parted', { amountMinor: 80_00, wonMinor: 30_00, lostMinor: 50_00, sentOn: MON }, 0],
  ['unknown', { amountMinor: -80_00, wonMinor: 0, lostMinor: 0, sentOn: null }, -80_00],
  ['unknown', { amountMinor: 80_00, wonMinor: 80_00, lostMinor: 80_00, sentOn: MON }, -80_00],
] as const)('a dispute is %s', (state, dispute, open) => {
  expect(stateOf(dispute)).toBe(state);
  expect(openOf(dispute)).toBe(open);
});

// 80.00 with tax of 6.25 % in it: 75.29 and 4.71 (derived).
test('what is lost is a loss on the day of the sale, less the tax that is owed no more', () => {
  const sale = { amountMinor: 80_00, taxes: [{ authorityId: 3, taxMinor: 4_71 }] };
  const whole = decideLost(80_00, losing({ sale }), ALL);
  if (!whole.ok) throw new Error();
  expect(posted(whole.value.lines)).toEqual([
    ['chargebackLoss', 75_29, MON],
    ['taxPayable', 4_71, MON],
    ['disputes', -80_00, MON],
  ]);
  expect(whole.value.lines.at(-1)!.tag!.holder).toBe('dispute 7');
  const kept = decideLost(80_00, losing({ sale }), { ...ALL, adjustsTax: false });
  expect(kept.ok && kept.value.taxes).toEqual([]);
});

test('beyond what a person may write off a manager is asked; beyond what is open nothing is lost', () => {
  const asked = decideLost(80_00, losing(), { allowedMinor: 50_00, adjustsTax: false });
  expect(asked.ok && asked.value.broken).toMatchObject([
    { code: 'rule.disputeLost', params: { amountMinor: 80_00, allowedMinor: 50_00 } },
  ]);
  for (const [amount, over, code] of [
    [80_01, {}, 'dispute.moreThanOpen'],
    [0, {}, 'dispute.moreThanOpen'],
    [-1, {}, 'dispute.moreThanOpen'],
    [1, { openMinor: -5, held: [part(MON, -5)] }, 'dispute.moreThanOpen'],
    [1, { openMinor: 0, held: [] }, 'dispute.nothingOpen'],
  ] as const) {
    const refused = decideLost(amount, losing(over), ALL);
    expect(!refused.ok && refused.refusals[0]!.code).toBe(code);
  }
});

test('lost bit by bit: by day and pot no cent is lost, and the tax is in the end that of the sale', () => {
  const amount = fc.integer({ min: 1, max: 50_000 });
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(fc.constantFrom(MON, TUE), fc.constantFrom(POT, 'card 1 Corvus'), amount),
        {
          ...{ minLength: 1, maxLength: 4 },
        },
      ),
      fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 4 }),
      fc.integer({ min: 0, max: 20 }),
      (list, cuts, percent) => {
        const whole = sum(list.map(([, , minorUnits]) => minorUnits));
        const tax = Math.floor((whole * percent) / (100 + percent));
        const taxes = [
          { authorityId: 1, taxMinor: tax - Math.floor(tax / 3) },
          { authorityId: 2, taxMinor: Math.floor(tax / 3) },
        ];
        let held = merged(list.map(([day, pot, minorUnits]) => part(day, minorUnits, pot)));
        let lostMinor = 0;
        const lost = new Map<number, number>();
        for (const cut of [...cuts, 100]) {
          const openMinor = whole - lostMinor;
          if (openMinor === 0) break;
          const bit = Math.max(1, Math.floor((openMinor * cut) / 100));
          const decided = decideLost(
            bit,
            losing({
              ...{ openMinor, held, lostMinor, sale: { amountMinor: whole, taxes } },
              lostTaxes: [...lost].map(([authorityId, taxMinor]) => ({
                authorityId,
                taxMinor,
              })),
            }),
            ALL,
          );
          if (!decided.ok) throw new Error(decided.refusals[0]!.code);
          const { lines } = decided.value;
          assertBalanced(lines);
          expect(byDay(lines)).toEqual([]);
          for (const one of decided.value.taxes)
            lost.set(one.authorityId, (lost.get(one.authorityId) ?? 0) + one.taxMinor);
          lostMinor += bit;
          held = merged([
            ...held,
            ...lines.flatMap(({ ledgerAccount, amountMinor, tag }) =>
              ledgerAccount === 'disputes'
                ? [part(tag!.takingsDay, amountMinor, tag!.pot)]
                : [],
            ),
          ]);
          expect(sum(held.map(({ amountMinor }) => amountMinor))).toBe(whole - lostMinor);
          expect(held.every(({ amountMinor }) => amountMinor >= 0)).toBe(true);
        }
        expect(lostMinor).toBe(whole);
        for (const { authorityId, taxMinor } of taxes)
          expect(lost.get(authorityId) ?? 0).toBe(taxMinor);
      },
    ),
    { numRuns: 300 },
  );
});

/** Parts added up by day and pot. */
function merged(parts: readonly (Part & { pot: string })[]) {
  const sums = new Map<string, Part & { pot: string }>();
  for (const one of parts) {
    const key = `${one.takingsDay} ${one.pot}`;
    const before = sums.get(key)?.amountMinor ?? 0;
    sums.set(key, { ...one, amountMinor: minor(before + one.amountMinor) });
  }
  return [...sums.values()].filter(({ amountMinor }) => amountMinor !== 0);
}

test('a sale that is found later takes the dispute and what was taken for it: zero by account and by day', () => {
  const lines = retold(
    [part(TUE, 50_00), part(TUE, 30_00, 'card 1 Corvus')],
    {
      ...{ takingsDay: MON, pot: POT },
    },
    {
      ...{ id: 7, processorId: 1, bankAccountId: 1 },
      stands: { ledgerAccount: 'bank', holder: 'line 4' },
    },
  );
  assertBalanced(lines);
  expect(byDay(lines)).toEqual([]);
  expect(sumsBy(lines, ({ ledgerAccount }) => ledgerAccount)).toEqual([]);
  expect(posted(lines)).toEqual([
    ['disputes', 80_00, MON],
    ['disputes', -50_00, TUE],
    ['disputes', -30_00, TUE],
    ['bank', 50_00, TUE],
    ['bank', 30_00, TUE],
    ['bank', -80_00, MON],
  ]);
  // Of the same day and pot there is nothing to tell.
  const none = retold(
    [part(MON, 5_00)],
    { takingsDay: MON, pot: POT },
    {
      ...{ id: 7, processorId: 1, bankAccountId: 1 },
      stands: { ledgerAccount: 'bankInTransit', holder: 'settlement 3' },
    },
  );
  expect(none).toEqual([]);
});

test.each([
  ['a chargeback', { lineMinor: -80_00, feeMinor: 0, dispute: null }, [80_00, 0]],
  [
    'one with its fee in it',
    { lineMinor: -95_00, feeMinor: 15_00, dispute: null },
    [80_00, 15_00],
  ],
  [
    'a fee alone, for one that is known',
    { lineMinor: -15_00, feeMinor: 0, dispute: { openMinor: 80_00 } },
    [0, 15_00],
  ],
  [
    'money that is given back',
    { lineMinor: 30_00, feeMinor: 0, dispute: { openMinor: 80_00 } },
    [-30_00, 0],
  ],
  [
    'a fee that is all of it',
    { lineMinor: -15_00, feeMinor: 15_00, dispute: null },
    'chargeback.feeBeyond',
  ],
  [
    'money back of nothing known',
    { lineMinor: 30_00, feeMinor: 0, dispute: null },
    'chargeback.whichOne',
  ],
  [
    'more than is open',
    { lineMinor: 80_01, feeMinor: 0, dispute: { openMinor: 80_00 } },
    'dispute.moreThanOpen',
  ],
])('a line of the bank is %s', (_, line, is) => {
  const said = chargebackOf(line);
  expect(
    said.ok ? [said.value.amountMinor, said.value.feeMinor] : said.refusals[0]!.code,
  ).toEqual(is);
});

test('what the bank takes and gives back for a dispute leaves nothing of it, on no day and with nobody', () => {
  const money = fc.integer({ min: 1, max: 50_000 });
  const whose = { takingsDay: MON, pot: POT };
  const ids = { disputeId: 7, processorId: 1, bankAccountId: 2, holder: 'chargeback 3' };
  fc.assert(
    fc.property(money, money, fc.array(money, { maxLength: 4 }), (taken, feeMinor, backs) => {
      const lines = chargebackLines(
        { amountMinor: taken, feeMinor },
        { whose, held: [] },
        ids,
      );
      let open = taken;
      for (const most of backs) {
        const back = Math.min(most, open);
        if (back === 0) continue;
        const held = [part(MON, open)];
        const amount = { amountMinor: -back, feeMinor: 0 };
        lines.push(
          ...chargebackLines(amount, { whose: { ...whose, takingsDay: TUE }, held }, ids),
        );
        open -= back;
      }
      assertBalanced(lines);
      // What is given back is of the day that was disputed, whatever the day of the line.
      expect(byDay(lines)).toEqual([]);
      const of = (account: string) =>
        sum(lines.filter((l) => l.ledgerAccount === account).map((l) => l.amountMinor));
      expect(of('disputes')).toBe(open);
      expect(of('chargebackFees')).toBe(feeMinor);
      expect(of('bankInTransit')).toBe(-open - feeMinor);
    }),
  );
});
