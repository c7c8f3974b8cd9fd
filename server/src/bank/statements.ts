import type { Covered } from '@abacist/core/bank';
import { rows, type Db } from '../db/pool';

/** The imported statements of a bank account by what they cover, earliest first. Minor units. */
export function importedStatements(db: Db, bankAccountId: number): Promise<Covered[]> {
  return rows<Covered>(
    db,
    `SELECT from_date AS \`from\`, to_date AS \`to\`, opening_minor AS openingMinor,
       closing_minor AS closingMinor
     FROM statement WHERE bank_account_id = ? ORDER BY from_date, to_date, id`,
    [bankAccountId],
  );
}
