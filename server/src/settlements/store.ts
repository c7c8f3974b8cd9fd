import { bankingDayOnOrAfter } from '@abacist/core/dates';
import type { DecidedSettlement, Settlement } from '@abacist/core/settlements';
import type { CommandContext } from '../context';
import { insertMany, run } from '../db/pool';
import { holidaysAround } from '../settings/holidays';
import { keepSettled } from './batches';

type Kept = {
  processor: { id: number; bank_account_id: number };
  fileId: number;
  reference: string;
  settlement: Settlement;
  decided: DecidedSettlement;
};

/** Keeps a settlement with its findings, and what it settled and cleared. @returns its id */
export async function storeSettlement(context: CommandContext, kept: Kept): Promise<number> {
  const settlementId = await storeHead(context, kept);
  await storeFindings(context, settlementId, kept);
  const { tx } = context;
  const { decided } = kept;
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
  return settlementId;
}

async function storeHead(
  { tx, shop, actor }: CommandContext,
  { processor, fileId, reference, settlement, decided }: Kept,
): Promise<number> {
  const holidays = holidaysAround(shop.holidayRegion, settlement.date);
  const { insertId } = await run(
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
  return insertId;
}

/** Each scheme of each batch: what the file says of it beside what the till knows. */
async function storeFindings(
  { tx }: CommandContext,
  settlementId: number,
  { settlement, decided }: Kept,
): Promise<void> {
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
}
