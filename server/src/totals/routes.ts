import {
  id,
  totalsChoicesSchema,
  totalsLayoutSchema,
  totalsSchema,
  totalsUndoSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { saveLayout, totalsLayouts } from './layouts';
import { makeTotals } from './make';
import { listTotals, readTotals, totalsChoices } from './read';
import { undoTotals } from './undo';

const byId = Joi.object<{ id: number }>({ id: id.required() });

export function totalsRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/totals',
    query(deps, 'GET /totals', noInput, async ({ db }) => ({ totals: await listTotals(db) })),
  );
  router.post('/totals', command(deps, 'POST /totals', totalsSchema, makeTotals));
  router.get(
    '/totals/layouts',
    query(deps, 'GET /totals/layouts', noInput, ({ db }) => totalsLayouts(db)),
  );
  router.post(
    '/totals/layouts',
    command(deps, 'POST /totals/layouts', totalsLayoutSchema, saveLayout),
  );
  router.get(
    '/totals/choices',
    query(deps, 'GET /totals/choices', totalsChoicesSchema, ({ db }, { date }) =>
      totalsChoices(db, date),
    ),
  );
  router.get(
    '/totals/:id',
    query(deps, 'GET /totals/:id', byId, ({ db }, { id: totalsId }) =>
      readTotals(db, totalsId),
    ),
  );
  router.post(
    '/totals/:id/undo',
    command(deps, 'POST /totals/:id/undo', totalsUndoSchema, (context, body, params) =>
      undoTotals(context, body, Number(params['id'])),
    ),
  );
  return router;
}
