import { endOfMonth } from '@abacist/core/dates';
import { wholeMonth } from '@abacist/core/fees';
import type { Db } from '../db/pool';
import { unsettledRows, type SettledRow } from './charged';
import { billsOf } from './months';

/**
 * What one that pays gross billed by scheme, month by month, beside all cards of that month, settled or
 * not: such a bill is judged as a settlement's fees are, dated on the last day of its month. What a bill
 * says of no scheme is no fee of cards.
 */
export async function billedRows(
  db: Db,
  processorId: number,
  settled: readonly SettledRow[],
): Promise<SettledRow[]> {
  const months = [...new Set(settled.map(({ batchDate }) => batchDate.slice(0, 7)))];
  if (months.length === 0) return [];
  const [bills, waiting] = await Promise.all([
    billsOf(db, processorId, months),
    unsettledRows(db, processorId, `${months[0]!}-01`, endOfMonth(`${months.at(-1)!}-01`)),
  ]);
  return months.flatMap((month) => {
    const own = bills.filter((bill) => bill.month === month);
    const [first] = own;
    if (!first) return [];
    const lines = own.flatMap((bill) => bill.lines);
    const batches = [...settled, ...waiting].filter(({ batchDate }) =>
      batchDate.startsWith(month),
    );
    return wholeMonth(batches).map((row) => ({
      ...row,
      ...{ number: first.number, reference: first.reference },
      batchDate: endOfMonth(`${month}-01`),
      feeMinor: lines
        .filter(({ kind, scheme }) => kind === 'fee' && scheme === row.scheme)
        .reduce((sum, { amountMinor }) => sum + amountMinor, 0),
    }));
  });
}
