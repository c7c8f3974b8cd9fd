import type { CounterSettings } from '@abacist/contracts';
import type { Role } from '@abacist/core/people';
import { rows, type Db } from '../db/pool';
import { taxCodesOn } from './catalogue';
import { loadCounterRules, returnReasons } from './rules';

/** What the counter needs to ring: today's tax codes, departments, items, tenders, drawers. */
export async function counterSettings(
  db: Db,
  today: string,
  role: Role,
): Promise<CounterSettings> {
  const [drawers, departments, items, authorities, tenders, taxCodes, reasons, rules] =
    await Promise.all([
      rows<CounterSettings['drawers'][number]>(
        db,
        'SELECT id, code, name FROM drawer ORDER BY id',
      ),
      rows<CounterSettings['departments'][number]>(
        db,
        `SELECT id, code, name, tax_code_id AS taxCodeId FROM department WHERE active ORDER BY id`,
      ),
      rows<CounterSettings['items'][number]>(
        db,
        `SELECT id, code, name, department_id AS departmentId, tax_code_id AS taxCodeId,
         price_minor AS priceMinor, unit
       FROM item WHERE active ORDER BY name`,
      ),
      rows<CounterSettings['authorities'][number]>(
        db,
        'SELECT id, code, name FROM tax_authority ORDER BY id',
      ),
      rows<CounterSettings['tenders'][number]>(
        db,
        `SELECT id, code, name, kind, scheme, shortcut FROM tender WHERE active ORDER BY position`,
      ),
      taxCodesOn(db, today),
      returnReasons(db),
      loadCounterRules(db),
    ]);
  const { allowanceOf, creditWarnDays: _warn, ...returnRules } = rules;
  return {
    drawers,
    departments,
    items,
    authorities,
    tenders,
    taxCodes,
    reasons,
    allowancePercent: allowanceOf(role)?.percent ?? null,
    returnRules,
  };
}
