import { addDays, businessDate } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import { rows } from '../../db/pool';
import { potLabels } from '../../takings/labels';
import { placesOf, TAGGED } from '../../takings/places';
import { MOST_HITS, type HitOf, type SearchRoom } from '../room';

/** So far back beads are looked through: what is asked about is mostly of this season or the last. */
const DAYS = 400;

/** Where is this money? Beads that took just this amount, or have just this much at one place. */
export const bead: SearchRoom<HitOf<'bead'>> = {
  // Who counts blind is not told what a day took by asking for it.
  needs: 'GET /homeward',
  async find({ db, shop, now }, { amountMinor }) {
    if (amountMinor === null) return [];
    const to = businessDate(now, shop.zone);
    const span = [addDays(to, -DAYS), to, to];
    const found = await rows<{ day: string; pot: string }>(
      db,
      `SELECT z.day, z.pot FROM (
         SELECT t.day, t.pot, SUM(t.amount) AS amount FROM (${TAGGED}) t
         GROUP BY t.day, t.pot, t.account_id
       ) z
       GROUP BY z.day, z.pot
       HAVING ABS(SUM(z.amount)) = ? OR MAX(ABS(z.amount) = ?)
       ORDER BY z.day DESC, z.pot LIMIT ${MOST_HITS}`,
      [...span, ...span, amountMinor, amountMinor],
    );
    const labels = found.length ? await potLabels(db) : new Map<string, string>();
    const hits: HitOf<'bead'>[] = [];
    for (const { day: date, pot: key } of found) {
      const parts = (await placesOf(db, { from: date, to: date }))
        .filter((part) => part.pot === key)
        .map(({ place, amountMinor: minor }) => ({ place, amountMinor: minor }));
      hits.push({
        ...{ kind: 'bead', date, key, label: labels.get(key) ?? key, parts },
        takenMinor: sum(parts.map((part) => part.amountMinor)),
      });
    }
    return hits;
  },
};
