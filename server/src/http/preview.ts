import type { EntryView } from '@abacist/contracts';
import type { Right } from '@abacist/contracts/rights';
import { mayAs, type Role } from '@abacist/core/people';
import type { Actor, CommandContext, Deps } from '../context';
import { transaction } from '../db/transaction';
import { readEntries } from '../ledger/journal';
import { contextOf } from './contextOf';

/**
 * Commands that may be shown before they are posted. All that they do is in the database: what
 * reaches the outside (a terminal, a printer, mail) can't be taken back and is not among them.
 */
const SHOWN: Partial<Record<Right, Role>> = {
  'POST /sales': 'clerk',
  'POST /slips': 'bookkeeper',
  // Whoever counts blind would read from it what the drawer should hold.
  'POST /counts/:id/close': 'bookkeeper',
};
export const mayBeShown = (right: Right, role: Role): boolean => {
  const least = SHOWN[right];
  return least !== undefined && mayAs(role, least);
};

/** Ends a transaction that was only looked at. */
class OnlyShown extends Error {}

/**
 * The journal entries that a command would post now: it runs as it would, and is rolled back with
 * all that it wrote. What breaks a rule is shown as if it was approved, since nothing is posted.
 * @throws HttpError when the command would be refused
 */
export async function showEntries(
  deps: Deps,
  actor: Actor,
  act: (context: CommandContext) => Promise<unknown>,
): Promise<{ entries: EntryView[] }> {
  let entries: EntryView[] = [];
  try {
    await transaction(deps.pool, async (tx) => {
      const context = await contextOf(deps, tx, actor);
      await act({ ...context, approve: () => Promise.resolve(null) });
      entries = await readEntries(tx, tx.postedEntries);
      throw new OnlyShown();
    });
  } catch (error) {
    if (!(error instanceof OnlyShown)) throw error;
  }
  return { entries };
}
