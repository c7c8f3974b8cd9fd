import { id, issuePaperSchema, savePaperHeadSchema } from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../context';
import { command } from '../http/command';
import { download, noInput, query } from '../http/query';
import { allowed } from '../http/rights';
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
  router.get(
    '/papers/:id/pdf',
    download(deps, 'GET /papers/:id/pdf', byId, async ({ shop, today }, asked) => {
      const { name, pdf } = await paperPdf(deps, shop, today, asked.id);
      return { name, type: 'application/pdf', bytes: pdf, inline: true };
    }),
  );
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
