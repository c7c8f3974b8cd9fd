import { assertBalanced } from '../ledger';
import { decideSlip } from '.';

const SAFE = [
  { id: 1, takingsDay: '2026-03-01', leftMinor: 500_00, pot: 'cash', chequeDated: null },
  { id: 2, takingsDay: '2026-03-02', leftMinor: 140_00, pot: 'cash', chequeDated: null },
  { id: 3, takingsDay: '2026-03-03', leftMinor: -12_00, pot: 'cash', chequeDated: null },
  {
    id: 4,
    takingsDay: '2026-03-03',
    leftMinor: 299_75,
    pot: 'cheque',
    chequeDated: '2026-03-04',
  },
  {
    id: 5,
    takingsDay: '2026-03-03',
    leftMinor: 50_00,
    pot: 'cheque',
    chequeDated: '2026-03-05',
  },
];
const slip = (bankTotalMinor: number, ...items: [number, number][]) =>
  decideSlip(
    {
      bankAccountId: 4,
      bankTotalMinor,
      bankReference: 'B 77',
      items: items.map(([safeItemId, amountMinor]) => ({ safeItemId, amountMinor })),
    },
    SAFE,
    '2026-03-04',
  );

// 500.00 in the safe, then a day of 200.00 taken and 60.00 refunded: 640.00 (common practice).
test('several days go on one slip when the bank agrees', () => {
  const decided = slip(640_00, [1, 500_00], [2, 140_00]);
  if (!decided.ok) throw new Error('refused');
  expect(decided.value.totalMinor).toBe(640_00);
  assertBalanced(decided.value.lines);
});

// One cheque for two accounts: 84.10 + 215.65 is one deposit item of 299.75 (common practice).
test('a cheque goes whole, from the day it bears', () => {
  expect(slip(299_75, [4, 299_75])).toMatchObject({ ok: true });
  expect(slip(84_10, [4, 84_10])).toMatchObject({ refusals: [{ code: 'slip.chequeWhole' }] });
  expect(slip(50_00, [5, 50_00])).toMatchObject({
    refusals: [{ code: 'slip.chequeLater', params: { dated: '2026-03-05' } }],
  });
});

test('a day below zero lowers the slip', () => {
  expect(slip(128_00, [2, 140_00], [3, -12_00])).toMatchObject({ ok: true });
});

test.each<[string, ReturnType<typeof slip>, object]>([
  ['nothing on it', slip(0), { code: 'slip.empty' }],
  [
    'a total that differs',
    slip(640_50, [1, 500_00], [2, 140_00]),
    { code: 'slip.totalDiffers', params: { differenceMinor: 50, totalMinor: 640_00 } },
  ],
  ['more than is left', slip(500_01, [1, 500_01]), { code: 'slip.itemTooMuch' }],
  ['one item twice', slip(300_00, [1, 200_00], [1, 100_00]), { code: 'slip.itemTwice' }],
  ['an item that is gone', slip(5_00, [9, 5_00]), { code: 'slip.itemGone' }],
  ['part of a negative item', slip(1_00, [3, 1_00]), { code: 'slip.itemTooMuch' }],
  ['below zero', slip(-12_00, [3, -12_00]), { code: 'slip.notPositive' }],
])('%s is refused', (_, decided, refusal) => {
  expect(decided).toMatchObject({ ok: false, refusals: [refusal] });
});
