import { businessDate } from '@abacist/core/dates';
import type { RequestHandler } from 'express';
import Joi from 'joi';
import type { Actor, Deps, Shop } from '../context';
import type { Db } from '../db/pool';
import { loadShopFor } from '../settings/shop';
import { allowed, type Right } from './rights';
import { validate } from './validate';

/** What a read works with. */
export type QueryContext = { db: Db; deps: Deps; shop: Shop; today: string; actor: Actor };

/**
 * A read as an endpoint; query and path parameters are one checked object, with the body where a
 * read brings a file.
 */
export function query<Q, A>(
  deps: Deps,
  right: Right,
  schema: Joi.Schema<Q>,
  handler: (context: QueryContext, query: Q) => Promise<A>,
): RequestHandler {
  return async (request, response) => {
    const actor = allowed(request, right);
    const input = validate(schema, {
      ...(request.body as object | undefined),
      ...request.query,
      ...request.params,
    });
    const shop = await loadShopFor(deps.pool, actor);
    const today = businessDate(deps.clock(), shop.zone);
    const answer = await handler({ db: deps.pool, deps, shop, today, actor }, input);
    response.json(answer);
  };
}

export const noInput = Joi.object({});
