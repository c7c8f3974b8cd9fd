import type {
  MadeStatement,
  MakeStatements,
  StatementAsked,
  StatementsMade,
  StatementRunResult,
} from '@abacist/contracts';
import type { Actor, CommandContext, Deps } from '../../context';
import { isDuplicate, placeholders, row, rows, run, type Db } from '../../db/pool';
import type { CommandResult } from '../../http/command';
import { notFound, refuseWith } from '../../http/errors';
import { numberAhead, postDocument } from '../../ledger/post';
import { loadShop } from '../../settings/shop';
import { keptContent, type HeadOfShop, type PaperContent } from '../../papers/content';
import { readLogo, readPaperHead } from '../../papers/head';
import { word } from '../../papers/words';
import { toInstant } from '../../sales/read';
import { paperOfStatement } from './content';
import { statementsOf, type Made } from './load';

/** No run makes more statements than this. */
const MOST = 5_000;

/**
 * Makes statements of accounts at a date, each once: where one was made for the same date, that
 * one is taken, with the figures that it had. They go out after this is committed.
 * @throws HttpError 422 `statement.none`, `statement.tooMany`, `statement.later` (the date is not
 * there yet), `mail.noSender`
 */
export async function makeStatements(
  context: CommandContext,
  { accountIds, mail, ...asked }: MakeStatements,
): Promise<CommandResult<StatementsMade>> {
  const { tx, today } = context;
  if (asked.asOf > today) throw refuseWith('statement.later', 'asOf');
  if (accountIds.length > MOST) throw refuseWith('statement.tooMany', 'accountIds');
  await askMany(context, mail, accountIds.length);
  const head = await paperHead(context, mail);
  const made = await statementsOf(tx, asked, accountIds);
  if (made.length === 0) throw refuseWith('statement.none', 'accountIds');
  const statementIds = await keepStatements(context, made, asked, head);
  return { answer: { statementIds, jobId: null } };
}

/** Mails that go out without asking: more is a slip of the finger that nobody calls back. */
const HANDFUL = 5;

/** Asks before many mails go out. @throws HttpError 409 `rule.manyMails` (count) */
export async function askMany(
  context: CommandContext,
  mail: boolean,
  count: number,
): Promise<void> {
  if (!mail || count <= HANDFUL) return;
  await context.approve([{ code: 'rule.manyMails', approver: 'clerk', params: { count } }]);
}

/** The head of the shop's papers. @throws HttpError 422 `mail.noSender` when they are to be mailed */
export async function paperHead(
  { tx, shop }: CommandContext,
  mail: boolean,
): Promise<HeadOfShop> {
  const head = await readPaperHead(tx);
  if (mail && !head.email) throw refuseWith('mail.noSender');
  return { ...head, ...shop };
}

/** What stands before a statement that reminds. */
export type Letter = { step: number; subject: string; text: string; overdueMinor: number };

/**
 * Keeps statements, each once: where one was made for the same date and step, that one is taken.
 * @returns their ids
 */
export async function keepStatements(
  context: CommandContext,
  made: readonly Made[],
  asked: StatementAsked,
  head: HeadOfShop,
  letterOf?: (chargeAccountId: number) => Letter,
): Promise<number[]> {
  const ids: number[] = [];
  for (const one of made) {
    const letter = letterOf?.(one.payer.id);
    const before = await row<{ id: number }>(
      context.tx,
      `SELECT id FROM account_statement
       WHERE charge_account_id = ? AND kind = ? AND as_of = ? AND from_date = ? AND step = ?`,
      [one.payer.id, asked.kind, asked.asOf, asked.from, letter?.step ?? 0],
    );
    ids.push(before?.id ?? (await keep(context, one, asked, head, letter)));
  }
  return ids;
}

async function keep(
  context: CommandContext,
  one: Made,
  asked: StatementAsked,
  head: HeadOfShop,
  letter: Letter | undefined,
): Promise<number> {
  const { tx, actor, now } = context;
  const number = await numberAhead(tx, 'accountStatement');
  const content = paperOfStatement(one, asked, head, number, letter?.text);
  const { insertId } = await run(
    tx,
    `INSERT INTO account_statement
       (charge_account_id, kind, from_date, as_of, balance_minor, content, user_id, made_at, step,
        subject, letter, overdue_minor)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      one.payer.id,
      asked.kind,
      asked.from,
      asked.asOf,
      one.statement.balanceMinor,
      JSON.stringify(content),
      actor.id,
      now,
      letter?.step ?? 0,
      letter?.subject ?? null,
      letter?.text ?? null,
      letter?.overdueMinor ?? null,
    ],
  ).catch((error: unknown) => {
    if (isDuplicate(error)) throw refuseWith('statement.again', 'accountIds');
    throw error;
  });
  await postDocument(context, {
    kind: 'accountStatement',
    subjectId: insertId,
    date: asked.asOf,
    lines: [],
    memo: '',
  });
  return insertId;
}

type Kept = {
  id: number;
  number: string;
  name: string;
  email: string;
  subject: string | null;
  letter: string | null;
  content: PaperContent;
};

async function keptStatements(db: Db, ids: readonly number[]): Promise<Kept[]> {
  if (ids.length === 0) return [];
  const found = await rows<Omit<Kept, 'content'> & { content: string }>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, c.name, c.email, s.subject, s.letter,
       s.content
     FROM account_statement s
     JOIN document d ON d.kind = 'accountStatement' AND d.subject_id = s.id
     JOIN charge_account a ON a.id = s.charge_account_id
     JOIN customer c ON c.id = a.customer_id
     WHERE s.id IN (${placeholders(ids.length)}) ORDER BY c.name, s.id`,
    ids,
  );
  return found.map(({ content, ...one }) => ({
    ...one,
    content: keptContent(content),
  }));
}

