import type {
  FileAnswer,
  FileCheck,
  OpenItemImport,
  UploadedFile,
  WrittenFile,
} from '@abacist/contracts';
import {
  checkOpeningTotal,
  writeOpenItemFile,
  type FileItem,
  type OpenItemFileRow,
  type OpenItemFileState,
} from '@abacist/core/accountFiles';
import { post } from '@abacist/core/ledger';
import type { Outcome } from '@abacist/core/outcome';
import { fileText } from '../../bank/files';
import type { CommandContext, Deps, Shop } from '../../context';
import { rows, run, type Db } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { refuseWith, unwrap } from '../../http/errors';
import { postDocument } from '../../ledger/post';
import { addItem } from '../items';
import { lockAccounts } from '../load';
import { badFirst, refuseBadRows } from './rows';
import { keptSoFar } from '../../workers/reading';

/** No file brings more items than this in one transaction. */
const MOST = 5_000;

type Known = { id: number; number: string; documents: string[] };

/** Open accounts by their customer's number, with the documents that were brought in before. */
async function knownAccounts(db: Db): Promise<Known[]> {
  const [accounts, items] = await Promise.all([
    rows<Omit<Known, 'documents'>>(
      db,
      `SELECT a.id, c.number FROM charge_account a JOIN customer c ON c.id = a.customer_id
       WHERE a.closed_on IS NULL`,
    ),
    rows<{ chargeAccountId: number; number: string }>(
      db,
      `SELECT charge_account_id AS chargeAccountId, number FROM open_item
       WHERE opening_id IS NOT NULL`,
    ),
  ]);
  const documents = new Map<number, string[]>();
  for (const { chargeAccountId, number } of items) {
    const before = documents.get(chargeAccountId);
    if (before) before.push(number);
    else documents.set(chargeAccountId, [number]);
  }
  return accounts.map((one) => ({ ...one, documents: documents.get(one.id) ?? [] }));
}

async function read(
  deps: Deps,
  { currency }: Shop,
  today: string,
  accounts: readonly Known[],
  file: UploadedFile,
): Promise<OpenItemFileRow[]> {
  const state: OpenItemFileState = {
    currency,
    today,
    accounts: accounts.map(({ number, documents }) => ({ number, documents })),
  };
  const outcome = await deps.jobs.compute<unknown, Outcome<OpenItemFileRow[]>>({
    file: 'accountFile.worker.ts',
    input: { what: 'openItems', text: fileText(file), state },
  });
  return unwrap(outcome);
}

const goodOf = (list: readonly OpenItemFileRow[]): FileItem[] =>
  list.flatMap(({ item }) => (item ? [item] : []));

const countsOf = (list: readonly OpenItemFileRow[]): FileAnswer => ({
  added: goodOf(list).length,
  same: 0,
  bad: list.filter(({ status }) => status === 'bad').length,
  totalMinor: goodOf(list).reduce((total, { amountMinor }) => total + amountMinor, 0),
});

/** What a file of open items would do; nothing is kept. */
export async function checkOpenItems(
  deps: Deps,
  shop: Shop,
  today: string,
  file: UploadedFile,
): Promise<FileCheck> {
  const list = await read(deps, shop, today, await knownAccounts(deps.pool), file);
  return {
    ...countsOf(list),
    masked: list.reduce((total, { masked }) => total + masked, 0),
    rows: badFirst(
      list.map(({ row, account, document, status, amountMinor, wrong }) => ({
        row,
        number: account,
        label: document,
        status,
        amountMinor,
        wrong,
      })),
    ),
  };
}

/**
 * Brings items in that were open in the old books: each as an item of its account, in one entry
 * against the opening balance, dated today. They must come to what the old books say.
 * @throws HttpError 409 `rule.openItemsImported`; 422 `accountFile.badRows`,
 * `openItems.totalDiffers`, `accountFile.tooMany`
 */
export async function importOpenItems(
  deps: Deps,
  context: CommandContext,
  { goodRowsOnly, totalMinor, ...file }: OpenItemImport,
): Promise<CommandResult<FileAnswer>> {
  const { tx, shop, today: date, actor, now } = context;
  const before = await knownAccounts(tx);
  const named = new Set(
    goodOf(await read(deps, shop, date, before, file)).map(({ account }) => account),
  );
  await lockAccounts(
    tx,
    before.filter(({ number }) => named.has(number)).map(({ id }) => id),
  );
  // Read again under the lock: what somebody brought in meanwhile is known now.
  const accounts = await knownAccounts(tx);
  const list = await read(deps, shop, date, accounts, file);
  refuseBadRows(list, goodRowsOnly);
  const items = goodOf(list);
  if (items.length === 0) return { answer: countsOf(list) };
  if (items.length > MOST) throw refuseWith('accountFile.tooMany', 'file', { most: MOST });
  unwrap(checkOpeningTotal(items, totalMinor));
  const approvalId = await context.approve([
    {
      code: 'rule.openItemsImported',
      approver: 'manager',
      params: { count: items.length, totalMinor },
    },
  ]);
  const { insertId: openingId } = await run(
    tx,
    `INSERT INTO opening_items (date, name, total_minor, user_id, made_at)
     VALUES (?, ?, ?, ?, ?)`,
    [date, file.name, totalMinor, actor.id, now],
  );
  const idOf = new Map(accounts.map(({ id, number }) => [number, id]));
  const byAccount = new Map<number, number>();
  for (const [i, item] of items.entries()) {
    const { account, document, issued, due, amountMinor, reference } = item;
    const chargeAccountId = idOf.get(account)!;
    await addItem(tx, {
      chargeAccountId,
      kind: amountMinor > 0 ? 'opening' : 'openingCredit',
      number: document,
      date,
      ...(issued && { invoiceDate: issued }),
      ...(due && { dueDate: due }),
      amountMinor,
      reference,
      openingId,
    });
    byAccount.set(chargeAccountId, (byAccount.get(chargeAccountId) ?? 0) + amountMinor);
    keptSoFar(i, items.length);
  }
  const { number } = await postDocument(context, {
    kind: 'openingItems',
    subjectId: openingId,
    date,
    lines: post('opening.balance', {
      amount: [...byAccount].map(([chargeAccountId, amountMinor]) => ({
        amountMinor,
        ledgerAccount: 'chargeAccounts',
        chargeAccountId,
      })),
    }),
    memo: file.name,
    approvalId,
  });
  return { answer: countsOf(list), documentNumber: number };
}

/** All that is open now as a file that the import of another shop reads. */
export async function exportOpenItems(
  db: Db,
  shop: Shop,
  today: string,
): Promise<WrittenFile> {
  const items = await rows<FileItem>(
    db,
    `SELECT c.number AS account, COALESCE(i.number, CONCAT(d.series, '-', d.number)) AS document,
       IF(i.opening_id IS NULL, i.date, i.invoice_date) AS issued, i.due_date AS due, i.left_minor AS amountMinor, i.reference
     FROM open_item i
     JOIN charge_account a ON a.id = i.charge_account_id
     JOIN customer c ON c.id = a.customer_id
     LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
     WHERE i.left_minor > 0 OR i.left_minor < 0
     ORDER BY c.name, a.id, COALESCE(i.due_date, i.date), i.id`,
  );
  return { name: `open-items-${today}.csv`, text: writeOpenItemFile(items, shop.currency) };
}
