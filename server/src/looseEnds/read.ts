import type { LooseEnd, LooseEnds } from '@abacist/contracts';
import { addDays, businessDate, daysBetween } from '@abacist/core/dates';
import { sum } from '@abacist/core/money';
import { mayAs, type Role } from '@abacist/core/people';
import { atProcessor, ofSession } from '@abacist/core/takings';
import type { Shop } from '../context';
import { placeholders, rows, type Db } from '../db/pool';
import { OWED } from '../sales/returnedCheques';
import { loadCounterRules } from '../sales/rules';
import { creditNotes } from '../sales/detail';
import { accountEnds } from '../accounts/looseEnds';
import { statementView } from '../matching/view';
import { terminalOrphans } from '../terminal/charge';
import { openBatches, openSchemes } from '../settlements/batches';
import { heldBy } from '../takings/held';
import { lateAtBank } from './underWay';

/** Who can open the place where each is mended: nobody sees what he can do nothing about. */
const MENDED_BY: Record<LooseEnd['code'], Role> = {
  drawerNotCounted: 'clerk',
  terminalOrphan: 'bookkeeper',
  creditExpiring: 'clerk',
  creditExpired: 'clerk',
  voucherExpiring: 'clerk',
  voucherExpired: 'clerk',
  chequeOwed: 'clerk',
  accountOverLimit: 'clerk',
  accountOverdue: 'clerk',
  accountCredit: 'clerk',
  chequeReturned: 'clerk',
  slipNotAtBank: 'bookkeeper',
  batchNotSettled: 'bookkeeper',
  chequeNotCashed: 'clerk',
  transferNotAtBank: 'bookkeeper',
  returnNotAtBank: 'bookkeeper',
  settlementDiffers: 'bookkeeper',
  settlementNotAtBank: 'bookkeeper',
  settlementCarried: 'bookkeeper',
  lineReserved: 'bookkeeper',
  lineUnknown: 'bookkeeper',
};

/**
 * All that does not tie and needs a person, oldest first, with the place of its mend; of it what the
 * person's role can open.
 */
export async function looseEnds(
  db: Db,
  shop: Shop,
  today: string,
  now: Date,
  role: Role,
): Promise<LooseEnds> {
  const lists = await Promise.all([
    uncountedDrawers(db, today),
    lateAtBank(db, shop, today),
    owedCheques(db, today),
    lateBatches(db, shop, today),
    settlements(db, today),
    statementLines(db, today),
    credits(db, today),
    vouchers(db, today),
    carried(db, today),
    orphans(db, shop, today, now),
    accountEnds(db, today),
  ]);
  const ends = lists
    .flat()
    .filter(({ code }) => mayAs(role, MENDED_BY[code]))
    .sort((a, b) => b.ageDays - a.ageDays);
  const at = (place: LooseEnd['place']) => ends.filter((end) => end.place === place).length;
  return {
    ends,
    byPlace: {
      counter: at('counter'),
      days: at('days'),
      accounts: at('accounts'),
      bank: at('bank'),
    },
  };
}

/** Drawers of days before, with what their sessions still hold of each. */
async function uncountedDrawers(db: Db, today: string): Promise<LooseEnd[]> {
  const found = await rows<{ date: string; drawer: string; sessionId: number }>(
    db,
    `SELECT DISTINCT s.date, dr.name AS drawer, s.drawer_session_id AS sessionId
     FROM drawer_session ds
     JOIN sale s ON s.drawer_session_id = ds.id AND s.date < ?
     JOIN drawer dr ON dr.id = ds.drawer_id
     LEFT JOIN drawer_close c ON c.drawer_session_id = ds.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE c.id IS NULL AND v.id IS NULL`,
    [today],
  );
  const held = await heldBy(db, 'drawer', [
    ...new Set(found.map(({ sessionId }) => ofSession(sessionId))),
  ]);
  return found.map(({ date, drawer, sessionId }) => ({
    code: 'drawerNotCounted',
    place: 'days',
    ageDays: daysBetween(date, today),
    amountMinor: sum(
      held
        .filter((part) => part.holder === ofSession(sessionId) && part.takingsDay === date)
        .map(({ amountMinor }) => amountMinor),
    ),
    params: { drawer, date },
    path: `/days/${date}`,
  }));
}

