import type { SaleCommand } from '@abacist/contracts';
import type { SaleState } from '@abacist/core/sales';
import { placeholders, rows, type Db } from '../db/pool';

/** Cheques of standing tickets with a number that a ticket's cheque has too. */
export async function chequesTakenBefore(
  db: Db,
  { tenders }: SaleCommand,
): Promise<SaleState['knownCheques']> {
  const numbers = tenders.flatMap((one) => ('cheque' in one ? [one.cheque.number] : []));
  if (numbers.length === 0) return [];
  return rows<SaleState['knownCheques'][number]>(
    db,
    `SELECT q.number, q.drawn_by AS drawnBy, q.taken_on AS takenOn
     FROM cheque q
     JOIN sale_tender st ON st.id = q.sale_tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE q.number IN (${placeholders(numbers.length)}) AND v.id IS NULL
     ORDER BY q.id DESC LIMIT 50`,
    numbers,
  );
}
