import { documentFilterSchema, documentQuerySchema } from '@abacist/contracts';
import { writeCsv } from '@abacist/core/csv';
import { toDecimal } from '@abacist/core/money';
import { Router } from 'express';
import type { Deps } from '../context';
import { refuseWith } from '../http/errors';
import { download, noInput, query } from '../http/query';
import { documentChoices, documentSums, listDocuments } from './list';

/** A file holds no more documents than this. */
const MOST = 100_000;

export function documentRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/documents',
    query(deps, 'GET /documents', documentQuerySchema, ({ db }, asked) =>
      listDocuments(db, asked),
    ),
  );
  router.get(
    '/documents/sums',
    query(deps, 'GET /documents/sums', documentFilterSchema, async ({ db }, asked) => ({
      sums: await documentSums(db, asked),
    })),
  );
  router.get(
    '/documents/choices',
    query(deps, 'GET /documents/choices', noInput, ({ db }) => documentChoices(db)),
  );
  router.get(
    '/documents/export',
    download(
      deps,
      'GET /documents/export',
      documentQuerySchema,
      async ({ db, shop, today }, asked) => {
        const { rows, next } = await listDocuments(db, asked, MOST);
        if (next !== null) throw refuseWith('documents.tooMany', 'from', { most: MOST });
        const columns = ['date', 'kind', 'number', 'amount', 'undone_by', 'customer'];
        return {
          name: `documents-${today}.csv`,
          type: 'text/csv',
          bytes: writeCsv(
            [...columns, 'drawer', 'by', 'made_at'],
            rows.map((row) => ({
              date: row.date,
              kind: row.kind,
              number: row.number,
              amount: toDecimal(row.amountMinor, shop.currency),
              undone_by: row.undoneBy ?? '',
              customer: row.customer ?? '',
              drawer: row.drawer ?? '',
              by: row.by,
              made_at: row.madeAt,
            })),
            ['amount'],
          ),
        };
      },
    ),
  );
  return router;
}
