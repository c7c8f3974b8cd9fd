import { decimal, divideRounded, toDecimal } from '@abacist/core/money';
import { stringify } from 'csv-stringify/sync';

/** A batch as the stand-in processor has it: what it took, by scheme. Minor units. */
export type ProcessorBatch = {
  batchDate: string;
  schemes: { scheme: string; items: number; grossMinor: number; refundsMinor?: number }[];
};

/** The plan of the stand-in: 1.65 % of gross and 0.10 an item, rounded half up a scheme. */
export function planFee(grossMinor: number, items: number): number {
  const rate = decimal('0.0165');
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
    schemes.map(({ scheme, items, grossMinor, refundsMinor = 0 }) => {
      const fee = planFee(grossMinor, items);
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
