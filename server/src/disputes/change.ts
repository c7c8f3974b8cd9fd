import type {
  ChangeDispute,
  DisputeDetail,
  FindDisputedSale,
  TakeBackOfDispute,
} from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { retold, type Stands } from '@abacist/core/disputes';
import { sum } from '@abacist/core/money';
import { atProcessor, ofDispute, potOfCard } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { heldBy } from '../takings/held';
import { lockDispute, type Standing } from './lost';
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
  const { processorId } = dispute;
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
  const { bankAccountId, ...stands } = await whereItsMoneyIs(tx, dispute);
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
    `INSERT INTO dispute_retold
       (dispute_id, sale_tender_id, holder, scheme_before, last_four_before)
     VALUES (?, ?, ?, ?, ?)`,
    [id, saleTenderId, stands.holder, dispute.scheme, dispute.lastFour],
  );
  const { number } = await postDocument(context, {
    ...{ kind: 'disputeRetold', subjectId: insertId, date, lines, memo: card.number },
  });
  return { answer: await disputeDetail(tx, id), documentNumber: number };
}

/**
 * Takes back that a sale was found: its dispute is of none again, until somebody finds the right one.
 * @throws HttpError 404 `disputeFound.unknown`; 422 `disputeFound.undone`, `disputeFound.goesOn`,
 * `disputeFound.movedOn`
 */
export async function forgetDisputedSale(
  context: CommandContext,
  { reason }: TakeBackOfDispute,
  foundId: number,
): Promise<CommandResult<DisputeDetail>> {
  const { tx, today: date } = context;
  const of = await row<{ disputeId: number }>(
    tx,
    'SELECT dispute_id AS disputeId FROM dispute_retold WHERE id = ?',
    [foundId],
  );
  if (!of) throw notFound('disputeFound.unknown');
  const dispute = await lockDispute(context, of.disputeId);
  const { id } = dispute;
  const found = (await row<{
    standing: number | null;
    holder: string;
    scheme: string;
    lastFour: string;
    entryId: number | null;
  }>(
    tx,
    `SELECT r.standing, r.holder, r.scheme_before AS scheme, r.last_four_before AS lastFour,
       d.entry_id AS entryId
     FROM dispute_retold r JOIN document d ON d.kind = 'disputeRetold' AND d.subject_id = r.id
     WHERE r.id = ? FOR UPDATE`,
    [foundId],
  ))!;
  if (found.standing === null) throw refuseWith('disputeFound.undone');
  if (found.entryId !== null) {
    const held = await heldBy(tx, 'disputes', [ofDispute(id)]);
    const then = await row<{ amountMinor: number }>(
      tx,
      `SELECT CAST(SUM(l.amount_minor) AS SIGNED) AS amountMinor
       FROM entry_line l JOIN account a ON a.id = l.account_id AND a.role = 'disputes'
       WHERE l.entry_id = ? AND l.amount_minor > 0`,
      [found.entryId],
    );
    // What came back or was lost since is of the sale that was found.
    if (sum(held.map(({ amountMinor }) => amountMinor)) !== then!.amountMinor)
      throw refuseWith('disputeFound.goesOn');
    const { holder } = await whereItsMoneyIs(tx, dispute);
    if (holder !== found.holder) throw refuseWith('disputeFound.movedOn');
  }
  await run(tx, 'UPDATE dispute_retold SET standing = NULL WHERE id = ?', [foundId]);
  await run(
    tx,
    'UPDATE dispute SET sale_tender_id = NULL, scheme = ?, last_four = ? WHERE id = ?',
    [found.scheme, found.lastFour, id],
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO dispute_retold_undo (dispute_retold_id, date) VALUES (?, ?)',
    [foundId, date],
  );
  const document = {
    kind: 'disputeRetoldUndo',
    subjectId: insertId,
    date,
    memo: reason,
  } as const;
  const { number } =
    found.entryId === null
      ? await postDocument(context, { ...document, lines: [] })
      : await postReversal(context, found.entryId, document);
  return { answer: await disputeDetail(tx, id), documentNumber: number };
}

/** Where the money that was taken for a dispute is now: as its settlement, or the bank's line, has it. */
const whereItsMoneyIs = (db: Db, { id, processorId, settlementId }: Standing) =>
  settlementId === null
    ? whereTheBankHasIt(db, id)
    : whereItStands(db, processorId, settlementId);

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
