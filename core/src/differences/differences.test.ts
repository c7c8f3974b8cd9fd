import fc from 'fast-check';
import { denominations, rollPieces } from '../money';
import { slides, swaps } from './digits';
import { explainDifference, type CashDocument, type CauseKind, type Evidence } from '.';

const CAD = denominations('CAD');
const doc = (saleId: number, cashMinor: number, more: Partial<CashDocument> = {}) => ({
  saleId,
  number: `R-${saleId}`,
  cashMinor,
  tenderedMinor: cashMinor > 0 ? cashMinor : null,
  others: [],
  voided: false,
  goods: `goods ${saleId}`,
  ...more,
});
const evidence = (differenceMinor: number, more: Partial<Evidence> = {}): Evidence => ({
  differenceMinor,
  fundMinor: 150_00,
  documents: [],
  acts: [],
  usual: [],
  count: {},
  denominations: CAD,
  rolls: {},
  rollPieces: rollPieces('CAD'),
  cards: [],
  missingCheques: [],
  ...more,
});
const causes = (of: Evidence) => causesOf(explainDifference(of));
const first = (of: Evidence) => explainDifference(of)[0];

test('two neighbouring digits swapped and a digit slid differ by a multiple of 9 (common practice)', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9_999_99 }), (figure) => {
      for (const slip of [...swaps(figure), ...slides(figure)]) {
        expect(Math.abs(slip - figure) % 9).toBe(0);
        expect(slip).not.toBe(figure);
      }
    }),
  );
  expect(swaps(45_20).sort()).toEqual([4250, 4502, 5420]);
  expect(slides(12_50)).toEqual([125_00, 1_25]);
});

test.each<[string, CauseKind, Evidence, object]>([
  [
    'a cheque that is not ticked off',
    'chequeNotFound',
    evidence(-84_10, { missingCheques: [{ number: '117', amountMinor: 84_10 }] }),
    { number: '117' },
  ],
  [
    'equal and opposite differences in two tenders: a card sale rung as cash',
    'otherTender',
    evidence(-31_80, {
      documents: [doc(1, 31_80), doc(2, 9_00)],
      cards: [{ tender: 'Meridian', differenceMinor: 31_80 }],
    }),
    { tender: 'Meridian', amountMinor: 31_80 },
  ],
  [
    'cash rung as a card sale',
    'otherTender',
    evidence(31_80, {
      documents: [doc(1, 0, { others: [{ tender: 'Meridian', amountMinor: 31_80 }] })],
      cards: [{ tender: 'Meridian', differenceMinor: -31_80 }],
    }),
    { tender: 'Meridian' },
  ],
  [
    'a card that differs as much, and no receipt of it',
    'cardDiffers',
    evidence(-31_80, { cards: [{ tender: 'Corvus', differenceMinor: 31_80 }] }),
    { tender: 'Corvus', amountMinor: 31_80 },
  ],
  [
    'a roll of quarters too many',
    'rollMiscounted',
    evidence(10_00, { count: { 25: 120 }, rolls: { 25: 3 } }),
    { valueMinor: 25, rolls: 3 },
  ],
  ['the float left out', 'floatLeftOut', evidence(-150_00), { fundMinor: 150_00 }],
  ['the float counted twice', 'floatTwice', evidence(150_00), { fundMinor: 150_00 }],
  [
    'a sale rung twice',
    'rungTwice',
    evidence(-12_75, {
      documents: [doc(1, 12_75, { goods: 'a' }), doc(2, 9_00), doc(3, 12_75, { goods: 'a' })],
    }),
    { amountMinor: 12_75 },
  ],
  [
    'a void whose cash stayed',
    'voidKept',
    evidence(20_00, { documents: [doc(1, 20_00, { voided: true })] }),
    { amountMinor: 20_00 },
  ],
  [
    'digits swapped: 54.20 paid, 45.20 rung',
    'digitsSwapped',
    evidence(9_00, { documents: [doc(1, 45_20), doc(2, 13_35)] }),
    { amountMinor: 45_20, paidMinor: 54_20 },
  ],
  [
    'a digit slid: 1.25 paid, 12.50 rung',
    'digitsSlid',
    evidence(-11_25, { documents: [doc(1, 12_50), doc(2, 3_00)] }),
    { amountMinor: 12_50, paidMinor: 1_25 },
  ],
  [
    'pieces with their digits swapped: 21 written as 12',
    'piecesSwapped',
    evidence(-45_00, { count: { 500: 12, 100: 4 } }),
    { valueMinor: 500, pieces: 12, meant: 21 },
  ],
  [
    'a sale under a card that was cash',
    'wasCash',
    evidence(31_40, {
      documents: [doc(1, 0, { others: [{ tender: 'Meridian', amountMinor: 31_40 }] })],
    }),
    { tender: 'Meridian', amountMinor: 31_40 },
  ],
  [
    'a cash sale that was paid by card',
    'notCash',
    evidence(-31_40, { documents: [doc(1, 31_40), doc(2, 5_00)] }),
    { amountMinor: 31_40 },
  ],
  [
    'a refund that was not paid out',
    'refundKept',
    evidence(8_50, { documents: [doc(1, -8_50)] }),
    { amountMinor: 8_50 },
  ],
  [
    'a return rung as a sale: half of the difference',
    'wrongSide',
    evidence(-42_40, { documents: [doc(1, 21_20)] }),
    { amountMinor: 21_20 },
  ],
  [
    'change as for 50.00 where 20.00 was handed over',
    'wrongNote',
    evidence(-30_00, { documents: [doc(1, 17_35, { tenderedMinor: 20_00 })] }),
    { tenderedMinor: 20_00, asIfMinor: 50_00 },
  ],
  [
    'the only two sales that add up',
    'onlyPair',
    evidence(-28_35, { documents: [doc(1, 11_15), doc(2, 17_20), doc(3, 40_05)] }),
    {},
  ],
])('%s', (_, cause, of, params) => {
  expect(first(of)).toMatchObject({ cause, params, alike: 0 });
});

