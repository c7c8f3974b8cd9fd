import type { CloseAnswer, CloseCommand, CountBegun } from '@abacist/contracts';
import {
  checkRolls,
  countAsks,
  decideClose,
  expectedInDrawer,
  isCashPot,
  leaveIn,
} from '@abacist/core/drawer';
import { denominations, rollPieces, sum } from '@abacist/core/money';
import { bySafeItem, inFund, ofSession } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { toInstant } from '../sales/read';
import { heldBy } from '../takings/held';
import { cardsOf, comparedCards } from './cards';
import { countRules, countsBefore } from './again';

type SessionRow = {
  id: number;
  drawer_id: number;
  drawer: string;
  float_minor: number;
  count_begun_at: string | null;
  close_id: number | null;
};

const SESSION = `
  SELECT ds.id, ds.drawer_id, dr.name AS drawer, dr.float_minor, ds.count_begun_at,
    c.id AS close_id
  FROM drawer_session ds
  JOIN drawer dr ON dr.id = ds.drawer_id
  LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id`;

/**
 * Begins the count of a drawer: from here its session takes no more sales, which go to the next.
 * A count that has begun is taken up again.
 */
export async function beginCount(
  context: CommandContext,
  { drawerId }: { drawerId: number },
  terminal = false,
): Promise<CommandResult<CountBegun>> {
  const { tx, shop, now } = context;
  // The oldest session that is not closed: counts go in the order of sessions.
  const session = await row<SessionRow>(
    tx,
    `${SESSION} WHERE ds.drawer_id = ? AND c.id IS NULL ORDER BY ds.number LIMIT 1 FOR UPDATE`,
    [drawerId],
  );
  if (!session) throw refuseWith('count.nothingToCount', 'drawerId');
  const begunAt = session.count_begun_at ?? now.toISOString();
  if (session.count_begun_at === null) {
    await run(tx, 'UPDATE drawer_session SET count_begun_at = ? WHERE id = ?', [
      now,
      session.id,
    ]);
  }
  const [state, cards, before, { twoSign }] = await Promise.all([
    drawerState(tx, session),
    cardsOf(tx, session.id),
    countsBefore(tx, [session.id]),
    countRules(tx),
  ]);
  return {
    answer: {
      sessionId: session.id,
      drawer: session.drawer,
      countBegunAt: session.count_begun_at === null ? begunAt : toInstant(begunAt),
      floatMinor: session.float_minor,
      expectedMinor: shop.blindCount ? null : expectedInDrawer(state),
      denominations: [...denominations(shop.currency)],
      terminal,
      cheques: state.cheques.map(({ takingsDay: _, ...cheque }) => cheque),
      cards: shop.blindCount ? cards.map((card) => ({ ...card, tillMinor: null })) : cards,
      before,
      twoSign,
    },
  };
}

/** What a count of a session goes by: the fund, and the cash and cheques of its days. */
async function drawerState(db: Db, { id, drawer_id }: Pick<SessionRow, 'id' | 'drawer_id'>) {
  const before = await row<{ id: number }>(
    db,
    `SELECT ds.id
     FROM drawer_session ds
     JOIN drawer_session own ON own.id = ? AND own.drawer_id = ds.drawer_id
     WHERE ds.number < own.number ORDER BY ds.number DESC LIMIT 1`,
    [id],
  );
  const own = ofSession(id);
  const holders = before ? [own, ofSession(before.id)] : [own];
  const inCash = (await heldBy(db, 'drawer', holders)).filter(({ pot }) => isCashPot(pot));
  const fundHeld = await heldBy(db, 'fund', [inFund(drawer_id)]);
  return {
    fundMinor: sum(fundHeld.map(({ amountMinor }) => amountMinor)),
    fundHeld,
    held: inCash.filter(({ holder }) => holder === own),
    leftover: inCash.filter(({ holder }) => holder !== own),
    cheques: await chequesOf(db, id),
  };
}

type SessionCheque = CountBegun['cheques'][number] & { takingsDay: string };

/** Cheques that a session took and that still stand. */
function chequesOf(db: Db, sessionId: number): Promise<SessionCheque[]> {
  return rows<SessionCheque>(
    db,
    `SELECT q.id, q.number, q.drawn_by AS drawnBy, q.dated, q.amount_minor AS amountMinor,
       q.taken_on AS takingsDay
     FROM cheque q
     LEFT JOIN sale_tender st ON st.id = q.sale_tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE q.drawer_session_id = ? AND v.id IS NULL ORDER BY q.id`,
    [sessionId],
  );
}

/**
 * Closes a counted session: fixes the count, posts the difference, moves cash to the safe,
 * and closes the card batches of days that have no open drawer any more.
 */
