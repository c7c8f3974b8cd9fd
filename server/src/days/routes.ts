import { closeDaySchema, isoDate, isoDateFrom, reopenDaySchema } from '@abacist/contracts';
import { WAITS_FOR } from '@abacist/core/days';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { query } from '../http/query';
import { closeDay, reopenDay } from './closing/close';
import { blindRod, blindSheet, countsBlind } from './blind';
import { homeward } from './homeward';
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
        waits: Joi.valid(...WAITS_FOR).optional(),
      }),
      async ({ db, today, shop, actor }, asked) => {
        const page = await listRods(db, today, asked);
        return countsBlind(shop, actor) ? { ...page, rods: page.rods.map(blindRod) } : page;
      },
    ),
  );
  router.get(
    '/homeward',
    query(
      deps,
      'GET /homeward',
      Joi.object<{ from: string; to: string }>({
        from: isoDate.required(),
        to: isoDateFrom('from').required(),
      }),
      ({ db }, span) => homeward(db, span),
    ),
  );
  router.get(
    '/days/:date',
    query(
      deps,
      'GET /days/:date',
      Joi.object<{ date: string; asOf?: string }>({
        date: isoDate.required(),
        asOf: isoDateFrom('date').optional(),
      }),
      async ({ db, deps: { clock }, today, shop, actor }, { date, asOf = today }) => {
        const sheet = await daySheet(db, { shop, today, now: clock() }, { date, asOf });
        return countsBlind(shop, actor) ? blindSheet(sheet) : sheet;
      },
    ),
  );
  router.post(
    '/days/:date/close',
    command(deps, 'POST /days/:date/close', closeDaySchema, (context, body, params) =>
      closeDay(context, body, params['date'] ?? ''),
    ),
  );
  router.post(
    '/sheets/:id/reopen',
    command(deps, 'POST /sheets/:id/reopen', reopenDaySchema, (context, body, params) =>
      reopenDay(context, body, Number(params['id'])),
    ),
  );
  return router;
}
