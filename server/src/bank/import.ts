import type { StatementAnswer, StatementFileLines, StatementImport } from '@abacist/contracts';
import { createHash } from 'node:crypto';
import {
  besides,
  coveredSpans,
  findKnown,
  TEXT_KEPT,
  type LineHere,
} from '@abacist/core/bank';
import { addDays } from '@abacist/core/dates';
import { post } from '@abacist/core/ledger';
import { sum } from '@abacist/core/money';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run, toMinor, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import type { ReadStatement } from '../workers/bankFile.worker';
import { keptSoFar } from '../workers/reading';
import { registerFile } from './files';
import { refuseFinished } from './reconcile/finish';
import { importedStatements } from './statements';
import { balanceBefore, keepLayout } from './tables';

/**
 * Imports the statements of a file that was read and checked whole: adds only lines that are new.
 * Nothing of a refused file is kept.
 */
export async function importStatement(
  context: CommandContext,
  command: StatementImport,
  statements: readonly ReadStatement[],
): Promise<CommandResult<StatementAnswer>> {
  const fileId = await registerFile(context, 'statement', command);
  const answer: StatementAnswer = {
    added: 0,
    alreadyHere: 0,
    masked: 0,
    pending: 0,
    from: statements[0]!.from,
    to: statements[0]!.to,
    closingMinor: 0,
    jobId: null,
    fileId,
    beside: [],
  };
  for (const read of statements) {
    const account = await accountOf(context, read);
    const statement = await withBalances(context, command, account, read);
    answer.beside.push(...(await besideOf(context.tx, account, statement)));
    const { added, masked } = await storeStatement(context, account, fileId, statement);
    answer.added += added;
    answer.alreadyHere += statement.lines.length - added;
    answer.masked += masked;
    answer.pending += statement.pending;
    if (statement.from < answer.from) answer.from = statement.from;
    if (statement.to >= answer.to) {
      answer.to = statement.to;
      answer.closingMinor = statement.closingMinor;
    }
  }
  if (command.table && command.table.saveAs !== null) await keepLayout(context, command.table);
  return { answer };
}

type Balanced = Omit<ReadStatement, 'openingMinor' | 'closingMinor'> & {
  openingMinor: number;
  closingMinor: number;
};

/**
 * A statement with its balances: a bank's table may have none, then it begins with what statements before it say, else with
 * what a person typed. @throws HttpError 422 `statement.noOpening`
 */
async function withBalances(
  { tx }: CommandContext,
  { table }: StatementImport,
  bankAccountId: number,
  read: ReadStatement,
): Promise<Balanced> {
  const openingMinor =
    read.openingMinor ??
    (await balanceBefore(tx, bankAccountId, read.from)) ??
    table?.openingMinor ??
    null;
  if (openingMinor === null) throw refuseWith('statement.noOpening', 'openingMinor');
  const moved = sum(read.lines.map(({ amountMinor }) => amountMinor));
  return { ...read, openingMinor, closingMinor: read.closingMinor ?? openingMinor + moved };
}

/** How a statement lies beside those that are here: a gap before or after it, days that both have. */
async function besideOf(
  db: Db,
  bankAccountId: number,
  statement: Balanced,
): Promise<StatementAnswer['beside']> {
  return besides(await importedStatements(db, bankAccountId), statement);
}

/** What became of a file's lines: new, known before; matched by now, and open. */
export async function fileLines(db: Db, fileId: number): Promise<StatementFileLines> {
  const found = await row<
    Record<Exclude<keyof StatementFileLines, 'bankAccountId'>, string | null>
  >(
    db,
    `SELECT SUM(z.fresh) AS fresh, SUM(1 - z.fresh) AS known,
       SUM(l.match_group_id IS NOT NULL OR l.standing IS NULL) AS matched,
       SUM(l.match_group_id IS NULL AND l.standing IS NOT NULL) AS open
     FROM (
       SELECT l.id, 1 AS fresh FROM statement s JOIN statement_line l ON l.statement_id = s.id
       WHERE s.import_file_id = ? AND l.line_split_id IS NULL
       UNION ALL
       SELECT k.statement_line_id, 0 FROM statement s JOIN statement_known k ON k.statement_id = s.id
       WHERE s.import_file_id = ?
     ) z JOIN statement_line l ON l.id = z.id`,
    [fileId, fileId],
  );
  const accounts = await rows<{ id: number }>(
    db,
    'SELECT DISTINCT bank_account_id AS id FROM statement WHERE import_file_id = ?',
    [fileId],
  );
  return {
    fresh: toMinor(found?.fresh),
    known: toMinor(found?.known),
    matched: toMinor(found?.matched),
    open: toMinor(found?.open),
    bankAccountId: accounts.length === 1 ? accounts[0]!.id : null,
  };
}

/** The shop's bank account of a statement, locked so that two imports go one by one. */
async function accountOf(context: CommandContext, statement: ReadStatement): Promise<number> {
  const { tx, today } = context;
  // Banks write an account with and without its spaces and hyphens.
  const account = await row<{ id: number; currency: string }>(
    tx,
    `SELECT id, currency FROM bank_account
     WHERE REGEXP_REPLACE(account_number, '[^0-9A-Za-z]', '') = ? FOR UPDATE`,
    [statement.accountNumber.replace(/[^0-9A-Za-z]/g, '')],
  );
  if (!account) {
    throw refuseWith('statement.unknownAccount', 'account', { text: statement.accountNumber });
  }
  if (account.currency !== statement.currency) {
    throw refuseWith('statement.currency', 'currency', {
      text: statement.currency,
      currency: account.currency,
    });
  }
  if (statement.to > addDays(today, 7)) {
    throw refuseWith('date.tooFarAhead', 'date', { text: statement.to });
  }
  return account.id;
}

