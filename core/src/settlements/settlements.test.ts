import fc from 'fast-check';
import { assertBalanced } from '../ledger';
import {
  compareSettlement,
  decideSettlement,
  effectiveRateBasisPoints,
  readSettlement,
  type Settlement,
} from '.';

const HEADER = 'record,reference,date,batch,scheme,items,gross,refunds,fee,net,currency';
const file = (...rows: string[]) => [HEADER, ...rows].join('\r\n');
const A = 'batch,Q-1,2026-03-03,2026-03-02,Meridian,31,1000.00,50.00,16.50,933.50,CAD';
const B = 'batch,Q-1,2026-03-03,2026-03-02,Corvus,6,"1,841.35",0.00,34.08,1807.27,CAD';
// A plan of 1.65 % + 0.10 an item: 37 items, 2,841.35 gross, fee 50.58, net 2,790.77 (derived).
const TOTAL = 'total,Q-1,2026-03-03,,,37,2841.35,50.00,50.58,2740.77,CAD';
const read = (text: string) => readSettlement(text, 'CAD');
const batch = (scheme: string, amountMinor: number, settledMinor = 0) => ({
  batchId: 5,
  batchDate: '2026-03-02',
  scheme,
  items: 1,
  amountMinor,
  settledMinor,
});

test('a file whose sums agree is read', () => {
  const settlement = read(file(A, B, TOTAL));
  expect(settlement).toMatchObject({
    ok: true,
    value: { reference: 'Q-1', feeMinor: 50_58, netMinor: 2740_77, schemes: [{}, {}] },
  });
  if (settlement.ok) expect(effectiveRateBasisPoints(settlement.value)).toBe(178);
});

test.each<[string, string, object]>([
  [
    'a row that does not add up',
    file(A.replace('933.50', '933.55'), B, TOTAL),
    { code: 'settlement.rowSum', at: 'row 2, net' },
  ],
  [
    'a total that is not the sum',
    file(A, B, TOTAL.replace('50.58,2740.77', '50.68,2740.67')),
    { code: 'settlement.totalDiffers', at: 'row 4, fee', params: { differenceMinor: 10 } },
  ],
  ['a file cut short', file(A, B), { code: 'settlement.noTotal', at: 'row 3' }],
  [
    'a cut in the middle of a quote',
    `${file(A)}\r\nbatch,"Q-1`,
    { code: 'settlement.notCsv', at: 'line 3' },
  ],
  [
    'another currency',
    file(A.replace('CAD', 'USD'), B, TOTAL),
    { code: 'settlement.currency', at: 'row 2, currency' },
  ],
  [
    'three decimals',
    file(A.replace('16.50', '16.505'), B, TOTAL),
    { code: 'amount.tooManyDecimals', at: 'row 2, fee' },
  ],
  ['a missing column', 'record,reference\nbatch,1', { code: 'settlement.columns' }],
  ['a scheme twice', file(A, A, TOTAL), { code: 'settlement.schemeTwice', at: 'row 3' }],
  [
    'a day that does not exist',
    file(A.replace('2026-03-02', '2026-02-30'), B, TOTAL),
    { code: 'settlement.date', at: 'row 2, batch' },
  ],
  [
    'a row of another kind',
    file(A.replace('batch', 'payout'), B, TOTAL),
    { code: 'settlement.record', at: 'row 2, record', params: { text: 'payout' } },
  ],
  [
    'a total in the middle',
    file(A, TOTAL, B, TOTAL),
    { code: 'settlement.record', at: 'row 3, record' },
  ],
  [
    'another payout among the rows',
    file(A, B.replace('Q-1', 'Q-2'), TOTAL),
    { code: 'settlement.mixed', at: 'row 3' },
  ],
  [
    'a batch of no scheme',
    file(A.replace('Meridian', ''), B, TOTAL),
    { code: 'settlement.scheme', at: 'row 2, scheme' },
  ],
  [
    'half an item',
    file(A.replace(',31,', ',30.5,'), B, TOTAL),
    { code: 'settlement.items', at: 'row 2, items' },
  ],
  [
    'items that do not add up',
    file(A, B, TOTAL.replace(',37,', ',38,')),
    { code: 'settlement.itemsDiffer', at: 'row 4, items' },
  ],
  ['a total of nothing', file(TOTAL), { code: 'settlement.noBatch', at: 'row 2' }],
  [
    'no reference',
    file(...[A, B, TOTAL].map((row) => row.replace('Q-1', ''))),
    { code: 'settlement.reference', at: 'row 4, reference' },
  ],
])('%s is refused whole', (_, text, refusal) => {
  expect(read(text)).toMatchObject({ ok: false, refusals: [refusal] });
});

