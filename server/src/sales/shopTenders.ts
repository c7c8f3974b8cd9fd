import { placeholders, rows, type Db } from '../db/pool';
import type { TenderRow } from './storeTenders';

/** Tenders of the shop that are in use, by their ids, as core decides with them. */
export async function tendersByIds(db: Db, named: readonly number[]): Promise<TenderRow[]> {
  const ids = [...new Set(named)];
  if (ids.length === 0) return [];
  const found = await rows<TenderRow & { lastFour: number; reference: number; debit: number }>(
    db,
    `SELECT t.id, t.kind, t.processor_id AS processorId, t.scheme, p.cut_off AS cutOff,
       t.account_role AS account, t.asks_last_four AS lastFour, t.asks_reference AS reference,
       t.is_debit AS debit
     FROM tender t
     LEFT JOIN processor p ON p.id = t.processor_id
     WHERE t.active AND t.id IN (${placeholders(ids.length)})`,
    ids,
  );
  return found.map(({ lastFour, reference, debit, ...tender }) => ({
    ...tender,
    isDebit: debit === 1,
    asks: { lastFour: lastFour === 1, reference: reference === 1 },
  }));
}
