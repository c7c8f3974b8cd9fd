import type { Parked, ParkTicket } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { toInstant } from '../sales/read';

/** Puts a ticket aside; it is checked when it is paid, like one that was never parked. */
export async function parkTicket(
  { tx, actor, now }: CommandContext,
  { label, ticket, totalMinor }: ParkTicket,
): Promise<CommandResult<{ id: number }>> {
  const { insertId } = await run(
    tx,
    `INSERT INTO parked_ticket (label, ticket, total_minor, user_id, parked_at)
     VALUES (?, ?, ?, ?, ?)`,
    [label, JSON.stringify(ticket), totalMinor, actor.id, now],
  );
  return { answer: { id: insertId } };
}

/** Tickets put aside that nobody took up. */
export async function listParked(db: Db): Promise<{ parked: Parked[] }> {
  const found = await rows<Parked>(
    db,
    `SELECT p.id, p.label, p.total_minor AS totalMinor, u.name AS \`by\`,
       p.parked_at AS parkedAt
     FROM parked_ticket p JOIN user u ON u.id = p.user_id
     WHERE p.taken_up_at IS NULL ORDER BY p.id DESC LIMIT 200`,
  );
  return { parked: found.map((one) => ({ ...one, parkedAt: toInstant(one.parkedAt) })) };
}

/**
 * Takes a parked ticket up, at any drawer, once: of two at the same time the second is refused.
 * @throws HttpError 422 `parked.gone`
 */
export async function takeUp(
  { tx, now }: CommandContext,
  id: number,
): Promise<CommandResult<{ ticket: object }>> {
  const found = await row<{ ticket: string }>(
    tx,
    'SELECT ticket FROM parked_ticket WHERE id = ?',
    [id],
  );
  if (!found) throw notFound('parked.unknown');
  const { affectedRows } = await run(
    tx,
    'UPDATE parked_ticket SET taken_up_at = ? WHERE id = ? AND taken_up_at IS NULL',
    [now, id],
  );
  if (affectedRows === 0) throw refuseWith('parked.gone');
  return { answer: { ticket: JSON.parse(found.ticket) as object } };
}
