import type { SettlementAnswer, SettlementImport } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { decideSettlement, type Settlement } from '@abacist/core/settlements';
import { holdsCardNumber } from '@abacist/core/cards';
import { atProcessor, IN_SETTLEMENT } from '@abacist/core/takings';
import { registerFile } from '../bank/files';
import type { CommandContext } from '../context';
import { placeholders, row, run, toMinor, type Db } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import { heldBy } from '../takings/held';
import { batchSchemes } from './batches';
import { storeSettlement } from './store';

type Processor = { id: number; bank_account_id: number; delay_banking_days: number };

/** Imports a processor's settlement that was read and checked whole: compares, posts one entry. */
export async function importSettlement(
  context: CommandContext,
  command: SettlementImport,
  settlement: Settlement,
): Promise<CommandResult<SettlementAnswer>> {
  const { tx, today } = context;
  const processor = await row<Processor>(
    tx,
    // Two files of one processor at once: the second sees what the first left to carry.
    'SELECT id, bank_account_id, delay_banking_days FROM processor WHERE id = ? FOR UPDATE',
    [command.processorId],
  );
  if (!processor) throw refuseWith('settlement.processor', 'processorId');
  const fileId = await registerFile(context, 'settlement', command);
  checkWords(settlement, today);
  const reference = settlement.reference.slice(0, 40);
  await refuseTwice(tx, processor.id, reference, settlement.date);
  const dates = [...new Set(settlement.schemes.map(({ batchDate }) => batchDate))];
  const date = settlement.date > today ? today : settlement.date;
  await closeBatchesOf(context, processor.id, dates, date);
  const batches = await batchSchemes(tx, processor.id, dates);
  const balanceMinor = await carriedBy(tx, processor.id);
  const parts = await heldBy(tx, 'processorBalance', [atProcessor(processor.id)]);
  const decided = decideSettlement(
    settlement,
    batches,
    { balanceMinor, parts },
    { processorId: processor.id, bankAccountId: processor.bank_account_id },
  );
  const settlementId = await storeSettlement(context, {
    processor,
    fileId,
    reference,
    settlement,
    decided,
  });
  if (decided.carriedMinor > 0 && balanceMinor + decided.carriedMinor === 0) {
    await clearCarried(tx, processor.id, settlementId);
  }
  const { number } = await postDocument(context, {
    kind: 'settlement',
    subjectId: settlementId,
    date,
    lines: decided.lines,
    memo: reference,
    holders: { [IN_SETTLEMENT]: `settlement ${settlementId}` },
  });
  const { grossMinor, refundsMinor, feeMinor, netMinor } = settlement;
  const { toBankMinor, carriedMinor } = decided;
  return {
    answer: {
      settlementId,
      number,
      reference,
      grossMinor,
      refundsMinor,
      feeMinor,
      netMinor,
      toBankMinor,
      carriedMinor,
      findings: decided.findings,
    },
    documentNumber: number,
  };
}

/** @throws HttpError 422 `date.tooFarAhead`, `text.cardNumber` */
function checkWords({ date, schemes }: Settlement, today: string): void {
  if (date > addDays(today, 31)) {
    throw refuseWith('date.tooFarAhead', 'row 2, date', { text: date });
  }
  if (holdsCardNumber(schemes.map(({ scheme }) => scheme).join(';'))) {
    throw refuseWith('text.cardNumber', 'scheme');
  }
}

/** The same payout in another file. @throws HttpError 422 `settlement.referenceTwice` (number) */
async function refuseTwice(
  tx: Tx,
  processorId: number,
  reference: string,
  date: string,
): Promise<void> {
  const twice = await row<{ number: number; series: string }>(
    tx,
    `SELECT d.series, d.number FROM settlement s
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.processor_id = ? AND s.reference = ? AND s.date = ? AND s.standing`,
    [processorId, reference, date],
  );
  if (twice) {
    const number = `${twice.series}-${twice.number}`;
    throw refuseWith('settlement.referenceTwice', 'reference', { reference, number });
  }
}

/** What was carried below zero is cleared by this one. */
async function clearCarried(tx: Tx, processorId: number, settlementId: number): Promise<void> {
  await run(
    tx,
    `UPDATE settlement SET cleared_by_id = ?
     WHERE processor_id = ? AND carried_minor < 0 AND cleared_by_id IS NULL AND standing`,
    [settlementId, processorId],
  );
}

/** What a processor carries of negative settlements; not above zero. */
async function carriedBy(db: Db, processorId: number): Promise<number> {
  const found = await row<{ total: string | null }>(
    db,
    'SELECT SUM(carried_minor) AS total FROM settlement WHERE processor_id = ? AND standing',
    [processorId],
  );
  return toMinor(found?.total);
}

/** A settlement shows that its batches are closed, whatever the till thinks. */
async function closeBatchesOf(
  { tx, now }: CommandContext,
  processorId: number,
  dates: readonly string[],
  settledOn: string,
): Promise<void> {
  await run(
    tx,
    `UPDATE batch
     SET closed_at = COALESCE(closed_at, ?), closed_on = LEAST(COALESCE(closed_on, ?), ?)
     WHERE processor_id = ? AND batch_date IN (${placeholders(dates.length)})`,
    [now, settledOn, settledOn, processorId, ...dates],
  );
}
