import type { CountPoint } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';

/** The newest so many: about a year of two drawers. */
const MOST = 730;

/** What counts found too much or too little, in the order of time. */
export async function overAndShort(db: Db): Promise<CountPoint[]> {
  const found = await rows<CountPoint>(
    db,
    `SELECT c.drawer_session_id AS sessionId, CONCAT(d.series, '-', d.number) AS number,
       c.takings_day AS date, dr.id AS drawerId, dr.name AS drawer, u.id AS userId,
       u.name AS \`by\`, c.difference_minor AS differenceMinor, c.note
     FROM drawer_close c
     JOIN drawer_session ds ON ds.id = c.drawer_session_id
     JOIN drawer dr ON dr.id = ds.drawer_id
     JOIN user u ON u.id = c.user_id
     JOIN document d ON d.kind = 'drawerClose' AND d.subject_id = c.id
     ORDER BY c.id DESC LIMIT ${MOST}`,
  );
  return found.reverse();
}
