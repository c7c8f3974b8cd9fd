import { classifyLine, coveredSpans, type LineRule } from '@abacist/core/bank';
import { addDays } from '@abacist/core/dates';
import type { Group, Line, MatchInput } from '@abacist/core/matching';
import type { Shop } from '../context';
import { row, rows, type Db } from '../db/pool';
import { importedStatements } from '../bank/statements';
import { holidaysAround } from '../settings/holidays';
import { countStanding, openMovements } from '../movements/read';
import { openBatches } from '../settlements/batches';

type LineRow = {
  id: number;
  date: string;
  amount: number;
  text: string;
  referenceList: string;
  bankCode: string;
};

/** All that the matching engine reads of one bank account: open movements, lines, knowledge. */
export async function loadMatchInput(
  db: Db,
  shop: Shop,
  bankAccountId: number,
  today: string,
): Promise<MatchInput> {
  const statements = await importedStatements(db, bankAccountId);
  return {
    movements: await openMovements(db, bankAccountId),
    lines: await openLines(db, bankAccountId),
    holidays: holidaysAround(shop.holidayRegion, today),
    covered: coveredSpans(statements),
    knownThrough: await knownThrough(db, shop, today),
    undone: await undoneGroups(db, bankAccountId),
  };
}

/** What a person has undone, of lines that are open still. */
async function undoneGroups(db: Db, bankAccountId: number): Promise<Group[]> {
  const members = await rows<{ whole: number; kind: string; id: number }>(
    db,
    `SELECT DISTINCT COALESCE(g.whole_id, g.id) AS whole, m.kind, m.member_id AS id
     FROM match_undo u
     JOIN match_group g ON g.id = u.match_group_id
     JOIN match_member m ON m.match_group_id = g.id
     JOIN match_member o ON o.match_group_id = g.id AND o.kind = 'line'
     JOIN statement_line l ON l.id = o.member_id AND l.match_group_id IS NULL AND l.standing
     WHERE g.bank_account_id = ?
     ORDER BY whole`,
    [bankAccountId],
  );
  const groups = new Map<number, Group>();
  for (const { whole, kind, id } of members) {
    const group = groups.get(whole) ?? { movementIds: [], lineIds: [] };
    if (kind === 'line') group.lineIds.push(String(id));
    else group.movementIds.push(`${kind} ${id}`);
    groups.set(whole, group);
  }
  return [...groups.values()];
}

async function openLines(db: Db, bankAccountId: number): Promise<Line[]> {
  const rules = await rows<LineRule>(
    db,
    'SELECT contains, kind, party FROM line_rule WHERE bank_account_id = ? ORDER BY id',
    [bankAccountId],
  );
  const found = await rows<LineRow>(
    db,
    `SELECT id, date, amount_minor AS amount, text, reference_list AS referenceList,
       bank_code AS bankCode
     FROM statement_line WHERE bank_account_id = ? AND match_group_id IS NULL AND standing`,
    [bankAccountId],
  );
  return found.map((line) => ({
    id: String(line.id),
    date: line.date,
    amountMinor: line.amount,
    references: JSON.parse(line.referenceList) as string[],
    text: line.text,
    ...classifyLine(line, rules),
  }));
}

/** The day up to which every day is closed and every settlement that was due is here. */
async function knownThrough(db: Db, shop: Shop, today: string): Promise<string> {
  const uncounted = await row<{ first: string | null }>(
    db,
    `SELECT MIN(s.date) AS first
     FROM sale s LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
     WHERE c.id IS NULL AND s.drawer_session_id IS NOT NULL`,
  );
  const batches = await openBatches(db, shop);
  // What a settlement left open is known to be missing: it keeps nothing from being certain.
  const unsettled = batches.filter(({ settledInPart }) => !settledInPart);
  const missing = [uncounted?.first, ...unsettled.map(({ dueDate }) => dueDate)]
    .filter((date) => date != null)
    .sort()[0];
  return missing !== undefined && missing <= today ? addDays(missing, -1) : today;
}

/** Changes whenever something that the engine reads has changed. */
export async function inputVersion(db: Db, bankAccountId: number): Promise<string> {
  const found = await row<Record<string, number>>(
    db,
    `SELECT
       (SELECT COUNT(*) FROM statement WHERE bank_account_id = ?) AS statements,
       (SELECT COUNT(*) FROM match_group) AS matches,
       (SELECT COALESCE(SUM(IF(standing, 1, 2)), 0) FROM line_split) AS splits,
       (SELECT COUNT(*) FROM match_undo) AS undone,
       (SELECT COUNT(*) FROM drawer_close) AS closes,
       (SELECT COUNT(*) FROM line_rule) AS rules`,
    [bankAccountId],
  );
  return JSON.stringify([await countStanding(db, bankAccountId), found]);
}
