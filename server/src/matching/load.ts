import {
  chequeReference,
  CHEQUE_BOOK,
  classifyLine,
  coveredSpans,
  DEPOSITS,
  type LineRule,
} from '@abacist/core/bank';
import { addDays } from '@abacist/core/dates';
import type { Line, MatchInput, Movement } from '@abacist/core/matching';
import type { Shop } from '../context';
import { row, rows, type Db } from '../db/pool';
import { importedStatements } from '../bank/statements';
import { holidaysAround } from '../settings/holidays';
import { openBatches } from '../settlements/batches';

/** The party of a processor's settlements. */
export const processorParty = (id: number) => `processor ${id}`;

type SlipRow = { id: number; date: string; amount: number; number: string; reference: string };
type ChequeRow = Omit<SlipRow, 'reference'> & { kind: 'ownCheque' | 'returnedCheque' };
type SettlementRow = SlipRow & { processorId: number };
type LineRow = {
  id: number;
  date: string;
  amount: number;
  text: string;
  referenceList: string;
  bankCode: string;
};

/** All that the matching engine reads of one bank account: open movements, lines, knowledge. */
export async function loadMatchInput(
  db: Db,
  shop: Shop,
  bankAccountId: number,
  today: string,
): Promise<MatchInput> {
  const statements = await importedStatements(db, bankAccountId);
  const undone = await rows<{ movementId: string; lineId: string }>(
    db,
    `SELECT CONCAT(m.kind, ' ', m.member_id) AS movementId, CONCAT(l.member_id) AS lineId
     FROM match_undo u
     JOIN match_member m ON m.match_group_id = u.match_group_id AND m.kind <> 'line'
     JOIN match_member l ON l.match_group_id = u.match_group_id AND l.kind = 'line'`,
  );
  return {
    movements: await openMovements(db, bankAccountId),
    lines: await openLines(db, bankAccountId),
    holidays: holidaysAround(shop.holidayRegion, today),
    covered: coveredSpans(statements),
    knownThrough: await knownThrough(db, shop, today),
    undone,
  };
}

/** A few letters, or none with a digit, may stand in any line: they name nothing. */
const namesIt = (reference: string) => reference.length >= 4 && /\d/.test(reference);

export async function openMovements(db: Db, bankAccountId: number): Promise<Movement[]> {
  const slips = await rows<SlipRow>(
    db,
    `SELECT s.id, s.date, s.total_minor AS amount, CONCAT(d.series, '-', d.number) AS number,
       s.bank_reference AS reference
     FROM slip s JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
     WHERE s.bank_account_id = ? AND s.match_group_id IS NULL AND s.standing`,
    [bankAccountId],
  );
  const settlements = await rows<SettlementRow>(
    db,
    `SELECT s.id, s.due_date AS date, s.to_bank_minor AS amount,
       CONCAT(d.series, '-', d.number) AS number, s.reference, s.processor_id AS processorId
     FROM settlement s JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.bank_account_id = ? AND s.match_group_id IS NULL AND s.to_bank_minor > 0
       AND s.standing`,
    [bankAccountId],
  );
  const cheques = await rows<ChequeRow>(
    db,
    `SELECT 'ownCheque' AS kind, id, date, -amount_minor AS amount, number
     FROM own_cheque WHERE bank_account_id = ? AND match_group_id IS NULL AND NOT voided
     UNION ALL
     SELECT 'returnedCheque', r.id, r.date, -r.amount_minor, q.number
     FROM returned_cheque r JOIN cheque q ON q.id = r.cheque_id
     WHERE r.bank_account_id = ? AND r.match_group_id IS NULL AND r.standing`,
    [bankAccountId, bankAccountId],
  );
  const transfers = await rows<SlipRow>(
    db,
    `SELECT r.id, r.date, r.amount_minor AS amount, CONCAT(d.series, '-', d.number) AS number,
       r.reference
     FROM transfer r JOIN document d ON d.kind = 'sale' AND d.subject_id = r.sale_id
     WHERE r.bank_account_id = ? AND r.match_group_id IS NULL AND NOT r.voided`,
    [bankAccountId],
  );
  return [
    ...slips.map((slip): Movement => ({
      id: `slip ${slip.id}`,
      kind: 'deposit',
      party: DEPOSITS,
      dueDate: slip.date,
      amountMinor: slip.amount,
      references: [slip.number, slip.reference].filter(Boolean),
    })),
    ...settlements.map((settlement): Movement => ({
      id: `settlement ${settlement.id}`,
      kind: 'settlement',
      party: processorParty(settlement.processorId),
      dueDate: settlement.date,
      amountMinor: settlement.amount,
      references: [settlement.reference, settlement.number],
    })),
    ...cheques.map(({ kind, id, number, ...cheque }): Movement => ({
      id: `${kind} ${id}`,
      kind,
      party: kind === 'ownCheque' ? CHEQUE_BOOK : DEPOSITS,
      dueDate: cheque.date,
      amountMinor: cheque.amount,
      references: [chequeReference(number)],
    })),
    ...transfers.map((transfer): Movement => ({
      id: `transfer ${transfer.id}`,
      kind: 'transfer',
      party: `customer of ${transfer.number}`,
      dueDate: transfer.date,
      amountMinor: transfer.amount,
      references: [
        transfer.number,
        transfer.reference,
        // On a line the payer’s words stand among others: each that has a digit may name it.
        ...transfer.reference.split(/\s+/),
      ].filter(namesIt),
    })),
  ];
}

