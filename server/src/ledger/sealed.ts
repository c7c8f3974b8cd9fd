import type { LedgerAccount } from '@abacist/core/ledger';
import type { SealedEntry } from '@abacist/core/seal';
import { placeholders, rows, type Db } from '../db/pool';

type EntryRow = {
  id: number;
  date: string;
  kind: string;
  subject_id: number;
  reverses_entry_id: number | null;
  user_id: number;
  posted_at: string;
  memo: string;
};
type LineRow = {
  entry_id: number;
  position: number;
  role: LedgerAccount;
  account_id: number;
  amount_minor: number;
  currency: string;
  takings_day: string | null;
  pot: string | null;
  holder: string | null;
} & Record<
  Exclude<(typeof DIMENSIONS)[number], 'takings_day' | 'pot' | 'holder'>,
  number | null
>;

const DIMENSIONS = [
  'shop_id',
  'drawer_id',
  'department_id',
  'authority_id',
  'processor_id',
  'bank_account_id',
  'charge_account_id',
  'salesperson_id',
  'takings_day',
  'pot',
  'holder',
] as const;

export type EntryToSeal = { entry: SealedEntry; lines: LineRow[] };

/** Posted entries as a seal vouches for them, by id in rising order. */
export async function readForSeal(db: Db, ids: readonly number[]): Promise<EntryToSeal[]> {
  if (ids.length === 0) return [];
  const list = placeholders(ids.length);
  const entries = await rows<EntryRow>(
    db,
    `SELECT id, date, kind, subject_id, reverses_entry_id, user_id, posted_at, memo
     FROM entry WHERE id IN (${list}) AND status = 'POSTED' ORDER BY id`,
    ids,
  );
  const lines = await rows<LineRow>(
    db,
    `SELECT l.entry_id, l.position, a.role, l.account_id, l.amount_minor, l.currency,
       ${DIMENSIONS.map((name) => `l.${name}`).join(', ')}
     FROM entry_line l JOIN account a ON a.id = l.account_id
     WHERE l.entry_id IN (${list})`,
    ids,
  );
  const byEntry = new Map<number, LineRow[]>();
  for (const line of lines) {
    const own = byEntry.get(line.entry_id);
    if (own) own.push(line);
    else byEntry.set(line.entry_id, [line]);
  }
  return entries.map((entry) => {
    const own = byEntry.get(entry.id) ?? [];
    return { lines: own, entry: toSealed(entry, own) };
  });
}

function toSealed(entry: EntryRow, lines: readonly LineRow[]): SealedEntry {
  return {
    id: entry.id,
    date: entry.date,
    kind: entry.kind,
    subjectId: entry.subject_id,
    reversesEntryId: entry.reverses_entry_id,
    userId: entry.user_id,
    postedAt: entry.posted_at,
    memo: entry.memo,
    lines: lines.map((line) => ({
      position: line.position,
      account: line.role,
      amountMinor: line.amount_minor,
      currency: line.currency,
      dimensions: Object.fromEntries(DIMENSIONS.map((name) => [name, line[name]])),
    })),
  };
}
