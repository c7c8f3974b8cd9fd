import {
  correctTenderSchema,
  counterRuleSchema,
  extendCreditSchema,
  id,
  isoDate,
  safeText,
  saleSchema,
  type Returnable,
} from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { byId, noInput, query } from '../http/query';
import { counterSettings } from './counter';
import { expireCredit, extendCredit } from './creditChange';
import { creditNotes, readSale } from './detail';
import { findSales, type FindSale } from './find';
import { loadOriginal } from './original';
import { listSales, type SaleFilter } from './read';
import { readCounterRules, saveCounterRules } from './ruleSettings';
import { correctTender } from './correct';
import { sell } from './sell';
import { voidSale } from './void';

export function salesRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/counter-rules',
    query(deps, 'GET /counter-rules', noInput, ({ db }) => readCounterRules(db)),
  );
  router.post(
    '/counter-rules',
    command(deps, 'POST /counter-rules', counterRuleSchema, saveCounterRules),
  );
  router.get(
    '/counter',
    query(deps, 'GET /counter', noInput, ({ db, today, actor }) =>
      counterSettings(db, today, actor.role),
    ),
  );
  router.get(
    '/sales',
    query(
      deps,
      'GET /sales',
      Joi.object<SaleFilter>({
        date: isoDate.required(),
        before: id.optional(),
        limit: Joi.number().integer().min(1).max(200).default(60),
      }),
      ({ db }, filter) => listSales(db, filter),
    ),
  );
  router.get(
    '/sales/find',
    query(
      deps,
      'GET /sales/find',
      Joi.object<FindSale>({
        text: safeText(60).allow('').optional(),
        amountMinor: Joi.number().integer().min(1).optional(),
        date: isoDate.optional(),
      }).or('text', 'amountMinor', 'date'),
      async ({ db, today }, wanted) => ({ sales: await findSales(db, today, wanted) }),
    ),
  );
  router.get(
    '/sales/:id',
    query(deps, 'GET /sales/:id', byId, async ({ db, today }, q) => {
      const sale = await readSale(db, q.id, today);
      if (!sale) throw notFound('sale.unknown');
      return sale;
    }),
  );
  router.get(
    '/sales/:id/returnable',
    query(
      deps,
      'GET /sales/:id/returnable',
      byId,
      async ({ db, today }, q): Promise<Returnable> => {
        const [sale, original] = await Promise.all([
          readSale(db, q.id, today),
          loadOriginal(db, q.id),
        ]);
        if (!sale || !original) throw notFound('sale.unknown');
        const ageDays = daysBetween(sale.date, today);
        return { ...original, number: sale.number, ageDays };
      },
    ),
  );
  router.get(
    '/credits',
    query(
      deps,
      'GET /credits',
      Joi.object<{ number?: number }>({ number: id.optional() }),
      async ({ db, today }, { number }) => ({
        credits:
          number === undefined
            ? await creditNotes(db, today, 'n.used_minor < n.amount_minor', [])
            : await creditNotes(db, today, 'd.number = ?', [number]),
      }),
    ),
  );
  router.post(
    '/credits/:id/extend',
    command(deps, 'POST /credits/:id/extend', extendCreditSchema, (context, body, params) =>
      extendCredit(context, 'credit', Number(params['id']), body),
    ),
  );
  router.post(
    '/credits/:id/expire',
    command(deps, 'POST /credits/:id/expire', noInput, (context, _body, params) =>
      expireCredit(context, 'credit', Number(params['id'])),
    ),
  );
  router.post('/sales', command(deps, 'POST /sales', saleSchema, sell));
  router.post(
    '/sales/:id/correct',
    command(deps, 'POST /sales/:id/correct', correctTenderSchema, (context, body, params) =>
      correctTender(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/sales/:id/void',
    command(deps, 'POST /sales/:id/void', noInput, (context, _body, params) =>
      voidSale(context, Number(params['id'])),
    ),
  );
  return router;
}
