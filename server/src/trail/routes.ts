import { id, isoDate } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { query } from '../http/query';
import { beadTrail } from './bead';
import { lineTrail } from './line';

export function trailRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/trail/beads/:date/:key',
    query(
      deps,
      'clerk',
      Joi.object<{ date: string; key: string }>({
        date: isoDate.required(),
        key: Joi.string()
          .pattern(/^(cash|cheque|ownCheque|transfer|other|onAccount|card:.{1,40})$/)
          .required(),
      }),
      ({ db }, { date, key }) => beadTrail(db, date, key),
    ),
  );
  router.get(
    '/trail/lines/:id',
    query(
      deps,
      'bookkeeper',
      Joi.object<{ id: number }>({ id: id.required() }),
      ({ db }, asked) => lineTrail(db, asked.id),
    ),
  );
  return router;
}
