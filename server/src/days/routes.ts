import { isoDate } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { query } from '../http/query';
import { daySheet, listRods, type RodsQuery } from './read';

export function dayRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/days',
    query(
      deps,
      'clerk',
      Joi.object<RodsQuery>({
        before: isoDate.optional(),
        limit: Joi.number().integer().min(1).max(100).default(30),
      }),
      ({ db, today }, asked) => listRods(db, today, asked),
    ),
  );
  router.get(
    '/days/:date',
    query(
      deps,
      'clerk',
      Joi.object<{ date: string }>({ date: isoDate.required() }),
      ({ db, today }, { date }) => daySheet(db, today, date),
    ),
  );
  return router;
}
