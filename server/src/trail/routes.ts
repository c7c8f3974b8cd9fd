import { id, isoDate } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { countsBlind, tellsDrawer } from '../days/blind';
import { refuseWith } from '../http/errors';
import { query } from '../http/query';
import { beadTrail } from './bead';
import { lineTrail } from './line';

export function trailRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/trail/beads/:date/:key',
    query(
      deps,
      'GET /trail/beads/:date/:key',
      Joi.object<{ date: string; key: string }>({
        date: isoDate.required(),
        key: Joi.string()
          .pattern(/^(cash|cheque|ownCheque|transfer|other|onAccount|card:.{1,40})$/)
          .required(),
      }),
      async ({ db, shop, actor }, { date, key }) => {
        const trail = await beadTrail(db, date, key);
        if (countsBlind(shop, actor) && tellsDrawer(trail)) throw refuseWith('trail.blind');
        return trail;
      },
    ),
  );
  router.get(
    '/trail/lines/:id',
    query(
      deps,
      'GET /trail/lines/:id',
      Joi.object<{ id: number }>({ id: id.required() }),
      ({ db }, asked) => lineTrail(db, asked.id),
    ),
  );
  return router;
}