export async function closeDrawer(
  context: CommandContext,
  command: CloseCommand,
  sessionId: number,
): Promise<CommandResult<CloseAnswer>> {
  const { tx, shop, today, actor, now } = context;
  const session = await row<SessionRow>(tx, `${SESSION} WHERE ds.id = ? FOR UPDATE`, [
    sessionId,
  ]);
  if (!session) throw notFound('count.unknown');
  if (session.close_id !== null) throw refuseWith('count.alreadyClosed');
  if (session.count_begun_at === null) throw refuseWith('count.notBegun');
  const state = await drawerState(tx, session);
  const close = unwrap(
    decideClose(command.count, command.chequeIds ?? [], denominations(shop.currency), {
      ...state,
      drawerId: session.drawer_id,
      floatMinor: session.float_minor,
      today,
    }),
  );
  const rolls = command.rolls ?? {};
  const unrolled = checkRolls(command.count, rolls, rollPieces(shop.currency));
  if (unrolled) unwrap(unrolled);
  const cards = await comparedCards(tx, sessionId, command.cards ?? []);
  const rules = await countRules(tx);
  const twoSign = rules.twoSign || command.signed === true;
  const asks = countAsks({
    differenceMinor: close.differenceMinor,
    askAboveMinor: rules.askAboveMinor,
    blind: shop.blindCount,
    twoSign,
  });
  const approvalId = await context.approve(asks);
  const { takingsDay, expectedMinor } = close;
  const { insertId: closeId } = await run(
    tx,
    `INSERT INTO drawer_close
       (drawer_session_id, date, takings_day, expected_minor, counted_minor, difference_minor,
        float_left_minor, to_safe_minor, note, user_id, closed_at, cheques_expected_minor,
        cheques_counted_minor, fund_change_minor, witness_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      sessionId,
      today,
      takingsDay,
      expectedMinor,
      close.countedMinor,
      close.differenceMinor,
      close.floatLeftMinor,
      close.toSafeMinor,
      command.note,
      actor.id,
      now,
      close.chequesExpectedMinor,
      close.chequesCountedMinor,
      close.fundMinor - state.fundMinor,
      twoSign ? (context.approverId ?? null) : null,
    ],
  );
  const stays = leaveIn(command.count, close.floatLeftMinor);
  await insertMany(
    tx,
    'drawer_count',
    ['drawer_close_id', 'denomination_minor', 'pieces', 'rolls', 'stays'],
    Object.entries(command.count)
      .filter(([, pieces]) => pieces > 0)
      .map(([value, pieces]) => [
        closeId,
        Number(value),
        pieces,
        rolls[value] ?? 0,
        stays && (stays[value] ?? 0),
      ]),
  );
  await insertMany(
    tx,
    'drawer_close_card',
    ['drawer_close_id', 'pot', 'till_minor', 'terminal_minor'],
    cards.map(({ pot, tillMinor, terminalMinor }) => [closeId, pot, tillMinor, terminalMinor]),
  );
  const holders: Record<string, string> = {};
  for (const [
    i,
    { takingsDay: day, pot, amountMinor, chequeId },
  ] of close.safeItems.entries()) {
    const { insertId } = await run(
      tx,
      `INSERT INTO safe_item (drawer_close_id, takings_day, from_pot, amount_minor, cheque_id)
       VALUES (?, ?, ?, ?, ?)`,
      [closeId, day, pot, amountMinor, chequeId],
    );
    holders[bySafeItem(i + 1)] = `safeItem ${insertId}`;
  }
  await closeBatches(context);
  const { number } = await postDocument(context, {
    kind: 'drawerClose',
    subjectId: closeId,
    date: today,
    lines: close.lines,
    memo: command.note.slice(0, 200),
    drawerSessionId: sessionId,
    approvalId,
    holders,
  });
  const { countedMinor, differenceMinor, toSafeMinor, floatLeftMinor } = close;
  return {
    answer: {
      number,
      expectedMinor,
      countedMinor,
      differenceMinor,
      toSafeMinor,
      floatLeftMinor,
      takingsDay,
    },
    documentNumber: number,
  };
}

/**
 * Closes each open batch dated up to today, when every drawer with sales up to its date is
 * closed. A batch of a later date (sales after the cut-off) stays open.
 */
async function closeBatches({ tx, today, now }: CommandContext): Promise<void> {
  const uncounted = await row<{ first: string | null }>(
    tx,
    `SELECT MIN(s.date) AS first
     FROM sale s
     LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
     WHERE c.id IS NULL AND s.drawer_session_id IS NOT NULL AND s.date > DATE_SUB(?, INTERVAL 400 DAY)`,
    [today],
  );
  await run(
    tx,
    `UPDATE batch SET closed_at = ?, closed_on = ?
     WHERE closed_at IS NULL AND batch_date <= ? AND (? IS NULL OR batch_date < ?)`,
    [now, today, today, uncounted?.first ?? null, uncounted?.first ?? null],
  );
}
