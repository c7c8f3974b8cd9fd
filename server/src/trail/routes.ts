import { id, isoDate } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { countsBlind, tellsDrawer } from '../days/blind';
import { refuseWith } from '../http/errors';
import { query } from '../http/query';
import { beadTrail, type BeadAsked } from './bead';
import { lineTrail } from './line';

export function trailRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/trail/beads/:date/:key',
    query(
      deps,
      'GET /trail/beads/:date/:key',
      Joi.object<BeadAsked>({
        date: isoDate.required(),
        key: Joi.string()
          .pattern(
            /^(cash|cheque|ownCheque|transfer|onAccount|other \d{1,9}|card \d{1,9} .{1,40})$/,
          )
          .required(),
        asOf: isoDate.optional(),
        sale: id.optional(),
      }),
      async ({ db, shop, actor }, asked) => {
        const trail = await beadTrail(db, asked);
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
