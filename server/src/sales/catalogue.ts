import type { CounterSettings } from '@abacist/contracts';
import type { Catalogue } from '@abacist/core/sales';
import { toTaxCode } from '@abacist/core/tax';
import { rows, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';
import { itemsById } from '../items/read';

type PartRow = {
  tax_code_id: number;
  code_name: string;
  authority_id: number | null;
  compound: number;
  rate_percent: string | null;
};

type CodeOfDay = CounterSettings['taxCodes'][number];

/**
 * Tax codes with the rate of each authority that holds on a date: the newest that begins on or
 * before it. A compound part stands on all parts before it.
 * @throws HttpError 422 `tax.noRate` (date) when an authority of a code has no rate yet on that date
 */
export async function taxCodesOn(db: Db, date: string): Promise<CodeOfDay[]> {
  const found = await rows<PartRow>(
    db,
    `SELECT c.id AS tax_code_id, c.name AS code_name, p.authority_id, p.compound,
       (SELECT r.rate_percent FROM tax_rate r
        WHERE r.authority_id = p.authority_id AND r.valid_from <= ?
        ORDER BY r.valid_from DESC LIMIT 1) AS rate_percent
     FROM tax_code c
     LEFT JOIN tax_code_part p ON p.tax_code_id = c.id
     ORDER BY c.id, p.position`,
    [date],
  );
  const codes = new Map<number, CodeOfDay>();
  for (const part of found) {
    const code = codes.get(part.tax_code_id) ?? {
      id: part.tax_code_id,
      name: part.code_name,
      parts: [],
    };
    codes.set(code.id, code);
    if (part.authority_id === null) continue;
    if (part.rate_percent === null) {
      throw refuseWith('tax.noRate', 'date', { date });
    }
    code.parts.push({
      authorityId: part.authority_id,
      ratePercent: part.rate_percent,
      onTopOf: part.compound ? code.parts.map(({ authorityId }) => authorityId) : [],
    });
  }
  return [...codes.values()];
}

/** What a ticket's lines refer to, and the tax codes of the day. */
export async function catalogueFor(
  db: Db,
  itemIds: readonly number[],
  date: string,
): Promise<Catalogue> {
  const [departments, items, taxCodes] = await Promise.all([
    rows<Catalogue['departments'][number]>(
      db,
      'SELECT id, name, tax_code_id AS taxCodeId FROM department WHERE active',
    ),
    itemIds.length ? itemsById(db, itemIds) : [],
    taxCodesOn(db, date),
  ]);
  return { departments, items, taxCodes: taxCodes.map(toTaxCode) };
}
