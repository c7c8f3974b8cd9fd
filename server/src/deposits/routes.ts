import { slipSchema } from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { safeView, sendSlip } from './slip';

export function depositRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/safe',
    query(deps, 'bookkeeper', noInput, ({ db, today }) => safeView(db, today)),
  );
  router.post('/slips', command(deps, 'bookkeeper', slipSchema, sendSlip, matchAfter(deps)));
  return router;
}
