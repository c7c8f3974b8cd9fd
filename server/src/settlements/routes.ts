import {
  decideCardSchema,
  decideDifferenceSchema,
  lookAtSettlementSchema,
  ringUpCardSchema,
  sameCardSchema,
  settlementImportSchema,
  undoCardDecisionSchema,
  undoDifferenceSchema,
  undoSettlementSchema,
} from '@abacist/contracts';
import type { ReadFile } from '@abacist/core/settlements';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { byId, noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { decideCard, undoCardDecision } from './decideCard';
import { decideDifference, undoDifference } from './difference';
import { lookAtSettlement, readSettlementFile } from './file';
import { importSettlement } from './import';
import { cardsView } from './read';
import { settlementDetail } from './one';
import { ringUpCard, sameCard } from './sameCard';
import { undoSettlement } from './undo';

export function settlementRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/cards',
    query(deps, 'GET /cards', noInput, ({ db, shop }) => cardsView(db, shop)),
  );
  router.get('/settlements/:id', query(deps, 'GET /settlements/:id', byId, settlementDetail));
  router.post(
    '/settlement-files/look',
    query(deps, 'POST /settlement-files/look', lookAtSettlementSchema, lookAtSettlement),
  );
  router.post(
    '/settlements',
    command(
      deps,
      'POST /settlements',
      settlementImportSchema,
      (context, body, _params, read: ReadFile) => importSettlement(context, body, read),
      matchAfter(deps),
      (file, actor) => readSettlementFile(deps, file, actor),
    ),
  );
  router.post(
    '/settlements/:id/cards',
    command(deps, 'POST /settlements/:id/cards', decideCardSchema, (context, body, params) =>
      decideCard(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/settlements/:id/same',
    command(deps, 'POST /settlements/:id/same', sameCardSchema, (context, body, params) =>
      sameCard(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/settlements/:id/ring-up',
    command(
      deps,
      'POST /settlements/:id/ring-up',
      ringUpCardSchema,
      (context, body, params) => ringUpCard(context, body, Number(params['id'])),
      matchAfter(deps),
    ),
  );
  router.post(
    '/card-decisions/:id/undo',
    command(
      deps,
      'POST /card-decisions/:id/undo',
      undoCardDecisionSchema,
      (context, body, params) => undoCardDecision(context, body, Number(params['id'])),
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
