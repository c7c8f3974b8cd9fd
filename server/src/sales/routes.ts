import { id, isoDate, saleSchema } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { noInput, query } from '../http/query';
import { counterSettings, listSales, readSale, type SaleFilter } from './read';
import { sell } from './sell';
import { voidSale } from './void';

export function salesRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/counter',
    query(deps, 'clerk', noInput, ({ db, today }) => counterSettings(db, today)),
  );
  router.get(
    '/sales',
    query(
      deps,
      'clerk',
      Joi.object<SaleFilter>({
        date: isoDate.required(),
        before: id.optional(),
        limit: Joi.number().integer().min(1).max(200).default(60),
      }),
      ({ db }, filter) => listSales(db, filter),
    ),
  );
  router.get(
    '/sales/:id',
    query(
      deps,
      'clerk',
      Joi.object<{ id: number }>({ id: id.required() }),
      async ({ db }, q) => {
        const sale = await readSale(db, q.id);
        if (!sale) throw notFound('sale.unknown');
        return sale;
      },
    ),
  );
  router.post('/sales', command(deps, 'clerk', saleSchema, sell));
  router.post(
    '/sales/:id/void',
    command(deps, 'clerk', noInput, (context, _body, params) =>
      voidSale(context, Number(params['id'])),
    ),
  );
  return router;
}
