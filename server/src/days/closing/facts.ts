import type { DaySheet } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import type { ClosingFacts } from '@abacist/core/days';
import type { Shop } from '../../context';
import { rows, type Db } from '../../db/pool';
import { toInstant } from '../../sales/read';
import { terminalOrphans } from '../../terminal/charge';

type Sheet = Omit<DaySheet, 'closing'>;

/** What a day’s checklist goes by: its sheet, and what hangs in the air. */
export async function closingFacts(
  db: Db,
  { shop, today, now }: { shop: Shop; today: string; now: Date },
  sheet: Sheet,
  standing: boolean,
): Promise<ClosingFacts> {
  const by = (instant: string) => businessDate(new Date(instant), shop.zone) <= sheet.date;
  const [parked, asked, orphans, missing] = await Promise.all([
    rows<{ at: string }>(
      db,
      'SELECT parked_at AS at FROM parked_ticket WHERE taken_up_at IS NULL',
    ),
    rows<{ at: string }>(
      db,
      `SELECT asked_at AS at FROM terminal_charge WHERE status = 'asked' AND resolved_at IS NULL`,
    ),
    terminalOrphans(db, now),
    rows<{ number: string }>(
      db,
      `SELECT q.number
       FROM cheque q
       JOIN drawer_close c ON c.drawer_session_id = q.drawer_session_id AND c.takings_day = ?
       LEFT JOIN sale_tender st ON st.id = q.sale_tender_id
       LEFT JOIN sale_void v ON v.sale_id = st.sale_id
       LEFT JOIN safe_item i ON i.cheque_id = q.id
       WHERE v.id IS NULL AND i.id IS NULL ORDER BY q.id`,
      [sheet.date],
    ),
  ]);
  const closes = sheet.drawers.flatMap(({ name, closes: all }) =>
    all.map((close) => ({ ...close, drawer: name })),
  );
  return {
    date: sheet.date,
    today,
    anything: sheet.sales + sheet.acts.length + closes.length > 0,
    standing,
    uncounted: sheet.drawers
      .filter(({ status }) => status !== 'closed')
      .map(({ name }) => name),
    parked: parked.filter(({ at }) => by(toInstant(at))).length,
    unknownCharges:
      asked.filter(({ at }) => by(toInstant(at))).length +
      orphans.filter(({ askedAt }) => by(askedAt)).length,
    unexplained: closes
      .filter(({ differenceMinor, note }) => differenceMinor !== 0 && note === '')
      .map(({ drawer }) => drawer),
    missingCheques: missing.map(({ number }) => number),
    cardsApart: closes.flatMap(({ cards }) =>
      cards
        .filter(({ tillMinor, terminalMinor }) => tillMinor !== terminalMinor)
        .map(({ label }) => label),
    ),
  };
}
