import type { CounterSettings } from '@abacist/contracts';
import type { Role } from '@abacist/core/people';
import { rows, type Db } from '../db/pool';
import { firstItems, itemsById, oftenSold } from '../items/read';
import { taxCodesOn } from './catalogue';
import { listTenders } from '../tenders/read';
import { loadCounterRules, returnReasons } from './rules';

/** What the counter needs to ring: today's tax codes, departments, items, tenders, drawers. */
export async function counterSettings(
  db: Db,
  today: string,
  role: Role,
): Promise<CounterSettings> {
  const [
    drawers,
    departments,
    authorities,
    tenders,
    taxCodes,
    reasons,
    rules,
    salespeople,
    bankAccounts,
  ] = await Promise.all([
    rows<CounterSettings['drawers'][number]>(
      db,
      'SELECT id, code, name FROM drawer ORDER BY id',
    ),
    rows<CounterSettings['departments'][number]>(
      db,
      `SELECT id, code, name, tax_code_id AS taxCodeId FROM department WHERE active ORDER BY id`,
    ),
    rows<CounterSettings['authorities'][number]>(
      db,
      'SELECT id, code, name FROM tax_authority ORDER BY id',
    ),
    listTenders(db),
    taxCodesOn(db, today),
    returnReasons(db),
    loadCounterRules(db),
    rows<CounterSettings['salespeople'][number]>(
      db,
      'SELECT id, name, sales_code AS salesCode FROM user WHERE active ORDER BY name',
    ),
    rows<CounterSettings['bankAccounts'][number]>(
      db,
      'SELECT id, name FROM bank_account ORDER BY id',
    ),
  ]);
  const offers = await offersOf(db, drawers);
  const items = await itemsById(db, [...new Set(offers.flatMap(({ itemIds }) => itemIds))]);
  const {
    allowanceOf,
    cardExtras,
    creditWarnDays: _warn,
    voucherDays: _voucher,
    quotationDays: _quotation,
    prepaymentTax: _tax,
    ...returnRules
  } = rules;
  return {
    drawers,
    departments,
    items,
    offers,
    authorities,
    tenders: tenders
      .filter(({ active }) => active)
      .map(
        ({
          id,
          code,
          name,
          kind,
          isDebit,
          scheme,
          shortcut,
          icon,
          asksLastFour,
          asksReference,
        }) => ({
          id,
          code,
          name,
          kind,
          isDebit,
          scheme,
          shortcut,
          icon,
          asks: { lastFour: asksLastFour, reference: asksReference },
        }),
      ),
    taxCodes,
    reasons,
    cardExtras,
    salespeople,
    bankAccounts,
    allowance: allowanceOf(role),
    returnRules,
  };
}

const OFFERS = 24;

/** What each drawer sells most often; filled up by name where it has not sold that much. */
async function offersOf(
  db: Db,
  drawers: CounterSettings['drawers'],
): Promise<CounterSettings['offers']> {
  const first = await firstItems(db, OFFERS);
  return Promise.all(
    drawers.map(async ({ id }) => {
      const often = await oftenSold(db, id, OFFERS);
      return { drawerId: id, itemIds: [...new Set([...often, ...first])].slice(0, OFFERS) };
    }),
  );
}
