import { id, issuePaperSchema, savePaperHeadSchema } from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { actorOf, command } from '../http/command';
import { noInput, query } from '../http/query';
import { validate } from '../http/validate';
import { loadShopFor } from '../settings/shop';
import { readLogo, readPaperHead, savePaperHead } from './head';
import { issuePaper, paperPdf } from './issue';

const byId = Joi.object<{ id: number }>({ id: id.required() });

export function paperRoutes(deps: Deps): Router {
  const router = Router();
  router.post(
    '/papers',
    command(deps, 'clerk', issuePaperSchema, (context, body) =>
      issuePaper(deps, context, body),
    ),
  );
  // A file and not JSON, so that the browser shows or prints it.
  router.get('/papers/:id/pdf', async (request, response) => {
    const actor = actorOf(request);
    const shop = await loadShopFor(deps.pool, actor.id);
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
    query(deps, 'bookkeeper', noInput, ({ db }) => readPaperHead(db)),
  );
  router.get('/paper-head/logo', async (request, response) => {
    await loadShopFor(deps.pool, actorOf(request).id);
    const logo = await readLogo(deps.pool);
    if (!logo) {
      response.status(404).end();
      return;
    }
    response.type(logo[0] === 0x89 ? 'image/png' : 'image/jpeg').send(logo);
  });
  router.post('/paper-head', command(deps, 'bookkeeper', savePaperHeadSchema, savePaperHead));
  return router;
}
