import {
  accountFileImportSchema,
  accountFileSchema,
  openItemImportSchema,
} from '@abacist/contracts';
import { Router } from 'express';
import type { Deps } from '../../context';
import { command } from '../../http/command';
import { noInput, query } from '../../http/query';
import { checkAccountFile, exportAccounts, importAccounts } from './accounts';
import { checkOpenItems, exportOpenItems, importOpenItems } from './openItems';

/** Accounts and their open items as files: looked at, brought in, written. */
export function accountFileRoutes(deps: Deps): Router {
  const router = Router();
  router.get(
    '/account-files/accounts',
    query(deps, 'GET /account-files/accounts', noInput, ({ db, shop, today }) =>
      exportAccounts(db, shop, today),
    ),
  );
  router.post(
    '/account-files/accounts/check',
    query(deps, 'POST /account-files/accounts/check', accountFileSchema, ({ shop }, file) =>
      checkAccountFile(deps, shop, file),
    ),
  );
  router.post(
    '/account-files/accounts',
    command(deps, 'POST /account-files/accounts', accountFileImportSchema, (context, body) =>
      importAccounts(deps, context, body),
    ),
  );
  router.get(
    '/account-files/open-items',
    query(deps, 'GET /account-files/open-items', noInput, ({ db, shop, today }) =>
      exportOpenItems(db, shop, today),
    ),
  );
  router.post(
    '/account-files/open-items/check',
    query(
      deps,
      'POST /account-files/open-items/check',
      accountFileSchema,
      ({ shop, today }, file) => checkOpenItems(deps, shop, today, file),
    ),
  );
  router.post(
    '/account-files/open-items',
    command(deps, 'POST /account-files/open-items', openItemImportSchema, (context, body) =>
      importOpenItems(deps, context, body),
    ),
  );
  return router;
}
