import type { MatchRunResult } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import type { MatchInput, MatchResult } from '@abacist/core/matching';
import type { Actor, Deps } from '../context';
import { insertMany, row, rows } from '../db/pool';
import { transaction } from '../db/transaction';
import { contextOf } from '../http/contextOf';
import { loadShop } from '../settings/shop';
import { acceptGroup } from './accept';
import { inputVersion, loadMatchInput } from './load';

/** What a matching run keeps: its counts, and what it proposes to a person. */
export type KeptRun = MatchRunResult & {
  bankAccountId: number;
  proposals: MatchResult['likely'];
  reserved: MatchResult['reserved'];
  /** True when the data changed while it ran, and nothing was settled. */
  stale: boolean;
};

export const matchJobKind = (bankAccountId: number) => `match ${bankAccountId}`;

/** Starts a matching run of a bank account in a worker. @returns the job's id */
export async function startMatching(
  deps: Deps,
  actor: Actor,
  bankAccountId: number,
  triesLeft = 3,
): Promise<string> {
  let version = '';
  const load = async () => {
    const shop = await loadShop(deps.pool);
    version = await inputVersion(deps.pool, bankAccountId);
    const today = businessDate(deps.clock(), shop.zone);
    const input: MatchInput = await loadMatchInput(deps.pool, shop, bankAccountId, today);
    return { file: 'match.worker.ts', input };
  };
  const finish = async (result: MatchResult | undefined): Promise<KeptRun | null> => {
    if (!result) return null;
    const kept = await settle(deps, actor, bankAccountId, version, result);
    if (kept.stale && triesLeft > 0)
      await startMatching(deps, actor, bankAccountId, triesLeft - 1);
    return kept;
  };
  return deps.jobs.start(actor.id, matchJobKind(bankAccountId), load, finish);
}

/** For commands that bring new movements or lines: matches every account once it is committed. */
export function matchAfter(deps: Deps) {
  return async <A>(answer: A, actor: Actor): Promise<A> => {
    const accounts = await rows<{ id: number }>(deps.pool, 'SELECT id FROM bank_account');
    let jobId: string | null = null;
    for (const { id } of accounts) jobId = await startMatching(deps, actor, id);
    const asks = typeof answer === 'object' && answer !== null && 'jobId' in answer;
    return asks ? { ...answer, jobId } : answer;
  };
}

/** Settles the certain groups, all in one transaction, if nothing has changed meanwhile. */
async function settle(
  deps: Deps,
  actor: Actor,
  bankAccountId: number,
  version: string,
  result: MatchResult,
): Promise<KeptRun> {
  const kept: KeptRun = {
    bankAccountId,
    certain: result.certain.length,
    likely: result.likely.length,
    loose: result.reserved.length + result.openLineIds.length,
    proposals: result.likely,
    reserved: result.reserved,
    stale: false,
  };
  if (result.certain.length === 0) return kept;
  const settled = await transaction(deps.pool, async (tx) => {
    await row(tx, 'SELECT id FROM bank_account WHERE id = ? FOR UPDATE', [bankAccountId]);
    if ((await inputVersion(tx, bankAccountId)) !== version) return false;
    const context = await contextOf(deps, tx, actor);
    const groupIds: number[] = [];
    for (const group of result.certain) {
      const members = { movements: group.movementIds, lineIds: group.lineIds.map(Number) };
      const { grade, round, window } = group;
      const how = { certain: true, grade, round, window };
      groupIds.push(await acceptGroup(context, bankAccountId, members, how));
    }
    await insertMany(
      tx,
      'match_lean',
      ['match_group_id', 'leans_on_id'],
      result.certain.flatMap((group, i) =>
        group.leansOn.map((on) => [groupIds[i]!, groupIds[on]!]),
      ),
    );
    return true;
  });
  return { ...kept, stale: !settled };
}
