import type { CountEvidence } from '@abacist/contracts';
import { inFund } from '@abacist/core/takings';
import { potOf, type TenderKind } from '@abacist/core/tenders';
import type { Shop } from '../context';
import { row, rows, toMinor, type Db } from '../db/pool';
import { notFound, refuseWith } from '../http/errors';
import { heldBy } from '../takings/held';
import { potLabels } from '../takings/labels';
import { ACT_DOCUMENTS, CASH_OF_ACT } from './acts/kinds';
import { cardsCompared } from './cards';

/** Receipts of a session are as many as a day has; more than these no drawer takes. */
const MOST = 5_000;

type Document = {
  saleId: number;
  number: string;
  cash: string | null;
  tendered: string | null;
  voided: number;
  goods: string | null;
};

/**
 * What a session tells of a difference of its count: each receipt with the cash that it brought (as
 * the journal has it), what other tenders paid, and whether others have the same goods.
 * @throws HttpError 404 `count.unknown`; 422 `count.blind` before a blind count is closed
 */
export async function evidenceOf(
  db: Db,
  shop: Shop,
  sessionId: number,
): Promise<CountEvidence> {
  const session = await row<{ drawerId: number; closeId: number | null }>(
    db,
    `SELECT ds.drawer_id AS drawerId, c.id AS closeId
     FROM drawer_session ds
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     WHERE ds.id = ?`,
    [sessionId],
  );
  if (!session) throw notFound('count.unknown');
  // Who counts blind may not add up what is expected.
  if (shop.blindCount && session.closeId === null) throw refuseWith('count.blind');
  const found = await rows<Document>(
    db,
    `SELECT s.id AS saleId, CONCAT(d.series, '-', d.number) AS number,
       (SELECT SUM(l.amount_minor)
        FROM entry e
        JOIN entry_line l ON l.entry_id = e.id AND l.pot = 'cash'
        JOIN account a ON a.id = l.account_id AND a.role = 'drawer'
        WHERE e.kind = 'sale' AND e.subject_id = s.id) AS cash,
       (SELECT SUM(st.tendered_minor)
        FROM sale_tender st JOIN tender t ON t.id = st.tender_id AND t.kind = 'cash'
        WHERE st.sale_id = s.id AND st.amount_minor > 0) AS tendered,
       v.id IS NOT NULL AS voided,
       (SELECT GROUP_CONCAT(CONCAT_WS('/', sl.department_id, sl.item_id, sl.quantity, sl.amount_minor)
          ORDER BY sl.position)
        FROM sale_line sl WHERE sl.sale_id = s.id) AS goods
     FROM sale s
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE s.drawer_session_id = ? ORDER BY s.id LIMIT ${MOST}`,
    [sessionId],
  );
  const paid = await paidOtherwise(db, sessionId);
  return {
    documents: found.map(({ saleId, number, cash, tendered, voided, goods }) => ({
      saleId,
      number,
      cashMinor: toMinor(cash),
      tenderedMinor: tendered === null ? null : toMinor(tendered),
      others: paid.get(saleId) ?? [],
      voided: voided === 1,
      goods: goods ?? '',
    })),
    ...(await besideOf(db, sessionId)),
    ...(await comparedOf(db, session.closeId)),
    fundMinor: await fundOf(db, session),
    missingCheques: session.closeId === null ? [] : await missingOf(db, sessionId),
  };
}

type Others = CountEvidence['documents'][number]['others'];

/**
 * What other tenders than cash paid, by receipt: cards are named as their pots are, so that what a terminal
 * has of them is about the same.
 */
async function paidOtherwise(db: Db, sessionId: number): Promise<Map<number, Others>> {
  const [found, labels] = await Promise.all([
    rows<{
      saleId: number;
      id: number;
      kind: TenderKind;
      name: string;
      processorId: number | null;
      scheme: string | null;
      amountMinor: number;
    }>(
      db,
      `SELECT st.sale_id AS saleId, t.id, t.kind, t.name, t.processor_id AS processorId,
         t.scheme, st.amount_minor AS amountMinor
       FROM sale s
       JOIN sale_tender st ON st.sale_id = s.id
       JOIN tender t ON t.id = st.tender_id AND t.kind <> 'cash'
       WHERE s.drawer_session_id = ?`,
      [sessionId],
    ),
    potLabels(db),
  ]);
  const paid = new Map<number, Others>();
  for (const { saleId, kind, name, amountMinor, ...tender } of found) {
    const label = labels.get(potOf(kind, tender) ?? '') ?? name;
    paid.set(saleId, [...(paid.get(saleId) ?? []), { tender: label, amountMinor }]);
  }
  return paid;
}

