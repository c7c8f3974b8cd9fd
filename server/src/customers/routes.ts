import { id, safeText, saveCustomerSchema } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { query } from '../http/query';
import { findCustomers, readCustomers } from './read';
import { saveCustomer } from './save';

export function customerRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/customers',
    query(
      deps,
      'GET /customers',
      Joi.object<{ text?: string }>({ text: safeText(80).allow('') }),
      async ({ db }, { text = '' }) => ({ customers: await findCustomers(db, text) }),
    ),
  );
  router.get(
    '/customers/:id',
    query(
      deps,
      'GET /customers/:id',
      Joi.object<{ id: number }>({ id: id.required() }),
      async (q, at) => {
        const [customer] = await readCustomers(q.db, 'id = ?', [at.id]);
        if (!customer) throw notFound('customer.unknown');
        return customer;
      },
    ),
  );
  router.post(
    '/customers',
    command(deps, 'POST /customers', saveCustomerSchema, (context, body) =>
      saveCustomer(context, body),
    ),
  );
  router.post(
    '/customers/:id',
    command(deps, 'POST /customers/:id', saveCustomerSchema, (context, body, params) =>
      saveCustomer(context, body, Number(params['id'])),
    ),
  );
  return router;
}
