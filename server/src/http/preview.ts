import type { EntryView } from '@abacist/contracts';
import type { Actor, CommandContext, Deps } from '../context';
import { transaction } from '../db/transaction';
import { readEntries } from '../ledger/journal';
import { contextOf } from './contextOf';

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