/** What a closed count compared: its full rolls, and each card with the terminal's report. */
async function comparedOf(
  db: Db,
  closeId: number | null,
): Promise<Pick<CountEvidence, 'cards' | 'rolls'>> {
  if (closeId === null) return { cards: [], rolls: {} };
  const [cards, rolled] = await Promise.all([
    cardsCompared(db, 'c.id = ?', closeId),
    rows<{ value: number; rolls: number }>(
      db,
      `SELECT denomination_minor AS value, rolls
       FROM drawer_count WHERE drawer_close_id = ? AND rolls > 0`,
      [closeId],
    ),
  ]);
  return {
    cards: cards.map(({ label, tillMinor, terminalMinor }) => ({
      tender: label,
      differenceMinor: terminalMinor - tillMinor,
    })),
    rolls: Object.fromEntries(rolled.map(({ value, rolls }) => [value, rolls])),
  };
}

/** Days back in which a party counts as paid again and again. */
const USUAL_DAYS = 60;

/** What went in and out of the session beside its tickets, and what usually does and did not. */
async function besideOf(
  db: Db,
  sessionId: number,
): Promise<Pick<CountEvidence, 'acts' | 'usual'>> {
  const [acts, usual] = await Promise.all([
    rows<CountEvidence['acts'][number]>(
      db,
      `SELECT CONCAT(d.series, '-', d.number) AS number,
         ${CASH_OF_ACT} AS cashMinor
       FROM drawer_act x
       JOIN document d ON d.kind IN (${ACT_DOCUMENTS}) AND d.subject_id = x.id
       WHERE x.drawer_session_id = ? AND NOT x.undone AND ${CASH_OF_ACT} <> 0
       UNION ALL
       -- What another drawer gave.
       SELECT CONCAT(d.series, '-', d.number), x.amount_minor
       FROM drawer_act x
       JOIN document d ON d.kind = 'drawerToDrawer' AND d.subject_id = x.id
       WHERE x.to_session_id = ? AND NOT x.undone`,
      [sessionId, sessionId],
    ),
    rows<CountEvidence['usual'][number]>(
      db,
      `SELECT DISTINCT x.party, x.amount_minor AS amountMinor
       FROM drawer_act x
       JOIN drawer_session ds ON ds.id = ?
       WHERE x.kind = 'paidOut' AND NOT x.undone AND x.party <> ''
         AND x.date > DATE_SUB(ds.opened_at, INTERVAL ${USUAL_DAYS} DAY)
         AND x.drawer_session_id < ds.id
         AND NOT EXISTS (SELECT 1 FROM drawer_act own
           WHERE own.drawer_session_id = ds.id AND own.party = x.party AND NOT own.undone)
       ORDER BY x.party, x.amount_minor LIMIT 200`,
      [sessionId],
    ),
  ]);
  return { acts, usual };
}

/** The float that a count goes by: what the journal has of it now, or had before the close. */
async function fundOf(
  db: Db,
  { drawerId, closeId }: { drawerId: number; closeId: number | null },
): Promise<number> {
  if (closeId !== null) {
    const before = await row<{ fund: string | null }>(
      db,
      `SELECT SUM(l.amount_minor) AS fund
       FROM document d
       JOIN account a ON a.role = 'fund'
       JOIN entry_line l ON l.account_id = a.id AND l.drawer_id = ? AND l.entry_id < d.entry_id
       WHERE d.kind = 'drawerClose' AND d.subject_id = ?`,
      [drawerId, closeId],
    );
    return toMinor(before?.fund ?? null);
  }
  const fund = await heldBy(db, 'fund', [inFund(drawerId)]);
  return fund.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
}

/** Cheques of a counted session that never came to the safe. */
function missingOf(db: Db, sessionId: number): Promise<CountEvidence['missingCheques']> {
  return rows(
    db,
    `SELECT q.number, q.amount_minor AS amountMinor
     FROM cheque q
     LEFT JOIN sale_tender st ON st.id = q.sale_tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     LEFT JOIN safe_item i ON i.cheque_id = q.id
     WHERE q.drawer_session_id = ? AND v.id IS NULL AND i.id IS NULL
     ORDER BY q.id`,
    [sessionId],
  );
}
