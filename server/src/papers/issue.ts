import type { IssuePaper, PaperIssued, PaperSubject } from '@abacist/contracts';
import { papersOf, type PaperKind } from '@abacist/core/documents';
import { businessDate } from '@abacist/core/dates';
import type { Actor, CommandContext, Deps, Shop } from '../context';
import { pause } from '../db/away';
import { keepEmail } from '../customers/save';
import { isDuplicate, row, run, type Db } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { HttpError, notFound, refuseWith } from '../http/errors';
import { loadShopFor } from '../settings/shop';
import type { HeadOfShop, PaperContent } from './content';
import { readLogo, readPaperHead } from './head';
import type { PageSize } from './pdf';
import { renderRoll } from './roll';
import { SUBJECTS } from './subjects';
import { word } from './words';

type Wanted = { kind: PaperKind; subject: PaperSubject; subjectId: number };

/**
 * Issues a paper and keeps that it did: the first of a document is the original, later ones are
 * copies. A mail or a print goes out once this is committed (`sendPaper`).
 * @throws HttpError 422 `paper.kind`, `mail.none`, `mail.noSender`, `printer.none`; 404 when there is
 * no such document
 */
export async function issuePaper(
  deps: Deps,
  context: CommandContext,
  command: IssuePaper,
): Promise<CommandResult<PaperIssued>> {
  const { tx, shop, today, actor, now } = context;
  const { kind, subject, subjectId, format, how } = command;
  if (!SUBJECTS[subject].documents.some((document) => papersOf(document).includes(kind))) {
    throw refuseWith('paper.kind', 'kind');
  }
  const keep = async (copy: boolean) => {
    const { insertId } = await run(
      tx,
      `INSERT INTO paper_issue
         (kind, subject_kind, subject_id, format, how, sent_to, copy, user_id, issued_at, state)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        kind,
        subject,
        subjectId,
        format,
        how,
        command.to ?? null,
        copy,
        actor.id,
        now,
        how === 'pdf' ? 'done' : 'going',
      ],
    );
    return { issueId: insertId, copy };
  };
  // A receipt handed out twice must say so, whoever was first: the table takes one original.
  const issued = await keep(false).catch((error: unknown) => {
    if (!isDuplicate(error)) throw error;
    return keep(true);
  });
  // There is such a document, and a way out for its paper: else nothing of it is kept.
  await contentOf(tx, shop, today, command, issued.copy);
  if (how === 'mail') {
    if (!deps.outside.mail) throw refuseWith('mail.none');
    const { email } = await readPaperHead(tx);
    if (!email) throw refuseWith('mail.noSender');
  }
  if (how === 'roll' && !deps.outside.printer) throw refuseWith('printer.none');
  if (command.keepAddress) await keepAddress(tx, command);
  return { answer: issued };
}

/** Keeps where a paper was mailed to with the customer of its document; nothing where it has none. */
async function keepAddress(tx: Tx, { subject, subjectId, to }: IssuePaper): Promise<void> {
  const { customer } = SUBJECTS[subject];
  const of = customer && (await row<{ id: number | null }>(tx, customer, [subjectId]));
  if (of && of.id) await keepEmail(tx, of.id, to!);
}

/** Pauses before a mail or a print is tried again, in milliseconds. */
const PAUSES = [300, 1_200];

/**
 * Sends a paper that was kept, holding no connection meanwhile; tried again a little later. What
 * can't go out is no original. An answer that comes again sends nothing twice.
 * @throws HttpError 422 `mail.unreachable`, `printer.unreachable`
 */
export async function sendPaper(
  deps: Deps,
  issued: PaperIssued,
  actor: Actor,
  command: IssuePaper,
): Promise<PaperIssued> {
  if (command.how === 'pdf') return issued;
  const { pool } = deps;
  const move = async (from: string, to: string): Promise<boolean> => {
    const { affectedRows } = await run(
      pool,
      'UPDATE paper_issue SET state = ? WHERE id = ? AND state = ?',
      [to, issued.issueId, from],
    );
    return affectedRows === 1;
  };
  // Pressed again while the first is still under way: that one sends it.
  if (!(await move('going', 'sending'))) return issued;
  try {
    const shop = await loadShopFor(pool, actor);
    const today = businessDate(deps.clock(), shop.zone);
    const content = await contentOf(pool, shop, today, command, issued.copy);
    const opens = command.how === 'roll' && !issued.copy && (await opensDrawer(pool, command));
    for (let attempt = 0; ; attempt += 1) {
      try {
        if (command.how === 'mail') await mailPaper(deps, pool, shop, content, command);
        else await deps.outside.printer!(renderRoll(content, opens));
        break;
      } catch (error) {
        const pauseMs = PAUSES[attempt];
        if (pauseMs === undefined || !(error instanceof HttpError)) throw error;
        await pause(pauseMs);
      }
    }
  } catch (error) {
    await move('sending', 'failed');
    throw error;
  }
  await move('sending', 'done');
  return issued;
}

async function mailPaper(
  deps: Deps,
  db: Db,
  shop: Shop,
  content: PaperContent,
  { kind, format, to }: IssuePaper,
): Promise<void> {
  const { email } = await readPaperHead(db);
  const pdf = await layOut(deps, db, content, format);
  const number = content.barcode;
  const params = { kind: word(kind), number, shop: shop.name, date: content.date };
  await deps.outside.mail!({
    from: { name: shop.name, address: email },
    to: to!,
    subject: word('subject', params),
    text: word('mailText', { ...params, kind: params.kind.toLowerCase() }),
    attachments: [{ filename: `${number}.pdf`, content: pdf, contentType: 'application/pdf' }],
  });
}

/** Whether a tender of the ticket opens the drawer. */
async function opensDrawer(db: Db, { subject, subjectId }: Wanted): Promise<boolean> {
  if (subject !== 'sale') return false;
  const found = await row(
    db,
    `SELECT t.id FROM sale_tender st JOIN tender t ON t.id = st.tender_id
     WHERE st.sale_id = ? AND t.opens_drawer LIMIT 1`,
    [subjectId],
  );
  return found !== undefined;
}

/** A paper that was issued, as PDF. */
export async function paperPdf(
  deps: Deps,
  shop: Shop,
  today: string,
  issueId: number,
): Promise<{ name: string; pdf: Buffer }> {
  const issue = await row<Wanted & { format: IssuePaper['format']; copy: number }>(
    deps.pool,
    `SELECT kind, subject_kind AS subject, subject_id AS subjectId, format, copy
     FROM paper_issue WHERE id = ? AND state <> 'failed'`,
    [issueId],
  );
  if (!issue) throw notFound('paper.unknown');
  const content = await contentOf(deps.pool, shop, today, issue, issue.copy === 1);
  return {
    name: `${content.barcode}.pdf`,
    pdf: await layOut(deps, deps.pool, content, issue.format),
  };
}

/** A paper as a PDF, made in a worker. */
export async function layOut(
  deps: Deps,
  db: Db,
  content: PaperContent,
  format: IssuePaper['format'],
): Promise<Buffer> {
  const [logo, { pageSize }] = [await readLogo(db), await readPaperHead(db)];
  const input = {
    content,
    pageSize: (format === 'roll' ? 'roll' : pageSize) satisfies PageSize,
    logo: logo && new Uint8Array(logo),
  };
  const pdf = await deps.jobs.compute<typeof input, Uint8Array>({
    file: 'paper.worker.ts',
    input,
  });
  return Buffer.from(pdf);
}

/** A document in the words of its paper. @throws HttpError 404 */
async function contentOf(
  db: Db,
  shop: Shop,
  today: string,
  { kind, subject, subjectId }: Wanted,
  copy: boolean,
): Promise<PaperContent> {
  const head: HeadOfShop = { ...(await readPaperHead(db)), ...shop };
  return SUBJECTS[subject].content(db, { kind, id: subjectId, today, head, copy });
}
