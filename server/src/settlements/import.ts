import type { SettlementAnswer, SettlementImport } from '@abacist/contracts';
import { addDays, bankingDayOnOrAfter } from '@abacist/core/dates';
import { decideSettlement, type Settlement } from '@abacist/core/settlements';
import { holdsCardNumber } from '@abacist/core/cards';
import { atProcessor, IN_SETTLEMENT } from '@abacist/core/takings';
import { registerFile } from '../bank/files';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, run, toMinor, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith } from '../http/errors';
import { postDocument } from '../ledger/post';
import { holidaysAround } from '../settings/holidays';
import { heldBy } from '../takings/held';
import { batchSchemes, keepSettled } from './batches';

type Processor = { id: number; bank_account_id: number; delay_banking_days: number };

/** Imports a processor's settlement that was read and checked whole: compares, posts one entry. */
export async function importSettlement(
  context: CommandContext,
  command: SettlementImport,
  settlement: Settlement,
): Promise<CommandResult<SettlementAnswer>> {
  const { tx, shop, today, actor } = context;
  const processor = await row<Processor>(
    tx,
    // Two files of one processor at once: the second sees what the first left to carry.
    'SELECT id, bank_account_id, delay_banking_days FROM processor WHERE id = ? FOR UPDATE',
    [command.processorId],
  );
  if (!processor) throw refuseWith('settlement.processor', 'processorId');
  const fileId = await registerFile(context, 'settlement', command);
  if (settlement.date > addDays(today, 31)) {
    throw refuseWith('date.tooFarAhead', 'row 2, date', { text: settlement.date });
  }
  if (holdsCardNumber(settlement.schemes.map(({ scheme }) => scheme).join(';'))) {
    throw refuseWith('text.cardNumber', 'scheme');
  }
  const reference = settlement.reference.slice(0, 40);
  const twice = await row<{ number: number; series: string }>(
    tx,
    `SELECT d.series, d.number FROM settlement s
     JOIN document d ON d.kind = 'settlement' AND d.subject_id = s.id
     WHERE s.processor_id = ? AND s.reference = ? AND s.date = ? AND s.standing`,
    [processor.id, reference, settlement.date],
  );
  if (twice) {
    throw refuseWith('settlement.referenceTwice', 'reference', {
      reference,
      number: `${twice.series}-${twice.number}`,
    });
  }
  const dates = [...new Set(settlement.schemes.map(({ batchDate }) => batchDate))];
  const date = settlement.date > today ? today : settlement.date;
  await closeBatchesOf(context, processor.id, dates, date);
  const batches = await batchSchemes(tx, processor.id, dates);
  const balanceMinor = await carriedBy(tx, processor.id);
  const parts = await heldBy(tx, 'processorBalance', [atProcessor(processor.id)]);
  const carried = { balanceMinor, parts };
  const decided = decideSettlement(settlement, batches, carried, {
    processorId: processor.id,
    bankAccountId: processor.bank_account_id,
  });
  const holidays = holidaysAround(shop.holidayRegion, settlement.date);
  const { insertId: settlementId } = await run(
    tx,
    `INSERT INTO settlement
       (processor_id, bank_account_id, import_file_id, reference, date, due_date, gross_minor,
        refunds_minor, fee_minor, net_minor, to_bank_minor, carried_minor, user_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      processor.id,
      processor.bank_account_id,
      fileId,
      reference,
      settlement.date,
      bankingDayOnOrAfter(settlement.date, holidays),
      settlement.grossMinor,
      settlement.refundsMinor,
      settlement.feeMinor,
      settlement.netMinor,
      decided.toBankMinor,
      decided.carriedMinor,
      actor.id,
    ],
  );
  if (decided.carriedMinor > 0 && balanceMinor + decided.carriedMinor === 0) {
    await run(
      tx,
      `UPDATE settlement SET cleared_by_id = ?
       WHERE processor_id = ? AND carried_minor < 0 AND cleared_by_id IS NULL AND standing`,
      [settlementId, processor.id],
    );
  }
  await insertMany(
    tx,
    'settlement_scheme',
    [
      'settlement_id',
      'batch_date',
      'scheme',
      'batch_id',
      'items',
      'gross_minor',
      'refunds_minor',
      'fee_minor',
      'net_minor',
      'till_minor',
      'difference_minor',
      'finding',
    ],
    decided.findings.map((found) => {
      const said = settlement.schemes.find(
        (row) => row.batchDate === found.batchDate && row.scheme === found.scheme,
      );
      return [
        settlementId,
        found.batchDate,
        found.scheme,
        found.batchId,
        said?.items ?? 0,
        said?.grossMinor ?? 0,
        said?.refundsMinor ?? 0,
        said?.feeMinor ?? 0,
        said?.netMinor ?? 0,
        found.tillMinor,
        found.differenceMinor,
        found.finding,
      ];
    }),
  );
  await insertMany(
    tx,
    'settled',
    ['settlement_id', 'batch_id', 'scheme', 'amount_minor'],
    decided.settled.map((one) => [settlementId, one.batchId, one.scheme, one.amountMinor]),
  );
  await insertMany(
    tx,
    'cleared_part',
    ['settlement_id', 'batch_id', 'scheme', 'takings_day', 'amount_minor'],
    decided.cleared.map(({ batchId, scheme, takingsDay, amountMinor }) => [
      settlementId,
      batchId,
      scheme,
      takingsDay,
      amountMinor,
    ]),
  );
  await keepSettled(context, [
    ...new Set(decided.findings.flatMap(({ batchId }) => (batchId === null ? [] : [batchId]))),
  ]);
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
