import { wholeMonth } from '@abacist/core/fees';
import type { Db } from '../db/pool';
import type { SettledRow } from './charged';
import { billsOf } from './months';

/**
 * What one that pays gross billed by scheme, month by month, beside the cards of that month: such a bill is
 * judged as a settlement's fees are. What a bill says of no scheme is no fee of cards.
 */
export async function billedRows(
  db: Db,
  processorId: number,
  settled: readonly SettledRow[],
): Promise<SettledRow[]> {
  const months = [...new Set(settled.map(({ batchDate }) => batchDate.slice(0, 7)))];
  if (months.length === 0) return [];
  const bills = await billsOf(db, processorId, months);
  return months.flatMap((month) => {
    const own = bills.filter((bill) => bill.month === month);
    const [first] = own;
    if (!first) return [];
    const lines = own.flatMap((bill) => bill.lines);
    const batches = settled.filter(({ batchDate }) => batchDate.startsWith(month));
    return wholeMonth(batches).map((row) => ({
      ...row,
      ...{ number: first.number, reference: first.reference },
      feeMinor: lines
        .filter(({ kind, scheme }) => kind === 'fee' && scheme === row.scheme)
        .reduce((sum, { amountMinor }) => sum + amountMinor, 0),
    }));
  });
}