/** Lays statements out in a worker and mails each to its customer, with progress, as a job. */
export async function mailStatements(
  deps: Deps,
  actor: Actor,
  ids: readonly number[],
): Promise<string> {
  const { mail } = deps.outside;
  if (!mail) throw refuseWith('mail.none');
  let kept: Kept[] = [];
  let shop = { name: '' };
  let sender = '';
  const task = async () => {
    const head = await readPaperHead(deps.pool);
    shop = await loadShop(deps.pool);
    sender = head.email;
    kept = await keptStatements(deps.pool, ids);
    const logo = await readLogo(deps.pool);
    const contents = kept.map(({ content }) => content);
    const input = { contents, pageSize: head.pageSize, logo: logo && new Uint8Array(logo) };
    return { file: 'statements.worker.ts', input };
  };
  const finish = async (
    pdfs: Uint8Array[] | undefined,
  ): Promise<StatementRunResult | null> => {
    if (!pdfs) return null;
    const result: StatementRunResult = { mailed: 0, withoutAddress: [], failed: [] };
    for (const [i, { id, number, name, email, subject, letter, content }] of kept.entries()) {
      if (!email) {
        result.withoutAddress.push(name);
        continue;
      }
      const params = {
        kind: word('accountStatement'),
        number,
        shop: shop.name,
        date: content.date,
      };
      try {
        await mail({
          from: { name: shop.name, address: sender },
          to: email,
          subject: subject ?? word('subject', params),
          text: letter ?? word('statementText', params),
          attachments: [
            {
              filename: `${number}.pdf`,
              content: Buffer.from(pdfs[i]!),
              contentType: 'application/pdf',
            },
          ],
        });
        await keepIssue(deps.pool, id, 'mail', email, actor.id, deps.clock());
        result.mailed += 1;
      } catch {
        result.failed.push(name);
      }
    }
    return result;
  };
  return deps.jobs.start(actor.id, 'statements', task, finish);
}

function keepIssue(
  db: Db,
  statementId: number,
  how: 'mail' | 'print',
  to: string | null,
  userId: number,
  at: Date,
) {
  return run(
    db,
    `INSERT INTO account_statement_issue
       (account_statement_id, how, sent_to, user_id, issued_at) VALUES (?, ?, ?, ?, ?)`,
    [statementId, how, to, userId, at],
  );
}

/** Keeps that statements are printed; the paper itself is read after it. */
export async function printStatements(
  { tx, actor, now }: CommandContext,
  { statementIds }: { statementIds: number[] },
): Promise<CommandResult<{ statementIds: number[] }>> {
  const kept = await keptStatements(tx, statementIds);
  if (kept.length !== new Set(statementIds).size) throw notFound('statement.unknown');
  for (const { id } of kept) await keepIssue(tx, id, 'print', null, actor.id, now);
  return { answer: { statementIds } };
}

/** Statements as one PDF, each beginning on a page of its own. */
export async function statementsPdf(deps: Deps, ids: readonly number[]): Promise<Buffer> {
  const kept = await keptStatements(deps.pool, ids);
  if (kept.length === 0) throw notFound('statement.unknown');
  const [logo, { pageSize }] = [await readLogo(deps.pool), await readPaperHead(deps.pool)];
  const contents = kept.map(({ content }) => content);
  const pdf = await deps.jobs.compute<unknown, Uint8Array>({
    file: 'statementsOne.worker.ts',
    input: { contents, pageSize, logo: logo && new Uint8Array(logo) },
  });
  return Buffer.from(pdf);
}

/** The statements that an account got, newest first, with what went to whom. */
export async function listStatements(
  db: Db,
  chargeAccountId: number,
): Promise<MadeStatement[]> {
  const found = await rows<Omit<MadeStatement, 'issues'>>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.kind, s.from_date AS \`from\`,
       s.as_of AS asOf, s.step, s.balance_minor AS balanceMinor, u.name AS \`by\`, s.made_at AS madeAt
     FROM account_statement s
     JOIN document d ON d.kind = 'accountStatement' AND d.subject_id = s.id
     JOIN user u ON u.id = s.user_id
     WHERE s.charge_account_id = ? ORDER BY s.id DESC LIMIT 50`,
    [chargeAccountId],
  );
  const issues = await rows<MadeStatement['issues'][number] & { statementId: number }>(
    db,
    `SELECT i.account_statement_id AS statementId, i.how, i.sent_to AS sentTo, u.name AS \`by\`,
       i.issued_at AS issuedAt
     FROM account_statement_issue i
     JOIN account_statement s ON s.id = i.account_statement_id
     JOIN user u ON u.id = i.user_id
     WHERE s.charge_account_id = ? ORDER BY i.id DESC`,
    [chargeAccountId],
  );
  return found.map((one) => ({
    ...one,
    madeAt: toInstant(one.madeAt),
    issues: issues
      .filter(({ statementId }) => statementId === one.id)
      .map(({ statementId: _of, ...issue }) => ({
        ...issue,
        issuedAt: toInstant(issue.issuedAt),
      })),
  }));
}
