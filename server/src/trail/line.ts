import type { LineTrail, TrailStep } from '@abacist/contracts';
import type { MovementKind } from '@abacist/core/movements';
import { row, rows, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import { potLabels } from '../takings/labels';
import { entryOf } from '../ledger/journal';
import { evidenceOf, MATCHED_FACTS, type Matched } from '../matching/evidence';
import { taughtOf } from '../bank/taught/read';
import { NOTE_OF_LINE } from '../matching/view';
import { movementSteps } from './movement';

type Member = Omit<Matched, 'totalMinor'> & {
  groupId: number;
  kind: MovementKind;
  id: number;
};

/** From a statement line back: its match, the slip or settlement, and the days behind it. */
export async function lineTrail(db: Db, lineId: number): Promise<LineTrail> {
  const line = await readLine(db, lineId);
  const members = await rows<Member>(
    db,
    `SELECT g.id AS groupId, g.certain, g.grade, ${MATCHED_FACTS}, m.kind, m.member_id AS id
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
      note: matched
        ? evidenceOf({ ...matched, totalMinor: line.amountMinor })
        : { code: 'trail.lineUnknown', params: { totalMinor: line.amountMinor } },
      entry: members.length ? await entryOf(db, 'match', members[0]!.groupId) : null,
    },
  ];
  for (const { kind, id } of members) {
    steps.push(...(await movementSteps(db, kind, 's.id = ?', [id])));
  }
  const days = members.length ? await daysOf(db, members[0]!.groupId) : [];
  const open = await openBeside(db, line);
  return { line, matchGroupId: members[0]?.groupId ?? null, open, steps, days };
}

/** The open lines of an account beside one, in the order of the bank: after the last comes the first. */
async function openBeside(
  db: Db,
  { id, date, bankAccountId }: LineTrail['line'],
): Promise<LineTrail['open']> {
  const open = await rows<{ id: number; date: string }>(
    db,
    `SELECT id, date FROM statement_line
     WHERE bank_account_id = ? AND match_group_id IS NULL AND standing
     ORDER BY date, id LIMIT 1000`,
    [bankAccountId],
  );
  const others = open.filter((one) => one.id !== id);
  const isAfter = (one: { id: number; date: string }) =>
    one.date > date || (one.date === date && one.id > id);
  const after = others.find(isAfter) ?? others[0];
  const before = others.findLast((one) => !isAfter(one)) ?? others.at(-1);
  return { count: open.length, before: before?.id ?? null, after: after?.id ?? null };
}

async function readLine(db: Db, lineId: number): Promise<LineTrail['line']> {
  const found = await row<
    Omit<LineTrail['line'], 'standing' | 'note' | 'taught' | 'parts'> & {
      standing: number | null;
      note: string | null;
      groupId: number | null;
    }
  >(
    db,
    `SELECT l.id, l.bank_account_id AS bankAccountId, l.date, l.amount_minor AS amountMinor,
       l.text, l.standing, l.match_group_id AS groupId, x.statement_line_id AS partOf, ${NOTE_OF_LINE} AS note
     FROM statement_line l LEFT JOIN line_split x ON x.id = l.line_split_id
     WHERE l.id = ?`,
    [lineId],
  );
  if (!found) throw notFound('statementLine.unknown');
  const parts = await rows<{
    id: number;
    amountMinor: number;
    text: string;
    groupId: number | null;
  }>(
    db,
    `SELECT p.id, p.amount_minor AS amountMinor, p.text, p.match_group_id AS groupId
     FROM line_split x JOIN statement_line p ON p.line_split_id = x.id AND p.standing
     WHERE x.statement_line_id = ? AND x.standing ORDER BY p.id`,
    [lineId],
  );
  const { groupId, ...line } = found;
  const open = groupId === null && line.standing !== null;
  return {
    ...line,
    taught: open ? ((await taughtOf(db, [line])).get(lineId) ?? null) : null,
    standing: found.standing !== null,
    note: found.note === null ? null : (JSON.parse(found.note) as LineTrail['line']['note']),
    parts: parts.map(({ groupId: by, ...part }) => ({ ...part, matched: by !== null })),
  };
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
