import {
  id,
  makeStatementsSchema,
  printStatementsSchema,
  statementPreviewSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import type { Deps } from '../../context';
import { actorOf, command } from '../../http/command';
import { query } from '../../http/query';
import { validate } from '../../http/validate';
import { loadShopFor } from '../../settings/shop';
import { previewStatements } from './load';
import {
  listStatements,
  mailStatements,
  makeStatements,
  printStatements,
  statementsPdf,
} from './make';

const listed = Joi.object<{ ids: string }>({
  ids: Joi.string()
    .pattern(/^[1-9]\d{0,15}(,[1-9]\d{0,15}){0,4999}$/)
    .required(),
});

export function accountStatementRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/account-statements/preview',
    query(
      deps,
      'bookkeeper',
      statementPreviewSchema,
      async ({ db }, { accountId, ...asked }) => ({
        statements: await previewStatements(db, asked, accountId),
      }),
    ),
  );
  router.get('/account-statements/pdf', async (request, response) => {
    await loadShopFor(deps.pool, actorOf(request).id);
    const { ids } = validate(listed, request.query);
    const pdf = await statementsPdf(deps, ids.split(',').map(Number));
    response
      .type('application/pdf')
      .set('Content-Disposition', 'inline; filename="statements.pdf"')
      .send(pdf);
  });
  router.get(
    '/accounts/:id/statements',
    query(
      deps,
      'clerk',
      Joi.object<{ id: number }>({ id: id.required() }),
      async ({ db }, asked) => ({ statements: await listStatements(db, asked.id) }),
    ),
  );
  router.post('/account-statements', (request, response, next) => {
    const mails = Boolean((request.body as { command?: { mail?: unknown } })?.command?.mail);
    return command(
      deps,
      'bookkeeper',
      makeStatementsSchema,
      makeStatements,
      async (answer, actor) =>
        mails
          ? { ...answer, jobId: await mailStatements(deps, actor, answer.statementIds) }
          : answer,
    )(request, response, next);
  });
  router.post(
    '/account-statements/print',
    command(deps, 'bookkeeper', printStatementsSchema, printStatements),
  );
  return router;
}
