import type { CommandContext } from '../context';
import { row } from '../db/pool';
import { refuseWith } from '../http/errors';

export type OpenLine = {
  id: number;
  bankAccountId: number;
  date: string;
  valueDate: string;
  amountMinor: number;
  text: string;
  statementId: number;
  splitId: number | null;
};

/**
 * A line of the statement that nothing is matched with, locked.
 * @throws HttpError 422 `match.unknown`, `match.taken`, `lineSplit.stands`
 */
export async function openLine({ tx }: CommandContext, id: number): Promise<OpenLine> {
  const line = await row<OpenLine & { groupId: number | null; standing: number | null }>(
    tx,
    `SELECT id, bank_account_id AS bankAccountId, date, value_date AS valueDate,
       amount_minor AS amountMinor, text, statement_id AS statementId,
       line_split_id AS splitId, match_group_id AS groupId, standing
     FROM statement_line WHERE id = ? FOR UPDATE`,
    [id],
  );
  if (!line) throw refuseWith('match.unknown', 'lineId');
  if (line.groupId !== null) throw refuseWith('match.taken', 'lineId');
  if (line.standing === null) throw refuseWith('lineSplit.stands', 'lineId');
  return line;
}
