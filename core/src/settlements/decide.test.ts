import fc from 'fast-check';
import { assertBalanced, type JournalLine } from '../ledger';
import { minor, sum } from '../money';
import type { Part } from '../takings';
import {
  compareSettlement,
  decideGivenUp,
  decideSettlement,
  PART_RULES,
  SETTLED_PARTS,
  type BatchScheme,
  type Settlement,
} from '.';

const [SUN, MON, TUE] = ['2026-03-01', '2026-03-02', '2026-03-03'] as const;
const part = (takingsDay: string, amountMinor: number): Part => ({
  takingsDay,
  amountMinor: minor(amountMinor),
});
const batch = (scheme: string, amountMinor: number, settledMinor = 0): BatchScheme => ({
  batchId: 5,
  batchDate: MON,
  scheme,
  items: 1,
  amountMinor,
  settledMinor,
  held: amountMinor === settledMinor ? [] : [part(MON, amountMinor - settledMinor)],
});

const NO_ROWS = { currency: 'CAD', merchant: '', transactions: [], parts: [], stated: [] };
type Sums = { grossMinor: number; refundsMinor: number; feeMinor: number };
/** A settlement of one batch, by scheme. */
function settled(rows: readonly (Sums & { scheme: string })[]): Settlement {
  const of = ({ grossMinor, refundsMinor, feeMinor }: Sums) => ({
    ...{ grossMinor: minor(grossMinor), refundsMinor: minor(refundsMinor) },
    ...{ feeMinor: minor(feeMinor), netMinor: minor(grossMinor - refundsMinor - feeMinor) },
  });
  const add = (name: keyof Sums) => sum(rows.map((row) => row[name]));
  return {
    ...{ ...NO_ROWS, reference: 'Q-2', date: TUE },
    schemes: rows.map((row) => ({ batchDate: MON, scheme: row.scheme, items: 1, ...of(row) })),
    ...of({
      ...{ grossMinor: add('grossMinor'), refundsMinor: add('refundsMinor') },
      feeMinor: add('feeMinor'),
    }),
  };
}
const paid = (grossMinor: number, refundsMinor: number, feeMinor: number) =>
  settled([{ scheme: 'Meridian', grossMinor, refundsMinor, feeMinor }]);
const TWO = settled([
  { scheme: 'Meridian', grossMinor: 1000_00, refundsMinor: 50_00, feeMinor: 16_50 },
  { scheme: 'Corvus', grossMinor: 1841_35, refundsMinor: 0, feeMinor: 34_08 },
]);

test('till against processor names only what the totals tell apart', () => {
  const findings = compareSettlement(TWO, [
    batch('Meridian', 958_40),
    batch('Tidal Debit', 12_00),
  ]);
  expect(findings).toMatchObject([
    { scheme: 'Meridian', finding: 'amountDiffers', differenceMinor: -8_40 },
    { scheme: 'Corvus', finding: 'missingHere', differenceMinor: 1841_35 },
    { scheme: 'Tidal Debit', finding: 'missingThere', differenceMinor: -12_00 },
  ]);
  const again = compareSettlement(TWO, [batch('Meridian', 950_00, 950_00)]);
  expect(again[0]).toMatchObject({ finding: 'settledTwice' });
});

const WHERE = { processorId: 1, bankAccountId: 1, scheme: 'Meridian', day: TUE };
const NOTHING = { balanceMinor: 0, parts: [] };

test('one balanced entry; clearing is relieved by what was settled', () => {
  const batches = [batch('Meridian', 950_00), batch('Corvus', 1841_35)];
  const decided = decideSettlement(TWO, batches, NOTHING, WHERE);
  assertBalanced(decided.lines);
  expect(decided.findings.every(({ finding }) => finding === 'agrees')).toBe(true);
  expect(decided.settled).toEqual([
    { batchId: 5, scheme: 'Meridian', amountMinor: 950_00 },
    { batchId: 5, scheme: 'Corvus', amountMinor: 1841_35 },
  ]);
});

const posted = ({ lines }: { lines: readonly JournalLine[] }) =>
  lines.map(({ ledgerAccount: account, amountMinor, tag }) => [
    account,
    amountMinor,
    tag!.takingsDay,
  ]);
const byDay = (lines: readonly JournalLine[]) => {
  const sums: Record<string, number> = {};
  for (const { tag, amountMinor } of lines) {
    const key = tag ? `${tag.takingsDay} ${tag.pot}` : 'untagged';
    sums[key] = (sums[key] ?? 0) + amountMinor;
  }
  return Object.entries(sums).filter(([key, amount]) => key === 'untagged' || amount !== 0);
};

