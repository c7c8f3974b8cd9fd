import { changeTenderSchema, newTenderSchema, orderTendersSchema } from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { addTender, changeTender, orderTenders, tenderList } from './save';

export function tenderRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/tenders',
    query(deps, 'GET /tenders', noInput, ({ db }) => tenderList(db)),
  );
  router.post('/tenders', command(deps, 'POST /tenders', newTenderSchema, addTender));
  router.post(
    '/tenders/order',
    command(deps, 'POST /tenders/order', orderTendersSchema, orderTenders),
  );
  router.post(
    '/tenders/:id',
    command(deps, 'POST /tenders/:id', changeTenderSchema, (context, body, params) =>
      changeTender(context, body, Number(params['id'])),
    ),
  );
  return router;
}
