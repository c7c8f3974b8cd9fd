import { row } from '../db/pool';
import type { Tx } from '../db/transaction';
import { refuseWith } from '../http/errors';

/** Refuses a tax code that there is not. @throws HttpError 422 `item.unknownTaxCode` */
export async function refuseUnknownTaxCode(tx: Tx, taxCodeId: number): Promise<void> {
  const known = await row(tx, 'SELECT id FROM tax_code WHERE id = ?', [taxCodeId]);
  if (!known) throw refuseWith('item.unknownTaxCode', 'taxCodeId');
}
