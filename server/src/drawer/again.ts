import type { CountAgain, CountBefore } from '@abacist/contracts';
import { countTotal, denominations, strangeDenomination } from '@abacist/core/money';
import type { CommandContext } from '../context';
import { placeholders, row, rows, run, toMinor, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { toInstant } from '../sales/read';

/** What the shop's rules say of counts. */
export async function countRules(
  db: Db,
): Promise<{ askAboveMinor: number | null; twoSign: boolean }> {
  const found = await row<{ askAboveMinor: number | null; twoSign: number }>(
    db,
    `SELECT count_ask_above_minor AS askAboveMinor, count_two_sign AS twoSign
     FROM counter_rule`,
  );
  return { askAboveMinor: found?.askAboveMinor ?? null, twoSign: found?.twoSign === 1 };
}

/** The counts of sessions that were made again, the first one first. */
export async function countsBefore(
  db: Db,
  sessionIds: readonly number[],
): Promise<(CountBefore & { sessionId: number })[]> {
  if (sessionIds.length === 0) return [];
  const found = await rows<CountBefore & { sessionId: number }>(
    db,
    `SELECT b.drawer_session_id AS sessionId, b.counted_minor AS countedMinor,
       u.name AS \`by\`, b.counted_at AS countedAt
     FROM drawer_count_before b
     JOIN user u ON u.id = b.user_id
     WHERE b.drawer_session_id IN (${placeholders(sessionIds.length)}) ORDER BY b.id`,
    [...sessionIds],
  );
  return found.map((one) => ({ ...one, countedAt: toInstant(one.countedAt) }));
}

/**
 * A count is begun anew; what the one before came to stays on record, for whoever looks at the day.
 * @throws HttpError 404 `count.unknown`; 422 `count.alreadyClosed`, `count.notBegun`, `count.denomination`
 */
export async function countAgain(
  { tx, shop, actor, now }: CommandContext,
  { count, chequeIds = [] }: CountAgain,
  sessionId: number,
): Promise<CommandResult<{ before: CountBefore[] }>> {
  const session = await row<{ begun: string | null; closed: number }>(
    tx,
    `SELECT ds.count_begun_at AS begun, c.id IS NOT NULL AS closed
     FROM drawer_session ds
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     WHERE ds.id = ? FOR UPDATE`,
    [sessionId],
  );
  if (!session) throw notFound('count.unknown');
  if (session.closed === 1) throw refuseWith('count.alreadyClosed');
  if (session.begun === null) throw refuseWith('count.notBegun');
  const strange = strangeDenomination(count, denominations(shop.currency));
  if (strange !== undefined) throw refuseWith('count.denomination', `count.${strange}`);
  const cheques = chequeIds.length
    ? await row<{ total: string | null }>(
        tx,
        `SELECT SUM(amount_minor) AS total FROM cheque
         WHERE drawer_session_id = ? AND id IN (${placeholders(chequeIds.length)})`,
        [sessionId, ...chequeIds],
      )
    : undefined;
  await run(
    tx,
    `INSERT INTO drawer_count_before (drawer_session_id, counted_minor, user_id, counted_at)
     VALUES (?, ?, ?, ?)`,
    [sessionId, countTotal(count) + toMinor(cheques?.total), actor.id, now],
  );
  return { answer: { before: await countsBefore(tx, [sessionId]) } };
}
