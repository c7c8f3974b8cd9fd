import {
  accrueFeesSchema,
  billFeesSchema,
  feesAskedSchema,
  saveFeePlanSchema,
  saveProcessorSchema,
  tryFeePlanSchema,
  undoFeesSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { byId, download, noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { accrueFees, undoAccrual } from './accrue';
import { billFees, undoBill } from './bill';
import { claimPaper } from './claim';
import { feesView, inferredView, tryFeePlan } from './fees';
import { feeMonthsView } from './months';
import { readProcessors } from './read';
import { saveFeePlan, saveProcessor } from './save';

export function processorRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/processors',
    query(deps, 'GET /processors', noInput, ({ db }) => readProcessors(db)),
  );
  router.post(
    '/processors',
    command(deps, 'POST /processors', saveProcessorSchema, (context, body) =>
      saveProcessor(context, body),
    ),
  );
  router.post(
    '/processors/:id',
    command(deps, 'POST /processors/:id', saveProcessorSchema, (context, body, params) =>
      saveProcessor(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/processors/:id/fee-plans',
    command(
      deps,
      'POST /processors/:id/fee-plans',
      saveFeePlanSchema,
      (context, body, params) => saveFeePlan(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/processors/:id/fee-plans/try',
    query(deps, 'POST /processors/:id/fee-plans/try', tryFeePlanSchema, tryFeePlan),
  );
  router.get(
    '/processors/:id/months',
    query(deps, 'GET /processors/:id/months', byId, feeMonthsView),
  );
  router.post(
    '/processors/:id/accruals',
    command(deps, 'POST /processors/:id/accruals', accrueFeesSchema, (context, body, { id }) =>
      accrueFees(context, body, Number(id)),
    ),
  );
  router.post(
    '/processors/:id/bills',
    command(
      deps,
      'POST /processors/:id/bills',
      billFeesSchema,
      (context, body, { id }) => billFees(context, body, Number(id)),
      matchAfter(deps),
    ),
  );
  router.post(
    '/fee-accruals/:id/undo',
    command(deps, 'POST /fee-accruals/:id/undo', undoFeesSchema, (context, body, { id }) =>
      undoAccrual(context, body, Number(id)),
    ),
  );
  router.post(
    '/fee-bills/:id/undo',
    command(deps, 'POST /fee-bills/:id/undo', undoFeesSchema, (context, body, { id }) =>
      undoBill(context, body, Number(id)),
    ),
  );
  router.get(
    '/processors/:id/fees',
    query(deps, 'GET /processors/:id/fees', feesAskedSchema, feesView),
  );
  router.get(
    '/processors/:id/inferred',
    query(deps, 'GET /processors/:id/inferred', byId, inferredView),
  );
  router.get(
    '/processors/:id/claim',
    download(deps, 'GET /processors/:id/claim', feesAskedSchema, claimPaper),
  );
  return router;
}
