import type { Reconciliation, ReconciliationQuery } from '@abacist/contracts';
import { coveredSpans, reconcile } from '@abacist/core/bank';
import { addDays } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import { row, rows, toMinor, type Db } from '../../db/pool';
import { notFound } from '../../http/errors';
import { toInstant } from '../../sales/read';
import { importedStatements } from '../statements';
import { balanceAt, underWayAt } from './underWay';

/** So many of each side's items are shown. */
const SHOWN = 300;
const sumOf = (list: readonly { amountMinor: number }[]) => ({
  count: list.length,
  minor: sum(list.map(({ amountMinor }) => amountMinor)),
});
/** So many ends of statements are offered. */
const ENDS = 12;

/**
 * A bank account reconciled as of a day: the statement's balance against the books', with all that stands on one side
 * alone. Without a day it is the last one that a statement covers.
 * @param most so many items of each list are told
 * @throws HttpError 404 `bankAccount.unknown`
 */
export async function readReconciliation(
  db: Db,
  today: string,
  asked: ReconciliationQuery,
  most = SHOWN,
): Promise<Reconciliation> {
  const account = await row<Reconciliation['account']>(
    db,
    `SELECT id, name, account_number AS accountNumber FROM bank_account
     WHERE ? IS NULL OR id = ? ORDER BY id LIMIT 1`,
    [asked.bankAccountId ?? null, asked.bankAccountId ?? null],
  );
  if (!account) throw notFound('bankAccount.unknown');
  const statements = await importedStatements(db, account.id);
  const spans = coveredSpans(statements);
  const asOf = asked.asOf ?? spans.at(-1)?.to ?? today;
  const covered = spans.find(({ from, to }) => from <= asOf && asOf <= to) ?? null;
  const first = covered && statements.find(({ from }) => from === covered.from);
  const moved = covered && (await movedBetween(db, account.id, covered.from, asOf));
  const apart = await linesApart(db, account.id, asOf);
  const sides = {
    statementMinor: first ? first.openingMinor + moved! : null,
    bankMinor: await balanceAt(db, 'bank', account.id, asOf),
    transitMinor: await balanceAt(db, 'bankInTransit', account.id, asOf),
    underWay: await underWayAt(db, account.id, asOf),
    notPosted: apart.filter(({ posted, shown }) => posted === 0 || shown !== 0),
    ahead: apart
      .filter(({ posted, shown }) => posted !== 0 && shown === 0)
      .map((line) => ({ ...line, amountMinor: -line.amountMinor })),
  };
  const plain = ({ id, date, text, amountMinor }: Apart) => ({ id, date, text, amountMinor });
  return {
    ...{ account, asOf, covered, ...reconcile(sides), ...sides },
    underWay: sides.underWay.slice(0, most),
    notPosted: sides.notPosted.slice(0, most).map(plain),
    ahead: sides.ahead.slice(0, most).map(plain),
    sums: {
      underWay: sumOf(sides.underWay),
      notPosted: sumOf(sides.notPosted),
      ahead: sumOf(sides.ahead),
    },
    missing: spans
      .filter(({ to }) => to < asOf)
      .flatMap(({ to }, i) => {
        const next = spans[i + 1];
        return next ? [{ from: addDays(to, 1), to: addDays(next.from, -1) }] : [];
      }),
    linesOpen: await openBy(db, account.id, asOf),
    finished: await finishedOf(db, account.id),
    ends: [...new Set(statements.map(({ to }) => to))].sort().reverse().slice(0, ENDS),
  };
}

async function movedBetween(db: Db, bankAccountId: number, from: string, to: string) {
  const found = await row<{ total: string | null }>(
    db,
    `SELECT SUM(amount_minor) AS total FROM statement_line
     WHERE bank_account_id = ? AND date BETWEEN ? AND ? AND line_split_id IS NULL`,
    [bankAccountId, from, to],
  );
  return toMinor(found?.total);
}

