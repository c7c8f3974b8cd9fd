import type {
  ChequesAtBank,
  ReturnCheque,
  ReturnedAnswer,
  WriteOffCheque,
} from '@abacist/contracts';
import { decideChequeReturn, type ChequePayment } from '@abacist/core/accounts';
import { mergeLines, post, type JournalLine } from '@abacist/core/ledger';
import { ROLES } from '@abacist/core/people';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { numberAhead, postDocument } from '../ledger/post';
import { acceptPair, BY_HAND } from '../matching/accept';
import { OWED } from '../sales/returnedCheques';
import { undoWithDiscount } from './allocate';
import { addItem, plainly, standingAllocations, storeAllocations } from './items';
import { lockAccounts, refuseClosed } from './load';
import { loadAccountRules } from './rules';

/** Cheques on slips that were sent and that did not come back, by their amount or by their id. */
export async function chequesAtBank(
  db: Db,
  asked: { amountMinor?: number; id?: number },
): Promise<ChequesAtBank> {
  const { amountMinor = null, id = null } = asked;
  const found = await rows<
    Omit<ChequesAtBank['cheques'][number], 'onAccount'> & { pays: number }
  >(
    db,
    `SELECT q.id, q.number, q.drawn_by AS drawnBy, q.amount_minor AS amountMinor,
       q.taken_on AS takenOn, st.sale_id AS saleId, CONCAT(d.series, '-', d.number) AS ticket,
       CONCAT(sd.series, '-', sd.number) AS slip,
       EXISTS (SELECT 1 FROM open_item p
               WHERE p.sale_id = st.sale_id AND p.kind = 'payment') AS pays
     FROM cheque q
     JOIN sale_tender st ON st.id = q.sale_tender_id
     JOIN document d ON d.kind = 'sale' AND d.subject_id = st.sale_id
     JOIN safe_item i ON i.cheque_id = q.id
     JOIN slip_item_now si ON si.safe_item_id = i.id
     JOIN document sd ON sd.kind = 'slip' AND sd.subject_id = si.slip_id
     LEFT JOIN returned_cheque r ON r.cheque_id = q.id AND r.standing
     WHERE r.id IS NULL AND (q.amount_minor = ? OR q.id = ?)
     ORDER BY q.taken_on DESC, q.id DESC LIMIT 50`,
    [amountMinor, id],
  );
  return {
    cheques: found.map(({ pays, ...cheque }) => ({ ...cheque, onAccount: pays === 1 })),
    feeMinor: (await loadAccountRules(db)).chequeFeeMinor,
  };
}

type Paper = {
  amountMinor: number;
  saleId: number;
  number: string;
  bankAccountId: number;
  sentOn: string;
  takenOn: string;
};

/**
 * Keeps that the bank returned a cheque: what it paid on accounts is owed again, with the discounts
 * that went with it and a fee; what it paid at the counter stands among returned cheques until it
 * is paid after all. The money leaves the bank when the statement line shows it.
 * @throws HttpError 404 `cheque.unknown`; 422 `cheque.returned`, `cheque.notAtBank`,
 * `cheque.beforeSlip` (date), `date.tooFarAhead`, `account.closed`,
 * those of `acceptPair`
 */
