import type { BagCounted } from '@abacist/contracts';
import { post } from '@abacist/core/ledger';
import type { CommandContext } from '../context';
import { row } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound } from '../http/errors';
import { acceptPair } from '../matching/accept';

type Slip = { bankAccountId: number; takingsDay: string; sessionId: number };

/**
 * The bank counted a bag differently, and a person has decided to take its figure: the slip is
 * matched with the line, and the difference goes to over and short on the latest day that the
 * slip brought, of that day's drawer. Undoing the match takes both back.
 * @throws HttpError 404 `slip.unknown`; 422 `bag.agrees`, and those of `acceptPair`
 */
export async function countBag(
  context: CommandContext,
  { lineId, reason }: BagCounted,
  slipId: number,
): Promise<CommandResult<{ groupId: number; differenceMinor: number }>> {
  const { tx } = context;
  const slip = await row<Slip>(
    tx,
    `SELECT s.bank_account_id AS bankAccountId, i.takings_day AS takingsDay,
       COALESCE(c.drawer_session_id, a.drawer_session_id) AS sessionId
     FROM slip s
     JOIN slip_item x ON x.slip_id = s.id
     JOIN safe_item i ON i.id = x.safe_item_id
     LEFT JOIN drawer_close c ON c.id = i.drawer_close_id
     LEFT JOIN drawer_act a ON a.id = i.drawer_act_id
     WHERE s.id = ? ORDER BY i.takings_day DESC, i.id DESC LIMIT 1`,
    [slipId],
  );
  if (!slip) throw notFound('slip.unknown');
  const { bankAccountId, takingsDay, sessionId } = slip;
  let differenceMinor = 0;
  const groupId = await acceptPair(
    context,
    bankAccountId,
    { movement: `slip ${slipId}`, lineId },
    { certain: false, grade: 1, round: 0 },
    {
      reason,
      drawerSessionId: sessionId,
      lines: (over, holder) => {
        differenceMinor = over;
        const takings = { takingsDay, pot: 'cash', holders: { bankInTransit: holder } };
        return post('bag.difference', { over }, { bankAccountId, takings });
      },
    },
  );
  return { answer: { groupId, differenceMinor } };
}
