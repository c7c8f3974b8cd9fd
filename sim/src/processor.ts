import type { FeePlan } from '@abacist/core/fees';
import { divideRounded, percent, toDecimal } from '@abacist/core/money';
import { stringify } from 'csv-stringify/sync';

/** A batch as the stand-in processor has it: what it took, by scheme. Minor units. */
export type ProcessorBatch = {
  batchDate: string;
  schemes: {
    scheme: string;
    items: number;
    grossMinor: number;
    refundsMinor?: number;
    /** Percent that is charged in place of the plan's. */
    percent?: string;
  }[];
};

/** What the demo shop agreed with it: the same price for each of its schemes. */
export const DEMO_PLAN: FeePlan = {
  terms: ['Meridian', 'Corvus', 'Tidal Debit'].map((scheme) => ({
    ...{ scheme, cardKind: '', percent: '1.65', perItem: '0.10' },
    ...{ minimumMinor: null, maximumMinor: null, tiers: [] },
  })),
  ...{ refunds: 'item', roundedBy: 'scheme', rounding: 'halfUp' },
  ...{ perBatchMinor: 0, monthlyMinor: 0, monthlyMinimumMinor: 0, taxPercent: '' },
};

/** The plan of the stand-in: 1.65 % of gross and 0.10 an item, rounded half up a scheme. */
export function planFee(grossMinor: number, items: number, agreed = '1.65'): number {
  const rate = percent(agreed);
  const unit = 10n ** BigInt(rate.scale);
  const exact = BigInt(grossMinor) * rate.digits + BigInt(items * 10) * unit;
  return Number(divideRounded(exact, unit, 'halfUp'));
}

/** A settlement file of the stand-in processor, in the layout of docs/formats.md. */
export function settlementCsv(
  reference: string,
  date: string,
  batches: readonly ProcessorBatch[],
  currency = 'CAD',
): string {
  const columns = [
    'record',
    'reference',
    'date',
    'batch',
    'scheme',
    'items',
    'gross',
    'refunds',
    'fee',
    'net',
    'currency',
  ];
  const money = (amount: number) => toDecimal(amount, currency);
  const totals = { items: 0, gross: 0, refunds: 0, fee: 0 };
  const records = batches.flatMap(({ batchDate, schemes }) =>
    schemes.map(({ scheme, items, grossMinor, refundsMinor = 0, ...charged }) => {
      const fee = planFee(grossMinor, items, charged.percent);
      totals.items += items;
      totals.gross += grossMinor;
      totals.refunds += refundsMinor;
      totals.fee += fee;
      const net = grossMinor - refundsMinor - fee;
      return [
        'batch',
        reference,
        date,
        batchDate,
        scheme,
        items,
        money(grossMinor),
        money(refundsMinor),
        money(fee),
        money(net),
        currency,
      ];
    }),
  );
  const { items, gross, refunds, fee } = totals;
  records.push([
    'total',
    reference,
    date,
    '',
    '',
    items,
    money(gross),
    money(refunds),
    money(fee),
    money(gross - refunds - fee),
    currency,
  ]);
  return stringify([columns, ...records], { record_delimiter: 'windows' });
}