async function storeStatement(
  context: CommandContext,
  bankAccountId: number,
  fileId: number,
  statement: Balanced,
): Promise<{ added: number; masked: number }> {
  const { tx } = context;
  const here = await rows<LineHere & { identity: string }>(
    tx,
    `SELECT id, date, amount_minor AS amountMinor, text, bank_id AS bankId, identity
     FROM statement_line
     WHERE bank_account_id = ? AND date BETWEEN ? AND ? AND line_split_id IS NULL ORDER BY id`,
    [bankAccountId, statement.from, statement.to],
  );
  const known = findKnown(statement.lines, here);
  const fresh = statement.lines.filter((_, i) => known[i] === null);
  const used = new Set(here.map(({ identity }) => identity));
  const [earliest] = fresh.map(({ date }) => date).sort();
  if (earliest !== undefined) await refuseFinished(context, bankAccountId, earliest);
  const { insertId: statementId } = await run(
    tx,
    `INSERT INTO statement
       (bank_account_id, import_file_id, format, from_date, to_date, opening_minor, closing_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [
      bankAccountId,
      fileId,
      statement.format,
      statement.from,
      statement.to,
      statement.openingMinor,
      statement.closingMinor,
    ],
  );
  await insertMany(
    tx,
    'statement_known',
    ['statement_id', 'statement_line_id'],
    known.flatMap((id) => (id === null ? [] : [[statementId, id]])),
  );
  await insertMany(
    tx,
    'statement_line',
    [
      'bank_account_id',
      'statement_id',
      'date',
      'value_date',
      'amount_minor',
      'text',
      'reference_list',
      'bank_id',
      'bank_code',
      'identity',
    ],
    fresh.map((line) => [
      bankAccountId,
      statementId,
      line.date,
      line.valueDate,
      line.amountMinor,
      line.text.slice(0, TEXT_KEPT),
      JSON.stringify(line.references.map((text) => text.slice(0, 80)).slice(0, 20)),
      line.bankId?.slice(0, 80) ?? null,
      line.bankCode.slice(0, 40),
      ownIdentity(line.identity, used),
    ]),
    (done) => keptSoFar(done, fresh.length),
  );
  await refuseWhenBalancesPart(context, bankAccountId, statement);
  await postOpening(context, bankAccountId);
  return {
    added: fresh.length,
    masked: fresh.reduce((total, one) => total + one.masked, 0),
  };
}

/** An identity that no line here has: one that came in another format may stand where this one is counted to. */
function ownIdentity(identity: string, used: Set<string>): string {
  let own = identity;
  while (used.has(own)) own = createHash('sha256').update(own).digest('hex');
  used.add(own);
  return own;
}

/**
 * The balance that follows from the lines here must be the statement's closing balance on its
 * last day, wherever the span around it has no gap. Otherwise the file repeats lines in another
 * wording, or contradicts what was imported before. Statements that ended earlier are not
 * asked: one drawn at noon knew less of its last day.
 */
async function refuseWhenBalancesPart(
  { tx }: CommandContext,
  bankAccountId: number,
  statement: Balanced,
): Promise<void> {
  const statements = await importedStatements(tx, bankAccountId);
  const span = coveredSpans(statements).find(
    ({ from, to }) => from <= statement.from && statement.to <= to,
  );
  const first = statements.find(({ from }) => from === span?.from);
  if (!span || !first) return;
  for (const { to, closingMinor } of statements) {
    if (to < statement.to || to > span.to) continue;
    if (to === statement.to && closingMinor !== statement.closingMinor) continue;
    const moved = await row<{ total: string | null }>(
      tx,
      `SELECT SUM(amount_minor) AS total FROM statement_line
       WHERE bank_account_id = ? AND date BETWEEN ? AND ? AND line_split_id IS NULL`,
      [bankAccountId, span.from, to],
    );
    const expectedMinor = first.openingMinor + toMinor(moved?.total);
    if (expectedMinor !== closingMinor) {
      throw refuseWith('statement.balancesPart', 'closing balance', {
        date: to,
        expectedMinor,
        foundMinor: closingMinor,
      });
    }
  }
}

/**
 * Brings the ledger's opening balance of a bank account to what the earliest statement says, so
 * that statement = ledger + lines not posted holds from the first import on.
 */
async function postOpening(context: CommandContext, bankAccountId: number): Promise<void> {
  const { tx } = context;
  const first = await row<{ id: number; from: string; openingMinor: number }>(
    tx,
    `SELECT id, from_date AS \`from\`, opening_minor AS openingMinor
     FROM statement WHERE bank_account_id = ? ORDER BY from_date, id LIMIT 1`,
    [bankAccountId],
  );
  const posted = await row<{ total: string | null }>(
    tx,
    'SELECT SUM(amount_minor) AS total FROM bank_opening WHERE bank_account_id = ?',
    [bankAccountId],
  );
  const amountMinor = (first?.openingMinor ?? 0) - toMinor(posted?.total);
  if (!first || amountMinor === 0) return;
  // What a finished statement began with is not changed beneath it, by a file without lines either.
  await refuseFinished(context, bankAccountId, first.from);
  const { insertId } = await run(
    tx,
    'INSERT INTO bank_opening (bank_account_id, statement_id, amount_minor) VALUES (?, ?, ?)',
    [bankAccountId, first.id, amountMinor],
  );
  await postDocument(context, {
    kind: 'bankOpening',
    subjectId: insertId,
    date: addDays(first.from, -1),
    lines: post('opening.balance', {
      amount: [{ amountMinor, ledgerAccount: 'bank', bankAccountId }],
    }),
    memo: '',
  });
}
