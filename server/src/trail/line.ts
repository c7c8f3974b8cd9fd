import type { LineTrail, TrailStep } from '@abacist/contracts';
import { row, rows, type Db } from '../db/pool';
import { notFound } from '../http/errors';
import { entryOf } from '../ledger/journal';
import type { MovementName } from '../matching/accept';
import { isPaper, papers, paperStep, potOf } from './paper';

type Member = { groupId: number; certain: number; kind: MovementName; id: number };

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
    `SELECT g.id AS groupId, g.certain, m.kind, m.member_id AS id
     FROM statement_line l
     JOIN match_group g ON g.id = l.match_group_id
     JOIN match_member m ON m.match_group_id = g.id AND m.kind <> 'line'
     WHERE l.id = ?`,
    [lineId],
  );
  const steps: TrailStep[] = [
    {
      kind: 'line',
      id: line.id,
      number: null,
      date: line.date,
      stage: members.length ? 'home' : 'taken',
      amountMinor: line.amountMinor,
      note: {
        code: !members.length
          ? 'trail.lineUnknown'
          : members[0]!.certain
            ? 'trail.lineCertain'
            : 'trail.lineAccepted',
        params: { totalMinor: line.amountMinor },
      },
      entry: members.length ? await entryOf(db, 'match', members[0]!.groupId) : null,
    },
  ];
  const days: LineTrail['days'] = [];
  for (const member of members) {
    steps.push(await movementStep(db, member));
    days.push(...(await daysOf(db, member)));
  }
  return { line, matchGroupId: members[0]?.groupId ?? null, steps, days };
}

async function movementStep(db: Db, { kind, id }: Member): Promise<TrailStep> {
  if (isPaper(kind)) {
    const [paper] = await papers(db, kind, 'p.id = ?', id);
    return paperStep(db, kind, paper!);
  }
  const amount = kind === 'slip' ? 's.total_minor' : 's.to_bank_minor';
  const fees = kind === 'slip' ? '0' : 's.fee_minor';
  const found = await row<{ number: string; date: string; amount: number; fee: number }>(
    db,
    `SELECT CONCAT(d.series, '-', d.number) AS number, s.date, ${amount} AS amount,
       ${fees} AS fee
     FROM ${kind} s JOIN document d ON d.kind = ? AND d.subject_id = s.id
     WHERE s.id = ?`,
    [kind, id],
  );
  return {
    kind,
    id,
    number: found!.number,
    date: found!.date,
    stage: 'sent',
    amountMinor: found!.amount,
    note:
      kind === 'slip'
        ? { code: 'trail.slip', params: { totalMinor: found!.amount } }
        : {
            code: 'trail.settlement',
            params: { feeMinor: found!.fee, netMinor: found!.amount },
          },
    entry: await entryOf(db, kind, id),
  };
}

/** The days and pots that a slip or settlement carries; their sales are behind each. */
async function daysOf(db: Db, { kind, id }: Member): Promise<LineTrail['days']> {
  if (isPaper(kind)) {
    const pot = potOf(kind);
    return (await papers(db, kind, 'p.id = ?', id)).map(({ potDate, amountMinor }) => ({
      date: potDate,
      key: pot,
      label: pot,
      amountMinor,
    }));
  }
  if (kind === 'slip') {
    return rows<LineTrail['days'][number]>(
      db,
      `SELECT i.takings_day AS date, IF(i.cheque_id IS NULL, 'cash', 'cheque') AS \`key\`,
         IF(i.cheque_id IS NULL, 'cash', 'cheque') AS label,
         CAST(SUM(si.amount_minor) AS SIGNED) AS amountMinor
       FROM slip_item_now si JOIN safe_item i ON i.id = si.safe_item_id
       WHERE si.slip_id = ?
       GROUP BY i.takings_day, \`key\`, label ORDER BY i.takings_day, \`key\``,
      [id],
    );
  }
  return rows<LineTrail['days'][number]>(
    db,
    `SELECT s.date, CONCAT('card:', t.scheme) AS \`key\`, t.scheme AS label,
       CAST(SUM(st.kept_minor) AS SIGNED) AS amountMinor
     FROM settled_now x
     JOIN batch_now m ON m.batch_id = x.batch_id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id AND t.scheme = x.scheme
     JOIN sale s ON s.id = st.sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE x.settlement_id = ? AND v.id IS NULL
     GROUP BY s.date, t.scheme ORDER BY s.date, t.scheme`,
    [id],
  );
}
