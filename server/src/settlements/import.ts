import type {
  SettlementAnswer,
  SettlementImport,
  SettlementsAnswer,
} from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { holdsCardNumber } from '@abacist/core/cards';
import type { ReadFile, Settlement } from '@abacist/core/settlements';
import { IN_SETTLEMENT } from '@abacist/core/takings';
import { registerFile } from '../bank/files';
import type { CommandContext } from '../context';
import { placeholders, run } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { billFromFile, isBill, type BillPosted } from '../processors/bill';
import { disputesHeld } from '../disputes/store';
import { postDocument } from '../ledger/post';
import { differencesOf } from './differences';
import { evenOut } from './evenOut';
import { foresee, knownPayout } from './foresee';
import { settlingProcessor, type SettlingProcessor } from './processor';
import { storeSettlement } from './store';

/**
 * Imports a processor's file that was read and checked whole: each payout that is new is compared and
 * posted as one entry; those that stand already are told.
 * @throws HttpError 422 `settlement.processor`, `file.alreadyImported`, `settlement.referenceTwice`
 * (all of it stands already), `settlement.otherFigures`, `date.tooFarAhead`, `text.cardNumber`
 */
export async function importSettlement(
  context: CommandContext,
  command: SettlementImport,
  read: ReadFile,
): Promise<CommandResult<SettlementsAnswer>> {
  const { tx, today } = context;
  const processor = await settlingProcessor(tx, command.processorId, true);
  if (!processor) throw refuseWith('settlement.processor', 'processorId');
  const fileId = await registerFile(context, 'settlement', command);
  const known: SettlementsAnswer['known'] = [];
  const settlements: SettlementAnswer[] = [];
  const bills: BillPosted[] = [];
  for (const settlement of read.settlements) {
    checkWords(settlement, today);
    const already = await knownPayout(tx, processor.id, settlement);
    const { reference } = settlement;
    if (already && already.netMinor !== settlement.netMinor) {
      throw refuseWith('settlement.otherFigures', 'reference', {
        ...{ reference, number: already.number, netMinor: settlement.netMinor },
        beforeMinor: already.netMinor,
      });
    }
    if (already) known.push({ reference, number: already.number });
    else if (isBill(processor, settlement))
      bills.push(await billFromFile(context, processor, fileId, settlement));
    else settlements.push(await importOne(context, processor, fileId, settlement));
  }
  if (settlements.length + bills.length === 0)
    throw refuseWith('settlement.referenceTwice', 'reference', known[0]);
  if (command.mapping && command.saveAs) await keepLayout(context, command);
  return {
    answer: { settlements, bills, known, masked: read.masked },
    documentNumber: [...settlements, ...bills][0]!.number,
  };
}

/** One payout: what it meets, what is kept of it, its entry. */
async function importOne(
  context: CommandContext,
  processor: SettlingProcessor,
  fileId: number,
  read: Settlement,
): Promise<SettlementAnswer> {
  const { tx, today, shop } = context;
  const date = read.date > today ? today : read.date;
  const met = await foresee(tx, processor, read, { zone: shop.zone, today });
  const { settlement, decided, carriedBeforeMinor } = met;
  const dates = [...new Set(settlement.schemes.map(({ batchDate }) => batchDate))];
  await closeBatchesOf(context, processor.id, dates, date);
  const reference = settlement.reference.slice(0, 40);
  const { settlementId, disputes } = await storeSettlement(context, {
    ...{ processor, fileId, reference, met },
  });
  if (decided.carriedMinor > 0 && carriedBeforeMinor + decided.carriedMinor === 0) {
    await clearCarried(tx, processor.id, settlementId);
  }
  const { number } = await postDocument(context, {
    kind: 'settlement',
    subjectId: settlementId,
    date,
    lines: decided.lines,
    memo: reference,
    holders: { [IN_SETTLEMENT]: `settlement ${settlementId}`, ...disputesHeld(disputes) },
  });
  const batchIds = decided.findings.flatMap(({ batchId }) => batchId ?? []);
  for (const batchId of new Set(batchIds)) await evenOut(context, batchId);
  const { grossMinor, refundsMinor, feeMinor, netMinor } = settlement;
  const { toBankMinor, carriedMinor, findings } = decided;
  return {
    ...{ settlementId, number, reference, grossMinor, refundsMinor, feeMinor, netMinor },
    ...{ toBankMinor, carriedMinor, findings },
    ...differencesOf(met),
  };
}

/** @throws HttpError 422 `date.tooFarAhead`, `text.cardNumber` */
function checkWords({ date, reference, schemes }: Settlement, today: string): void {
  if (date > addDays(today, 31)) {
    throw refuseWith('date.tooFarAhead', `${reference}, date`, { text: date });
  }
  if (holdsCardNumber(schemes.map(({ scheme }) => scheme).join(';'))) {
    throw refuseWith('text.cardNumber', 'scheme');
  }
}

/** Such a file is known the next time. */
async function keepLayout(
  { tx, actor, now }: CommandContext,
  { processorId, mapping, saveAs }: SettlementImport,
): Promise<void> {
  await run(
    tx,
    `INSERT INTO settlement_layout (processor_id, name, mapping, user_id, saved_at)
     VALUES (?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE mapping = VALUES(mapping), user_id = VALUES(user_id),
       saved_at = VALUES(saved_at)`,
    [processorId, saveAs!, JSON.stringify(mapping), actor.id, now],
  );
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

/** A settlement shows that its batches are closed, whatever the till thinks. */
async function closeBatchesOf(
  { tx, now }: CommandContext,
  processorId: number,
  dates: readonly string[],
  settledOn: string,
): Promise<void> {
  if (dates.length === 0) return;
  await run(
    tx,
    `UPDATE batch
     SET closed_at = COALESCE(closed_at, ?), closed_on = LEAST(COALESCE(closed_on, ?), ?)
     WHERE processor_id = ? AND batch_date IN (${placeholders(dates.length)})`,
    [now, settledOn, settledOn, processorId, ...dates],
  );
}
