import { businessDate } from '@abacist/core/dates';
import type { Request, RequestHandler } from 'express';
import Joi from 'joi';
import type { Actor, Deps, Shop } from '../context';
import type { Db } from '../db/pool';
import { loadShopFor } from '../settings/shop';
import { id } from '@abacist/contracts/common';
import type { Right } from '@abacist/contracts/rights';
import { allowed } from './rights';
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
  handler: Handler<Q, A>,
): RequestHandler {
  return async (request, response) => {
    response.json(await read(deps, right, schema, handler, request));
  };
}

/** A file as it goes to the browser; shown in it, or kept where its person keeps files. */
export type Download = {
  name: string;
  type: string;
  bytes: Buffer | string;
  inline?: true;
};

/** A read whose answer is a file and not JSON: a paper, a table, a picture. */
export function download<Q>(
  deps: Deps,
  right: Right,
  schema: Joi.Schema<Q>,
  handler: Handler<Q, Download>,
): RequestHandler {
  return async (request, response) => {
    const { name, type, bytes, inline } = await read(deps, right, schema, handler, request);
    response
      .type(type)
      .set('Content-Disposition', `${inline ? 'inline' : 'attachment'}; filename="${name}"`)
      .send(bytes);
  };
}

type Handler<Q, A> = (context: QueryContext, query: Q) => Promise<A>;

async function read<Q, A>(
  deps: Deps,
  right: Right,
  schema: Joi.Schema<Q>,
  handler: Handler<Q, A>,
  request: Request,
): Promise<A> {
  const actor = allowed(request, right);
  const input = validate(schema, {
    ...(request.body as object | undefined),
    ...request.query,
    ...request.params,
  });
  const shop = await loadShopFor(deps.pool, actor);
  const today = businessDate(deps.clock(), shop.zone);
  return handler({ db: deps.pool, deps, shop, today, actor }, input);
}

export const noInput = Joi.object({});
/** What asks for one thing by its id. */
export const byId = Joi.object<{ id: number }>({ id: id.required() });
