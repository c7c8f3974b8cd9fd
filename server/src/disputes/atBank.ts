import type { BankChargeback, DisputeDetail, TakeBackOfDispute } from '@abacist/contracts';
import { chargebackLines, chargebackOf, openOf } from '@abacist/core/disputes';
import { minor } from '@abacist/core/money';
import { ofDispute, potOfCard } from '@abacist/core/takings';
import type { CommandContext } from '../context';
import { row, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument, postReversal } from '../ledger/post';
import { acceptPair, BY_HAND } from '../matching/accept';
import { settlingProcessor } from '../settlements/processor';
import { heldBy } from '../takings/held';
import { disputedCard } from './find';
import { lockDispute } from './lost';
import { disputeDetail } from './read';
import { insertDispute } from './store';

type Line = { date: string; amountMinor: number; bankAccountId: number };

/**
 * Says that a statement line is about a disputed card: a chargeback that the bank debits itself, money that
 * it gives back, or a fee for a dispute. Records it and matches it with its line.
 * @throws HttpError 404 `dispute.unknown`, `processor.unknown`; 422 `match.unknown`, `chargeback.noScheme`,
 * as core's `chargebackOf` and `acceptPair` say
 */
export async function chargebackFromLine(
  context: CommandContext,
  command: BankChargeback,
): Promise<CommandResult<DisputeDetail>> {
  const { tx } = context;
  const processor = await settlingProcessor(tx, command.processorId, true);
  if (!processor) throw notFound('processor.unknown');
  const line = await row<Line>(
    tx,
    `SELECT date, amount_minor AS amountMinor, bank_account_id AS bankAccountId
     FROM statement_line WHERE id = ?`,
    [command.lineId],
  );
  if (!line) throw refuseWith('match.unknown', 'lineId');
  const known =
    command.disputeId === null ? null : await lockDispute(context, command.disputeId);
  if (known && known.processorId !== processor.id) throw notFound('dispute.unknown');
  const what = unwrap(
    chargebackOf({
      ...{ lineMinor: line.amountMinor, feeMinor: command.feeMinor },
      dispute: known && { openMinor: openOf(known) },
    }),
  );
  const disputeId =
    known?.id ??
    (await newDispute(context, command, line, what.amountMinor, processor.schemes));
  const { insertId } = await run(
    tx,
    `INSERT INTO bank_chargeback (dispute_id, bank_account_id, date, amount_minor, fee_minor)
     VALUES (?, ?, ?, ?, ?)`,
    [disputeId, line.bankAccountId, line.date, what.amountMinor, what.feeMinor],
  );
  if (what.amountMinor < 0)
    await run(tx, 'UPDATE dispute SET won_minor = won_minor - ? WHERE id = ?', [
      what.amountMinor,
      disputeId,
    ]);
  const holder = `chargeback ${insertId}`;
  const { number } = await postDocument(context, {
    ...{ kind: 'chargeback', subjectId: insertId, date: line.date, memo: command.reference },
    lines: chargebackLines(
      what,
      {
        whose: await whoseItIs(tx, disputeId, line.date),
        held: await heldBy(tx, 'disputes', [ofDispute(disputeId)]),
      },
      {
        ...{ disputeId, processorId: processor.id, holder },
        bankAccountId: line.bankAccountId,
      },
    ),
  });
  await acceptPair(
    context,
    line.bankAccountId,
    { movement: holder, lineId: command.lineId },
    BY_HAND,
  );
  return { answer: await disputeDetail(tx, disputeId), documentNumber: number };
}

/** A dispute that no settlement told of; its card is found by what the line, or a person, knows of it. */
async function newDispute(
  { tx }: CommandContext,
  { processorId, reference, lastFour, ...asked }: BankChargeback,
  { date }: Line,
  amountMinor: number,
  schemes: readonly string[],
): Promise<number> {
  const told = { reference, lastFour, amountMinor: minor(amountMinor) };
  const card = await disputedCard(tx, { processorId, date }, told);
  const scheme = card?.scheme ?? (asked.scheme || (schemes.length === 1 ? schemes[0]! : ''));
  if (!schemes.includes(scheme)) throw refuseWith('chargeback.noScheme', 'scheme');
  return insertDispute(tx, {
    ...{ processorId, settlementId: null, position: null, scheme, reference, lastFour },
    ...{ card, amountMinor, date },
  });
}

