import { addDays, endOfMonth } from '@abacist/core/dates';
import { feeMonths, newestMonths } from '../../processors/months';
import { rows } from '../../db/pool';
import type { Finder, Found } from '../room';

/** So many days after a month its bill should be here. */
const BILL_WITHIN = 25;

/** Months whose fees are owed and stand nowhere, and accrued ones whose bill does not come. */
export const feeMonth: Finder = async ({ db, shop, today }) => {
  // This month is not over. What was billed is not reckoned anew each time that somebody looks.
  const [, ...months] = newestMonths(today);
  const billed = await rows<{ id: number; name: string; months: string | null }>(
    db,
    `SELECT p.id, p.name, GROUP_CONCAT(b.month) AS months
     FROM processor p
     LEFT JOIN fee_bill b ON b.processor_id = p.id AND b.standing AND b.month >= ?
     WHERE p.bills_fees GROUP BY p.id, p.name`,
    [months.at(-1)!],
  );
  const found: Found[] = [];
  for (const processor of billed) {
    const known = processor.months?.split(',') ?? [];
    const open = months.filter((month) => !known.includes(month));
    for (const one of await feeMonths(db, shop, today, processor.id, open)) {
      const last = endOfMonth(`${one.month}-01`);
      const end = {
        params: { processor: processor.name, month: last },
        path: `/bank/fees/${processor.id}`,
      };
      const { accrual, byPlan } = one;
      const late = addDays(last, BILL_WITHIN);
      if (accrual && late < today) {
        const amountMinor = accrual.feesMinor + accrual.taxMinor;
        found.push({ ...end, code: 'billMissing', since: late, amountMinor });
      }
      if (!accrual && byPlan && byPlan.total.mostMinor > 0) {
        const amountMinor = byPlan.total.leastMinor;
        found.push({ ...end, code: 'feesNotAccrued', since: last, amountMinor });
      }
    }
  }
  return found;
};
