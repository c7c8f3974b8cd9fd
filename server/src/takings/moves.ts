import { TAKING_DOCUMENTS, type DocumentKind, type LedgerAccount } from '@abacist/core/ledger';
import type { Move } from '@abacist/core/takings';
import { rows, type Db } from '../db/pool';
import { NOW } from './places';

/** An entry that moved takings of a day's pot on, with the document behind it. */
export type PotMove = Move & {
  kind: DocumentKind;
  subjectId: number;
  number: string;
  date: string;
  reversesEntryId: number | null;
};

/** Kinds of entries that take money, for statements: those of all others move it on. */
export const TAKING = TAKING_DOCUMENTS.map((kind) => `'${kind}'`).join(', ');

/** The entries that moved a day's pot, in the order in which they were posted. */
export async function movesOf(
  db: Db,
  day: string,
  pot: string,
  asOf = NOW,
): Promise<PotMove[]> {
  type Row = Omit<PotMove, 'lines'> & {
    role: LedgerAccount;
    holder: string;
    amountMinor: number;
  };
  const found = await rows<Row>(
    db,
    `SELECT e.id AS entryId, e.kind, e.subject_id AS subjectId, e.date,
       e.reverses_entry_id AS reversesEntryId, CONCAT(d.series, '-', d.number) AS number,
       a.role, l.holder, CAST(SUM(l.amount_minor) AS SIGNED) AS amountMinor
     FROM entry_line l
     JOIN entry e ON e.id = l.entry_id AND e.kind NOT IN (${TAKING})
     JOIN document d ON d.entry_id = e.id
     JOIN account a ON a.id = l.account_id
     WHERE l.takings_day = ? AND l.pot = ? AND e.date <= ?
     GROUP BY e.id, e.kind, e.subject_id, e.date, e.reverses_entry_id, d.series, d.number,
       a.role, l.holder
     ORDER BY e.id, a.role, l.holder`,
    [day, pot, asOf],
  );
  const moves: PotMove[] = [];
  for (const { role, holder, amountMinor, ...move } of found) {
    const last = moves.at(-1);
    const line = { role, holder, amountMinor };
    if (last?.entryId === move.entryId) last.lines.push(line);
    else moves.push({ ...move, lines: [line] });
  }
  return moves;
}

/** What each hand has of a day's pot, or what the entry of one ticket put there. */
export function handsOf(
  db: Db,
  { date, pot, asOf = NOW, sale }: { date: string; pot: string; asOf?: string; sale?: number },
): Promise<Move['lines']> {
  const ofSale = sale === undefined ? '' : `AND e.kind = 'sale' AND e.subject_id = ?`;
  return rows(
    db,
    `SELECT a.role, l.holder, CAST(SUM(l.amount_minor) AS SIGNED) AS amountMinor
     FROM entry_line l
     JOIN entry e ON e.id = l.entry_id ${ofSale}
     JOIN account a ON a.id = l.account_id
     WHERE l.takings_day = ? AND l.pot = ? AND e.date <= ?
     GROUP BY a.role, l.holder HAVING SUM(l.amount_minor) <> 0`,
    [...(sale === undefined ? [] : [sale]), date, pot, asOf],
  );
}
