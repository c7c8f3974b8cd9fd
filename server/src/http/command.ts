import { createHash } from 'node:crypto';
import { approvalSchema, type Approval } from '@abacist/contracts';
import type { Request, RequestHandler, Response } from 'express';
import type Joi from 'joi';
import type { Actor, CommandContext, Deps } from '../context';
import { isDuplicate, row, run } from '../db/pool';
import { transaction, type Tx } from '../db/transaction';
import { checkApprover } from '../people/approvals';
import { standsAt, type Stands } from '../people/tries';
import { contextOf } from './contextOf';
import { HttpError, notFound, refuseWith } from './errors';
import { KEY } from './keyForm';
import { showEntries } from './preview';
import { mayPreview, type Right } from '@abacist/contracts/rights';
import { allowed } from './rights';
import { validate } from './validate';

/** Stands where the hash of a command would, for a key that was taken so that none comes. */
export const BURNED = 'burned';

/** What a service answers: the answer for the client and the number of its document. */
export type CommandResult<A> = { answer: A; documentNumber?: string };
export type CommandHandler<C, A, P = undefined> = (
  context: CommandContext,
  command: C,
  params: Record<string, string>,
  prepared: P,
) => Promise<CommandResult<A>>;

/**
 * A write as an endpoint: right, schema, idempotency key, one transaction, approval. The body is
 * `{ command, approval? }`; the key stands in the header `Idempotency-Key`. `after` runs once it
 * is committed (it starts work that the command made possible) and may add to the answer. With
 * `preview: true` in the body nothing is posted: the answer is the entries that would be.
 * `prepare` runs before the transaction: what takes long and asks nothing of the books (a file is
 * read) holds no connection, and is done once however often the transaction is tried.
 */
export function command<C, A, P = undefined>(
  deps: Deps,
  right: Right,
  schema: Joi.Schema<C>,
  handler: CommandHandler<C, A, P>,
  after?: (answer: A, actor: Actor, command: C) => Promise<A>,
  prepare?: (command: C, actor: Actor) => Promise<P>,
): RequestHandler {
  return async (request: Request, response: Response) => {
    const actor = allowed(request, right);
    const body = (request.body ?? {}) as {
      command?: unknown;
      approval?: unknown;
      preview?: unknown;
    };
    const shown = body.preview === true;
    const key = request.get('Idempotency-Key') ?? '';
    if (!shown && !KEY.test(key)) throw refuseWith('input.idempotencyKey');
    const input = validate(schema, body.command);
    const approval =
      body.approval === undefined ? undefined : validate(approvalSchema, body.approval);
    const params = request.params as Record<string, string>;
    // Ids in a path are whole numbers or a job's UUID; anything else is no document of ours.
    if (params['id'] !== undefined && !/^([1-9]\d{0,15}|[0-9a-f-]{36})$/.test(params['id'])) {
      throw notFound('http.noEndpoint');
    }
    const prepared = (await prepare?.(input, actor)) as P;
    if (shown) {
      if (!mayPreview(actor.role, right)) throw notFound('http.noEndpoint');
      response.json(
        await showEntries(deps, actor, (context) => handler(context, input, params, prepared)),
      );
      return;
    }
    const answer = await execute(
      deps,
      actor,
      { key, input, approval, params, path: request.path, at: standsAt(request, actor.id) },
      (context, sent, inPath) => handler(context, sent, inPath, prepared),
    );
    response.json(after ? await after(answer, actor, input) : answer);
  };
}

type Sent<C> = {
  key: string;
  input: C;
  approval: Approval | undefined;
  params: Record<string, string>;
  path: string;
  /** Who sent it from where, for an approval by PIN. */
  at: Stands;
};

/**
 * Runs one command in one transaction, safe to repeat: the same key and content gives the
 * stored answer, another content 409 `alreadyPosted`. Refusals are not stored, so that the
 * same key may come again with an approval (which is no part of the content).
 */
export async function execute<C, A>(
  deps: Deps,
  actor: Actor,
  sent: Sent<C>,
  handler: CommandHandler<C, A>,
): Promise<A> {
  const approver = await checkApprover(deps, actor, sent.approval, sent.at);
  const hash = createHash('sha256')
    .update(JSON.stringify([sent.path, sent.input]))
    .digest('hex');
  return transaction(
    deps.pool,
    async (tx) => {
      const now = deps.clock();
      const [stored, context] = await Promise.all([
        claimKey(tx, sent.key, actor, hash, now),
        contextOf(deps, tx, actor, approver),
      ]);
      if (stored !== undefined) return JSON.parse(stored) as A;
      const guarded = { ...context, ...(deps.clockWatch && { clockWatch: deps.clockWatch }) };
      const { answer, documentNumber } = await handler(
        guarded,
        sent.input,
        sent.params,
        undefined,
      );
      await run(
        tx,
        'UPDATE command SET answer = ?, document_number = ? WHERE idempotency_key = ?',
        [JSON.stringify(answer), documentNumber ?? null, sent.key],
      );
      return answer;
    },
    { idempotent: true },
  );
}

/** Inserts the key first of all; when it is there, answers what was answered before. */
async function claimKey(
  tx: Tx,
  key: string,
  actor: Actor,
  hash: string,
  now: Date,
): Promise<string | undefined> {
  try {
    await run(
      tx,
      'INSERT INTO command (idempotency_key, user_id, hash, created_at) VALUES (?, ?, ?, ?)',
      [key, actor.id, hash, now],
    );
    return undefined;
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
  const before = await row<{
    user_id: number;
    hash: string;
    answer: string;
    document_number: string | null;
  }>(
    tx,
    'SELECT user_id, hash, answer, document_number FROM command WHERE idempotency_key = ?',
    [key],
  );
  if (before?.user_id === actor.id && before.hash === hash) return before.answer;
  if (before?.hash === BURNED) {
    throw new HttpError(409, { error: 'refused', refusals: [{ code: 'command.burned' }] });
  }
  const number = before?.document_number ?? '';
  throw new HttpError(409, {
    error: 'alreadyPosted',
    refusals: [{ code: 'command.alreadyPosted', params: { number } }],
  });
}
