import type { BagCounted } from '@abacist/contracts';
import { decideBag, type SlipPart } from '@abacist/core/slips';
import type { CommandContext } from '../context';
import { row, rows, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, unwrap } from '../http/errors';
import { acceptPair, BY_HAND } from '../matching/accept';
import { ORIGIN } from './read';

/**
 * The bank counted a bag differently, and a person has decided to take its figure: the slip is
 * matched with the line, and the difference goes to over and short as `decideBag` says. Undoing
 * the match takes both back.
 * @throws HttpError 404 `slip.unknown`; 422 `bag.agrees`, those of `decideBag` and of `acceptPair`
 */
export async function countBag(
  context: CommandContext,
  { lineId, ...decision }: BagCounted,
  slipId: number,
): Promise<CommandResult<{ groupId: number; differenceMinor: number }>> {
  const slip = await row<{ bankAccountId: number }>(
    context.tx,
    'SELECT bank_account_id AS bankAccountId FROM slip WHERE id = ?',
    [slipId],
  );
  if (!slip) throw notFound('slip.unknown');
  const { bankAccountId } = slip;
  const parts = await partsOf(context.tx, slipId);
  let differenceMinor = 0;
  const groupId = await acceptPair(
    context,
    bankAccountId,
    { movement: `slip ${slipId}`, lineId },
    BY_HAND,
    {
      ...decision,
      decide: (overMinor) => {
        differenceMinor = overMinor;
        return unwrap(decideBag(decision, overMinor, parts, bankAccountId));
      },
    },
  );
  return { answer: { groupId, differenceMinor } };
}

const partsOf = (db: Db, slipId: number): Promise<SlipPart[]> =>
  rows<SlipPart>(
    db,
    `SELECT i.id AS safeItemId, i.takings_day AS takingsDay,
       IF(i.cheque_id IS NULL, i.from_pot, 'cheque') AS pot, ds.id AS sessionId
     FROM slip_item si
     JOIN safe_item i ON i.id = si.safe_item_id
     ${ORIGIN}
     WHERE si.slip_id = ?`,
    [slipId],
  );
