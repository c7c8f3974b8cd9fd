import type { ClosedSheet, DaySheet } from '@abacist/contracts';
import { closingChecks } from '@abacist/core/days';
import type { Shop } from '../../context';
import { row, rows, type Db } from '../../db/pool';
import { toInstant } from '../../sales/read';
import { closingFacts } from './facts';

type Stored = Omit<ClosedSheet, 'reopened'> & {
  standing: number | null;
  reopenedBy: string | null;
  reopenedAt: string;
  reason: string;
};

/** The sheets of a day that were closed, the first one first. */
async function sheetsOf(
  db: Db,
  date: string,
): Promise<(ClosedSheet & { standing: number | null })[]> {
  const found = await rows<Stored>(
    db,
    `SELECT c.id, CONCAT(d.series, '-', d.number) AS number, c.version, u.name AS \`by\`,
       c.closed_at AS closedAt, c.note, s.number AS sealedBy, c.standing,
       ru.name AS reopenedBy, r.reopened_at AS reopenedAt, r.reason
     FROM day_close c
     JOIN user u ON u.id = c.user_id
     JOIN document d ON d.kind = 'dayClose' AND d.subject_id = c.id
     LEFT JOIN sealed_sheet s ON s.day_close_id = c.id
     LEFT JOIN day_reopen r ON r.day_close_id = c.id
     LEFT JOIN user ru ON ru.id = r.user_id
     WHERE c.date = ? ORDER BY c.version`,
    [date],
  );
  return found.map(({ reopenedBy, reopenedAt, reason, ...sheet }) => ({
    ...sheet,
    closedAt: toInstant(sheet.closedAt),
    reopened:
      reopenedBy === null ? null : { by: reopenedBy, at: toInstant(reopenedAt), reason },
  }));
}

/** How far the closing of a day is: its checklist, the sheet that stands, those before it. */
export async function closingOf(
  db: Db,
  at: { shop: Shop; today: string; now: Date },
  sheet: Omit<DaySheet, 'closing'>,
): Promise<DaySheet['closing']> {
  const sheets = await sheetsOf(db, sheet.date);
  const standing = sheets.find((one) => one.standing === 1);
  const facts = await closingFacts(db, at, sheet, standing !== undefined);
  const plain = ({ standing: _, ...one }: (typeof sheets)[number]): ClosedSheet => one;
  const after = standing
    ? await row<{ count: number }>(
        db,
        'SELECT COUNT(*) AS count FROM sheet_late WHERE day_close_id = ?',
        [standing.id],
      )
    : undefined;
  return {
    standing: standing ? plain(standing) : null,
    before: sheets.filter((one) => one !== standing).map(plain),
    checks: closingChecks(facts),
    cameAfter: after?.count ?? 0,
  };
}
