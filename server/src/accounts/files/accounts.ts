import type {
  AccountFileImport,
  AccountInput,
  FileAnswer,
  FileCheck,
  UploadedFile,
  WrittenFile,
} from '@abacist/contracts';
import {
  writeAccountFile,
  type AccountFileRow,
  type AccountFileState,
  type FileAccount,
} from '@abacist/core/accountFiles';
import type { Outcome } from '@abacist/core/outcome';
import { fileText } from '../../bank/files';
import type { CommandContext, Deps, Shop } from '../../context';
import { row, rows, type Db } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { refuseWith, unwrap } from '../../http/errors';
import { DECIDED, decidedOf, type DecidedRow } from '../columns';
import { buyersOf } from '../load';
import { insertAccount, holderOf } from '../save';
import { badFirst, refuseBadRows } from './rows';
import { keptSoFar } from '../../workers/reading';

/** No file brings more accounts than this in one transaction. */
const MOST = 5_000;

async function read(deps: Deps, db: Db, shop: Shop, file: UploadedFile) {
  const accounts = await rows<{ number: string; branch: number; closed: number }>(
    db,
    `SELECT c.number, a.parent_id IS NOT NULL AS branch, a.closed_on IS NOT NULL AS closed
     FROM charge_account a JOIN customer c ON c.id = a.customer_id`,
  );
  const state: AccountFileState = {
    currency: shop.currency,
    accounts: accounts.map(({ number, branch, closed }) => ({
      number,
      branch: branch === 1,
      closed: closed === 1,
    })),
  };
  const outcome = await deps.jobs.compute<unknown, Outcome<AccountFileRow[]>>({
    file: 'accountFile.worker.ts',
    input: { what: 'accounts', text: fileText(file), state },
  });
  return unwrap(outcome);
}

const countsOf = (list: readonly AccountFileRow[]): FileAnswer => ({
  added: list.filter(({ status }) => status === 'new').length,
  same: list.filter(({ status }) => status === 'same').length,
  bad: list.filter(({ status }) => status === 'bad').length,
  totalMinor: null,
});

/** What a file of accounts would do; nothing is kept. */
export async function checkAccountFile(
  deps: Deps,
  shop: Shop,
  file: UploadedFile,
): Promise<FileCheck> {
  const list = await read(deps, deps.pool, shop, file);
  return {
    ...countsOf(list),
    masked: list.reduce((total, { masked }) => total + masked, 0),
    rows: badFirst(
      list.flatMap(({ row: at, number, name, status, account, wrong }) =>
        status === 'same'
          ? []
          : [
              {
                row: at,
                number,
                label: name,
                status,
                amountMinor: account?.limitMinor ?? null,
                wrong,
              },
            ],
      ),
    ),
  };
}

/**
 * Opens the accounts of a file by one manager's word, all of them or none; those that are there
 * already are left as they are.
 * @throws HttpError 409 `rule.accountsImported`; 422 `accountFile.badRows` (count, row),
 * `accountFile.tooMany` (most)
 */
export async function importAccounts(
  deps: Deps,
  context: CommandContext,
  { goodRowsOnly, ...file }: AccountFileImport,
): Promise<CommandResult<FileAnswer>> {
  const { tx, shop } = context;
  const list = await read(deps, tx, shop, file);
  refuseBadRows(list, goodRowsOnly);
  const fresh = list.flatMap(({ account }) => (account ? [account] : []));
  if (fresh.length > MOST) throw refuseWith('accountFile.tooMany', 'file', { most: MOST });
  if (fresh.length) {
    const approvalId = await context.approve([
      {
        code: 'rule.accountsImported',
        approver: 'manager',
        params: { count: fresh.length },
      },
    ]);
    // Who pays for others comes first, so that each finds its payer.
    const payersFirst = [...fresh].sort((a, b) => Number(!!a.paidBy) - Number(!!b.paidBy));
    for (const [i, account] of payersFirst.entries()) {
      await openOne(context, account, approvalId!);
      keptSoFar(i, payersFirst.length);
    }
  }
  return { answer: countsOf(list) };
}

async function openOne(
  context: CommandContext,
  { number, name, kind, phone, email, address, paidBy, ...of }: FileAccount,
  approvalId: number,
): Promise<void> {
  const { tx } = context;
  const known = await row<{ id: number }>(
    tx,
    'SELECT id FROM customer WHERE number = ? AND active',
    [number],
  );
  const holder = await holderOf(
    context,
    known ?? { number, name, kind, phone, email, address },
  );
  const parent = paidBy
    ? await row<{ id: number }>(
        tx,
        `SELECT a.id FROM charge_account a JOIN customer c ON c.id = a.customer_id
         WHERE c.number = ?`,
        [paidBy],
      )
    : null;
  const account: AccountInput = {
    ...of,
    parentId: parent?.id ?? null,
    buyersOnly: of.buyers.length > 0,
    departmentId: null,
    holdReason: null,
  };
  await insertAccount(context, holder, account, approvalId);
}

/** All open accounts as a file that the import reads back. */
export async function exportAccounts(db: Db, shop: Shop, today: string): Promise<WrittenFile> {
  type Stored = DecidedRow &
    Pick<
      FileAccount,
      'number' | 'name' | 'kind' | 'phone' | 'email' | 'address' | 'paidBy'
    > & {
      id: number;
    };
  const found = await rows<Stored>(
    db,
    `SELECT a.id, c.number, c.name, c.kind, c.phone, c.email, c.address,
       COALESCE(pc.number, '') AS paidBy, ${DECIDED}
     FROM charge_account a
     JOIN customer c ON c.id = a.customer_id
     LEFT JOIN charge_account p ON p.id = a.parent_id
     LEFT JOIN customer pc ON pc.id = p.customer_id
     WHERE a.closed_on IS NULL ORDER BY c.name, a.id`,
  );
  const buyers = await buyersOf(
    db,
    found.map(({ id }) => id),
  );
  const accounts = found.map((one): FileAccount => {
    const { number, name, kind, phone, email, address, paidBy } = one;
    return {
      ...{ number, name, kind, phone, email, address, paidBy },
      ...decidedOf(one),
      buyers: buyers.get(one.id) ?? [],
    };
  });
  return { name: `accounts-${today}.csv`, text: writeAccountFile(accounts, shop.currency) };
}
