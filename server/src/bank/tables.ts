import type { LookAtStatement, StatementAsTable, StatementLook } from '@abacist/contracts';
import { coveredSpans } from '@abacist/core/bank';
import { addDays } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import type { Outcome } from '@abacist/core/outcome';
import type { OfAccount, StatementMapping } from '@abacist/core/statementTables';
import type { CommandContext } from '../context';
import { row, rows, run, toMinor, type Db } from '../db/pool';
import { refuseWith, unwrap } from '../http/errors';
import type { QueryContext } from '../http/query';
import type { StatementTableRead, StatementTableWork } from '../workers/statementTable.worker';
import { importedStatements } from './statements';

const LEFT_OUT_TOLD = 50;

/** @throws HttpError 422 `bankAccount.unknown` */
export async function accountOf(db: Db, id: number, zone: string): Promise<OfAccount> {
  const found = await row<Omit<OfAccount, 'zone'>>(
    db,
    'SELECT account_number AS accountNumber, currency FROM bank_account WHERE id = ?',
    [id],
  );
  if (!found) throw refuseWith('bankAccount.unknown', 'bankAccountId');
  return { ...found, zone };
}

/** How banks' tables were read before, the newest first, of one account or of all. */
export async function layoutsOf(
  db: Db,
  zone: string,
  bankAccountId: number | null = null,
): Promise<{ account: OfAccount; mapping: StatementMapping }[]> {
  const found = await rows<Omit<OfAccount, 'zone'> & { mapping: string }>(
    db,
    `SELECT b.account_number AS accountNumber, b.currency, l.mapping
     FROM statement_layout l JOIN bank_account b ON b.id = l.bank_account_id
     WHERE ? IS NULL OR b.id = ?
     ORDER BY l.saved_at DESC, l.id DESC LIMIT 50`,
    [bankAccountId, bankAccountId],
  );
  return found.map(({ mapping, ...account }) => ({
    account: { ...account, zone },
    mapping: JSON.parse(mapping) as StatementMapping,
  }));
}

/** Such a file is known the next time. */
export async function keepLayout(
  { tx, actor, now }: CommandContext,
  { bankAccountId, mapping, saveAs }: StatementAsTable,
): Promise<void> {
  await run(
    tx,
    `INSERT INTO statement_layout (bank_account_id, name, mapping, user_id, saved_at)
     VALUES (?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE mapping = VALUES(mapping), user_id = VALUES(user_id),
       saved_at = VALUES(saved_at)`,
    [bankAccountId, saveAs, JSON.stringify(mapping), actor.id, now],
  );
}

/**
 * What was there before a day, as statements say: where one covers the day before, its lines tell; else what the last one before
 * it closed with. Null: there is none before it. Minor units.
 */
export async function balanceBefore(
  db: Db,
  bankAccountId: number,
  date: string,
): Promise<number | null> {
  const statements = await importedStatements(db, bankAccountId);
  const before = addDays(date, -1);
  const span = coveredSpans(statements).find(({ from, to }) => from <= before && before <= to);
  const first = span && statements.find(({ from }) => from === span.from);
  if (first) {
    const moved = await row<{ total: string | null }>(
      db,
      `SELECT SUM(amount_minor) AS total FROM statement_line
       WHERE bank_account_id = ? AND date BETWEEN ? AND ? AND line_split_id IS NULL`,
      [bankAccountId, first.from, before],
    );
    return first.openingMinor + toMinor(moved?.total);
  }
  const same = statements.find(({ from }) => from === date);
  const last = statements
    .filter(({ to }) => to < date)
    .sort((a, b) => (a.to < b.to ? 1 : -1))[0];
  return same?.openingMinor ?? last?.closingMinor ?? null;
}

/** A bank's own table as it would be read: what its rows become, what all of it comes to. Nothing is kept. */
export async function lookAtTable(
  { db, deps, shop }: QueryContext,
  { contentBase64, mapping, bankAccountId }: LookAtStatement,
): Promise<StatementLook> {
  const account = await accountOf(db, bankAccountId, shop.zone);
  const known = await layoutsOf(db, shop.zone, bankAccountId);
  const { seen, whole } = unwrap(
    await deps.jobs.compute<StatementTableWork, Outcome<StatementTableRead>>({
      file: 'statementTable.worker.ts',
      input: {
        ...{ bytes: Buffer.from(contentBase64, 'base64'), account, mapping },
        known: known.map((one) => one.mapping),
      },
    }),
  );
  const read = whole.ok ? whole.value : null;
  const amounts = (way: 1 | -1) =>
    sum(
      (read?.lines ?? [])
        .map(({ amountMinor }) => amountMinor)
        .filter((minor) => minor * way > 0),
    );
  return {
    ...seen,
    refusal: whole.ok || seen.gaps.length ? null : whole.refusals[0]!,
    openingMinor: read
      ? (read.openingMinor ?? (await balanceBefore(db, bankAccountId, read.from)))
      : null,
    whole: read && {
      ...{ lines: read.lines.length, from: read.from, to: read.to },
      ...{ inMinor: amounts(1), outMinor: amounts(-1), closingMinor: read.closingMinor },
      leftOut: read.leftOut.slice(0, LEFT_OUT_TOLD),
    },
  };
}
