import {
  bagCountedSchema,
  countSafeSchema,
  recallSlipSchema,
  slipSchema,
  type SlipView,
} from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { byId, download, noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { countBag } from './bag';
import { readSlip } from './read';
import { recallSlip } from './recall';
import { chequeRegister } from './register';
import { countSafe } from './safeCount';
import { safeView, sendSlip } from './slip';

export function slipRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/safe',
    query(deps, 'GET /safe', noInput, ({ db, shop, today }) => safeView(db, shop, today)),
  );
  router.get('/safe/cheques', download(deps, 'GET /safe/cheques', noInput, chequeRegister));
  router.post('/safe/counts', command(deps, 'POST /safe/counts', countSafeSchema, countSafe));
  router.post('/slips', command(deps, 'POST /slips', slipSchema, sendSlip, matchAfter(deps)));
  router.post(
    '/slips/:id/recall',
    command(
      deps,
      'POST /slips/:id/recall',
      recallSlipSchema,
      (context, body, params) => recallSlip(context, body, Number(params['id'])),
      matchAfter(deps),
    ),
  );
  router.get(
    '/slips/:id',
    query(deps, 'GET /slips/:id', byId, async ({ db }, asked): Promise<SlipView> => {
      const slip = await readSlip(db, asked.id);
      if (!slip) throw notFound('slip.unknown');
      return slip;
    }),
  );
  router.post(
    '/slips/:id/bag',
    command(deps, 'POST /slips/:id/bag', bagCountedSchema, (context, body, params) =>
      countBag(context, body, Number(params['id'])),
    ),
  );
  return router;
}
