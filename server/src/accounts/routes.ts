import {
  deskPaymentsSchema,
  knownPayerSchema,
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
import { command } from '../http/command';
import { download, noInput, query } from '../http/query';
import { agingReport, exportAging, itemsAt } from './agingReport';
import { allocateCredit, takeBackAllocation } from './allocate';
import { postLateCharges, proposeLateCharges } from './lateCharges';
import { listAccounts } from './list';
import { paidOnAccount } from './load';
import { accountPage, timelineOf } from './page';
import { unknownPayments } from '../sales/unknownPayments';
import { receivePayments } from './deskPayments';
import { payerKnown } from './ringPayment';
import { matchAfter } from '../matching/run';
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
    query(deps, 'GET /accounts', accountQuerySchema, ({ db, today }, asked) =>
      listAccounts(db, today, asked),
    ),
  );
  router.get(
    '/account-rules',
    query(deps, 'GET /account-rules', noInput, ({ db }) => readAccountRules(db)),
  );
  router.post(
    '/account-rules',
    command(deps, 'POST /account-rules', accountRuleSchema, saveAccountRules),
  );
  router.get(
    '/aging',
    query(deps, 'GET /aging', agingSchema, ({ db }, asked) => agingReport(db, asked)),
  );
  router.get(
    '/aging/export',
    download(deps, 'GET /aging/export', agingExportSchema, ({ shop }, { date, format }) =>
      exportAging(deps, shop, date, format),
    ),
  );
  router.get(
    '/accounts/:id/items',
    query(deps, 'GET /accounts/:id/items', itemsQuery, async ({ db }, asked) => ({
      items: await itemsAt(db, asked.id, asked.date),
    })),
  );
  router.get(
    '/accounts/:id',
    query(deps, 'GET /accounts/:id', byId, ({ db, today }, asked) =>
      accountPage(db, asked.id, today),
    ),
  );
  router.get(
    '/accounts/:id/timeline',
    query(deps, 'GET /accounts/:id/timeline', page, ({ db }, asked) =>
      timelineOf(db, asked.id, asked),
    ),
  );
  router.get(
    '/accounts/:id/brought-by',
    query(deps, 'GET /accounts/:id/brought-by', byId, ({ db }, asked) =>
      paidOnAccount(db, asked.id),
    ),
  );
  router.get(
    '/accounts/:id/charge',
    query(deps, 'GET /accounts/:id/charge', chargePreviewSchema, ({ db, today }, asked) =>
      previewCharge(db, today, asked),
    ),
  );
  router.post('/accounts', command(deps, 'POST /accounts', openAccountSchema, openAccount));
  router.post(
    '/accounts/:id',
    command(deps, 'POST /accounts/:id', changeAccountSchema, (context, body, params) =>
      changeAccount(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/accounts/:id/close',
    command(deps, 'POST /accounts/:id/close', closeAccountSchema, (context, body, params) =>
      closeAccount(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/accounts/:id/allocations',
    command(deps, 'POST /accounts/:id/allocations', allocateSchema, (context, body, params) =>
      allocateCredit(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/accounts/:id/write-offs',
    command(deps, 'POST /accounts/:id/write-offs', writeOffSchema, (context, body, params) =>
      writeOff(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/late-charges',
    query(deps, 'GET /late-charges', lateChargeQuerySchema, ({ db, today }, { month }) =>
      proposeLateCharges(db, today, month),
    ),
  );
  router.post(
    '/late-charges',
    command(deps, 'POST /late-charges', postLateChargesSchema, postLateCharges),
  );
  router.get(
    '/cheques',
    query(deps, 'GET /cheques', chequesAtBankSchema, ({ db }, asked) =>
      chequesAtBank(db, asked),
    ),
  );
  router.post(
    '/cheques/:id/return',
    command(deps, 'POST /cheques/:id/return', returnChequeSchema, (context, body, params) =>
      returnCheque(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/returned-cheques/:id/undo',
    command(
      deps,
      'POST /returned-cheques/:id/undo',
      undoReturnChequeSchema,
      (context, body, params) => undoReturn(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/returned-cheques/:id/write-off',
    command(
      deps,
      'POST /returned-cheques/:id/write-off',
      writeOffChequeSchema,
      (context, body, params) => writeOffCheque(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/open-items/:id/withdraw',
    command(
      deps,
      'POST /open-items/:id/withdraw',
      withdrawItemSchema,
      (context, body, params) => withdrawItem(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/unknown-payments',
    query(deps, 'GET /unknown-payments', noInput, ({ db }) => unknownPayments(db)),
  );
  router.post(
    '/unknown-payments/:id/known',
    command(
      deps,
      'POST /unknown-payments/:id/known',
      knownPayerSchema,
      (context, body, params) => payerKnown(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/desk-payments',
    command(
      deps,
      'POST /desk-payments',
      deskPaymentsSchema,
      receivePayments,
      matchAfter(deps),
    ),
  );
  router.post(
    '/allocations/:id/undo',
    command(
      deps,
      'POST /allocations/:id/undo',
      undoAllocationSchema,
      (context, body, params) => takeBackAllocation(context, body, Number(params['id'])),
    ),
  );
  return router;
}
