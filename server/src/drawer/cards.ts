import type { CloseCommand } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';
import { potLabels } from '../takings/labels';

type SessionCard = { pot: string; label: string; tillMinor: number };
type ComparedCard = SessionCard & { terminalMinor: number };

/** Cards by the names of their pots. */
async function labelled<C extends { pot: string }>(
  db: Db,
  cards: readonly C[],
): Promise<(C & { label: string })[]> {
  if (cards.length === 0) return [];
  const labels = await potLabels(db);
  return cards.map((card) => ({ ...card, label: labels.get(card.pot) ?? card.pot }));
}

/**
 * What a session took by card, tips and cash back inside and refunds less, by processor and scheme: what
 * the terminal's report of the same time should say. Read from the journal.
 */
export async function cardsOf(db: Db, sessionId: number): Promise<SessionCard[]> {
  const taken = await rows<Omit<SessionCard, 'label'>>(
    db,
    `SELECT l.pot, CAST(SUM(l.amount_minor) AS SIGNED) AS tillMinor
     FROM entry e
     JOIN entry_line l ON l.entry_id = e.id AND l.pot LIKE 'card %'
     JOIN account a ON a.id = l.account_id AND a.role = 'cardClearing'
     WHERE e.drawer_session_id = ?
     GROUP BY l.pot ORDER BY l.pot`,
    [sessionId],
  );
  return labelled(db, taken);
}

/** What counts compared, of those that a condition on the close `c` finds. */
export async function cardsCompared(
  db: Db,
  which: 'c.id = ?' | 'c.takings_day = ?',
  value: number | string,
): Promise<(ComparedCard & { closeId: number })[]> {
  const compared = await rows<Omit<ComparedCard, 'label'> & { closeId: number }>(
    db,
    `SELECT x.drawer_close_id AS closeId, x.pot, x.till_minor AS tillMinor,
       x.terminal_minor AS terminalMinor
     FROM drawer_close_card x JOIN drawer_close c ON c.id = x.drawer_close_id
     WHERE ${which} ORDER BY x.pot`,
    [value],
  );
  return labelled(db, compared);
}

/**
 * The till's figures beside those of the terminal's report, for the cards that were compared.
 * @throws HttpError 422 `count.unknownCard` of one that the session did not take
 */
export async function comparedCards(
  db: Db,
  sessionId: number,
  typed: NonNullable<CloseCommand['cards']>,
): Promise<ComparedCard[]> {
  if (typed.length === 0) return [];
  const taken = await cardsOf(db, sessionId);
  return typed.map(({ pot, terminalMinor }, i) => {
    const card = taken.find((one) => one.pot === pot);
    if (!card) throw refuseWith('count.unknownCard', `cards.${i}.pot`);
    return { ...card, terminalMinor };
  });
}
