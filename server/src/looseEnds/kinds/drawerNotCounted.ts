import { sum } from '@abacist/core/money';
import { ofSession } from '@abacist/core/takings';
import { rows } from '../../db/pool';
import { heldBy } from '../../takings/held';
import type { Finder } from '../room';

/** Drawers of days before, with what their sessions still hold of each. */
export const drawerNotCounted: Finder = async ({ db, today }) => {
  const found = await rows<{ date: string; drawer: string; sessionId: number }>(
    db,
    `SELECT x.date, dr.name AS drawer, ds.id AS sessionId
     FROM drawer_session ds
     JOIN (
       SELECT s.date, s.drawer_session_id
       FROM sale s LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE s.date < ? AND v.id IS NULL
       UNION
       SELECT date, drawer_session_id FROM drawer_act WHERE date < ? AND NOT undone
     ) x ON x.drawer_session_id = ds.id
     JOIN drawer dr ON dr.id = ds.drawer_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     WHERE c.id IS NULL`,
    [today, today],
  );
  const held = await heldBy(db, 'drawer', [
    ...new Set(found.map(({ sessionId }) => ofSession(sessionId))),
  ]);
  return found.map(({ date, drawer, sessionId }) => ({
    code: 'drawerNotCounted',
    since: date,
    amountMinor: sum(
      held
        .filter((part) => part.holder === ofSession(sessionId) && part.takingsDay === date)
        .map(({ amountMinor }) => amountMinor),
    ),
    params: { drawer, date },
    path: `/days/${date}`,
  }));
};
