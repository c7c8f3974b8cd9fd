import { OWN_LAYOUT, readMapped } from '.';
import { effectiveRateBasisPoints } from '../givenUp';

const HEADER = 'record,reference,date,batch,scheme,items,gross,refunds,fee,net,currency';
const file = (...rows: string[]) => [HEADER, ...rows].join('\r\n');
const A = 'batch,Q-1,2026-03-03,2026-03-02,Meridian,31,1000.00,50.00,16.50,933.50,CAD';
const B = 'batch,Q-1,2026-03-03,2026-03-02,Corvus,6,"1,841.35",0.00,34.08,1807.27,CAD';
// A plan of 1.65 % + 0.10 an item: 37 items, 2,841.35 gross, fee 50.58, net 2,790.77 (derived).
const TOTAL = 'total,Q-1,2026-03-03,,,37,2841.35,50.00,50.58,2740.77,CAD';
const SHOP = { currency: 'CAD', zone: 'America/Halifax', cutOff: '22:00', merchant: '' };
const read = (text: string) => {
  const found = readMapped({ text }, OWN_LAYOUT, SHOP);
  if (!found.ok) return found;
  expect(found.value.settlements).toHaveLength(1);
  return { ok: true as const, value: found.value.settlements[0]! };
};

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
  ['a file cut short', file(A, B), { code: 'settlement.noTotal', at: 'row 4' }],
  [
    'a cut in the middle of a quote',
    `${file(A)}\r\nbatch,"Q-1`,
    { code: 'table.notDelimited', at: 'line 3' },
  ],
  [
    'another currency',
    file(...[A, B, TOTAL].map((row) => row.replace('CAD', 'USD'))),
    { code: 'settlement.currency', at: 'row 2', params: { currency: 'CAD' } },
  ],
  [
    'another currency among the rows',
    file(A.replace('CAD', 'USD'), B, TOTAL),
    { code: 'settlement.itemsDiffer', at: 'row 4, items' },
  ],
  [
    'three decimals',
    file(A.replace('16.50', '16.505'), B, TOTAL),
    { code: 'amount.tooManyDecimals', at: 'row 2, fee' },
  ],
  ['a missing column', 'record,reference\nbatch,1', { code: 'settlement.columns' }],
  ['a row twice', file(A, A, TOTAL), { code: 'settlement.itemsDiffer', at: 'row 4, items' }],
  [
    'a day that does not exist',
    file(A.replace('2026-03-02', '2026-02-30'), B, TOTAL),
    { code: 'table.date', at: 'row 2, batch' },
  ],
  [
    'a row of another kind',
    file(A.replace('batch', 'payout'), B, TOTAL),
    { code: 'settlement.itemsDiffer', at: 'row 4, items', params: { rows: 6, total: 37 } },
  ],
  [
    'a payout stated twice',
    file(A, TOTAL, B, TOTAL),
    { code: 'settlement.statedTwice', at: 'row 5' },
  ],
  [
    'another payout among the rows',
    file(A, B.replace('Q-1', 'Q-2'), TOTAL),
    { code: 'settlement.noTotal', at: 'row 4' },
  ],
  [
    'a batch of no scheme',
    file(A.replace('Meridian', ''), B, TOTAL),
    { code: 'settlement.cellMissing', at: 'row 2, scheme' },
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
  ['a total of nothing', file(TOTAL), { code: 'settlement.itemsDiffer', at: 'row 2, items' }],
])('%s is refused whole', (_, text, refusal) => {
  expect(read(text)).toMatchObject({ ok: false, refusals: [refusal] });
});
