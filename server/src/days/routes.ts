import { isoDate } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { query } from '../http/query';
import { blindRod, blindSheet, countsBlind } from './blind';
import { daySheet, listRods, type RodsQuery } from './read';

export function dayRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/days',
    query(
      deps,
      'GET /days',
      Joi.object<RodsQuery>({
        before: isoDate.optional(),
        limit: Joi.number().integer().min(1).max(100).default(30),
      }),
      async ({ db, today, shop, actor }, asked) => {
        const page = await listRods(db, today, asked);
        return countsBlind(shop, actor) ? { ...page, rods: page.rods.map(blindRod) } : page;
      },
    ),
  );
  router.get(
    '/days/:date',
    query(
      deps,
      'GET /days/:date',
      Joi.object<{ date: string }>({ date: isoDate.required() }),
      async ({ db, today, shop, actor }, { date }) => {
        const sheet = await daySheet(db, today, date);
        return countsBlind(shop, actor) ? blindSheet(sheet) : sheet;
      },
    ),
  );
  return router;
}
