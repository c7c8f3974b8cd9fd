import { isoDate } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { query } from '../http/query';
import { blindRod, blindSheet, countsBlind } from './blind';
import { listRods, type RodsQuery } from './rods';
import { daySheet } from './sheet';

export function dayRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/days',
    query(
      deps,
      'GET /days',
      Joi.object<RodsQuery>({
        before: isoDate.optional(),
        asOf: isoDate.optional(),
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
      Joi.object<{ date: string; asOf?: string }>({
        date: isoDate.required(),
        asOf: isoDate.min(Joi.ref('date')).optional(),
      }),
      async ({ db, today, shop, actor }, { date, asOf = today }) => {
        const sheet = await daySheet(db, asOf, date);
        return countsBlind(shop, actor) ? blindSheet(sheet) : sheet;
      },
    ),
  );
  return router;
}
