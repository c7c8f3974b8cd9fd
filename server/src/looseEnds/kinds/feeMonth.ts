import { addDays, endOfMonth } from '@abacist/core/dates';
import { feeMonths, newestMonths } from '../../processors/months';
import { placeholders, rows } from '../../db/pool';
import type { Finder, Found } from '../room';

/** So many days after a month its bill should be here. */
const BILL_WITHIN = 25;

type Standing = {
  id: number;
  name: string;
  month: string | null;
  billed: number;
  accruedMinor: number;
};

/** Months whose fees are owed and stand nowhere, and accrued ones whose bill does not come. */
export const feeMonth: Finder = async ({ db, shop, today }) => {
  // This month is not over. What stands somewhere is not reckoned anew each time that somebody looks.
  const [, ...months] = newestMonths(today);
  const marks = placeholders(months.length);
  const standing = await rows<Standing>(
    db,
    `SELECT p.id, p.name, x.month, MAX(x.billed) AS billed,
       CAST(COALESCE(SUM(x.accrued), 0) AS SIGNED) AS accruedMinor
     FROM processor p
     LEFT JOIN (
       SELECT processor_id, month, FALSE AS billed, fees_minor + tax_minor AS accrued
       FROM fee_accrual WHERE standing AND month IN (${marks})
       UNION ALL
       SELECT processor_id, month, TRUE, 0 FROM fee_bill WHERE standing AND month IN (${marks})
     ) x ON x.processor_id = p.id
     WHERE p.bills_fees GROUP BY p.id, p.name, x.month`,
    [...months, ...months],
  );
  const found: Found[] = [];
  const end = ({ id, name }: Pick<Standing, 'id' | 'name'>, month: string) => ({
    params: { processor: name, month: endOfMonth(`${month}-01`) },
    path: `/bank/fees/${id}`,
  });
  for (const one of standing) {
    if (one.month === null || one.billed === 1) continue;
    const since = addDays(endOfMonth(`${one.month}-01`), BILL_WITHIN);
    if (since < today)
      found.push({
        ...{ ...end(one, one.month), code: 'billMissing', since },
        amountMinor: one.accruedMinor,
      });
  }
  for (const processor of new Map(standing.map((one) => [one.id, one])).values()) {
    const known = standing.flatMap(({ id, month }) => (id === processor.id ? [month] : []));
    const open = months.filter((month) => !known.includes(month));
    for (const { month, byPlan } of await feeMonths(db, shop, today, processor.id, open)) {
      if (!byPlan || byPlan.total.mostMinor === 0) continue;
      found.push({
        ...{ ...end(processor, month), code: 'feesNotAccrued' },
        ...{ since: endOfMonth(`${month}-01`), amountMinor: byPlan.total.leastMinor },
      });
    }
  }
  return found;
};
