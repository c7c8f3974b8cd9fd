import {
  applyTaughtSchema,
  finishStatementSchema,
  lineNoteSchema,
  lineSplitSchema,
  newBankAccountSchema,
  orderTaughtRulesSchema,
  ownTransferSchema,
  reconciliationQuerySchema,
  reopenStatementSchema,
  saveTaughtRuleSchema,
  undoAtBankSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../context';
import { command } from '../http/command';
import { noInput, query } from '../http/query';
import { matchAfter } from '../matching/run';
import { addBankAccount } from './accounts';
import { joinLine, noteLine, splitLine } from './answers';
import { finishStatement, reopenStatement } from './reconcile/finish';
import { readReconciliation } from './reconcile/read';
import { applyTaught } from './taught/apply';
import { taughtView } from './taught/read';
import { orderRules, removeRule, restoreRule, saveRule } from './taught/save';
import { transferBetween, undoTransfer } from './ownTransfer';

/** Accounts of the shop at banks, money between them, and what a line of theirs is answered with. */
export function bankRoutes(deps: Deps): Router {
  const router = Router();
  router.post(
    '/bank-accounts',
    command(deps, 'POST /bank-accounts', newBankAccountSchema, addBankAccount),
  );
  router.get(
    '/reconciliation',
    query(deps, 'GET /reconciliation', reconciliationQuerySchema, ({ db, today }, asked) =>
      readReconciliation(db, today, asked),
    ),
  );
  router.post(
    '/reconciliations',
    command(deps, 'POST /reconciliations', finishStatementSchema, finishStatement),
  );
  router.post(
    '/reconciliations/:id/reopen',
    command(
      deps,
      'POST /reconciliations/:id/reopen',
      reopenStatementSchema,
      (context, body, { id }) => reopenStatement(context, body, Number(id)),
    ),
  );
  router.post(
    '/bank-transfers',
    command(
      deps,
      'POST /bank-transfers',
      ownTransferSchema,
      transferBetween,
      matchAfter(deps),
    ),
  );
  router.post(
    '/bank-transfers/:id/undo',
    command(
      deps,
      'POST /bank-transfers/:id/undo',
      undoAtBankSchema,
      (context, body, { id }) => undoTransfer(context, body, Number(id)),
      matchAfter(deps),
    ),
  );
  router.post(
    '/lines/:id/note',
    command(deps, 'POST /lines/:id/note', lineNoteSchema, (context, body, { id }) =>
      noteLine(context, body, Number(id)),
    ),
  );
  router.post(
    '/lines/:id/split',
    command(
      deps,
      'POST /lines/:id/split',
      lineSplitSchema,
      (context, body, { id }) => splitLine(context, body, Number(id)),
      matchAfter(deps),
    ),
  );
  router.post(
    '/lines/:id/join',
    command(
      deps,
      'POST /lines/:id/join',
      noInput,
      (context, _body, { id }) => joinLine(context, Number(id)),
      matchAfter(deps),
    ),
  );
  router.get(
    '/taught-rules',
    query(deps, 'GET /taught-rules', noInput, ({ db }) => taughtView(db)),
  );
  router.post(
    '/taught-rules',
    command(deps, 'POST /taught-rules', saveTaughtRuleSchema, saveRule),
  );
  router.post(
    '/taught-rules/order',
    command(deps, 'POST /taught-rules/order', orderTaughtRulesSchema, orderRules),
  );
  router.post(
    '/taught-rules/:id/remove',
    command(deps, 'POST /taught-rules/:id/remove', noInput, (context, _body, { id }) =>
      removeRule(context, Number(id)),
    ),
  );
  router.post(
    '/taught-rules/:id/restore',
    command(deps, 'POST /taught-rules/:id/restore', noInput, (context, _body, { id }) =>
      restoreRule(context, Number(id)),
    ),
  );
  router.post(
    '/taught-answers',
    command(deps, 'POST /taught-answers', applyTaughtSchema, applyTaught, matchAfter(deps)),
  );
  return router;
}
