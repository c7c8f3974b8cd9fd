import type { SaleCommand, UnknownPayment } from '@abacist/contracts';
import type { SaleState } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { placeholders, rows, run, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';

const OPEN = `
  SELECT p.id, p.sale_id AS saleId, CONCAT(d.series, '-', d.number) AS number, s.date, p.name,
    p.amount_minor AS amountMinor
  FROM unknown_payment p
  JOIN sale s ON s.id = p.sale_id
  JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
  LEFT JOIN sale_void v ON v.sale_id = s.id
  WHERE v.id IS NULL AND NOT p.used`;

/** Payments whose payer nobody knows yet, the oldest first. */
export const unknownPayments = (db: Db): Promise<UnknownPayment[]> =>
  rows<UnknownPayment>(db, `${OPEN} ORDER BY s.date, p.id LIMIT 500`);

/** Those that a ticket names, as they stand now. */
export async function unknownPaymentsOf(
  { tx }: CommandContext,
  { extras = [] }: SaleCommand,
): Promise<SaleState['unknownPayments']> {
  const ids = extras.flatMap((one) =>
    'unknownPaymentId' in one ? [one.unknownPaymentId] : [],
  );
  if (ids.length === 0) return [];
  const found = await rows<UnknownPayment>(
    tx,
    `${OPEN} AND p.id IN (${placeholders(ids.length)})`,
    ids,
  );
  return found.map(({ id, amountMinor }) => ({ id, leftMinor: amountMinor }));
}

/** Takes such a payment, or lets it wait again; of two who take it one is refused. */
export async function useUnknown(
  { tx }: CommandContext,
  id: number,
  used: boolean,
): Promise<void> {
  const { affectedRows } = await run(
    tx,
    'UPDATE unknown_payment SET used = ? WHERE id = ? AND used = ?',
    [used, id, !used],
  );
  if (affectedRows !== 1) throw refuseWith('unknownPayment.unknown', 'extras');
}
