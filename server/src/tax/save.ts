import type { SaveAuthority, SaveTaxCode, TaxSetUp } from '@abacist/contracts';
import { decideCode, decideRate, type DatedRate } from '@abacist/core/tax';
import type { CommandContext } from '../context';
import { insertMany, row, run } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { readTaxSetUp } from './read';

type Saved = Promise<CommandResult<TaxSetUp>>;

async function known(tx: Tx, id: number) {
  // Two people who set rates of one authority wait for each other here.
  const found = await row(tx, 'SELECT id FROM tax_authority WHERE id = ? FOR UPDATE', [id]);
  if (!found) throw notFound('tax.unknownAuthority');
  const { authorities } = await readTaxSetUp(tx);
  return authorities.find((authority) => authority.id === id)!;
}

async function refuseTaken(tx: Tx, table: string, code: string, id?: number): Promise<void> {
  const found = await row<{ id: number }>(tx, `SELECT id FROM ${table} WHERE code = ?`, [
    code,
  ]);
  if (found && found.id !== id) throw refuseWith('tax.codeTaken', 'code');
}

/** Saves a new authority with its first rate, or what is said of one that there is. */
export async function saveAuthority(
  { tx, today }: CommandContext,
  { code, name, payee, accountNumber, rate }: SaveAuthority,
  id?: number,
): Saved {
  await refuseTaken(tx, 'tax_authority', code, id);
  const values = [code, name, payee, accountNumber];
  if (id !== undefined) {
    await known(tx, id);
    await run(
      tx,
      'UPDATE tax_authority SET code = ?, name = ?, payee = ?, account_number = ? WHERE id = ?',
      [...values, id],
    );
    return { answer: await readTaxSetUp(tx) };
  }
  if (!rate) throw refuseWith('tax.firstRate', 'rate');
  const first = unwrap(decideRate([], rate, today));
  const { insertId } = await run(
    tx,
    'INSERT INTO tax_authority (code, name, payee, account_number) VALUES (?, ?, ?, ?)',
    values,
  );
  await insertRate(tx, insertId, first);
  return { answer: await readTaxSetUp(tx) };
}

/** Adds a rate that begins today or later; items need not be touched. */
export async function addRate(
  { tx, today }: CommandContext,
  id: number,
  rate: DatedRate,
): Saved {
  const { rates } = await known(tx, id);
  await insertRate(tx, id, unwrap(decideRate(rates, rate, today)));
  return { answer: await readTaxSetUp(tx) };
}

/** Takes back a rate that has not begun. @throws HttpError 422 `tax.rateBegun` */
export async function dropRate(
  { tx, today }: CommandContext,
  id: number,
  { from }: DatedRate,
): Saved {
  await known(tx, id);
  if (from <= today) throw refuseWith('tax.rateBegun', 'from');
  await run(tx, 'DELETE FROM tax_rate WHERE authority_id = ? AND valid_from = ?', [id, from]);
  return { answer: await readTaxSetUp(tx) };
}

function insertRate(tx: Tx, id: number, { from, ratePercent }: DatedRate): Promise<unknown> {
  return run(
    tx,
    'INSERT INTO tax_rate (authority_id, valid_from, rate_percent) VALUES (?, ?, ?)',
    [id, from, ratePercent],
  );
}

/** Saves a code and the authorities that make it, in order. What was sold keeps its tax. */
export async function saveTaxCode(
  { tx, today }: CommandContext,
  { code, name, parts }: SaveTaxCode,
  id?: number,
): Saved {
  const { authorities } = await readTaxSetUp(tx);
  unwrap(decideCode(parts, authorities, today));
  await refuseTaken(tx, 'tax_code', code, id);
  let codeId = id;
  if (codeId === undefined) {
    codeId = await insertMany(tx, 'tax_code', ['code', 'name'], [[code, name]]);
  } else {
    const found = await row(tx, 'SELECT id FROM tax_code WHERE id = ? FOR UPDATE', [codeId]);
    if (!found) throw notFound('tax.unknownCode');
    await run(tx, 'UPDATE tax_code SET code = ?, name = ? WHERE id = ?', [code, name, codeId]);
    await run(tx, 'DELETE FROM tax_code_part WHERE tax_code_id = ?', [codeId]);
  }
  await insertMany(
    tx,
    'tax_code_part',
    ['tax_code_id', 'position', 'authority_id', 'compound'],
    parts.map(({ authorityId, compound }, i) => [codeId!, i + 1, authorityId, compound]),
  );
  return { answer: await readTaxSetUp(tx) };
}
