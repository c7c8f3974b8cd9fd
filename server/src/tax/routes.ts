import {
  newRateSchema,
  saveAuthoritySchema,
  saveTaxCodeSchema,
  taxPaymentSchema,
  undoAtBankSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { payTax, taxOwed, undoTaxPayment } from './pay';
import { readTaxSetUp } from './read';
import { addRate, dropRate, saveAuthority, saveTaxCode } from './save';

export function taxRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/taxes',
    query(deps, 'GET /taxes', noInput, ({ db }) => readTaxSetUp(db)),
  );
  router.get(
    '/tax-owed',
    query(deps, 'GET /tax-owed', noInput, ({ db }) => taxOwed(db)),
  );
  router.post(
    '/tax-payments',
    command(deps, 'POST /tax-payments', taxPaymentSchema, payTax, matchAfter(deps)),
  );
  router.post(
    '/tax-payments/:id/undo',
    command(
      deps,
      'POST /tax-payments/:id/undo',
      undoAtBankSchema,
      (context, body, { id }) => undoTaxPayment(context, body, Number(id)),
      matchAfter(deps),
    ),
  );
  router.post(
    '/taxes/authorities',
    command(deps, 'POST /taxes/authorities', saveAuthoritySchema, (context, body) =>
      saveAuthority(context, body),
    ),
  );
  router.post(
    '/taxes/authorities/:id',
    command(
      deps,
      'POST /taxes/authorities/:id',
      saveAuthoritySchema,
      (context, body, params) => saveAuthority(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/taxes/authorities/:id/rates',
    command(
      deps,
      'POST /taxes/authorities/:id/rates',
      newRateSchema,
      (context, body, params) => addRate(context, Number(params['id']), body),
    ),
  );
  router.post(
    '/taxes/authorities/:id/rates/drop',
    command(
      deps,
      'POST /taxes/authorities/:id/rates/drop',
      newRateSchema,
      (context, body, params) => dropRate(context, Number(params['id']), body),
    ),
  );
  router.post(
    '/taxes/codes',
    command(deps, 'POST /taxes/codes', saveTaxCodeSchema, (context, body) =>
      saveTaxCode(context, body),
    ),
  );
  router.post(
    '/taxes/codes/:id',
    command(deps, 'POST /taxes/codes/:id', saveTaxCodeSchema, (context, body, params) =>
      saveTaxCode(context, body, Number(params['id'])),
    ),
  );
  return router;
}
