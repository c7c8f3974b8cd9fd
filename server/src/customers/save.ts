import type { CustomerDetail, SaveCustomer } from '@abacist/contracts';
import { customerRefusals, type CustomerInput } from '@abacist/core/customers';
import { searchable } from '@abacist/core/items';
import { mayAs } from '@abacist/core/people';
import type { CommandContext } from '../context';
import { insertMany, isDuplicate, row, run, type Value } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { notFound, refused, refuseWith } from '../http/errors';
import { refuseUnknownTaxCode } from '../tax/known';
import { readCustomers } from './read';

const COLUMNS = [
  'name',
  'kind',
  'phone',
  'email',
  'address',
  'price_kind',
  'tax_code_id',
  'exempt_certificate',
  'exempt_until',
  'active',
  'search',
] as const;

/** Tax that is not charged is a bookkeeper's to say. @throws HttpError 409 `rule.taxExemption` */
async function askExemption(
  { tx, actor, approve }: CommandContext,
  { name, exemption, taxCodeId }: Omit<SaveCustomer, 'version'>,
  id: number | undefined,
): Promise<void> {
  if (mayAs(actor.role, 'bookkeeper')) return;
  const before =
    id === undefined
      ? undefined
      : await row<{
          certificate: string | null;
          until: string | null;
          taxCodeId: number | null;
        }>(
          tx,
          `SELECT exempt_certificate AS certificate, exempt_until AS until,
             tax_code_id AS taxCodeId
           FROM customer WHERE id = ?`,
          [id],
        );
  const same =
    (before?.certificate ?? null) === (exemption?.certificate ?? null) &&
    (before?.until ?? null) === (exemption?.until ?? null) &&
    (before?.taxCodeId ?? null) === taxCodeId;
  if (!same) {
    await approve([{ code: 'rule.taxExemption', approver: 'bookkeeper', params: { name } }]);
  }
}

/**
 * Saves a new customer or a changed one, whole. Who brings no number gets one.
 * @throws HttpError 422 `customer.changed`, `customer.numberTaken`
 */
export async function saveCustomer(
  context: CommandContext,
  { version, ...customer }: SaveCustomer,
  id?: number,
): Promise<CommandResult<CustomerDetail>> {
  const { tx } = context;
  const wrong = customerRefusals(customer);
  if (wrong.length) throw refused(wrong);
  const { taxCodeId } = customer;
  if (taxCodeId !== null) await refuseUnknownTaxCode(tx, taxCodeId);
  await askExemption(context, customer, id);
  const values: Value[] = [
    customer.name,
    customer.kind,
    customer.phone,
    customer.email,
    customer.address,
    customer.priceKind,
    taxCodeId,
    customer.exemption?.certificate ?? null,
    customer.exemption?.until ?? null,
    customer.active,
    '',
  ];
  let customerId = id;
  if (customerId === undefined) {
    customerId = await insertMany(tx, 'customer', COLUMNS, [values]);
  } else {
    const { affectedRows } = await run(
      tx,
      `UPDATE customer SET ${COLUMNS.map((name) => `${name} = ?`).join(', ')},
         version = version + 1
       WHERE id = ? AND version = ?`,
      [...values, customerId, version ?? 0],
    );
    if (affectedRows === 0) {
      const found = await row(tx, 'SELECT id FROM customer WHERE id = ?', [customerId]);
      throw found ? refuseWith('customer.changed') : notFound('customer.unknown');
    }
  }
  await number(tx, customerId!, customer);
  const [saved] = await readCustomers(tx, 'id = ?', [customerId!]);
  return { answer: saved! };
}

/** As wide as its column. */
const SEARCH_LENGTH = 700;

/** A phone is found with and without the signs between its digits. */
const searchOf = (
  customer: Pick<CustomerInput, 'name' | 'phone' | 'email' | 'number'>,
): string =>
  searchable(
    [
      customer.name,
      customer.phone,
      customer.phone.replace(/\D/g, ''),
      customer.email,
      customer.number,
    ].join(' '),
  ).slice(0, SEARCH_LENGTH);

/** Gives a customer the number that was typed, or one by his row. */
async function number(tx: Tx, id: number, customer: CustomerInput): Promise<void> {
  const own = customer.number || `C-${id}`;
  try {
    await run(tx, 'UPDATE customer SET number = ?, search = ? WHERE id = ?', [
      own,
      searchOf({ ...customer, number: own }),
      id,
    ]);
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw refuseWith('customer.numberTaken', 'number', { number: own });
  }
}

/** Keeps another e-mail address with a customer. */
export async function keepEmail(tx: Tx, id: number, email: string): Promise<void> {
  const [customer] = await readCustomers(tx, 'id = ?', [id]);
  if (!customer) return;
  await run(
    tx,
    'UPDATE customer SET email = ?, search = ?, version = version + 1 WHERE id = ?',
    [email, searchOf({ ...customer, email }), id],
  );
}
