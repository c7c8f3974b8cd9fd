import type { CloseCommand } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';

type SessionCard = { pot: string; label: string; tillMinor: number };

/**
 * What a session took by card, tips and cash back inside and refunds less, by processor and scheme: what
 * the terminal's report of the same time should say. Read from the journal.
 */
export function cardsOf(db: Db, sessionId: number): Promise<SessionCard[]> {
  return rows<SessionCard>(
    db,
    `SELECT l.pot, MAX(SUBSTRING(l.pot, LENGTH(SUBSTRING_INDEX(l.pot, ' ', 2)) + 2)) AS label,
       CAST(SUM(l.amount_minor) AS SIGNED) AS tillMinor
     FROM entry e
     JOIN entry_line l ON l.entry_id = e.id AND l.pot LIKE 'card %'
     JOIN account a ON a.id = l.account_id AND a.role = 'cardClearing'
     WHERE e.drawer_session_id = ?
     GROUP BY l.pot ORDER BY l.pot`,
    [sessionId],
  );
}

/**
 * The till's figures beside those of the terminal's report, for the cards that were compared.
 * @throws HttpError 422 `count.unknownCard` of one that the session did not take
 */
export async function comparedCards(
  db: Db,
  sessionId: number,
  typed: NonNullable<CloseCommand['cards']>,
): Promise<(SessionCard & { terminalMinor: number })[]> {
  if (typed.length === 0) return [];
  const taken = await cardsOf(db, sessionId);
  return typed.map(({ pot, terminalMinor }, i) => {
    const card = taken.find((one) => one.pot === pot);
    if (!card) throw refuseWith('count.unknownCard', `cards.${i}.pot`);
    return { ...card, terminalMinor };
  });
}