/** Charges that the terminal approved and no ticket took. */
async function orphans(db: Db, shop: Shop, today: string, now: Date): Promise<LooseEnd[]> {
  return (await terminalOrphans(db, now)).map((charge) => ({
    code: 'terminalOrphan',
    place: 'counter',
    ageDays: daysBetween(businessDate(new Date(charge.askedAt), shop.zone), today),
    amountMinor: charge.amountMinor,
    params: { lastFour: charge.lastFour, authorisation: charge.authorisation, by: charge.by },
    path: '/counter/terminal',
  }));
}

type Late = { id: number; number: string; date: string; amountMinor: number };

/** Returned cheques that are on no account and that nobody paid yet. */
async function owedCheques(db: Db, today: string): Promise<LooseEnd[]> {
  const found = await rows<Late & { name: string; saleId: number }>(
    db,
    `SELECT r.id, q.number, r.date, CAST(${OWED} AS SIGNED) AS amountMinor,
       q.drawn_by AS name, r.sale_id AS saleId
     FROM returned_cheque r JOIN cheque q ON q.id = r.cheque_id
     WHERE ${OWED} > 0 AND r.standing`,
  );
  return found.map(({ number, date, amountMinor, name, saleId }) => ({
    code: 'chequeOwed',
    place: 'counter',
    ageDays: daysBetween(date, today),
    amountMinor,
    params: { number, date, name },
    path: `/sales/${saleId}`,
  }));
}

async function lateBatches(db: Db, shop: Shop, today: string): Promise<LooseEnd[]> {
  const batches = await openBatches(db, shop);
  return batches
    .filter(
      ({ dueDate, closed, settledInPart }) => closed && !settledInPart && dueDate < today,
    )
    .map((batch) => ({
      code: 'batchNotSettled',
      place: 'bank',
      ageDays: daysBetween(batch.dueDate, today),
      amountMinor: batch.schemes.reduce((total, { amountMinor }) => total + amountMinor, 0),
      params: {
        processor: batch.processor,
        batchDate: batch.batchDate,
        dueDate: batch.dueDate,
      },
      path: '/bank/cards',
    }));
}

async function settlements(db: Db, today: string): Promise<LooseEnd[]> {
  const differing = [...(await openDifferences(db)), ...(await unknownSchemes(db))];
  return differing.map(({ id, number, date, scheme, batchDate, amountMinor }): LooseEnd => ({
    code: 'settlementDiffers',
    place: 'bank',
    ageDays: Math.max(0, daysBetween(date, today)),
    amountMinor,
    params: { number, scheme, batchDate },
    path: `/bank/cards?settlement=${id}`,
  }));
}

type Differing = Late & { scheme: string; batchDate: string };