async function openBy(db: Db, bankAccountId: number, asOf: string): Promise<number> {
  const found = await row<{ count: number }>(
    db,
    `SELECT COUNT(*) AS count FROM statement_line
     WHERE bank_account_id = ? AND date <= ? AND match_group_id IS NULL AND standing`,
    [bankAccountId, asOf],
  );
  return found!.count;
}

type Apart = {
  id: number;
  date: string;
  text: string;
  /** What the statement shows of it by the day, and what the bank's account has. */
  shown: number;
  posted: number;
  amountMinor: number;
};

/** Lines of the bank that the ledger's bank account has otherwise at the end of a day: less, more, or not at all. */
async function linesApart(db: Db, bankAccountId: number, asOf: string): Promise<Apart[]> {
  const found = await rows<Omit<Apart, 'amountMinor'>>(
    db,
    `SELECT o.id, o.date, o.text, IF(o.date <= ?, o.amount_minor, 0) AS shown,
       CAST(COALESCE(p.posted, 0) AS SIGNED) AS posted
     FROM statement_line o
     LEFT JOIN (
       SELECT COALESCE(x.statement_line_id, l.id) AS lineId,
         SUM(l.amount_minor * (1 - COALESCE(u.date <= ?, 0))) AS posted
       FROM statement_line l
       LEFT JOIN line_split x ON x.id = l.line_split_id
       JOIN match_member m ON m.kind = 'line' AND m.member_id = l.id
       JOIN entry e ON e.kind = 'match' AND e.subject_id = m.match_group_id AND e.date <= ?
       LEFT JOIN entry u ON u.reverses_entry_id = e.id
       WHERE l.bank_account_id = ?
       GROUP BY lineId
     ) p ON p.lineId = o.id
     WHERE o.bank_account_id = ? AND o.line_split_id IS NULL
     HAVING shown <> posted
     ORDER BY o.date, o.id`,
    [asOf, asOf, asOf, bankAccountId, bankAccountId],
  );
  return found.map((line) => ({ ...line, amountMinor: line.shown - line.posted }));
}

/** How far an account's statements are finished; null: they are not. */
export async function finishedTo(db: Db, bankAccountId: number): Promise<string | null> {
  const found = await row<{ asOf: string | null }>(
    db,
    `SELECT MAX(as_of) AS asOf FROM reconciliation WHERE bank_account_id = ? AND standing`,
    [bankAccountId],
  );
  return found?.asOf ?? null;
}

async function finishedOf(db: Db, bankAccountId: number): Promise<Reconciliation['finished']> {
  const found = await rows<{
    id: number;
    number: string;
    asOf: string;
    statementMinor: number;
    by: string;
    at: string;
    reopenNumber: string | null;
    reopenBy: string;
    reopenAt: string;
    reason: string;
  }>(
    db,
    `SELECT c.id, CONCAT(d.series, '-', d.number) AS number, c.as_of AS asOf,
       c.statement_minor AS statementMinor, u.name AS \`by\`, c.finished_at AS at,
       CONCAT(b.series, '-', b.number) AS reopenNumber, w.name AS reopenBy,
       r.reopened_at AS reopenAt, r.reason
     FROM reconciliation c
     JOIN user u ON u.id = c.user_id
     JOIN document d ON d.kind = 'reconciliation' AND d.subject_id = c.id
     LEFT JOIN reconciliation_reopen r ON r.reconciliation_id = c.id
     LEFT JOIN user w ON w.id = r.user_id
     LEFT JOIN document b ON b.kind = 'reconciliationReopen' AND b.subject_id = r.id
     WHERE c.bank_account_id = ? ORDER BY c.id DESC LIMIT 24`,
    [bankAccountId],
  );
  return found.map(({ reopenNumber, reopenBy, reopenAt, reason, at, ...one }) => ({
    ...{ ...one, at: toInstant(at) },
    reopened:
      reopenNumber === null
        ? null
        : { number: reopenNumber, by: reopenBy, at: toInstant(reopenAt), reason },
  }));
}