test('nothing is proposed where nothing differs, or where nothing makes the difference', () => {
  const documents = [doc(1, 11_15), doc(2, 17_20)];
  expect(explainDifference(evidence(0, { documents }))).toEqual([]);
  expect(explainDifference(evidence(-1_03, { documents }))).toEqual([]);
});

test('what does as well as others says so, and stands behind what is alone', () => {
  const alike = evidence(-9_00, {
    documents: [
      doc(1, 9_00),
      doc(2, 9_00),
      doc(3, 34_50),
      doc(4, 25_50, { cashMinor: 43_50 }),
    ],
  });
  const found = explainDifference(alike);
  expect(found.filter(({ cause }) => cause === 'notCash')).toMatchObject([
    { alike: 1, documents: [{ number: 'R-1' }] },
    { alike: 1, documents: [{ number: 'R-2' }] },
  ]);
  const order = found.map(({ alike: others }) => others);
  expect(order).toEqual(order.toSorted((a, b) => Math.min(a, 1) - Math.min(b, 1)));
  // Six that would do: none of them tells anything. A second pair: neither is the only one.
  const many = [1, 2, 3, 4, 5, 6].map((id) => doc(id, 9_00));
  expect(causes(evidence(-9_00, { documents: many }))).toEqual([]);
  const pairs = [doc(1, 4_00), doc(2, 6_10), doc(3, 5_00), doc(4, 5_10)];
  expect(causes(evidence(-10_10, { documents: pairs }))).toEqual([]);
});

/** A believable day, and one mistake in it: what it makes of the count, and who made it. */
type Mistake = { by: number; cause: CauseKind };
/** @param by where it is given, only a mistake that makes just this difference is made */
type Plant = (of: CashDocument, by?: number) => Mistake | null;
const MISTAKES: Record<string, Plant> = {
  'paid by card': ({ cashMinor }) => ({ by: -cashMinor, cause: 'notCash' }),
  'typed with two digits swapped': ({ cashMinor }, by) => {
    const digits = [...String(cashMinor)].map(Number);
    // Swapping neighbours moves a figure by nine times their difference, at their place.
    const moves = digits
      .slice(1)
      .map((right, i) => (right - digits[i]!) * 9 * 10 ** (digits.length - 2 - i));
    const move = moves.find((one) => one !== 0 && (by === undefined || one === by));
    return move === undefined ? null : { by: move, cause: 'digitsSwapped' };
  },
  'rung as a sale, was a return': ({ cashMinor }) => ({
    by: -2 * cashMinor,
    cause: 'wrongSide',
  }),
};
const causesOf = (found: { cause: CauseKind }[]) => found.map(({ cause }) => cause);

test.each(Object.entries(MISTAKES))(
  'a planted mistake, %s, is among what is found, with its document',
  (_, plant) => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1_05, max: 180_00 }), { minLength: 3, maxLength: 60 }),
        fc.nat(),
        (amounts, at) => {
          const documents = amounts.map((amount, i) => doc(i + 1, amount));
          const wrong = documents[at % documents.length]!;
          const mistake = plant(wrong);
          if (!mistake) return;
          const found = explainDifference(evidence(mistake.by, { documents }));
          // So many that would do as well tell nothing, and none of them is named.
          const alike = documents.filter((one) => plant(one, mistake.by)?.by === mistake.by);
          if (alike.length > 5) {
            expect(causesOf(found)).not.toContain(mistake.cause);
            return;
          }
          expect(found).toContainEqual(
            expect.objectContaining({
              cause: mistake.cause,
              documents: [{ saleId: wrong.saleId, number: wrong.number }],
            }),
          );
          // Whatever is proposed makes just this difference: the figures say so.
          for (const { params } of found) {
            if ('paidMinor' in params) {
              expect(Number(params['paidMinor']) - Number(params['amountMinor'])).toBe(
                mistake.by,
              );
            }
          }
        },
      ),
      { numRuns: 300 },
    );
  },
);
