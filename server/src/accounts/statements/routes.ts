import {
  id,
  makeRemindersSchema,
  makeStatementsSchema,
  printStatementsSchema,
  reminderStepsSchema,
  statementPreviewSchema,
  type StatementsMade,
} from '@abacist/contracts';
import { Router, type RequestHandler } from 'express';
import Joi from 'joi';
import type { Deps } from '../../context';
import { command, type CommandHandler } from '../../http/command';
import { download, noInput, query } from '../../http/query';
import type { Right } from '@abacist/contracts/rights';
import { previewStatements } from './load';
import {
  listStatements,
  mailStatements,
  makeStatements,
  printStatements,
  statementsPdf,
} from './make';
import { makeReminders, readReminders, saveReminderSteps } from './reminders';

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
      'GET /account-statements/preview',
      statementPreviewSchema,
      async ({ db }, { chargeAccountId, ...asked }) => ({
        statements: await previewStatements(db, asked, chargeAccountId),
      }),
    ),
  );
  router.get(
    '/account-statements/pdf',
    download(deps, 'GET /account-statements/pdf', listed, async (_, { ids }) => ({
      name: 'statements.pdf',
      type: 'application/pdf',
      bytes: await statementsPdf(deps, ids.split(',').map(Number)),
      inline: true,
    })),
  );
  router.get(
    '/accounts/:id/statements',
    query(
      deps,
      'GET /accounts/:id/statements',
      Joi.object<{ id: number }>({ id: id.required() }),
      async ({ db }, asked) => ({ statements: await listStatements(db, asked.id) }),
    ),
  );
  router.post(
    '/account-statements',
    sending(deps, 'POST /account-statements', makeStatementsSchema, makeStatements),
  );
  router.get(
    '/reminders',
    query(deps, 'GET /reminders', noInput, ({ db, today }) => readReminders(db, today)),
  );
  router.post(
    '/reminders',
    sending(deps, 'POST /reminders', makeRemindersSchema, makeReminders),
  );
  router.post(
    '/reminder-steps',
    command(deps, 'POST /reminder-steps', reminderStepsSchema, saveReminderSteps),
  );
  router.post(
    '/account-statements/print',
    command(deps, 'POST /account-statements/print', printStatementsSchema, printStatements),
  );
  return router;
}

/** A command that makes statements and, where it says so, mails them once it is committed. */
function sending<C extends { mail: boolean }>(
  deps: Deps,
  right: Right,
  schema: Joi.Schema<C>,
  handler: CommandHandler<C, StatementsMade>,
): RequestHandler {
  return command(deps, right, schema, handler, async (answer, actor, { mail }) =>
    mail
      ? { ...answer, jobId: await mailStatements(deps, actor, answer.statementIds) }
      : answer,
  );
}
