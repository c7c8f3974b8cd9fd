import { randomInt } from 'node:crypto';
import type { SaleCommand, VoucherFound } from '@abacist/contracts';
import type { SaleState } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { placeholders, row, rows, run, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';

/** A standing voucher by the code on its paper. */
export function findVoucher(db: Db, code: string): Promise<VoucherFound | undefined> {
  return row<VoucherFound>(
    db,
    `SELECT w.id, w.code, w.amount_minor AS amountMinor,
       w.amount_minor - w.used_minor AS leftMinor, w.valid_until AS validUntil
     FROM voucher w LEFT JOIN sale_void v ON v.sale_id = w.sale_id
     WHERE w.code = ? AND v.id IS NULL`,
    [code],
  );
}

/** The vouchers that a ticket names, as they stand now. */
export async function vouchersOf(
  { tx }: CommandContext,
  { tenders }: SaleCommand,
): Promise<SaleState['vouchers']> {
  const ids = tenders.flatMap((tender) =>
    tender.kind === 'voucher' ? [tender.voucherId] : [],
  );
  if (ids.length === 0) return [];
  return rows<SaleState['vouchers'][number]>(
    tx,
    `SELECT w.id, w.amount_minor - w.used_minor AS leftMinor, w.valid_until AS validUntil
     FROM voucher w LEFT JOIN sale_void v ON v.sale_id = w.sale_id
     WHERE v.id IS NULL AND w.id IN (${placeholders(ids.length)})`,
    ids,
  );
}

/**
 * Takes an amount of a voucher, only if it still is there: of two drawers at once the second is
 * refused. A negative amount gives it back.
 */
export async function takeVoucher(
  { tx }: CommandContext,
  voucherId: number,
  amountMinor: number,
): Promise<void> {
  const { affectedRows } = await run(
    tx,
    `UPDATE voucher SET used_minor = used_minor + ?
     WHERE id = ? AND used_minor + ? BETWEEN 0 AND amount_minor`,
    [amountMinor, voucherId, amountMinor],
  );
  if (affectedRows === 1) return;
  const voucher = await row<{ leftMinor: number }>(
    tx,
    'SELECT amount_minor - used_minor AS leftMinor FROM voucher WHERE id = ?',
    [voucherId],
  );
  throw refuseWith('voucher.over', 'tenders', { leftMinor: voucher?.leftMinor ?? 0 });
}

/** Makes a voucher with a code drawn by lot. @returns its id and code */
export async function makeVoucher(
  { tx }: CommandContext,
  saleId: number,
  amountMinor: number,
  validUntil: string | null,
): Promise<{ id: number; code: string }> {
  const code = Array.from({ length: 12 }, () => randomInt(10)).join('');
  const { insertId } = await run(
    tx,
    'INSERT INTO voucher (code, sale_id, amount_minor, valid_until) VALUES (?, ?, ?, ?)',
    [code, saleId, amountMinor, validUntil],
  );
  return { id: insertId, code };
}
