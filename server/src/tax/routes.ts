import { newRateSchema, saveAuthoritySchema, saveTaxCodeSchema } from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { readTaxSetUp } from './read';
import { addRate, dropRate, saveAuthority, saveTaxCode } from './save';

export function taxRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/taxes',
    query(deps, 'GET /taxes', noInput, ({ db }) => readTaxSetUp(db)),
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
