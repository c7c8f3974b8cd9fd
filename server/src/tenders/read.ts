import type { TenderSetUp } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';

type Flags = 'isDebit' | 'asksLastFour' | 'asksReference' | 'opensDrawer' | 'active';
type Stored = Omit<TenderSetUp, Flags> & Record<Flags, number>;

/** The shop's tenders in the order of the counter. */
export async function listTenders(db: Db): Promise<TenderSetUp[]> {
  const found = await rows<Stored>(
    db,
    `SELECT id, code, name, kind, is_debit AS isDebit, processor_id AS processorId, scheme,
       account_role AS account, shortcut, icon, asks_last_four AS asksLastFour,
       asks_reference AS asksReference, opens_drawer AS opensDrawer, active
     FROM tender ORDER BY position, id`,
  );
  return found.map((tender) => ({
    ...tender,
    isDebit: tender.isDebit === 1,
    asksLastFour: tender.asksLastFour === 1,
    asksReference: tender.asksReference === 1,
    opensDrawer: tender.opensDrawer === 1,
    active: tender.active === 1,
  }));
}
