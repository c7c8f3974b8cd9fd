import {
  decideDifferenceSchema,
  settlementImportSchema,
  undoDifferenceSchema,
  undoSettlementSchema,
} from '@abacist/contracts';
import type { Settlement } from '@abacist/core/settlements';
import { Router } from 'express';
import { readSettlementFile } from '../bank/files';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { decideDifference, undoDifference } from './difference';
import { importSettlement } from './import';
import { cardsView } from './read';
import { undoSettlement } from './undo';

export function settlementRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/cards',
    query(deps, 'GET /cards', noInput, ({ db, shop }) => cardsView(db, shop)),
  );
  router.post(
    '/settlements',
    command(
      deps,
      'POST /settlements',
      settlementImportSchema,
      (context, body, _params, settlement: Settlement) =>
        importSettlement(context, body, settlement),
      matchAfter(deps),
      (file, actor) => readSettlementFile(deps, file, actor),
    ),
  );
  router.post(
    '/settlements/:id/undo',
    command(
      deps,
      'POST /settlements/:id/undo',
      undoSettlementSchema,
      (context, body, params) => undoSettlement(context, body, Number(params['id'])),
      matchAfter(deps),
    ),
  );
  router.post(
    '/batches/:id/differences',
    command(
      deps,
      'POST /batches/:id/differences',
      decideDifferenceSchema,
      (context, body, params) => decideDifference(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/batch-differences/:id/undo',
    command(
      deps,
      'POST /batch-differences/:id/undo',
      undoDifferenceSchema,
      (context, body, params) => undoDifference(context, body, Number(params['id'])),
    ),
  );
  return router;
}
