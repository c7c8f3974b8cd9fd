import { mayUse, type Right } from '@abacist/contracts/rights';
import type { Request } from 'express';
import { forbidden, HttpError } from './errors';
import type { Actor } from '../context';

/** Endpoints that take a file; the body of any other is small. */
export const TAKES_FILE: readonly Right[] = [
  'POST /settlements',
  'POST /settlement-files/look',
  'POST /statement-files/look',
  'POST /statements',
  'POST /items/price-list',
  'POST /items/price-list/check',
  'POST /account-files/accounts',
  'POST /account-files/accounts/check',
  'POST /account-files/open-items',
  'POST /account-files/open-items/check',
  'POST /paper-head',
  'POST /drawer-acts/picture',
  'POST /dispute-files',
];

/** Endpoints that take many rows at once. */
export const TAKES_ROWS: readonly Right[] = ['POST /totals'];

/** Whoever is signed in. @throws HttpError 401 */
function actorOf(request: Request): Actor {
  const actor = request.session?.actor;
  if (!actor) throw new HttpError(401, { error: 'notSignedIn', refusals: [] });
  return actor;
}

/** Whoever is signed in and may use an endpoint. @throws HttpError 401, 403 */
export function allowed(request: Request, right: Right): Actor {
  const actor = actorOf(request);
  if (!mayUse(actor.role, right)) throw forbidden();
  return actor;
}