/** What settlements left open of batches that they named, or settled too much, as it stands now. */
async function openDifferences(db: Db): Promise<Differing[]> {
  const open = (await openSchemes(db)).filter(({ settlementId }) => settlementId !== null);
  if (open.length === 0) return [];
  const numbers = await rows<{ id: number; number: string; date: string }>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.date
     FROM settlement s JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.id IN (${placeholders(open.length)})`,
    open.map(({ settlementId }) => settlementId!),
  );
  return open.map(({ settlementId, scheme, batchDate, amountMinor, settledMinor }) => ({
    ...numbers.find(({ id }) => id === settlementId)!,
    scheme,
    batchDate,
    amountMinor: settledMinor - amountMinor,
  }));
}

/** What settlements name and the till has no batch or scheme for. */
function unknownSchemes(db: Db): Promise<Differing[]> {
  return rows<Differing>(
    db,
    `SELECT s.id, CONCAT(d.series, '-', d.number) AS number, s.date, c.scheme,
       c.batch_date AS batchDate, c.difference_minor AS amountMinor
     FROM settlement_scheme c
     JOIN settlement s ON s.id = c.settlement_id AND s.standing
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE c.batch_id IS NULL AND c.difference_minor <> 0`,
  );
}

/** Negative settlements that a processor carries, until a later one has cleared them. */
async function carried(db: Db, today: string): Promise<LooseEnd[]> {
  const found = await rows<{ id: number; processor: string; date: string }>(
    db,
    `SELECT p.id, p.name AS processor, MIN(s.date) AS date
     FROM settlement s JOIN processor p ON p.id = s.processor_id
     WHERE s.carried_minor < 0 AND s.cleared_by_id IS NULL AND s.standing
     GROUP BY p.id, p.name`,
  );
  const held = await heldBy(db, 'processorBalance');
  const carriedBy = (id: number) =>
    sum(
      held
        .filter(({ holder }) => holder === atProcessor(id))
        .map(({ amountMinor }) => amountMinor),
    );
  const carries = found
    .map((one) => ({ ...one, amountMinor: carriedBy(one.id) }))
    .filter(({ amountMinor }) => amountMinor !== 0);
  return carries.map(({ processor, date, amountMinor }) => ({
    code: 'settlementCarried',
    place: 'bank',
    ageDays: Math.max(0, daysBetween(date, today)),
    amountMinor,
    params: { processor, date },
    path: '/bank/cards',
  }));
}

/** Vouchers whose last day is near or gone and that have something left. */
async function vouchers(db: Db, today: string): Promise<LooseEnd[]> {
  const { creditWarnDays } = await loadCounterRules(db);
  const found = await rows<Late & { validUntil: string }>(
    db,
    `SELECT w.id, RIGHT(w.code, 4) AS number, s.date, w.valid_until AS validUntil,
       w.amount_minor - w.used_minor AS amountMinor
     FROM voucher w
     JOIN sale s ON s.id = w.sale_id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE w.valid_until <= ? AND w.used_minor < w.amount_minor AND v.id IS NULL`,
    [addDays(today, creditWarnDays)],
  );
  return found.map(({ id, number, date, validUntil, amountMinor }) => ({
    code: validUntil < today ? 'voucherExpired' : 'voucherExpiring',
    place: 'counter',
    ageDays: daysBetween(date, today),
    amountMinor,
    params: { number, date: validUntil },
    path: `/counter/vouchers?id=${id}`,
  }));
}

/** Lines that nobody knows and lines that name a movement of another amount. */
async function statementLines(db: Db, today: string): Promise<LooseEnd[]> {
  const accounts = await rows<{ id: number }>(db, 'SELECT id FROM bank_account');
  const ends: LooseEnd[] = [];
  for (const { id } of accounts) {
    const { openLines, reserved } = await statementView(db, { bankAccountId: id });
    for (const line of openLines) {
      ends.push({
        code: 'lineUnknown',
        place: 'bank',
        ageDays: daysBetween(line.date, today),
        amountMinor: line.amountMinor,
        params: { date: line.date, text: line.text },
        path: `/lines/${line.id}`,
      });
    }
    for (const { line, movement, differenceMinor } of reserved) {
      ends.push({
        code: 'lineReserved',
        place: 'bank',
        ageDays: daysBetween(line.date, today),
        amountMinor: differenceMinor,
        params: { date: line.date, number: movement.number },
        path: '/bank/statement',
      });
    }
  }
  return ends;
}

/** Credit notes whose last day is near or gone and that have something left. */
async function credits(db: Db, today: string): Promise<LooseEnd[]> {
  const { creditWarnDays } = await loadCounterRules(db);
  const found = await creditNotes(
    db,
    today,
    'n.used_minor < n.amount_minor AND n.valid_until <= ?',
    [addDays(today, creditWarnDays)],
  );
  return found.map(({ number, issuedOn, validUntil, leftMinor, expired }) => ({
    code: expired ? 'creditExpired' : 'creditExpiring',
    place: 'counter',
    ageDays: daysBetween(issuedOn, today),
    amountMinor: leftMinor,
    params: { number, date: validUntil },
    path: `/counter/credits?number=${number.replace(/^\D+/, '')}`,
  }));
}
