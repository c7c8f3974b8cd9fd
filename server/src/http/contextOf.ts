import { businessDate } from '@abacist/core/dates';
import type { Actor, CommandContext, Deps } from '../context';
import type { Tx } from '../db/transaction';
import { recordApproval, type Approver } from '../people/approvals';
import { loadShopFor } from '../settings/shop';

/** The context of a command in its transaction, with the shop's locks read in share mode. */
export async function contextOf(
  deps: Deps,
  tx: Tx,
  actor: Actor,
  approver?: Approver,
): Promise<CommandContext> {
  const now = deps.clock();
  const shop = await loadShopFor(tx, actor, true);
  return {
    tx,
    now,
    today: businessDate(now, shop.zone),
    actor,
    shop,
    ...(approver && { approverId: approver.id }),
    approve: (rules) => recordApproval(tx, rules, approver, actor, now),
  };
}
