import {
  id,
  lookAtStatementSchema,
  matchSchema,
  statementImportSchema,
  undoMatchesSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import Joi from 'joi';
import { readStatements } from '../bank/files';
import { fileLines, importStatement } from '../bank/import';
import { lookAtTable } from '../bank/tables';
import type { Deps } from '../context';
import { command } from '../http/command';
import { notFound } from '../http/errors';
import { byId, noInput, query } from '../http/query';
import type { ReadStatement } from '../workers/bankFile.worker';
import { readJob, stopJob } from '../workers/jobs';
import { acceptMatches } from './accept';
import { matchAfter } from './run';
import { undoMatch, undoMatches } from './undo';
import { listLines, statementView, type LinesQuery } from './view';

const jobQuery = Joi.object<{ id: string }>({ id: Joi.string().uuid().required() });

export function matchingRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/statement',
    query(
      deps,
      'GET /statement',
      Joi.object<{ bankAccountId?: number }>({ bankAccountId: id.optional() }),
      ({ db, deps: { clock } }, asked) => statementView(db, asked, clock()),
    ),
  );
  router.get(
    '/statement/lines',
    query(
      deps,
      'GET /statement/lines',
      Joi.object<LinesQuery>({
        bankAccountId: id.optional(),
        before: id.optional(),
        certainOf: id.optional(),
        limit: Joi.number().integer().min(1).max(200).default(40),
      }),
      ({ db }, asked) => listLines(db, asked),
    ),
  );
  router.get(
    '/statement-files/:id',
    query(deps, 'GET /statement-files/:id', byId, ({ db }, { id: fileId }) =>
      fileLines(db, fileId),
    ),
  );
  router.post(
    '/statement-files/look',
    query(deps, 'POST /statement-files/look', lookAtStatementSchema, lookAtTable),
  );
  router.post(
    '/statements',
    command(
      deps,
      'POST /statements',
      statementImportSchema,
      (context, body, _params, statements: ReadStatement[]) =>
        importStatement(context, body, statements),
      matchAfter(deps),
      (file, actor) => readStatements(deps, file, actor),
    ),
  );
  router.post(
    '/matches',
    command(deps, 'POST /matches', matchSchema, acceptMatches, matchAfter(deps)),
  );
  router.post(
    '/matches/undo',
    command(deps, 'POST /matches/undo', undoMatchesSchema, undoMatches, matchAfter(deps)),
  );
  router.post(
    '/matches/:id/undo',
    command(
      deps,
      'POST /matches/:id/undo',
      noInput,
      (context, _body, params) => undoMatch(context, Number(params['id'])),
      matchAfter(deps),
    ),
  );
  router.get(
    '/jobs/:id',
    query(deps, 'GET /jobs/:id', jobQuery, async ({ deps: { pool } }, asked) => {
      const job = await readJob(pool, asked.id);
      if (!job) throw notFound('job.unknown');
      return job;
    }),
  );
  router.post(
    '/jobs/:id/stop',
    command(deps, 'POST /jobs/:id/stop', noInput, async (context, _body, params) => {
      await stopJob(context.tx, params['id'] ?? '');
      return { answer: {} };
    }),
  );
  return router;
}
