import type { ErrorBody } from '@abacist/contracts';
import type { BrokenRule, Outcome, Refusal } from '@abacist/core/outcome';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { isAway } from '../db/away';

/** An answer that says why something was not done. Thrown, so that a transaction rolls back. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    readonly body: ErrorBody,
  ) {
    super(`${body.error}: ${body.refusals.map(({ code }) => code).join(', ')}`);
  }
}

export const refused = (refusals: Refusal[]) =>
  new HttpError(422, { error: 'refused', refusals });

export const refuseWith = (code: string, at?: string, params?: Refusal['params']) =>
  refused([{ code, ...(at && { at }), ...(params && { params }) }]);

export const notFound = (code: string) =>
  new HttpError(404, { error: 'notFound', refusals: [{ code }] });

export const forbidden = () =>
  new HttpError(403, { error: 'forbidden', refusals: [{ code: 'people.role' }] });

export const approvalNeeded = (rules: BrokenRule[], refusals: Refusal[] = []) =>
  new HttpError(409, { error: 'approvalNeeded', refusals, rules });

/** The value of a decision; a refusal becomes the answer as it is. */
export function unwrap<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw refused(outcome.refusals);
  return outcome.value;
}

const KNOWN_INPUT = new Set(['entity.parse.failed', 'entity.too.large']);

/** The last handler: every error becomes an answer in one shape; surprises are logged. */
export function errorHandler(log: Logger): ErrorRequestHandler {
  return (error, _request, response, next) => {
    if (response.headersSent) return next(error);
    if (error instanceof HttpError) {
      response.status(error.status).json(error.body);
      return;
    }
    const { type = '', status } = error as { type?: string; status?: number };
    // What a parser of Express could not take is the sender's: a body, a charset, a path.
    if (status !== undefined && status >= 400 && status < 500) {
      const code = KNOWN_INPUT.has(type) ? `input.${type}` : 'input.request';
      response.status(status).json({ error: 'refused', refusals: [{ code }] });
      return;
    }
    if (error instanceof URIError) {
      response.status(400).json({ error: 'refused', refusals: [{ code: 'input.request' }] });
      return;
    }
    if (isAway(error)) {
      log.warn({ err: error }, 'the database is away');
      const body: ErrorBody = { error: 'broken', refusals: [{ code: 'server.away' }] };
      response.status(503).set('Retry-After', '5').json(body);
      return;
    }
    log.error({ err: error }, 'unexpected');
    const body: ErrorBody = { error: 'broken', refusals: [{ code: 'server.broken' }] };
    response.status(500).json(body);
  };
}
