import type { Part } from '@abacist/core/takings';
import { minor } from '@abacist/core/money';
import { placeholders, rows, type Db } from '../db/pool';

/** A part of takings in somebody's hands, as the journal's lines say. */
export type HeldPart = Part & { pot: string; holder: string };

/**
 * What holders have of an account, by day and pot, the oldest first; days that come to zero left
 * out. Read it under the lock of what the holder stands for, so that nobody moves it meanwhile.
 */
export async function heldBy(
  db: Db,
  role: 'drawer' | 'fund' | 'safe' | 'bankInTransit' | 'cardClearing' | 'processorBalance',
  holders: readonly string[],
): Promise<HeldPart[]> {
  if (holders.length === 0) return [];
  const found = await rows<{ day: string; pot: string; holder: string; amount: string }>(
    db,
    `SELECT l.takings_day AS day, l.pot, l.holder, SUM(l.amount_minor) AS amount
     FROM entry_line l
     JOIN account a ON a.id = l.account_id AND a.role = ?
     WHERE l.holder IN (${placeholders(holders.length)})
     GROUP BY l.takings_day, l.pot, l.holder
     HAVING SUM(l.amount_minor) <> 0
     ORDER BY l.takings_day, l.pot, l.holder`,
    [role, ...holders],
  );
  return found.map(({ day, pot, holder, amount }) => ({
    takingsDay: day,
    pot,
    holder,
    amountMinor: minor(Number(amount)),
  }));
}
