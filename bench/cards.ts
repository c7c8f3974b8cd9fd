import { readRecords } from '@abacist/core/csv';
import { auditFees, type ChargedRow } from '@abacist/core/fees';
import { plantedCards } from '@abacist/core/plantedCards';
import { compareCards, readMapped, type Mapping } from '@abacist/core/settlements';
import { DEMO_PLAN, planFee } from '@abacist/sim/processor';

/** Cards a day over ninety days: the last comes to a quarter of a million. */
const PER_DAY = [700, 1_400, 2_800];
const ROWS = 100_000;

/** The least of three: the first pays for what the machine compiles. */
function least(act: () => void): number {
  const took = [0, 1, 2].map(() => {
    const began = performance.now();
    act();
    return performance.now() - began;
  });
  return Math.min(...took);
}

/** Milliseconds of comparing rising numbers of cards, by references and by digits and time alone. */
export function measureComparison(): {
  by: string;
  cards: number;
  ms: number;
  growth: number;
}[] {
  return [true, false].flatMap((refs) => {
    let first: { cards: number; ms: number } | undefined;
    return PER_DAY.map((perDay) => {
      const { theirCards, ourCards } = plantedCards({ seed: 5, days: 90, refs, perDay });
      const cards = theirCards.length;
      const ms = least(() => compareCards(theirCards, ourCards));
      first ??= { cards, ms };
      const growth = ms / first.ms / (cards / first.cards);
      return { by: refs ? 'by references' : 'by digits and time', cards, ms, growth };
    });
  });
}

const HEADS = ['payout', 'paid', 'day', 'scheme', 'last4', 'auth', 'amount', 'fee', 'net'];
const MAPPING: Mapping = {
  shape: { kind: 'delimited', delimiter: ',' },
  heads: HEADS,
  columns: {
    ...{ payout: 0, payoutDate: 1, moment: 2, scheme: 3, lastFour: 4, authorisation: 5 },
    ...{ gross: 6, fee: 7, net: 8 },
  },
  ...{ dates: 'ymd', decimals: '.', deductions: 'plus' },
  ...{ kinds: { otherwise: 'card', values: {} }, schemes: {}, belongs: 'each' },
};

/** Milliseconds of reading a large file by a mapping, and of parsing it alone. */
export function measureFileImport(): { rows: number; ms: number; parsingMs: number } {
  const text = [
    HEADS.join(),
    ...Array.from({ length: ROWS }, (_, i) => {
      const amount = 1_00 + ((i * 7919) % 20_000);
      const money = (figure: number) => (figure / 100).toFixed(2);
      const day = `2026-03-0${1 + (i % 9)} 1${i % 10}:30`;
      const digits = String(1_000 + (i % 9_000));
      return [
        ...['P-1', '2026-03-12', day, 'Meridian', digits, `A${i}`],
        ...[money(amount), '0.25', money(amount - 25)],
      ].join();
    }),
  ].join('\n');
  const shop = { currency: 'CAD', zone: 'America/Halifax', cutOff: '22:00', merchant: '' };
  const ms = least(() => {
    const read = readMapped({ text }, MAPPING, shop);
    if (!read.ok) throw new Error(read.refusals[0]!.code);
  });
  return { rows: ROWS, ms, parsingMs: least(() => void readRecords(text, 'csv.notCsv')) };
}

/** Milliseconds of judging the fees of a year, a hundred cards a day by each of three schemes. */
export function measureFeeAudit(): { cards: number; ms: number } {
  const rows = Array.from({ length: 365 }, (_, day) => day).flatMap((day) =>
    ['Meridian', 'Corvus', 'Tidal Debit'].map((scheme): ChargedRow => {
      const cards = Array.from({ length: 100 }, (_, i) => ({
        ...{ scheme, cardKind: '' },
        amountMinor: 1_00 + ((i * 7919 + day * 31) % 20_000),
      }));
      const grossMinor = cards.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
      const batchDate = new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10);
      // From midsummer on it is charged above the plan.
      const feeMinor = planFee(grossMinor, 100, day < 180 ? '1.65' : '1.85');
      return {
        ...{ settlementId: day + 1, batchDate, scheme, items: 100, grossMinor, feeMinor },
        ...{ refundItems: 0, refundsMinor: 0, cards, volumeMinor: 0 },
      };
    }),
  );
  const ms = least(() => void auditFees(rows, () => DEMO_PLAN, 'CAD'));
  return { cards: rows.length * 100, ms };
}
