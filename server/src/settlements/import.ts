import type { SettlementAnswer, SettlementImport } from '@abacist/contracts';
import { addBankingDays, addDays, bankingDayOnOrAfter } from '@abacist/core/dates';
import { decideSettlement, readSettlement, type BatchScheme } from '@abacist/core/settlements';
import { holdsCardNumber } from '@abacist/core/cards';
import { fileText, registerFile } from '../bank/files';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, rows, run, toMinor, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { holidaysAround } from '../settings/holidays';

type Processor = { id: number; bank_account_id: number; delay_banking_days: number };

/** Imports a processor's settlement: reads and checks it whole, compares, posts one entry. */
export async function importSettlement(
  context: CommandContext,
  command: SettlementImport,
): Promise<CommandResult<SettlementAnswer>> {
  const { tx, shop, today, actor } = context;
  const processor = await row<Processor>(
    tx,
    'SELECT id, bank_account_id, delay_banking_days FROM processor WHERE id = ?',
    [command.processorId],
  );
  if (!processor) throw refuseWith('settlement.processor', 'processorId');
  const fileId = await registerFile(context, 'settlement', command);
  const settlement = unwrap(readSettlement(fileText(command), shop.currency));
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
     WHERE s.processor_id = ? AND s.reference = ?`,
    [processor.id, reference],
  );
  if (twice) {
    throw refuseWith('settlement.referenceTwice', 'reference', {
      reference,
      number: `${twice.series}-${twice.number}`,
    });
  }
  const dates = [...new Set(settlement.schemes.map(({ batchDate }) => batchDate))];
  await closeBatchesOf(context, processor.id, dates);
  const decided = decideSettlement(settlement, await batchSchemes(tx, processor.id, dates), {
    processorId: processor.id,
    bankAccountId: processor.bank_account_id,
  });
  const holidays = holidaysAround(shop.holidayRegion, settlement.date);
  const { insertId: settlementId } = await run(
    tx,
    `INSERT INTO settlement
       (processor_id, bank_account_id, import_file_id, reference, date, due_date, gross_minor,
        refunds_minor, fee_minor, net_minor, user_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
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
      actor.id,
    ],
  );
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
  const { number } = await postDocument(context, {
    kind: 'settlement',
    subjectId: settlementId,
    date: settlement.date > today ? today : settlement.date,
    takingsDay: dates.sort()[0]!,
    lines: decided.lines,
    memo: reference,
  });
  const { grossMinor, refundsMinor, feeMinor, netMinor } = settlement;
  return {
    answer: {
      settlementId,
      number,
      reference,
      grossMinor,
      refundsMinor,
      feeMinor,
      netMinor,
      findings: decided.findings,
    },
    documentNumber: number,
  };
}

/** A settlement shows that its batches are closed, whatever the till thinks. */
async function closeBatchesOf(
  { tx, now }: CommandContext,
  processorId: number,
  dates: readonly string[],
): Promise<void> {
  await run(
    tx,
    `UPDATE batch SET closed_at = ?
     WHERE processor_id = ? AND closed_at IS NULL AND batch_date IN (${placeholders(dates.length)})`,
    [now, processorId, ...dates],
  );
}

/** Batches by scheme as the till has them, with what was settled of them before. */
async function batchSchemes(
  db: Db,
  processorId: number,
  dates: readonly string[],
): Promise<BatchScheme[]> {
  const found = await rows<Omit<BatchScheme, 'settledMinor'> & { settledMinor: string }>(
    db,
    `SELECT b.id AS batchId, b.batch_date AS batchDate, t.scheme,
       COUNT(*) AS items, CAST(SUM(st.amount_minor) AS SIGNED) AS amountMinor,
       COALESCE((SELECT SUM(x.amount_minor) FROM settled x
                 WHERE x.batch_id = b.id AND x.scheme = t.scheme), 0) AS settledMinor
     FROM batch b
     JOIN batch_member m ON m.batch_id = b.id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN sale_void v ON v.sale_id = st.sale_id
     WHERE b.processor_id = ? AND b.batch_date IN (${placeholders(dates.length)})
       AND v.id IS NULL
       AND NOT EXISTS (SELECT 1 FROM batch_member later
                       WHERE later.sale_tender_id = m.sale_tender_id AND later.id > m.id)
     GROUP BY b.id, b.batch_date, t.scheme`,
    [processorId, ...dates],
  );
  return found.map((one) => ({ ...one, settledMinor: toMinor(one.settledMinor) }));
}

/** The day on which a batch's money is due at the bank: its date, then the delay. */
export function dueDate(batchDate: string, delay: number, region: string): string {
  return addBankingDays(batchDate, delay, holidaysAround(region, batchDate));
}
