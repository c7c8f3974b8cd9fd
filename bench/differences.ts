import { explainDifference, type Evidence } from '@abacist/core/differences';
import { denominations, rollPieces } from '@abacist/core/money';
import { median } from './guards';

/** Receipts of a day, and what twice and four times as many show of the growth. */
const RECEIPTS = [500, 1_000, 2_000, 4_000];

/** A day of so many receipts, sold by a plain sequence, that is short by what nothing explains. */
function day(receipts: number, differenceMinor: number): Evidence {
  return {
    differenceMinor,
    fundMinor: 150_00,
    documents: Array.from({ length: receipts }, (_, i) => {
      const cashMinor = 100 + ((i * 7919) % 20_000) * 5;
      return {
        saleId: i + 1,
        number: `R-${i + 1}`,
        cashMinor,
        tenderedMinor: Math.ceil(cashMinor / 2000) * 2000,
        others: i % 3 ? [] : [{ tender: 'Meridian', amountMinor: cashMinor + 5 }],
        voided: i % 50 === 0,
        goods: `goods ${i % 400}`,
      };
    }),
    acts: [],
    usual: [],
    count: Object.fromEntries(denominations('CAD').map((value, i) => [value, 12 + i])),
    rolls: { 25: 2 },
    rollPieces: rollPieces('CAD'),
    cards: [{ tender: 'Meridian', differenceMinor: 1 }],
    denominations: denominations('CAD'),
    missingCheques: [],
  };
}

/** Milliseconds of the search over days of rising numbers of receipts, medians of many differences. */
export async function measureDifferences(): Promise<{ receipts: number; ms: number }[]> {
  const found: { receipts: number; ms: number }[] = [];
  for (const receipts of RECEIPTS) {
    let round = 0;
    const search = async () => {
      round += 1;
      explainDifference(day(receipts, -9 * round * 37));
    };
    found.push({ receipts, ms: await median(search, 60) });
  }
  return found;
}