// The worked figures of the books: Monday took 50.00 by Meridian; settled are 48.00, fee 1.00.
test('what it is short of stays on clearing; the rest is sent, the fee spent, on their day', () => {
  const decided = decideSettlement(
    paid(48_00, 0, 1_00),
    [batch('Meridian', 50_00)],
    NOTHING,
    WHERE,
  );
  expect(posted(decided)).toEqual([
    ['bankInTransit', 47_00, MON],
    ['cardFees', 1_00, MON],
    ['cardClearing', -48_00, MON],
  ]);
  expect(decided.cleared).toEqual([
    { batchId: 5, scheme: 'Meridian', takingsDay: MON, amountMinor: 48_00 },
  ]);
});

test('a batch over midnight is cleared day by day, days below zero whole', () => {
  const held = [part(SUN, 30_00), part(MON, -12_00), part(TUE, 40_00)];
  const decided = decideSettlement(
    paid(60_00, 12_00, 0),
    [{ ...batch('Meridian', 58_00), held }],
    NOTHING,
    WHERE,
  );
  expect(
    decided.cleared.map(({ takingsDay, amountMinor }) => [takingsDay, amountMinor]),
  ).toEqual([
    [SUN, 30_00],
    [MON, -12_00],
    [TUE, 30_00],
  ]);
  // What the till does not have at all falls on the batch’s own day.
  const unknown = decideSettlement(paid(60_00, 0, 2_00), [], NOTHING, WHERE);
  expect(unknown.cleared).toEqual([
    { batchId: null, scheme: 'Meridian', takingsDay: MON, amountMinor: 60_00 },
  ]);
  expect(byDay(unknown.lines)).toEqual([]);
});

// The worked figures of the books: gross 1,000.00, refunds 50.00, chargeback 80.00 with its fee of 15.00,
// fees 20.00, reserve 100.00 come to 735.00.
test('each part of a settlement is posted to its own account', () => {
  const part_ = (kind: (typeof SETTLED_PARTS)[number], amountMinor: number) => ({
    ...{ kind, row: 1, amountMinor: minor(amountMinor) },
    ...{ scheme: '', reference: '', lastFour: '', words: '' },
  });
  const whole = paid(1000_00, 50_00, 20_00);
  const decided = decideSettlement(
    {
      ...whole,
      parts: [
        part_('chargeback', 80_00),
        part_('chargebackFee', 15_00),
        part_('reserve', 100_00),
      ],
      netMinor: minor(735_00),
    },
    [batch('Meridian', 950_00)],
    NOTHING,
    WHERE,
    [],
    new Map([[0, { parts: [{ ...part(SUN, 80_00), pot: 'card 1 Corvus' }] }]]),
  );
  const account = (name: string) =>
    sum(decided.lines.map((one) => (one.ledgerAccount === name ? one.amountMinor : 0)));
  expect(
    [
      ...['bankInTransit', 'cardFees', 'chargebackFees', 'disputes', 'reserve'],
      ...['cardClearing'],
    ].map(account),
  ).toEqual([735_00, 20_00, 15_00, 80_00, 100_00, -950_00]);
  // What is disputed is of its sale’s day and scheme, and leaves the bank’s share of just that.
  expect(
    decided.lines.filter(({ tag }) => tag!.takingsDay === SUN).map((one) => one.amountMinor),
  ).toEqual([-80_00, 80_00]);
  expect(byDay(decided.lines)).toEqual([]);
  expect(
    decided.lines.flatMap(({ ledgerAccount, tag }) =>
      ['disputes', 'reserve'].includes(ledgerAccount) ? [tag!.holder] : [],
    ),
  ).toEqual(['dispute#0', 'processor 1']);
});

test('cards that a file names are cleared on their own days, the rest as ever', () => {
  const held = [part(SUN, 30_00), part(MON, 70_00)];
  const { cleared } = decideSettlement(
    paid(60_00, 0, 0),
    [{ ...batch('Meridian', 100_00), held }],
    NOTHING,
    WHERE,
    [{ batchDate: MON, scheme: 'Meridian', ...part(MON, 55_00) }],
  );
  expect(cleared.map(({ takingsDay, amountMinor }) => [takingsDay, amountMinor])).toEqual([
    [SUN, 5_00],
    [MON, 55_00],
  ]);
});

