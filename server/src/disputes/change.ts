import type { ChangeDispute, DisputeDetail, FindDisputedSale } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { retold, type Stands } from '@abacist/core/disputes';
import { atProcessor, ofDispute, potOfCard } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import { heldBy } from '../takings/held';
import { lockDispute } from './lost';
import { disputeDetail } from './read';

/**
 * Says until when a dispute is to be answered, and when its evidence was sent.
 * @throws HttpError 404 `dispute.unknown`; 422 `date.tooFarAhead`
 */
export async function changeDispute(
  context: CommandContext,
  { evidenceDue, sentOn }: ChangeDispute,
  id: number,
): Promise<CommandResult<DisputeDetail>> {
  const { tx, today } = context;
  await lockDispute(context, id);
  if (sentOn !== null && sentOn > today)
    throw refuseWith('date.tooFarAhead', 'sentOn', { text: sentOn });
  if (evidenceDue !== null && evidenceDue > addDays(today, 366))
    throw refuseWith('date.tooFarAhead', 'evidenceDue', { text: evidenceDue });
  await run(tx, 'UPDATE dispute SET evidence_due = ?, sent_on = ? WHERE id = ?', [
    evidenceDue,
    sentOn,
    id,
  ]);
  return { answer: await disputeDetail(tx, id) };
}

/**
 * Names the sale that is disputed: what is disputed, and what was taken for it, are of its day.
 * @throws HttpError 404 `dispute.unknown`; 422 `dispute.noSuchCard`, `dispute.saleKnown`
 */
export async function findDisputedSale(
  context: CommandContext,
  { saleTenderId }: FindDisputedSale,
  id: number,
): Promise<CommandResult<DisputeDetail>> {
  const { tx, today: date } = context;
  const dispute = await lockDispute(context, id);
  const { processorId, settlementId } = dispute;
  if (dispute.saleTenderId !== null) throw refuseWith('dispute.saleKnown');
  const card = await row<{
    takingsDay: string;
    scheme: string;
    lastFour: string;
    number: string;
  }>(
    tx,
    `SELECT s.date AS takingsDay, t.scheme, COALESCE(st.last_four, '') AS lastFour,
       CONCAT(d.series, '-', d.number) AS number
     FROM sale_tender st
     JOIN tender t ON t.id = st.tender_id AND t.processor_id = ?
     JOIN sale s ON s.id = st.sale_id
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     WHERE st.id = ? AND st.amount_minor > 0 AND v.id IS NULL`,
    [processorId, saleTenderId],
  );
  if (!card) throw refuseWith('dispute.noSuchCard', 'saleTenderId');
  const { bankAccountId, ...stands } =
    settlementId === null
      ? await whereTheBankHasIt(tx, id)
      : await whereItStands(tx, processorId, settlementId);
  const held = await heldBy(tx, 'disputes', [ofDispute(id)]);
  const to = { takingsDay: card.takingsDay, pot: potOfCard(processorId, card.scheme) };
  const lines = retold(held, to, { id, processorId, bankAccountId, stands });
  await run(
    tx,
    'UPDATE dispute SET sale_tender_id = ?, scheme = ?, last_four = ? WHERE id = ?',
    [...[saleTenderId, card.scheme, card.lastFour, id]],
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO dispute_retold (dispute_id, sale_tender_id) VALUES (?, ?)',
    [id, saleTenderId],
  );
  const { number } = await postDocument(context, {
    ...{ kind: 'disputeRetold', subjectId: insertId, date, lines, memo: card.number },
  });
  return { answer: await disputeDetail(tx, id), documentNumber: number };
}

/** Where the money of a chargeback is that the bank itself debited: under way, or at the bank. */
async function whereTheBankHasIt(
  db: Db,
  disputeId: number,
): Promise<Stands & { bankAccountId: number }> {
  const found = (await row<{ id: number; bankAccountId: number; lineId: number | null }>(
    db,
    `SELECT b.id, b.bank_account_id AS bankAccountId,
       (SELECT MIN(l.id) FROM statement_line l
        WHERE l.match_group_id = b.match_group_id) AS lineId
     FROM bank_chargeback b
     WHERE b.dispute_id = ? AND b.standing AND b.amount_minor > 0`,
    [disputeId],
  ))!;
  const { id, bankAccountId, lineId } = found;
  return lineId === null
    ? { bankAccountId, ledgerAccount: 'bankInTransit', holder: `chargeback ${id}` }
    : { bankAccountId, ledgerAccount: 'bank', holder: `line ${lineId}` };
}

type Settled = {
  toBankMinor: number;
  bankAccountId: number;
  lineId: number | null;
  /** Its parts came to nothing for the bank, and were there at once. */
  atOnce: number;
  /** The settlement that cleared what was carried then. */
  clearedById: number | null;
};

/** Where the money of a settlement is: with its processor, under way, at the bank. */
async function whereItStands(
  db: Db,
  processorId: number,
  settlementId: number,
): Promise<Stands & { bankAccountId: number }> {
  const found = (await row<Settled>(
    db,
    `SELECT s.to_bank_minor AS toBankMinor, s.bank_account_id AS bankAccountId,
       (SELECT MIN(l.id) FROM statement_line l
        WHERE l.match_group_id = s.match_group_id) AS lineId,
       EXISTS (SELECT 1 FROM document d
         JOIN entry_line l ON l.entry_id = d.entry_id
         JOIN account a ON a.id = l.account_id AND a.role = 'bank'
         WHERE d.kind = 'settlement' AND d.subject_id = s.id) AS atOnce,
       (SELECT MIN(c.cleared_by_id) FROM settlement c
        WHERE c.processor_id = s.processor_id AND c.standing AND c.carried_minor < 0
          AND c.id <= s.id AND c.cleared_by_id > s.id) AS clearedById
     FROM settlement s WHERE s.id = ?`,
    [settlementId],
  ))!;
  const { bankAccountId, toBankMinor, lineId, atOnce, clearedById } = found;
  const holder = `settlement ${settlementId}`;
  if (toBankMinor > 0) {
    return lineId === null
      ? { bankAccountId, ledgerAccount: 'bankInTransit', holder }
      : { bankAccountId, ledgerAccount: 'bank', holder: `line ${lineId}` };
  }
  if (atOnce === 1) return { bankAccountId, ledgerAccount: 'bank', holder };
  // What is carried goes on with whichever settlement clears it.
  return clearedById === null
    ? { bankAccountId, ledgerAccount: 'processorBalance', holder: atProcessor(processorId) }
    : whereItStands(db, processorId, clearedById);
}