test('till against processor names only what the totals tell apart', () => {
  const settlement = read(file(A, B, TOTAL));
  if (!settlement.ok) throw new Error('refused');
  const findings = compareSettlement(settlement.value, [
    batch('Meridian', 958_40),
    batch('Tidal Debit', 12_00),
  ]);
  expect(findings).toMatchObject([
    { scheme: 'Meridian', finding: 'amountDiffers', differenceMinor: -8_40 },
    { scheme: 'Corvus', finding: 'missingHere', differenceMinor: 1841_35 },
    { scheme: 'Tidal Debit', finding: 'missingThere', differenceMinor: -12_00 },
  ]);
  const again = compareSettlement(settlement.value, [batch('Meridian', 950_00, 950_00)]);
  expect(again[0]).toMatchObject({ finding: 'settledTwice' });
});

test('one balanced entry; clearing is relieved by what was settled', () => {
  const settlement = read(file(A, B, TOTAL));
  if (!settlement.ok) throw new Error('refused');
  const batches = [batch('Meridian', 950_00), batch('Corvus', 1841_35)];
  const decided = decideSettlement(settlement.value, batches, 0, {
    processorId: 1,
    bankAccountId: 1,
  });
  assertBalanced(decided.lines);
  expect(decided.findings.every(({ finding }) => finding === 'agrees')).toBe(true);
  expect(decided.settled).toEqual([
    { batchId: 5, scheme: 'Meridian', amountMinor: 950_00 },
    { batchId: 5, scheme: 'Corvus', amountMinor: 1841_35 },
  ]);
});

// Gross 100.00, refunds 250.00, fees 3.00: the processor carries −153.00; its next net of 500.00 pays
// 347.00 (derived).
test('a negative net is carried by the processor, and the next one clears it first', () => {
  const settlement = read(
    file(
      'batch,Q-2,2026-03-04,2026-03-03,Meridian,3,100.00,250.00,3.00,-153.00,CAD',
      'total,Q-2,2026-03-04,,,3,100.00,250.00,3.00,-153.00,CAD',
    ),
  );
  if (!settlement.ok) throw new Error('refused');
  const where = { processorId: 1, bankAccountId: 1 };
  const first = decideSettlement(settlement.value, [], 0, where);
  expect(first).toMatchObject({ toBankMinor: 0, carriedMinor: -153_00 });
  expect(first.lines).toContainEqual({
    account: 'processorBalance',
    amountMinor: -153_00,
    processorId: 1,
  });
  assertBalanced(first.lines);
  const next = { ...settlement.value, grossMinor: 500_00, refundsMinor: 0, feeMinor: 0 };
  const of = (netMinor: number, balanceMinor: number) =>
    decideSettlement({ ...next, netMinor } as Settlement, [], balanceMinor, where);
  expect(of(500_00, -153_00)).toMatchObject({ toBankMinor: 347_00, carriedMinor: 153_00 });
  // Not enough to clear it: the bank sees nothing yet.
  expect(of(100_00, -153_00)).toMatchObject({ toBankMinor: 0, carriedMinor: 100_00 });
});

test('whatever settlements come, the bank gets their nets once the balance is cleared', () => {
  const nets = fc.array(fc.integer({ min: -300_00, max: 500_00 }), { maxLength: 12 });
  fc.assert(
    fc.property(nets, (list) => {
      let [balance, bank] = [0, 0];
      for (const netMinor of list) {
        const one = {
          schemes: [],
          grossMinor: netMinor,
          refundsMinor: 0,
          feeMinor: 0,
          netMinor,
        };
        const { toBankMinor, carriedMinor, lines } = decideSettlement(
          one as unknown as Settlement,
          [],
          balance,
          { processorId: 1, bankAccountId: 1 },
        );
        if (lines.length) assertBalanced(lines);
        balance += carriedMinor;
        bank += toBankMinor;
        expect(balance).toBeLessThanOrEqual(0);
        // Nothing goes to the bank while the processor carries something.
        expect(balance < 0 && toBankMinor > 0).toBe(false);
      }
      expect(bank + balance).toBe(list.reduce((all, net) => all + net, 0));
    }),
  );
});
