import type { ErrorBody } from '@abacist/contracts';
import type { BrokenRule, Outcome, Refusal } from '@abacist/core/outcome';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';

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

/** The last handler: every error becomes an answer in one shape; surprises are logged. */
export function errorHandler(log: Logger): ErrorRequestHandler {
  return (error, _request, response, next) => {
    if (response.headersSent) return next(error);
    if (error instanceof HttpError) {
      response.status(error.status).json(error.body);
      return;
    }
    const type = (error as { type?: string }).type;
    if (type === 'entity.parse.failed' || type === 'entity.too.large') {
      const body: ErrorBody = { error: 'refused', refusals: [{ code: `input.${type}` }] };
      response.status(type === 'entity.too.large' ? 413 : 400).json(body);
      return;
    }
    log.error({ err: error }, 'unexpected');
    const body: ErrorBody = { error: 'broken', refusals: [{ code: 'server.broken' }] };
    response.status(500).json(body);
  };
}
