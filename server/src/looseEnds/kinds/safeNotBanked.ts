import { addDays } from '@abacist/core/dates';
import { placeholders, rows } from '../../db/pool';
import { heldBy } from '../../takings/held';
import type { Finder } from '../room';

/** Days that takings may lie in the safe: a shop banks once a week (common practice), and a few days more. */
const KEPT_DAYS = 10;

/** Days whose cash and cheques still lie in the safe; a cheque dated later waits for its date. */
export const safeNotBanked: Finder = async ({ db, today }) => {
  const before = addDays(today, -KEPT_DAYS);
  const held = (await heldBy(db, 'safe')).filter(({ takingsDay }) => takingsDay < before);
  if (held.length === 0) return [];
  const ids = held.map(({ holder }) => Number(holder.split(' ')[1]));
  const later = await rows<{ id: number }>(
    db,
    `SELECT i.id FROM safe_item i JOIN cheque q ON q.id = i.cheque_id
     WHERE q.dated > ? AND i.id IN (${placeholders(ids.length)})`,
    [before, ...ids],
  );
  const byDay = new Map<string, number>();
  for (const { holder, takingsDay, amountMinor } of held) {
    if (later.some(({ id }) => holder === `safeItem ${id}`)) continue;
    byDay.set(takingsDay, (byDay.get(takingsDay) ?? 0) + amountMinor);
  }
  return [...byDay]
    .filter(([, amountMinor]) => amountMinor !== 0)
    .map(([date, amountMinor]) => ({
      code: 'safeNotBanked',
      since: addDays(date, KEPT_DAYS),
      amountMinor,
      params: { date },
      path: '/bank/safe',
    }));
};
