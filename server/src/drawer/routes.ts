import {
  actPictureSchema,
  beginCountSchema,
  cardStatementSchema,
  cardStatementUndoSchema,
  chequeFoundSchema,
  closeSchema,
  countAgainSchema,
  countEvidenceSchema,
  drawerActChoicesSchema,
  drawerActSchema,
  drawerActsSchema,
  drawerActUndoSchema,
  openDrawerSchema,
  overShortSchema,
  undoOpeningSchema,
  wantedPiecesSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { byId, download, noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { makeAct } from './acts/make';
import { actsOf, choicesFor } from './acts/read';
import { keepPicture, pictureOf, readPicture } from './acts/pictures';
import { undoAct } from './acts/undo';
import { terminalReport } from '../terminal/report';
import { countAgain } from './again';
import { recordCardStatement, shopCard, undoCardStatement } from './cardStatements';
import { beginCount, closeDrawer } from './count';
import { evidenceOf } from './evidence';
import { overAndShort } from './overShort';
import { changeView, saveWanted } from './change';
import { findCheque } from './found';
import { floatOf, openDrawer, undoOpening } from './open';

export function drawerRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/drawers/:id/float',
    query(deps, 'GET /drawers/:id/float', byId, ({ db, shop, actor }, { id: drawerId }) =>
      floatOf(db, { shop, actor }, drawerId),
    ),
  );
  router.get(
    '/shop-card',
    query(deps, 'GET /shop-card', noInput, ({ db }) => shopCard(db)),
  );
  router.post(
    '/card-statements',
    command(deps, 'POST /card-statements', cardStatementSchema, recordCardStatement),
  );
  router.post(
    '/card-statements/:id/undo',
    command(
      deps,
      'POST /card-statements/:id/undo',
      cardStatementUndoSchema,
      (context, body, params) => undoCardStatement(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/change',
    query(deps, 'GET /change', noInput, ({ db, shop }) => changeView(db, shop)),
  );
  router.post(
    '/drawers/:id/wanted',
    command(deps, 'POST /drawers/:id/wanted', wantedPiecesSchema, (context, body, params) =>
      saveWanted(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/drawers/:id/open',
    command(deps, 'POST /drawers/:id/open', openDrawerSchema, (context, body, params) =>
      openDrawer(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/drawer-opens/:id/undo',
    command(deps, 'POST /drawer-opens/:id/undo', undoOpeningSchema, (context, body, params) =>
      undoOpening(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/counts',
    command(deps, 'POST /counts', beginCountSchema, (context, body) =>
      beginCount(context, body, deps.outside.terminal !== null),
    ),
  );
  router.post(
    '/counts/:id/close',
    command(
      deps,
      'POST /counts/:id/close',
      closeSchema,
      (context, body, params) => closeDrawer(context, body, Number(params['id'])),
      matchAfter(deps),
    ),
  );
  router.post(
    '/counts/:id/again',
    command(deps, 'POST /counts/:id/again', countAgainSchema, (context, body, params) =>
      countAgain(context, body, Number(params['id'])),
    ),
  );
  router.get(
    '/counts/:id/terminal',
    query(deps, 'GET /counts/:id/terminal', byId, ({ deps: all }, { id: sessionId }) =>
      terminalReport(all, sessionId),
    ),
  );
  router.get(
    '/counts/:id/evidence',
    query(deps, 'GET /counts/:id/evidence', countEvidenceSchema, ({ db, shop }, { id }) =>
      evidenceOf(db, shop, id),
    ),
  );
  router.get(
    '/over-short',
    query(deps, 'GET /over-short', overShortSchema, ({ db }) => overAndShort(db)),
  );
  router.get(
    '/drawer-acts',
    query(deps, 'GET /drawer-acts', drawerActsSchema, ({ db }, { date }) => actsOf(db, date)),
  );
  router.get(
    '/drawer-acts/choices',
    query(
      deps,
      'GET /drawer-acts/choices',
      drawerActChoicesSchema,
      ({ db, shop, actor, today }, { drawerId = null }) =>
        choicesFor(db, { shop, actor, today, drawerId }),
    ),
  );
  router.post('/drawer-acts', command(deps, 'POST /drawer-acts', drawerActSchema, makeAct));
  router.post(
    '/drawer-acts/picture',
    command(
      deps,
      'POST /drawer-acts/picture',
      actPictureSchema,
      (context, body, _, picture) => keepPicture(context, body, picture),
      undefined,
      readPicture,
    ),
  );
  router.get(
    '/drawer-act-pictures/:id',
    download(deps, 'GET /drawer-act-pictures/:id', byId, async ({ db }, { id: of }) => ({
      name: `slip-${of}.jpg`,
      type: 'image/jpeg',
      bytes: await pictureOf(db, of),
      inline: true,
    })),
  );
  router.post(
    '/drawer-acts/:id/undo',
    command(deps, 'POST /drawer-acts/:id/undo', drawerActUndoSchema, (context, body, params) =>
      undoAct(context, body, Number(params['id'])),
    ),
  );
  router.post(
    '/cheques/:id/found',
    command(deps, 'POST /cheques/:id/found', chequeFoundSchema, (context, body, params) =>
      findCheque(context, body, Number(params['id'])),
    ),
  );
  return router;
}