/** Whose takings are disputed: those of its sale, else of the day and scheme on which it came. */
async function whoseItIs(db: Db, disputeId: number, date: string) {
  const found = (await row<{ processorId: number; scheme: string; day: string | null }>(
    db,
    `SELECT x.processor_id AS processorId, x.scheme, s.date AS day
     FROM dispute x
     LEFT JOIN sale_tender st ON st.id = x.sale_tender_id
     LEFT JOIN sale s ON s.id = st.sale_id
     WHERE x.id = ?`,
    [disputeId],
  ))!;
  const { processorId, scheme, day } = found;
  return { takingsDay: day ?? date, pot: potOfCard(processorId, scheme) };
}

/**
 * Takes back what was said of a line, once its match is undone: the dispute that it told of is none, what it
 * gave back is open again.
 * @throws HttpError 404 `chargeback.unknown`; 422 `chargeback.undone`, `chargeback.matched`,
 * `chargeback.disputeGoesOn`
 */
export async function undoChargeback(
  context: CommandContext,
  { reason }: TakeBackOfDispute,
  id: number,
): Promise<CommandResult<{ disputeId: number }>> {
  const { tx, today: date } = context;
  const of = await row<{ disputeId: number; stands: number | null }>(
    tx,
    `SELECT b.dispute_id AS disputeId, x.standing AS stands
     FROM bank_chargeback b JOIN dispute x ON x.id = b.dispute_id WHERE b.id = ?`,
    [id],
  );
  if (!of) throw notFound('chargeback.unknown');
  // Without the row that told of it a dispute is none.
  if (of.stands === null) throw refuseWith('chargeback.undone');
  const { disputeId } = of;
  const dispute = await lockDispute(context, disputeId);
  const found = (await row<{
    standing: number | null;
    groupId: number | null;
    amountMinor: number;
    entryId: number;
  }>(
    tx,
    `SELECT b.standing, b.match_group_id AS groupId, b.amount_minor AS amountMinor,
       d.entry_id AS entryId
     FROM bank_chargeback b JOIN document d ON d.kind = 'chargeback' AND d.subject_id = b.id
     WHERE b.id = ? FOR UPDATE`,
    [id],
  ))!;
  if (found.standing === null) throw refuseWith('chargeback.undone');
  if (found.groupId !== null) throw refuseWith('chargeback.matched');
  const told = found.amountMinor > 0;
  const retold = await row(
    tx,
    'SELECT id FROM dispute_retold WHERE dispute_id = ? AND standing',
    [disputeId],
  );
  const others = await row(
    tx,
    'SELECT id FROM bank_chargeback WHERE dispute_id = ? AND id <> ? AND standing LIMIT 1',
    [disputeId, id],
  );
  if (retold || (told && (dispute.wonMinor !== 0 || dispute.lostMinor !== 0 || others)))
    throw refuseWith('chargeback.disputeGoesOn');
  await run(tx, 'UPDATE bank_chargeback SET standing = NULL WHERE id = ?', [id]);
  if (told) await run(tx, 'UPDATE dispute SET standing = NULL WHERE id = ?', [disputeId]);
  if (found.amountMinor < 0)
    await run(tx, 'UPDATE dispute SET won_minor = won_minor + ? WHERE id = ?', [
      found.amountMinor,
      disputeId,
    ]);
  const { insertId } = await run(
    tx,
    'INSERT INTO bank_chargeback_undo (bank_chargeback_id, date) VALUES (?, ?)',
    [id, date],
  );
  const { number } = await postReversal(context, found.entryId, {
    ...{ kind: 'chargebackUndo', subjectId: insertId, date, memo: reason },
  });
  return { answer: { disputeId }, documentNumber: number };
}