export async function returnCheque(
  context: CommandContext,
  { date: on, feeMinor, reason, lineId }: ReturnCheque,
  chequeId: number,
): Promise<CommandResult<ReturnedAnswer>> {
  const { tx, today: date, actor, now } = context;
  const paper = await paperOf(context, chequeId, on);
  const payments = await paymentsOf(context, paper.saleId);
  const accountIds = payments.map(({ chargeAccountId }) => chargeAccountId);
  const { parts, walkInMinor } = decideChequeReturn(paper.amountMinor, payments);
  // Whoever wrote the cheque pays for it once: the first account that it paid on, else the walk-in.
  const walkInFee = parts.length === 0 ? feeMinor : 0;
  await refuseClosed(tx, accountIds);
  const { insertId: returnedChequeId } = await run(
    tx,
    `INSERT INTO returned_cheque
       (cheque_id, sale_id, bank_account_id, date, amount_minor, walk_in_minor, fee_minor, reason,
        user_id, returned_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      chequeId,
      paper.saleId,
      paper.bankAccountId,
      on,
      paper.amountMinor,
      walkInMinor,
      walkInFee,
      reason,
      actor.id,
      now,
    ],
  );
  const number = await numberAhead(tx, 'chequeReturn');
  const open = new Map<number, number>();
  const lines: JournalLine[] = [];
  for (const part of parts) {
    const { chargeAccountId, creditItemId, amountMinor, undo, again, takenMinor } = part;
    for (const allocationId of undo) {
      const [standing] = await standingAllocations(tx, 'x.id = ?', [allocationId]);
      const undone = await undoWithDiscount(context, standing!, reason, returnedChequeId);
      lines.push(...undone.lines);
      open.set(standing!.chargeItemId, chargeAccountId);
    }
    const debt = {
      chargeAccountId,
      kind: 'returnedCheque' as const,
      number,
      date,
      dueDate: date,
    };
    const itemId = await addItem(tx, { ...debt, amountMinor });
    open.set(itemId, chargeAccountId);
    const given = [
      ...(again ? [plainly(chargeAccountId, again.chargeItemId, again.amountMinor)] : []),
      ...(takenMinor > 0 ? [plainly(chargeAccountId, itemId, takenMinor)] : []),
    ];
    const by = { date, reason: '', saleId: null, returnedChequeId };
    await storeAllocations(context, creditItemId, given, by);
  }
  if (walkInFee > 0) lines.push(...post('cheque.fee', { fee: walkInFee }));
  else if (feeMinor > 0) {
    const { chargeAccountId } = parts[0]!;
    const fee = { chargeAccountId, kind: 'chequeFee' as const, number, date, dueDate: date };
    open.set(await addItem(tx, { ...fee, amountMinor: feeMinor }), chargeAccountId);
    lines.push(...post('account.chequeFee', { fee: feeMinor }, { chargeAccountId }));
  }
  await insertMany(
    tx,
    'returned_cheque_item',
    ['returned_cheque_id', 'open_item_id', 'charge_account_id'],
    [...open].map(([itemId, chargeAccountId]) => [returnedChequeId, itemId, chargeAccountId]),
  );
  lines.push(
    ...post(
      'cheque.returned',
      {
        charged: parts.map(({ chargeAccountId, amountMinor }) => ({
          amountMinor,
          chargeAccountId,
        })),
        walkIn: walkInMinor,
        amount: paper.amountMinor,
      },
      {
        bankAccountId: paper.bankAccountId,
        takings: {
          takingsDay: paper.takenOn,
          pot: 'cheque',
          holders: { bankInTransit: `returnedCheque ${returnedChequeId}` },
        },
      },
    ),
  );
  await postDocument(context, {
    kind: 'chequeReturn',
    subjectId: returnedChequeId,
    date,
    lines: mergeLines(lines),
    memo: reason,
  });
  if (lineId !== undefined) {
    const pair = { movement: `returnedCheque ${returnedChequeId}`, lineId };
    const seen = BY_HAND;
    await acceptPair(context, paper.bankAccountId, pair, seen);
  }
  return { answer: { returnedChequeId, number }, documentNumber: number };
}

/** The cheque and the slip that brought it to the bank; its ticket waits for whoever else comes. */
async function paperOf(
  { tx, today }: CommandContext,
  chequeId: number,
  on: string,
): Promise<Paper> {
  const found = await row<Omit<Paper, 'bankAccountId' | 'sentOn'>>(
    tx,
    `SELECT q.amount_minor AS amountMinor, q.number, st.sale_id AS saleId,
       q.taken_on AS takenOn
     FROM cheque q JOIN sale_tender st ON st.id = q.sale_tender_id WHERE q.id = ?`,
    [chequeId],
  );
  if (!found) throw notFound('cheque.unknown');
  await run(tx, 'UPDATE sale SET version = version + 1 WHERE id = ?', [found.saleId]);
  const returned = await row(
    tx,
    'SELECT id FROM returned_cheque WHERE cheque_id = ? AND standing',
    [chequeId],
  );
  if (returned) throw refuseWith('cheque.returned', undefined, { number: found.number });
  const slip = await row<Pick<Paper, 'bankAccountId' | 'sentOn'>>(
    tx,
    `SELECT sl.bank_account_id AS bankAccountId, sl.date AS sentOn
     FROM safe_item i
     JOIN slip_item_now si ON si.safe_item_id = i.id
     JOIN slip sl ON sl.id = si.slip_id
     WHERE i.cheque_id = ?`,
    [chequeId],
  );
  if (!slip) throw refuseWith('cheque.notAtBank', undefined, { number: found.number });
  if (on < slip.sentOn) throw refuseWith('cheque.beforeSlip', 'date', { date: slip.sentOn });
  if (on > today) throw refuseWith('date.tooFarAhead', 'date', { text: on });
  return { ...found, ...slip };
}

/** What the cheque's ticket paid on accounts, those locked, and what became of each payment. */
async function paymentsOf({ tx }: CommandContext, saleId: number): Promise<ChequePayment[]> {
  const accounts = await rows<{ id: number }>(
    tx,
    `SELECT DISTINCT charge_account_id AS id FROM open_item
     WHERE sale_id = ? AND kind = 'payment'`,
    [saleId],
  );
  await lockAccounts(
    tx,
    accounts.map(({ id }) => id),
  );
  const items = await rows<Omit<ChequePayment, 'allocations'>>(
    tx,
    `SELECT id AS creditItemId, charge_account_id AS chargeAccountId, -amount_minor AS amountMinor,
       -left_minor AS leftMinor
     FROM open_item WHERE sale_id = ? AND kind = 'payment' AND NOT voided ORDER BY id`,
    [saleId],
  );
  const payments: ChequePayment[] = [];
  for (const item of items) {
    const allocations = await standingAllocations(
      tx,
      `x.credit_item_id = ? AND i.kind NOT IN ('paidOut', 'returnedCheque')`,
      [item.creditItemId],
    );
    payments.push({ ...item, allocations });
  }
  return payments;
}

/**
 * Writes off what is owed of a returned cheque that is on no account.
 * @throws HttpError 404 `returnedCheque.unknown`; 422 `returnedCheque.nothingLeft`; 409
 * `rule.writeOff` beyond the person's allowance
 */
export async function writeOffCheque(
  context: CommandContext,
  { reason }: WriteOffCheque,
  id: number,
): Promise<CommandResult<{ number: string }>> {
  const { tx, today: date, actor } = context;
  const found = await row<{ leftMinor: number }>(
    tx,
    `SELECT CAST(${OWED} AS SIGNED) AS leftMinor FROM returned_cheque
     WHERE id = ? AND standing FOR UPDATE`,
    [id],
  );
  if (!found) throw notFound('returnedCheque.unknown');
  const { leftMinor } = found;
  if (leftMinor === 0) throw refuseWith('returnedCheque.nothingLeft');
  const { bookkeeperWriteOffMinor: allowedMinor } = await loadAccountRules(tx);
  const alone = ROLES[actor.role].unbound || leftMinor <= allowedMinor;
  const params = { amountMinor: leftMinor, allowedMinor };
  const approvalId = await context.approve(
    alone ? [] : [{ code: 'rule.writeOff', approver: 'manager', params }],
  );
  await run(
    tx,
    'UPDATE returned_cheque SET written_off_minor = written_off_minor + ? WHERE id = ?',
    [leftMinor, id],
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO cheque_write_off (returned_cheque_id, amount_minor) VALUES (?, ?)',
    [id, leftMinor],
  );
  const { number } = await postDocument(context, {
    kind: 'chequeWriteOff',
    subjectId: insertId,
    date,
    lines: post('cheque.writtenOff', { amount: leftMinor }),
    memo: reason,
    approvalId,
  });
  return { answer: { number }, documentNumber: number };
}
