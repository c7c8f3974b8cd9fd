import type { FeeMonth, FeeMonths } from '@abacist/contracts';
import { addDays, endOfMonth } from '@abacist/core/dates';
import { feesOfMonth } from '@abacist/core/fees';
import type { Shop } from '../context';
import { placeholders, rows, type Db } from '../db/pool';
import type { QueryContext } from '../http/query';
import { chargedRows, unsettledRows } from './charged';
import { planOn, processorOf } from './read';

/** So many months are shown, this one among them. */
const MONTHS = 4;

export const feeMonthsView = async (
  { db, shop, today }: QueryContext,
  { id }: { id: number },
): Promise<FeeMonths> => ({ months: await feeMonths(db, shop, today, id) });

/**
 * The newest months of a processor that bills its fees: what they cost by plan, what is accrued, what was
 * billed. A month without a batch, an accrual and a bill is left out.
 * @param months the newest first
 */
export async function feeMonths(
  db: Db,
  shop: Pick<Shop, 'currency'>,
  today: string,
  id: number,
  months: readonly string[] = newestMonths(today),
): Promise<FeeMonth[]> {
  const processor = await processorOf(db, id);
  if (!processor.billsFees || months.length === 0) return [];
  const since = `${months.at(-1)!}-01`;
  const until = endOfMonth(`${months[0]!}-01`);
  const [settled, waiting, accruals, bills] = await Promise.all([
    chargedRows(db, id, since, until),
    // What is not settled yet is of its month all the same.
    unsettledRows(db, id, since, until),
    rows<NonNullable<FeeMonth['accrual']> & { month: string }>(
      db,
      `SELECT a.id, CONCAT(d.series, '-', d.number) AS number, a.month, a.fees_minor AS feesMinor,
         a.tax_minor AS taxMinor
       FROM fee_accrual a JOIN document d ON d.kind = 'feeAccrual' AND d.subject_id = a.id
       WHERE a.processor_id = ? AND a.standing AND a.month IN (${placeholders(months.length)})`,
      [id, ...months],
    ),
    billsOf(db, id, months),
  ]);
  return months.flatMap((month) => {
    const own = [...settled, ...waiting].filter(({ batchDate }) =>
      batchDate.startsWith(month),
    );
    const last = endOfMonth(`${month}-01`);
    const accrual = accruals.find((one) => one.month === month) ?? null;
    const billed = bills.filter((one) => one.month === month);
    if (own.length === 0 && !accrual && billed.length === 0) return [];
    const plan = planOn(processor.plans)(last < today ? last : today);
    return [
      {
        ...{ month, over: last < today },
        byPlan:
          plan &&
          feesOfMonth(plan, own, { paysGross: processor.paysGross, currency: shop.currency }),
        accrual: accrual && bare(accrual),
        bills: billed.map(bare),
      },
    ];
  });
}

const bare = <T extends { month: string }>({ month: _, ...rest }: T) => rest;

/** This month and those before it, as `YYYY-MM`. */
export function newestMonths(today: string): string[] {
  const months = [today.slice(0, 7)];
  while (months.length < MONTHS) months.push(addDays(`${months.at(-1)!}-01`, -1).slice(0, 7));
  return months;
}

type Bill = FeeMonth['bills'][number] & { month: string };

/** Bills of some months, with their lines. */
export async function billsOf(
  db: Db,
  processorId: number,
  months: readonly string[],
): Promise<Bill[]> {
  const found = await rows<Omit<Bill, 'lines'>>(
    db,
    `SELECT b.id, CONCAT(d.series, '-', d.number) AS number, b.month, b.reference, b.date,
       b.due_date AS dueDate, b.amount_minor AS amountMinor,
       (SELECT MIN(l.date) FROM statement_line l
        WHERE l.match_group_id = b.match_group_id) AS atBankOn
     FROM fee_bill b JOIN document d ON d.kind = 'feeBill' AND d.subject_id = b.id
     WHERE b.processor_id = ? AND b.standing AND b.month IN (${placeholders(months.length)})
     ORDER BY b.date, b.id`,
    [processorId, ...months],
  );
  if (found.length === 0) return [];
  const lines = await rows<Bill['lines'][number] & { billId: number }>(
    db,
    `SELECT fee_bill_id AS billId, kind, scheme, words, amount_minor AS amountMinor
     FROM fee_bill_line WHERE fee_bill_id IN (${placeholders(found.length)})
     ORDER BY fee_bill_id, position`,
    found.map(({ id }) => id),
  );
  return found.map((bill) => ({
    ...bill,
    lines: lines
      .filter(({ billId }) => billId === bill.id)
      .map(({ billId: _, ...line }) => line),
  }));
}
