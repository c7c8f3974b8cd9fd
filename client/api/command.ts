import type { Approval } from '@abacist/contracts';
import type { BrokenRule } from '@abacist/core/outcome';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { v4 as uuid } from 'uuid';
import { askApproval } from '~/features/approval/store';
import { ApiError } from './http';
import { becomesKnown, isLost, isNotSent, send } from './unanswered';

/** The person was asked for an approval and left it. */
export class Cancelled extends Error {}
/** Its answer was lost and a person cancelled it: no copy of it is ever posted. */
export class Burned extends Cancelled {}

/**
 * A new idempotency key: made when a person begins, kept until the command is answered. Not
 * from `crypto.randomUUID`, which a phone on the shop's own network lacks without TLS.
 */
export function newKey(): string {
  return uuid();
}

/**
 * Sends a command under its idempotency key. When it breaks a rule, a person who may approve is
 * asked for PIN and reason, and the same command goes again with the approval. When no answer
 * comes, it ends only once it is known what became of it.
 * @throws ApiError when it is refused or was not sent, Cancelled when nobody approved, Burned when
 *   it was cancelled after its answer was lost
 */
export async function sendCommand<A>(
  path: string,
  command: unknown,
  key: string,
  /** What was approved before it was sent, and the rules that were seen then. */
  before?: { approval: Approval; rules: BrokenRule[] },
  /** What a person has said why already: an approval begins with it. */
  why?: string,
): Promise<A> {
  let approval = before?.approval;
  let seen = before?.rules ?? [];
  let lost = false;
  for (;;) {
    const sent = { key, path, command };
    try {
      return await send<A>(sent, approval);
    } catch (error) {
      if (isLost(error) || (lost && isNotSent(error))) {
        lost = true;
        const known = await becomesKnown(sent);
        if (known.state === 'kept') return known.answer as A;
        if (known.state === 'burned') throw new Burned();
        continue;
      }
      const asks = error instanceof ApiError && error.body.error === 'approvalNeeded';
      if (!asks) throw error;
      const { rules = [], refusals } = error.body;
      // A wrong PIN comes back without the rules; a second rule stands beside those approved.
      const codes = rules.map(({ code }) => code);
      seen = [...seen.filter(({ code }) => !codes.includes(code)), ...rules];
      approval = await askApproval(
        seen,
        refusals,
        approval ?? (why ? { reason: why, rules: [] } : undefined),
      );
      if (!approval) throw new Cancelled();
    }
  }
}

/**
 * A command as a hook. The key lives until an answer came (or until `fresh` content is sent), so
 * that pressing again after a lost answer never posts twice. All lists are read anew after it.
 */
export function useCommand<C, A>(
  path: string | ((command: C) => string),
  done?: (answer: A) => void,
  /** What is sent of what the hook is called with; all of it if not said. */
  bodyOf: (command: C) => unknown = (command) => command,
  /** Why a person wants it, where it asks for that. */
  whyOf?: (command: C) => string,
) {
  const client = useQueryClient();
  const key = useRef<string | null>(null);
  return useMutation<A, Error, C>({
    mutationFn: async (command) => {
      key.current ??= newKey();
      const to = typeof path === 'string' ? path : path(command);
      const answer = await sendCommand<A>(
        to,
        bodyOf(command),
        key.current,
        undefined,
        whyOf?.(command),
      );
      key.current = null;
      return answer;
    },
    onError: (error) => {
      // Refused: nothing was posted, so corrected content goes under a new key.
      const refused = error instanceof ApiError && error.status >= 400 && error.status < 500;
      if (refused || error instanceof Burned) key.current = null;
    },
    onSuccess: async (answer) => {
      await client.invalidateQueries();
      done?.(answer);
    },
  });
}
