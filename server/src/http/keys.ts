import type { KeyState } from '@abacist/contracts';
import { Router } from 'express';
import type { Actor, Deps } from '../context';
import { isDuplicate, row, run, type Db } from '../db/pool';
import { transaction } from '../db/transaction';
import { BURNED } from './command';
import { refuseWith } from './errors';
import { KEY } from './keyForm';
import { allowed } from './rights';

/**
 * What became of a command whose answer was lost. Neither of these is a command itself: both are
 * about another one's key, and saying them twice changes nothing.
 */
export function keyRoutes(deps: Deps): Router {
  const router = Router();
  router.get('/commands/:key', async (request, response) => {
    const actor = allowed(request, 'GET /commands/:key');
    response.json(await keyState(deps.pool, actor, keyOf(request.params.key)));
  });
  router.post('/commands/:key/burn', async (request, response) => {
    const actor = allowed(request, 'POST /commands/:key/burn');
    response.json(await burn(deps, actor, keyOf(request.params.key)));
  });
  return router;
}

function keyOf(key: string): string {
  if (!KEY.test(key)) throw refuseWith('input.idempotencyKey');
  return key;
}

/** Whether a command was kept, and its answer; `none` may still be on its way. */
async function keyState(db: Db, actor: Actor, key: string): Promise<KeyState> {
  const kept = await row<{ userId: number; hash: string; answer: string | null }>(
    db,
    'SELECT user_id AS userId, hash, answer FROM command WHERE idempotency_key = ?',
    [key],
  );
  if (!kept) return { state: 'none' };
  if (kept.hash === BURNED) return { state: 'burned' };
  // What a colleague’s command answered is nobody else’s.
  return { state: 'kept', answer: kept.userId === actor.id ? answerOf(kept.answer) : null };
}

const answerOf = (text: string | null): unknown => (text === null ? null : JSON.parse(text));

/**
 * Takes a key for good, so that a copy of its command that is still on its way is refused. It
 * waits for one that is being posted; when that was kept, nothing is burned and its answer comes.
 */
async function burn(deps: Deps, actor: Actor, key: string): Promise<KeyState> {
  return transaction(
    deps.pool,
    async (tx) => {
      try {
        await run(
          tx,
          'INSERT INTO command (idempotency_key, user_id, hash, created_at) VALUES (?, ?, ?, ?)',
          [key, actor.id, BURNED, deps.clock()],
        );
        return { state: 'burned' };
      } catch (error) {
        if (!isDuplicate(error)) throw error;
        return keyState(tx, actor, key);
      }
    },
    { idempotent: true },
  );
}
