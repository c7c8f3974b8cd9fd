import {
  bankChargebackSchema,
  changeDisputeSchema,
  disputeFileSchema,
  findDisputedSaleSchema,
  loseDisputeSchema,
  takeBackOfDisputeSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { byId, download, noInput, query } from '../http/query';
import { chargebackFromLine, undoChargeback } from './atBank';
import { changeDispute, findDisputedSale, forgetDisputedSale } from './change';
import { evidencePaper } from './evidence';
import {
  disputeFile,
  keepDisputeFile,
  leaveOutFile,
  readDisputeFile,
  type Kept,
} from './files';
import { loseDispute, undoLost } from './lost';
import { matchAfter } from '../matching/run';
import { disputeDetail, disputesView } from './read';

export function disputeRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/disputes',
    query(deps, 'GET /disputes', noInput, ({ db }) => disputesView(db)),
  );
  router.get(
    '/disputes/:id',
    query(deps, 'GET /disputes/:id', byId, ({ db }, { id }) => disputeDetail(db, id)),
  );
  router.get(
    '/disputes/:id/evidence',
    download(deps, 'GET /disputes/:id/evidence', byId, evidencePaper),
  );
  router.post(
    '/disputes/:id',
    command(deps, 'POST /disputes/:id', changeDisputeSchema, (context, body, { id }) =>
      changeDispute(context, body, Number(id)),
    ),
  );
  router.post(
    '/disputes/:id/sale',
    command(deps, 'POST /disputes/:id/sale', findDisputedSaleSchema, (context, body, { id }) =>
      findDisputedSale(context, body, Number(id)),
    ),
  );
  router.post(
    '/disputes/:id/lost',
    command(deps, 'POST /disputes/:id/lost', loseDisputeSchema, (context, body, { id }) =>
      loseDispute(context, body, Number(id)),
    ),
  );
  router.post(
    '/disputes-lost/:id/undo',
    command(
      deps,
      'POST /disputes-lost/:id/undo',
      takeBackOfDisputeSchema,
      (context, body, { id }) => undoLost(context, body, Number(id)),
    ),
  );
  router.post(
    '/dispute-files',
    command(
      deps,
      'POST /dispute-files',
      disputeFileSchema,
      (context, body, _, kept: Kept) => keepDisputeFile(context, body, kept),
      undefined,
      (body) => readDisputeFile(deps, body),
    ),
  );
  router.post(
    '/dispute-files/:id/leave-out',
    command(deps, 'POST /dispute-files/:id/leave-out', Joi.object({}), (context, _, { id }) =>
      leaveOutFile(context, Number(id)),
    ),
  );
  router.post(
    '/disputes-found/:id/undo',
    command(
      deps,
      'POST /disputes-found/:id/undo',
      takeBackOfDisputeSchema,
      (context, body, { id }) => forgetDisputedSale(context, body, Number(id)),
    ),
  );
  router.post(
    '/bank-chargebacks',
    command(
      deps,
      'POST /bank-chargebacks',
      bankChargebackSchema,
      chargebackFromLine,
      matchAfter(deps),
    ),
  );
  router.post(
    '/bank-chargebacks/:id/undo',
    command(
      deps,
      'POST /bank-chargebacks/:id/undo',
      takeBackOfDisputeSchema,
      (context, body, { id }) => undoChargeback(context, body, Number(id)),
      matchAfter(deps),
    ),
  );
  router.get(
    '/dispute-files/:id',
    download(deps, 'GET /dispute-files/:id', byId, async ({ db }, { id }) => {
      const { type, content } = await disputeFile(db, id);
      const name = `dispute-file-${id}.${type === 'image/jpeg' ? 'jpg' : 'pdf'}`;
      return { name, type, bytes: content, inline: true };
    }),
  );
  return router;
}
