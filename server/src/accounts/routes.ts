import {
  accountQuerySchema,
  accountRuleSchema,
  agingExportSchema,
  agingSchema,
  allocateSchema,
  changeAccountSchema,
  chargePreviewSchema,
  chequesAtBankSchema,
  closeAccountSchema,
  id,
  isoDate,
  lateChargeQuerySchema,
  openAccountSchema,
  postLateChargesSchema,
  returnChequeSchema,
  undoAllocationSchema,
  undoReturnChequeSchema,
  withdrawItemSchema,
  writeOffChequeSchema,
  writeOffSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { mayAs } from '@abacist/core/people';
import { actorOf, command } from '../http/command';
import { forbidden } from '../http/errors';
import { noInput, query } from '../http/query';
import { validate } from '../http/validate';
import { loadShopFor } from '../settings/shop';
import { agingReport, exportAging, itemsAt } from './agingReport';
import { allocateCredit, takeBackAllocation } from './allocate';
import { postLateCharges, proposeLateCharges } from './lateCharges';
import { listAccounts, readCursor } from './list';
import { paidOnAccount } from './load';
import { accountPage, timelineOf } from './page';
import { previewCharge } from './preview';
import { chequesAtBank, returnCheque, writeOffCheque } from './returnedCheque';
import { readAccountRules, saveAccountRules } from './ruleSettings';
import { changeAccount, closeAccount, openAccount } from './save';
import { undoReturn } from './undoReturn';
import { withdrawItem } from './withdraw';
import { writeOff } from './writeOff';

const byId = Joi.object<{ id: number }>({ id: id.required() });
const itemsQuery = Joi.object<{ id: number; date: string }>({
  id: id.required(),
  date: isoDate.required(),
});
const page = Joi.object<{ id: number; before?: string }>({
  id: id.required(),
  before: Joi.string().pattern(/^\d{4}-\d\d-\d\d \d{1,16} [01] [ix]\d{1,16}$/),
});

export function accountRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/accounts',
    query(deps, 'clerk', accountQuerySchema, ({ db, today }, asked) =>
      listAccounts(db, today, asked),
    ),
  );
  router.get(
    '/account-rules',
    query(deps, 'bookkeeper', noInput, ({ db }) => readAccountRules(db)),
  );
  router.post(
    '/account-rules',
    command(deps, 'bookkeeper', accountRuleSchema, saveAccountRules),
  );
  router.get(
    '/aging',
    query(deps, 'bookkeeper', agingSchema, ({ db }, { date, after = '' }) =>
      agingReport(db, date, readCursor(after)),
    ),
  );
  // A file and not JSON, so that the browser saves it.
  router.get('/aging/export', async (request, response) => {
    const actor = actorOf(request);
    if (!mayAs(actor.role, 'bookkeeper')) throw forbidden();
    const shop = await loadShopFor(deps.pool, actor.id);
    const { date, format } = validate(agingExportSchema, request.query);
    const { name, type, bytes } = await exportAging(deps, shop, date, format);
    response
      .type(type)
      .set('Content-Disposition', `attachment; filename="${name}"`)
      .send(bytes);
  });
  router.get(
    '/accounts/:id/items',
    query(deps, 'clerk', itemsQuery, async ({ db }, asked) => ({
      items: await itemsAt(db, asked.id, asked.date),
    })),
  );
  router.get(
    '/accounts/:id',
    query(deps, 'clerk', byId, ({ db, today }, asked) => accountPage(db, asked.id, today)),
  );
  router.get(
    '/accounts/:id/timeline',
    query(deps, 'clerk', page, ({ db }, asked) => timelineOf(db, asked.id, asked)),
  );
  router.get(
    '/accounts/:id/brought-by',
    query(deps, 'clerk', byId, ({ db }, asked) => paidOnAccount(db, asked.id)),
  );
  router.get(
    '/accounts/:id/charge',
    query(deps, 'clerk', chargePreviewSchema, ({ db, today }, asked) =>
      previewCharge(db, today, asked),
    ),
  );
  router.post('/accounts', command(deps, 'clerk', openAccountSchema, openAccount));
  router.post(
    '/accounts/:id',
    command(deps, 'bookkeeper', changeAccountSchema, (context, body, params) =>
      changeAccount(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/accounts/:id/close',
    command(deps, 'bookkeeper', closeAccountSchema, (context, body, params) =>
      closeAccount(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/accounts/:id/allocations',
    command(deps, 'bookkeeper', allocateSchema, (context, body, params) =>
      allocateCredit(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/accounts/:id/write-offs',
    command(deps, 'bookkeeper', writeOffSchema, (context, body, params) =>
      writeOff(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/late-charges',
    query(deps, 'bookkeeper', lateChargeQuerySchema, ({ db, today }, { month }) =>
      proposeLateCharges(db, today, month),
    ),
  );
  router.post(
    '/late-charges',
    command(deps, 'bookkeeper', postLateChargesSchema, postLateCharges),
  );
  router.get(
    '/cheques',
    query(deps, 'bookkeeper', chequesAtBankSchema, ({ db }, asked) =>
      chequesAtBank(db, asked),
    ),
  );
  router.post(
    '/cheques/:id/return',
    command(deps, 'bookkeeper', returnChequeSchema, (context, body, params) =>
      returnCheque(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/returned-cheques/:id/undo',
    command(deps, 'bookkeeper', undoReturnChequeSchema, (context, body, params) =>
      undoReturn(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/returned-cheques/:id/write-off',
    command(deps, 'bookkeeper', writeOffChequeSchema, (context, body, params) =>
      writeOffCheque(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/open-items/:id/withdraw',
    command(deps, 'bookkeeper', withdrawItemSchema, (context, body, params) =>
      withdrawItem(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/allocations/:id/undo',
    command(deps, 'bookkeeper', undoAllocationSchema, (context, body, params) =>
      takeBackAllocation(context, body, Number(params['id'])),
    ),
  );
  return router;
}