// Gross 100.00, refunds 250.00, fees 3.00: the processor carries −153.00; its next net of 500.00 pays
// 347.00 (derived).
test('a negative net is carried by the processor, and the next one clears it first, by its days', () => {
  const first = decideSettlement(paid(100_00, 250_00, 3_00), [], NOTHING, WHERE);
  expect(first).toMatchObject({ toBankMinor: 0, carriedMinor: -153_00 });
  expect(posted(first)).toContainEqual(['processorBalance', -153_00, MON]);
  assertBalanced(first.lines);
  const pot = 'card 1 Meridian';
  const carried = { balanceMinor: -153_00, parts: [{ ...part(SUN, -153_00), pot }] };
  const cleared = decideSettlement(paid(500_00, 0, 0), [], carried, WHERE);
  expect(cleared).toMatchObject({ toBankMinor: 347_00, carriedMinor: 153_00 });
  expect(posted(cleared)).toEqual([
    ['bankInTransit', 500_00, MON],
    ['bankInTransit', -153_00, SUN],
    ['processorBalance', 153_00, SUN],
    ['cardClearing', -500_00, MON],
  ]);
  // Not enough to clear it: the bank sees nothing yet, and the days stay with the processor.
  const less = decideSettlement(paid(100_00, 0, 0), [], carried, WHERE);
  expect(less).toMatchObject({ toBankMinor: 0, carriedMinor: 100_00 });
  expect(posted(less)).toContainEqual(['processorBalance', 100_00, MON]);
  // Just enough: nothing will ever show at the bank, so it is there at once.
  const even = decideSettlement(paid(153_00, 0, 0), [], carried, WHERE);
  expect(even).toMatchObject({ toBankMinor: 0, carriedMinor: 153_00 });
  expect(posted(even)).toContainEqual(['bank', 153_00, MON]);
  expect(posted(even)).toContainEqual(['bank', -153_00, SUN]);
  for (const { lines } of [first, cleared, less, even]) expect(byDay(lines)).toEqual([]);
});

test('what no file will settle of a batch leaves it by the days that are open', () => {
  const open = { ...batch('Meridian', 50_00, 48_00), held: [part(MON, 2_00)] };
  const { lines } = decideGivenUp(open, 1);
  expect(posted({ lines })).toEqual([
    ['cardAdjustments', 2_00, MON],
    ['cardClearing', -2_00, MON],
  ]);
  // Settled beyond the till: it was the batch’s own day’s, and goes back there.
  const beyond = decideGivenUp(
    { ...batch('Meridian', 50_00, 55_00), held: [part(MON, -5_00)] },
    1,
  );
  expect(beyond.cleared).toEqual([part(MON, -5_00)]);
});

