import type {
  CardMovementView,
  CardStatementCommand,
  CardStatementUndo,
  CardStatementView,
  ShopCard,
} from '@abacist/contracts';
import { decideCardStatement, leftOnCardStatement } from '@abacist/core/drawer';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { owedOnCard } from './acts/read';

/** So many statements are listed. */
const SHOWN = 60;

type Last = { id: number; date: string; balanceMinor: number; dueOn: string | null };

/** The statement that the next one goes on from. */
const lastStatement = (db: Db) =>
  row<Last>(
    db,
    `SELECT id, date, balance_minor AS balanceMinor, due_on AS dueOn
     FROM card_statement WHERE standing ORDER BY date DESC LIMIT 1`,
  );

/** What the card paid for and what was paid of its bill, on no statement yet; the oldest first. */
const openMovements = (db: Db) =>
  rows<CardMovementView>(
    db,
    `SELECT x.id, CONCAT(d.series, '-', d.number) AS number, x.date, x.party, x.words,
       IF(x.kind = 'paidByCard', x.amount_minor, -x.amount_minor) AS amountMinor
     FROM drawer_act x
     JOIN document d ON d.kind = 'moneyOut' AND d.subject_id = x.id
     LEFT JOIN card_statement_item i ON i.drawer_act_id = x.id AND i.standing
     WHERE x.kind IN ('paidByCard', 'cardPaid') AND NOT x.undone AND i.id IS NULL
     ORDER BY x.date, x.id`,
  );

/** The shop's own card: what is owed, what stands on no statement yet, and its statements. */
export async function shopCard(db: Db): Promise<ShopCard> {
  const [owedMinor, last, open, statements] = await Promise.all([
    owedOnCard(db),
    lastStatement(db),
    openMovements(db),
    rows<CardStatementView>(
      db,
      `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.date, s.due_on AS dueOn,
         s.balance_minor AS balanceMinor, u.name AS \`by\`,
         (SELECT COUNT(*) FROM card_statement_item i WHERE i.card_statement_id = s.id) AS items,
         CONCAT(ud.series, '-', ud.number) AS undoneBy
       FROM card_statement s
       JOIN user u ON u.id = s.user_id
       JOIN document d ON d.kind = 'cardStatement' AND d.subject_id = s.id
       LEFT JOIN card_statement_undo z ON z.card_statement_id = s.id
       LEFT JOIN document ud ON ud.kind = 'cardStatementUndo' AND ud.subject_id = z.id
       ORDER BY s.id DESC LIMIT ${SHOWN}`,
    ),
  ]);
  return {
    owedMinor,
    last: last
      ? {
          ...{ date: last.date, balanceMinor: last.balanceMinor, dueOn: last.dueOn },
          leftMinor: leftOnCardStatement(last.balanceMinor, open),
        }
      : null,
    open,
    statements,
  };
}

/** The latest statement that stands, with what is left to pay of it. */
export async function owedOnStatement(db: Db): Promise<(Last & { leftMinor: number }) | null> {
  const last = await lastStatement(db);
  if (!last) return null;
  return {
    ...last,
    leftMinor: leftOnCardStatement(last.balanceMinor, await openMovements(db)),
  };
}

/** One at a time: each statement goes on from the one before. */
const alone = ({ tx, shop }: CommandContext) =>
  row(tx, 'SELECT id FROM shop WHERE id = ? FOR UPDATE', [shop.id]);

/**
 * Keeps a statement of the shop's own card, once it agrees with what is ticked.
 * @throws HttpError 422 as core's `decideCardStatement` says
 */
export async function recordCardStatement(
  context: CommandContext,
  asked: CardStatementCommand,
): Promise<CommandResult<{ id: number; number: string }>> {
  const { tx, today, actor } = context;
  await alone(context);
  const last = (await lastStatement(tx)) ?? null;
  // An undoing of one of them waits, or is seen.
  const { actIds } = asked;
  if (actIds.length)
    await rows(
      tx,
      `SELECT id FROM drawer_act WHERE id IN (${placeholders(actIds.length)}) ORDER BY id FOR UPDATE`,
      actIds,
    );
  const open = await openMovements(tx);
  const { items } = unwrap(decideCardStatement(asked, { today, last, open }));
  const { date, dueOn, balanceMinor } = asked;
  const { insertId: id } = await run(
    tx,
    `INSERT INTO card_statement (date, due_on, balance_before_minor, balance_minor, user_id)
     VALUES (?, ?, ?, ?, ?)`,
    [date, dueOn, last?.balanceMinor ?? 0, balanceMinor, actor.id],
  );
  await insertMany(
    tx,
    'card_statement_item',
    ['card_statement_id', 'drawer_act_id'],
    items.map((item) => [id, item.id]),
  );
  const { number } = await postDocument(context, {
    ...{ kind: 'cardStatement', subjectId: id, date: today, lines: [], memo: '' },
  });
  return { answer: { id, number }, documentNumber: number };
}

/**
 * Takes the latest statement back: what stood on it is open again.
 * @throws HttpError 404 `cardStatement.unknown`; 422 `cardStatement.undone`, `cardStatement.notLast`
 */
export async function undoCardStatement(
  context: CommandContext,
  { reason }: CardStatementUndo,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today } = context;
  await alone(context);
  const found = await row<{ standing: number | null }>(
    tx,
    'SELECT standing FROM card_statement WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!found) throw notFound('cardStatement.unknown');
  if (found.standing === null) throw refuseWith('cardStatement.undone');
  if ((await lastStatement(tx))?.id !== id) throw refuseWith('cardStatement.notLast');
  await run(tx, 'UPDATE card_statement SET standing = NULL WHERE id = ?', [id]);
  await run(tx, 'UPDATE card_statement_item SET standing = NULL WHERE card_statement_id = ?', [
    id,
  ]);
  const { insertId } = await run(
    tx,
    'INSERT INTO card_statement_undo (card_statement_id, reason) VALUES (?, ?)',
    [id, reason],
  );
  const { number } = await postDocument(context, {
    ...{
      kind: 'cardStatementUndo',
      subjectId: insertId,
      date: today,
      lines: [],
      memo: reason,
    },
  });
  return { answer: { number }, documentNumber: number };
}
