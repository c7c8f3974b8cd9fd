import type { LedgerAccount } from '@abacist/core/ledger';
import type { Part } from '@abacist/core/takings';
import { minor } from '@abacist/core/money';
import { placeholders, rows, type Db } from '../db/pool';

/** A part of takings in somebody's hands, as the journal's lines say. */
export type HeldPart = Part & { pot: string; holder: string };

/** Accounts on which takings wait for who moves them on. */
export type HandRole = Extract<
  LedgerAccount,
  | 'drawer'
  | 'fund'
  | 'safe'
  | 'bankInTransit'
  | 'cardClearing'
  | 'processorBalance'
  | 'disputes'
  | 'reserve'
>;

/**
 * What holders have of an account, or all of them, by day and pot, the oldest first; days that come
 * to zero left out. What is kept of sealed entries and the tail that is not sealed yet are read in
 * one statement, so that each entry counts once. Who moves parts on reads them under the lock of
 * what the holder stands for, so that nobody moves them meanwhile.
 */
export async function heldBy(
  db: Db,
  role: HandRole,
  holders?: readonly string[],
): Promise<HeldPart[]> {
  if (holders?.length === 0) return [];
  const among = holders ? `AND h.holder IN (${placeholders(holders.length)})` : '';
  const given = holders ?? [];
  const found = await rows<{ day: string; pot: string; holder: string; amount: string }>(
    db,
    `SELECT x.day, x.pot, x.holder, SUM(x.amount) AS amount
     FROM (
       SELECT h.takings_day AS day, h.pot, h.holder, h.amount_minor AS amount
       FROM takings_held h
       JOIN account a ON a.id = h.account_id AND a.role = ?
       WHERE TRUE ${among}
       UNION ALL
       SELECT h.takings_day, h.pot, h.holder, h.amount_minor
       FROM unsealed u
       JOIN entry_line h ON h.entry_id = u.entry_id AND h.pot IS NOT NULL ${among}
       JOIN account a ON a.id = h.account_id AND a.role = ?
     ) x
     GROUP BY x.day, x.pot, x.holder
     HAVING SUM(x.amount) <> 0
     ORDER BY x.day, x.pot, x.holder`,
    [role, ...given, ...given, role],
  );
  return found.map(({ day, pot, holder, amount }) => ({
    takingsDay: day,
    pot,
    holder,
    amountMinor: minor(Number(amount)),
  }));
}
