import type { CountPoint } from '@abacist/contracts';
import { rows, type Db } from '../db/pool';

/** The newest so many: about a year of two drawers. */
const MOST = 730;

/** What counts found too much or too little, at the close and of floats at the opening, in the order of time. */
export async function overAndShort(db: Db): Promise<CountPoint[]> {
  const found = await rows<CountPoint>(
    db,
    `SELECT CONCAT(d.series, '-', d.number) AS number, x.date, dr.id AS drawerId,
       dr.name AS drawer, u.id AS userId, u.name AS \`by\`, x.difference_minor AS differenceMinor,
       x.note
     FROM (
       (SELECT 'drawerClose' AS kind, id, drawer_session_id, takings_day AS date, user_id,
          difference_minor, note, closed_at AS at
        FROM drawer_close ORDER BY id DESC LIMIT ${MOST})
       UNION ALL
       (SELECT 'drawerOpen', id, drawer_session_id, date, user_id, difference_minor, note, opened_at
        FROM drawer_open WHERE NOT undone ORDER BY id DESC LIMIT ${MOST})
     ) x
     JOIN drawer_session ds ON ds.id = x.drawer_session_id
     JOIN drawer dr ON dr.id = ds.drawer_id
     JOIN user u ON u.id = x.user_id
     JOIN document d ON d.kind = x.kind AND d.subject_id = x.id
     ORDER BY x.at DESC, x.kind, x.id DESC LIMIT ${MOST}`,
  );
  return found.reverse();
}
