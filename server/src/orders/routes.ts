import {
  extendCreditSchema,
  cancelOrderSchema,
  id,
  keepTicketSchema,
  parkTicketSchema,
  safeText,
  voucherCode,
  type OrderFilter,
} from '@abacist/contracts';
import { ORDER_STATUSES } from '@abacist/core/orders';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { noInput, query } from '../http/query';
import { expireCredit, extendCredit } from '../sales/creditChange';
import { paidForVoucher } from '../sales/paidTenders';
import { findVoucher, openVouchers } from '../sales/vouchers';
import { cancelOrder } from './cancel';
import { keepTicket, orderQuotation } from './keep';
import { listParked, parkTicket, takeUp } from './parked';
import { listOrders, readOrder } from './read';

export function orderRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/orders',
    query(
      deps,
      'GET /orders',
      Joi.object<OrderFilter>({
        status: Joi.valid(...ORDER_STATUSES),
        text: safeText(80).allow(''),
        before: id,
      }),
      ({ db, today }, filter) => listOrders(db, today, filter),
    ),
  );
  router.get(
    '/orders/:id',
    query(
      deps,
      'GET /orders/:id',
      Joi.object<{ id: number }>({ id: id.required() }),
      async (q, at) => {
        const order = await readOrder(q.db, at.id, q.today);
        if (!order) throw notFound('order.unknown');
        return order;
      },
    ),
  );
  router.post('/orders', command(deps, 'POST /orders', keepTicketSchema, keepTicket));
  router.post(
    '/orders/:id/order',
    command(deps, 'POST /orders/:id/order', noInput, (context, _body, params) =>
      orderQuotation(context, Number(params['id'])),
    ),
  );
  router.post(
    '/orders/:id/cancel',
    command(deps, 'POST /orders/:id/cancel', cancelOrderSchema, (context, body, params) =>
      cancelOrder(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/parked',
    query(deps, 'GET /parked', noInput, ({ db }) => listParked(db)),
  );
  router.post('/parked', command(deps, 'POST /parked', parkTicketSchema, parkTicket));
  router.post(
    '/parked/:id/take-up',
    command(deps, 'POST /parked/:id/take-up', noInput, (context, _body, params) =>
      takeUp(context, Number(params['id'])),
    ),
  );
  router.get(
    '/vouchers',
    query(
      deps,
      'GET /vouchers',
      Joi.object<{ code: string }>({ code: voucherCode }),
      async ({ db }, { code }) => {
        const voucher = await findVoucher(db, code);
        if (!voucher) throw notFound('voucher.unknown');
        return voucher;
      },
    ),
  );
  router.get(
    '/vouchers/open',
    query(
      deps,
      'GET /vouchers/open',
      Joi.object<{ id?: number }>({ id: id.optional() }),
      async (q, asked) => ({
        vouchers: await openVouchers(q.db, q.today, asked.id),
      }),
    ),
  );
  router.get(
    '/vouchers/:id/brought-by',
    query(
      deps,
      'GET /vouchers/:id/brought-by',
      Joi.object<{ id: number }>({ id: id.required() }),
      ({ db }, asked) => paidForVoucher(db, asked.id),
    ),
  );
  router.post(
    '/vouchers/:id/extend',
    command(deps, 'POST /vouchers/:id/extend', extendCreditSchema, (context, body, params) =>
      extendCredit(context, 'voucher', Number(params['id']), body),
    ),
  );
  router.post(
    '/vouchers/:id/expire',
    command(deps, 'POST /vouchers/:id/expire', noInput, (context, _body, params) =>
      expireCredit(context, 'voucher', Number(params['id'])),
    ),
  );
  return router;
}
