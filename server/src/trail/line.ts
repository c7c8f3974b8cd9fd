import type { LineTrail, TrailStep } from '@abacist/contracts';
import type { MovementKind } from '@abacist/core/movements';
import { row, rows, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import { potLabels } from '../takings/labels';
import { entryOf } from '../ledger/journal';
import { evidenceOf, MATCHED_COUNTS } from '../matching/evidence';
import { movementSteps } from './movement';

type Member = {
  groupId: number;
  certain: number;
  grade: number;
  movements: number;
  linesInAll: number;
  kind: MovementKind;
  id: number;
};

/** From a statement line back: its match, the slip or settlement, and the days behind it. */
export async function lineTrail(db: Db, lineId: number): Promise<LineTrail> {
  const line = await row<LineTrail['line']>(
    db,
    `SELECT id, bank_account_id AS bankAccountId, date, amount_minor AS amountMinor, text
     FROM statement_line WHERE id = ?`,
    [lineId],
  );
  if (!line) throw notFound('statementLine.unknown');
  const members = await rows<Member>(
    db,
    `SELECT g.id AS groupId, g.certain, g.grade, ${MATCHED_COUNTS}, m.kind, m.member_id AS id
     FROM statement_line l
     JOIN match_group g ON g.id = l.match_group_id
     JOIN match_member m ON m.match_group_id = g.id AND m.kind <> 'line'
     WHERE l.id = ?`,
    [lineId],
  );
  const [matched] = members;
  const steps: TrailStep[] = [
    {
      kind: 'line',
      id: line.id,
      number: null,
      date: line.date,
      from: null,
      place: members.length ? 'home' : 'taken',
      amountMinor: line.amountMinor,
      beside: [],
      note: {
        code: matched
          ? evidenceOf({
              ...{ ...matched, certain: Boolean(matched.certain) },
              lines: matched.linesInAll,
            })
          : 'trail.lineUnknown',
        params: { totalMinor: line.amountMinor },
      },
      entry: members.length ? await entryOf(db, 'match', members[0]!.groupId) : null,
    },
  ];
  for (const { kind, id } of members) {
    steps.push(...(await movementSteps(db, kind, 's.id = ?', [id])));
  }
  const days = members.length ? await daysOf(db, members[0]!.groupId) : [];
  return { line, matchGroupId: members[0]?.groupId ?? null, steps, days };
}

/** What a match brought home of days and their pots, as its entry says; their tickets are behind each. */
async function daysOf(db: Db, groupId: number): Promise<LineTrail['days']> {
  const [found, labels] = await Promise.all([
    rows<{ date: string; key: string; amountMinor: number }>(
      db,
      `SELECT l.takings_day AS date, l.pot AS \`key\`,
         CAST(SUM(l.amount_minor) AS SIGNED) AS amountMinor
       FROM entry e
       JOIN entry_line l ON l.entry_id = e.id AND l.pot IS NOT NULL
       JOIN account a ON a.id = l.account_id AND a.role = 'bank'
       WHERE e.kind = 'match' AND e.subject_id = ?
       GROUP BY l.takings_day, l.pot HAVING SUM(l.amount_minor) <> 0
       ORDER BY l.takings_day, l.pot`,
      [groupId],
    ),
    potLabels(db),
  ]);
  return found.map((day) => ({ ...day, label: labels.get(day.key) ?? day.key }));
}
