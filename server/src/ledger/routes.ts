import { amountMinor, id, isoDate, type JournalQuery } from '@abacist/contracts';
import { CHART } from '@abacist/core/ledger';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { notFound } from '../http/errors';
import { query } from '../http/query';
import { readEntries, searchJournal } from './journal';
import { trialBalance } from './trialBalance';

const journalQuery = Joi.object<JournalQuery & { limit: number }>({
  number: Joi.string().trim().max(24).optional(),
  from: isoDate.optional(),
  to: isoDate.optional(),
  account: Joi.string()
    .valid(...Object.keys(CHART))
    .optional(),
  amountMinor: amountMinor().strict(false).optional(),
  beyond: id.optional(),
  oldest: Joi.boolean(),
  limit: Joi.number().integer().min(1).max(100).default(40),
});

export function ledgerRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/journal',
    query(deps, 'GET /journal', journalQuery, ({ db }, asked) => searchJournal(db, asked)),
  );
  router.get(
    '/journal/:id',
    query(
      deps,
      'GET /journal/:id',
      Joi.object<{ id: number }>({ id: id.required() }),
      async ({ db }, asked) => {
        const [entry] = await readEntries(db, [asked.id]);
        if (!entry) throw notFound('entry.unknown');
        return entry;
      },
    ),
  );
  router.get(
    '/trial-balance',
    query(
      deps,
      'GET /trial-balance',
      Joi.object<{ date?: string }>({ date: isoDate.optional() }),
      ({ db, shop, today }, asked) => trialBalance(db, shop, asked.date ?? today),
    ),
  );
  return router;
}
