import type { CustomerDetail, CustomerFound } from '@abacist/contracts';
import { searchWords } from '@abacist/core/items';
import { rows, type Db, type Value } from '../db/pool';

const FOUND = 30;

/** Customers by a part of number, name, phone or e-mail, by name. */
export async function findCustomers(db: Db, text: string): Promise<CustomerFound[]> {
  const words = searchWords(text);
  const where = ['active = 1', ...words.map(() => 'search LIKE ?')];
  const found = await readCustomers(
    db,
    `${where.join(' AND ')} ORDER BY search LIMIT ${FOUND}`,
    words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`),
  );
  return found.map(
    ({ email: _mail, address: _home, active: _on, version: _v, ...one }) => one,
  );
}

/** Customers whole. @param where the rest of the statement, from its condition on */
export async function readCustomers(
  db: Db,
  where: string,
  values: readonly Value[],
): Promise<CustomerDetail[]> {
  type Stored = Omit<CustomerDetail, 'exemption' | 'active'> & {
    certificate: string | null;
    until: string | null;
    active: number;
  };
  const found = await rows<Stored>(
    db,
    `SELECT id, number, name, kind, phone, email, address, price_kind AS priceKind,
       tax_code_id AS taxCodeId, exempt_certificate AS certificate, exempt_until AS until,
       active, version,
       (SELECT a.department_id FROM charge_account a WHERE a.customer_id = customer.id)
         AS departmentId
     FROM customer WHERE ${where}`,
    values,
  );
  return found.map(({ certificate, until, active, ...stored }) => ({
    ...stored,
    active: active === 1,
    exemption: certificate !== null && until !== null ? { certificate, until } : null,
  }));
}