async function openLines(db: Db, bankAccountId: number): Promise<Line[]> {
  const rules = await rows<LineRule>(
    db,
    'SELECT contains, kind, party FROM line_rule WHERE bank_account_id = ? ORDER BY id',
    [bankAccountId],
  );
  const found = await rows<LineRow>(
    db,
    `SELECT id, date, amount_minor AS amount, text, reference_list AS referenceList,
       bank_code AS bankCode
     FROM statement_line WHERE bank_account_id = ? AND match_group_id IS NULL`,
    [bankAccountId],
  );
  return found.map((line) => ({
    id: String(line.id),
    date: line.date,
    amountMinor: line.amount,
    references: JSON.parse(line.referenceList) as string[],
    text: line.text,
    ...classifyLine(line, rules),
  }));
}

/** The day up to which every day is closed and every settlement that was due is here. */
async function knownThrough(db: Db, shop: Shop, today: string): Promise<string> {
  const uncounted = await row<{ first: string | null }>(
    db,
    `SELECT MIN(s.date) AS first
     FROM sale s LEFT JOIN drawer_close c ON c.drawer_session_id = s.drawer_session_id
     WHERE c.id IS NULL`,
  );
  const batches = await openBatches(db, shop);
  // What a settlement left open is known to be missing: it keeps nothing from being certain.
  const unsettled = batches.filter(({ settledInPart }) => !settledInPart);
  const missing = [uncounted?.first, ...unsettled.map(({ dueDate }) => dueDate)]
    .filter((date) => date != null)
    .sort()[0];
  return missing !== undefined && missing <= today ? addDays(missing, -1) : today;
}

/** Changes whenever something that the engine reads has changed. */
export async function inputVersion(db: Db, bankAccountId: number): Promise<string> {
  const found = await row<Record<string, number>>(
    db,
    `SELECT
       (SELECT COUNT(*) FROM slip WHERE bank_account_id = ? AND standing) AS slips,
       (SELECT COUNT(*) FROM settlement WHERE bank_account_id = ? AND standing) AS settlements,
       (SELECT COUNT(*) FROM own_cheque WHERE bank_account_id = ? AND NOT voided) AS cheques,
       (SELECT COUNT(*) FROM transfer WHERE bank_account_id = ? AND NOT voided) AS transfers,
       (SELECT COUNT(*) FROM returned_cheque WHERE bank_account_id = ? AND standing)
         AS returned,
       (SELECT COUNT(*) FROM statement WHERE bank_account_id = ?) AS statements,
       (SELECT COUNT(*) FROM match_group) AS matches,
       (SELECT COUNT(*) FROM match_undo) AS undone,
       (SELECT COUNT(*) FROM drawer_close) AS closes,
       (SELECT COUNT(*) FROM line_rule) AS rules`,
    Array.from({ length: 6 }, () => bankAccountId),
  );
  return JSON.stringify(found);
}
