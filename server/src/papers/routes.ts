import { id, issuePaperSchema, savePaperHeadSchema } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { allowed } from '../http/rights';
import { validate } from '../http/validate';
import { loadShopFor } from '../settings/shop';
import { readLogo, readPaperHead, savePaperHead } from './head';
import { issuePaper, paperPdf, sendPaper } from './issue';

const byId = Joi.object<{ id: number }>({ id: id.required() });

export function paperRoutes(deps: Deps): Router {
  const router = Router();
  router.post(
    '/papers',
    command(
      deps,
      'POST /papers',
      issuePaperSchema,
      (context, body) => issuePaper(deps, context, body),
      (answer, actor, body) => sendPaper(deps, answer, actor, body),
    ),
  );
  // A file and not JSON, so that the browser shows or prints it.
  router.get('/papers/:id/pdf', async (request, response) => {
    const actor = allowed(request, 'GET /papers/:id/pdf');
    const shop = await loadShopFor(deps.pool, actor);
    const today = businessDate(deps.clock(), shop.zone);
    const { id: issueId } = validate(byId, request.params);
    const { name, pdf } = await paperPdf(deps, shop, today, issueId);
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${name}"`)
      .send(pdf);
  });
  router.get(
    '/paper-head',
    query(deps, 'GET /paper-head', noInput, ({ db }) => readPaperHead(db)),
  );
  router.get('/paper-head/logo', async (request, response) => {
    await loadShopFor(deps.pool, allowed(request, 'GET /paper-head/logo'));
    const logo = await readLogo(deps.pool);
    if (!logo) {
      response.status(404).end();
      return;
    }
    response.type(logo[0] === 0x89 ? 'image/png' : 'image/jpeg').send(logo);
  });
  router.post(
    '/paper-head',
    command(deps, 'POST /paper-head', savePaperHeadSchema, savePaperHead),
  );
  return router;
}
