import type { DaySheet } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';
import { countsBefore } from '../drawer/again';
import { cardsCompared } from '../drawer/cards';
import { toInstant } from '../sales/read';

type DrawerRow = {
  drawerId: number;
  name: string;
  sessionId: number;
  countBegunAt: string | null;
  closeId: number | null;
};
type Close = DaySheet['drawers'][number]['closes'][number];
type Count = Close['count'][number];
type Opening = DaySheet['drawers'][number]['openings'][number];
type CloseRow = Close & { id: number };

/** The drawers of a day, with the counts that closed it. */
export async function drawersOf(db: Db, date: string): Promise<DaySheet['drawers']> {
  const sessions = await rows<DrawerRow>(
    db,
    `SELECT DISTINCT dr.id AS drawerId, dr.name, ds.id AS sessionId,
       ds.count_begun_at AS countBegunAt, c.id AS closeId
     FROM drawer_session ds
     JOIN drawer dr ON dr.id = ds.drawer_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     LEFT JOIN sale s ON s.drawer_session_id = ds.id AND s.date = ? AND NOT s.corrects_counted
     WHERE s.id IS NOT NULL OR c.takings_day = ?
       OR ds.id IN (SELECT drawer_session_id FROM drawer_act WHERE date = ?)
       OR ds.id IN (SELECT drawer_session_id FROM drawer_open WHERE date = ? AND NOT undone)
     ORDER BY dr.id, ds.id`,
    [date, date, date, date],
  );
  const closes = await rows<CloseRow>(
    db,
    `SELECT c.id, c.drawer_session_id AS sessionId, CONCAT(d.series, '-', d.number) AS number,
       c.closed_at AS closedAt, u.name AS \`by\`, c.expected_minor AS expectedMinor,
       c.counted_minor AS countedMinor, c.difference_minor AS differenceMinor,
       c.float_left_minor AS floatLeftMinor, c.to_safe_minor AS toSafeMinor, c.note,
       w.name AS witness
     FROM drawer_close c
     JOIN user u ON u.id = c.user_id
     LEFT JOIN user w ON w.id = c.witness_id
     JOIN document d ON d.kind = 'drawerClose' AND d.subject_id = c.id
     WHERE c.takings_day = ?`,
    [date],
  );
  const openings = await rows<Opening & { sessionId: number }>(
    db,
    `SELECT o.drawer_session_id AS sessionId, CONCAT(d.series, '-', d.number) AS number,
       o.opened_at AS openedAt, u.name AS \`by\`, o.counted_minor AS countedMinor,
       o.difference_minor AS differenceMinor, o.note
     FROM drawer_open o
     JOIN user u ON u.id = o.user_id
     JOIN document d ON d.kind = 'drawerOpen' AND d.subject_id = o.id
     WHERE o.date = ? AND NOT o.undone ORDER BY o.id`,
    [date],
  );
  const counts = await rows<Count & { closeId: number }>(
    db,
    `SELECT n.drawer_close_id AS closeId, n.denomination_minor AS denominationMinor, n.pieces,
       n.rolls, n.stays
     FROM drawer_count n JOIN drawer_close c ON c.id = n.drawer_close_id
     WHERE c.takings_day = ? ORDER BY n.denomination_minor DESC`,
    [date],
  );
  const [cards, before] = await Promise.all([
    cardsCompared(db, 'c.takings_day = ?', date),
    countsBefore(
      db,
      closes.map(({ sessionId }) => sessionId),
    ),
  ]);
  const drawers = new Map<number, DaySheet['drawers'][number]>();
  for (const session of sessions) {
    const drawer = drawers.get(session.drawerId) ?? {
      drawerId: session.drawerId,
      name: session.name,
      status: 'closed' as const,
      sessionId: null,
      openings: [],
      closes: [],
    };
    drawers.set(session.drawerId, drawer);
    if (session.closeId === null) {
      drawer.status = session.countBegunAt === null ? 'open' : 'counting';
      drawer.sessionId = session.sessionId;
    }
    drawer.openings.push(
      ...openings
        .filter(({ sessionId }) => sessionId === session.sessionId)
        .map(({ sessionId: _, openedAt, ...one }) => ({
          ...one,
          openedAt: toInstant(openedAt),
        })),
    );
    for (const { id, ...close } of closes) {
      if (close.sessionId !== session.sessionId) continue;
      const count = counts
        .filter(({ closeId }) => closeId === id)
        .map(({ closeId: _, ...one }) => one);
      drawer.closes.push({
        ...close,
        closedAt: toInstant(close.closedAt),
        count,
        before: before
          .filter(({ sessionId }) => sessionId === close.sessionId)
          .map(({ sessionId: _, ...one }) => one),
        cards: cards
          .filter(({ closeId }) => closeId === id)
          .map(({ label, tillMinor, terminalMinor }) => ({ label, tillMinor, terminalMinor })),
      });
    }
  }
  return [...drawers.values()];
}
