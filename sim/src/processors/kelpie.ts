import { feesOfMonth, type ChargedRow, type FeePlan } from '@abacist/core/fees';
import { sum, toDecimal } from '@abacist/core/money';
import type { Mapping } from '@abacist/core/settlements';
import { stringify } from 'csv-stringify/sync';
import type { SentCard } from './cards';

/*
 * Kelpie pays gross, two banking days later, and tells totals of each scheme; once a month it bills its
 * fees by scheme, and debits them. Tabs between its columns, and no word of single cards.
 */
const HEADS = [
  'type',
  'advice',
  'value',
  'batch',
  'scheme',
  'count',
  'sales',
  'refunds',
  'sum',
];

export const KELPIE_LAYOUT: Mapping = {
  shape: { kind: 'delimited', delimiter: '\t' },
  heads: HEADS,
  columns: {
    ...{ rowKind: 0, payout: 1, payoutDate: 2, batch: 3, scheme: 4, items: 5, gross: 6 },
    ...{ refunds: 7, net: 8 },
  },
  ...{ dates: 'ymd', decimals: ',', deductions: 'plus' },
  kinds: {
    otherwise: 'leftOut',
    values: { scheme: 'total', advice: 'payout', fee: 'fee', tax: 'taxOnFees' },
  },
  ...{ schemes: {}, belongs: 'each' },
};

/** What the demo shop agreed with it. */
export const KELPIE_PLAN: FeePlan = {
  terms: [
    {
      ...{ scheme: 'Tidal Debit', cardKind: '', percent: '0.6', perItem: '0.08' },
      ...{ minimumMinor: null, maximumMinor: null, tiers: [] },
    },
  ],
  ...{ refunds: 'item', roundedBy: 'scheme', rounding: 'halfUp' },
  ...{ perBatchMinor: 0, monthlyMinor: 950, monthlyMinimumMinor: 0, taxPercent: '5' },
};

const written = (amount: number, currency: string) =>
  toDecimal(amount, currency).replace('.', ',');
const text = (records: readonly string[][]) =>
  stringify([HEADS, ...records], { delimiter: '\t', record_delimiter: 'windows' });

/** A payout of such cards, as totals of each scheme and batch. */
export function kelpieFile(
  { payout, paid }: { payout: string; paid: string },
  cards: readonly SentCard[],
  currency = 'CAD',
): string {
  const money = (amount: number) => written(amount, currency);
  const batches = [...new Set(cards.map((card) => `${card.batchDate}|${card.scheme}`))];
  const records = batches.map((batch) => {
    const own = cards.filter((card) => `${card.batchDate}|${card.scheme}` === batch);
    const sales = sum(own.map(({ amountMinor }) => Math.max(0, amountMinor)));
    const refunds = sum(own.map(({ amountMinor }) => Math.max(0, -amountMinor)));
    const [batchDate, scheme] = batch.split('|') as [string, string];
    return [
      ...['Scheme', payout, paid, batchDate, scheme, String(own.length)],
      ...[money(sales), money(refunds), money(sales - refunds)],
    ];
  });
  const netMinor = sum(cards.map(({ amountMinor }) => amountMinor));
  const all = (sign: 1 | -1) =>
    sum(cards.map(({ amountMinor }) => Math.max(0, sign * amountMinor)));
  records.push([
    ...['Advice', payout, paid, '', '', String(cards.length)],
    ...[money(all(1)), money(all(-1)), money(netMinor)],
  ]);
  return text(records);
}

/** What it bills for a month of such cards, by scheme; null where nothing is to be billed. */
export function kelpieBill(
  { bill, date }: { bill: string; date: string },
  cards: readonly Pick<SentCard, 'batchDate' | 'scheme' | 'amountMinor'>[],
  { plan = KELPIE_PLAN, currency = 'CAD' }: { plan?: FeePlan; currency?: string } = {},
): string | null {
  const rows = cards.map(({ batchDate, scheme, amountMinor }): ChargedRow => ({
    ...{ settlementId: 0, batchDate, scheme, feeMinor: 0, volumeMinor: 0 },
    ...{ items: amountMinor >= 0 ? 1 : 0, refundItems: amountMinor < 0 ? 1 : 0 },
    ...{ grossMinor: Math.max(0, amountMinor), refundsMinor: Math.max(0, -amountMinor) },
    cards: [{ scheme, cardKind: '', amountMinor }],
  }));
  if (rows.length === 0) return null;
  const { schemes, monthlyMinor, tax } = feesOfMonth(plan, rows, {
    paysGross: true,
    currency,
  });
  const line = (type: string, scheme: string, amount: number) => [
    ...[type, bill, date, '', scheme, '', written(amount, currency), '', ''],
  ];
  const lines = [
    ...schemes.map(({ scheme, leastMinor }) => line('Fee', scheme, leastMinor)),
    line('Fee', '', monthlyMinor),
    line('Tax', '', tax.leastMinor),
  ];
  const owed = sum([
    ...schemes.map(({ leastMinor }) => leastMinor),
    monthlyMinor,
    tax.leastMinor,
  ]);
  const nothing = written(0, currency);
  lines.push(['Advice', bill, date, '', '', '', nothing, nothing, written(-owed, currency)]);
  return text(lines);
}