test('whatever settlements come, by day and pot no cent is lost, and the bank gets the nets', () => {
  const scheme = fc.record({
    scheme: fc.constantFrom('Meridian', 'Corvus'),
    gross: fc.integer({ min: 0, max: 500_00 }),
    refunds: fc.integer({ min: 0, max: 400_00 }),
    fee: fc.integer({ min: 0, max: 9_00 }),
    held: fc.tuple(
      fc.integer({ min: -90_00, max: 300_00 }),
      fc.integer({ min: -90_00, max: 300_00 }),
    ),
  });
  const part_ = fc.record({
    kind: fc.constantFrom(...SETTLED_PARTS),
    amountMinor: fc.integer({ min: -90_00, max: 90_00 }),
    known: fc.boolean(),
  });
  // A payout may have no cards at all: rent of the terminal alone.
  const one = fc.tuple(
    fc.uniqueArray(scheme, { selector: (row) => row.scheme }),
    fc.array(part_, { maxLength: 4 }),
  );
  fc.assert(
    fc.property(fc.array(one, { maxLength: 8 }), (list) => {
      let [balance, bank, nets] = [0, 0, 0];
      let carriedParts: (Part & { pot: string })[] = [];
      list.forEach(([rows, beside], day) => {
        const batchDate = `2026-03-1${day}`;
        const before = `2026-03-0${day + 1}`;
        const schemes = rows.map(({ scheme: name, gross, refunds, fee }) => ({
          batchDate,
          scheme: name,
          items: 1,
          grossMinor: minor(gross),
          refundsMinor: minor(refunds),
          feeMinor: minor(fee),
          netMinor: minor(gross - refunds - fee),
        }));
        const total = (name: 'grossMinor' | 'refundsMinor' | 'feeMinor' | 'netMinor') =>
          sum(schemes.map((row) => row[name]));
        const parts = beside.map(({ kind, amountMinor }) => ({
          ...{ kind, row: 1, amountMinor: minor(amountMinor) },
          ...{ scheme: '', reference: '', lastFour: '', words: '' },
        }));
        const come = (kind: string) =>
          sum(parts.filter((one) => one.kind === kind).map((one) => one.amountMinor));
        const settlement = {
          ...NO_ROWS,
          reference: `Q-${day}`,
          date: batchDate,
          schemes,
          parts,
          grossMinor: total('grossMinor'),
          refundsMinor: total('refundsMinor'),
          feeMinor: sum([total('feeMinor'), come('fee')]),
          netMinor: sum([total('netMinor'), ...parts.map((one) => -one.amountMinor)]),
        };
        // The sale that is disputed may be known: it bears what is taken for it.
        const disputed = new Map(
          beside.flatMap(({ kind, amountMinor, known }, i) =>
            kind === 'chargeback' && known
              ? [
                  [
                    i,
                    { parts: [{ ...part('2026-02-01', amountMinor), pot: 'card 1 Corvus' }] },
                  ] as const,
                ]
              : [],
          ),
        );
        const batches = rows.map(({ scheme: name, held }, i) => ({
          ...batch(name, held[0] + held[1]),
          batchId: day * 10 + i,
          batchDate,
          held: [part(before, held[0]), part(batchDate, held[1])].filter(
            ({ amountMinor }) => amountMinor !== 0,
          ),
        }));
        const carried = { balanceMinor: balance, parts: carriedParts };
        const recovered = day % 2 === 0;
        const where = { ...WHERE, ...(recovered && { authorityId: 3 }) };
        const decided = decideSettlement(settlement, batches, carried, where, [], disputed);
        const { toBankMinor, carriedMinor, lines, cleared } = decided;
        if (lines.length > 0) assertBalanced(lines);
        expect(byDay(lines)).toEqual([]);
        const on = (account: string) =>
          sum(lines.map((line) => (line.ledgerAccount === account ? line.amountMinor : 0)));
        expect(on('bankInTransit')).toBe(toBankMinor);
        expect(on('bank')).toBe(0);
        expect(on('processorBalance')).toBe(carriedMinor);
        // Tax on fees that nobody gives back is a fee.
        const lost = recovered ? 0 : come('taxOnFees');
        expect(on('cardFees')).toBe(settlement.feeMinor + lost);
        expect(on('inputTax')).toBe(come('taxOnFees') - lost);
        for (const kind of SETTLED_PARTS)
          if (!['fee', 'taxOnFees'].includes(kind))
            expect(on(PART_RULES[kind].account)).toBe(come(kind));
        const ofSale = lines.filter(({ tag }) => tag!.takingsDay === '2026-02-01');
        expect(sum(ofSale.map(({ amountMinor }) => amountMinor))).toBe(0);
        expect(
          sum(
            ofSale.map((line) => (line.ledgerAccount === 'disputes' ? line.amountMinor : 0)),
          ),
        ).toBe(sum([...disputed.keys()].map((i) => parts[i]!.amountMinor)));
        // Each dispute by itself, known or not.
        for (const [i, { kind, amountMinor }] of parts.entries())
          if (kind === 'chargeback')
            expect(
              sum(
                lines.map(({ tag, ...line }) =>
                  tag!.holder === `dispute#${i}` ? line.amountMinor : 0,
                ),
              ),
            ).toBe(amountMinor);
        expect(on('cardClearing')).toBe(settlement.refundsMinor - settlement.grossMinor);
        expect(sum(cleared.map(({ amountMinor }) => -amountMinor))).toBe(on('cardClearing'));
        carriedParts = carriedAfter(carriedParts, lines);
        balance += carriedMinor;
        bank += toBankMinor;
        nets += settlement.netMinor;
        expect(sum(carriedParts.map(({ amountMinor }) => amountMinor))).toBe(balance);
        expect(balance).toBeLessThanOrEqual(0);
        // Nothing goes to the bank while the processor carries something.
        expect(balance < 0 && toBankMinor > 0).toBe(false);
      });
      expect(bank + balance).toBe(nets);
    }),
    { numRuns: 300 },
  );
});

/** What the processor carries after an entry, by day and pot. */
function carriedAfter(
  before: readonly (Part & { pot: string })[],
  lines: readonly JournalLine[],
) {
  const sums = new Map<string, number>();
  const add = (day: string, pot: string, amount: number) => {
    const key = `${day}|${pot}`;
    sums.set(key, (sums.get(key) ?? 0) + amount);
  };
  for (const { takingsDay, pot, amountMinor } of before) add(takingsDay, pot, amountMinor);
  for (const { ledgerAccount: account, amountMinor, tag } of lines) {
    if (account === 'processorBalance') add(tag!.takingsDay, tag!.pot, amountMinor);
  }
  return [...sums]
    .filter(([, amount]) => amount !== 0)
    .map(([key, amount]) => ({
      takingsDay: key.split('|')[0]!,
      pot: key.split('|')[1]!,
      amountMinor: minor(amount),
    }));
}
