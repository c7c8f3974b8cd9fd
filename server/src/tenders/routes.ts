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
    query(deps, 'bookkeeper', noInput, ({ db }) => tenderList(db)),
  );
  router.post('/tenders', command(deps, 'bookkeeper', newTenderSchema, addTender));
  router.post('/tenders/order', command(deps, 'bookkeeper', orderTendersSchema, orderTenders));
  router.post(
    '/tenders/:id',
    command(deps, 'bookkeeper', changeTenderSchema, (context, body, params) =>
      changeTender(context, body, Number(params['id'])),
    ),
  );
  return router;
}
