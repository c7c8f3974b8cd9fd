import { terminalAskSchema } from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { allowed } from '../http/rights';
import { validate } from '../http/validate';
import { loadShopFor } from '../settings/shop';
import { askTerminal, resolveCharge, terminalOrphans } from './charge';

export function terminalRoutes(deps: Deps): Router {
  const router = Router();
  // No command: the terminal answers when its customer has, far longer than a transaction holds.
  router.post('/terminal', async (request, response) => {
    const actor = allowed(request, 'POST /terminal');
    await loadShopFor(deps.pool, actor);
    response.json(await askTerminal(deps, actor, validate(terminalAskSchema, request.body)));
  });
  router.get(
    '/terminal/orphans',
    query(deps, 'GET /terminal/orphans', noInput, async ({ db }) => ({
      charges: await terminalOrphans(db, deps.clock()),
    })),
  );
  router.post(
    '/terminal/:id/resolve',
    command(deps, 'POST /terminal/:id/resolve', noInput, (context, _body, params) =>
      resolveCharge(context, params['id']!),
    ),
  );
  return router;
}
