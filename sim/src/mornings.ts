import type { SettlementImport, StatementImport } from '@abacist/contracts';
import { addBankingDays, weekday } from '@abacist/core/dates';
import { readStatements } from '@abacist/server/src/bank/files';
import { importStatement } from '@abacist/server/src/bank/import';
import { rows } from '@abacist/server/src/db/pool';
import { safeView, sendSlip } from '@abacist/server/src/slips/slip';
import { startMatching } from '@abacist/server/src/matching/run';
import { holidaysAround } from '@abacist/server/src/settings/holidays';
import { loadShop } from '@abacist/server/src/settings/shop';
import { readSettlementFile } from '@abacist/server/src/settlements/file';
import { importSettlement } from '@abacist/server/src/settlements/import';
import { statementCsv } from './bank';
import { chequesComeBack } from './cheques';
import { settlementCsv, type ProcessorBatch } from './processor';
import { SALTMARROW } from './shop';
import { act, at, type World } from './world';

/** A banking day's morning: yesterday's statement, settlements that arrived, cash to the bank. */
export async function bankMorning(world: World, date: string, back: number): Promise<void> {
  await importBooked(world, date);
  await chequesComeBack(world, date, back);
  await settleBatches(world, date, back);
  const day = weekday(date);
  if ((day === 1 || day === 3 || day === 5) && back > 1) await bankCash(world, date, back);
  if (back === 5) {
    const fee = { date, amountMinor: -1850, text: 'MONTHLY PLAN CHARGE', type: '' } as const;
    world.booked.push(fee);
  }
}

/** What the bank booked before this morning, as the statement that the bookkeeper imports. */
async function importBooked(world: World, date: string): Promise<void> {
  const lines = world.booked.filter((line) => line.date < date);
  if (lines.length === 0) return;
  world.booked = world.booked.filter((line) => line.date >= date);
  lines.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const csv = statementCsv(world.bankBalanceMinor, lines);
  world.bankBalanceMinor += lines.reduce((total, { amountMinor }) => total + amountMinor, 0);
  const file: StatementImport = {
    format: 'csv',
    name: `statement ${date}.csv`,
    contentBase64: Buffer.from(csv).toString('base64'),
  };
  const statements = await readStatements(world.deps, file);
  await act(
    world,
    world.people.osric,
    at(world, date, '09:20'),
    (context, sent: StatementImport) => importStatement(context, sent, statements),
    file,
  );
  await matchNow(world);
}

async function matchNow({ deps, people }: World): Promise<void> {
  const accounts = await rows<{ id: number }>(deps.pool, 'SELECT id FROM bank_account');
  for (const { id } of accounts)
    await deps.jobs.ended(await startMatching(deps, people.osric, id));
}

type BatchRow = {
  batchDate: string;
  scheme: string;
  items: number;
  grossMinor: number;
  refundsMinor: number;
};

/** The processor pays each closed batch on the next banking day; one comes 8.40 short. */
async function settleBatches(world: World, date: string, back: number): Promise<void> {
  const found = await rows<BatchRow>(
    world.deps.pool,
    `SELECT b.batch_date AS batchDate, t.scheme, COUNT(*) AS items,
       CAST(SUM(GREATEST(st.amount_minor, 0)) AS SIGNED) AS grossMinor,
       CAST(SUM(GREATEST(-st.amount_minor, 0)) AS SIGNED) AS refundsMinor
     FROM batch b
     JOIN batch_now m ON m.batch_id = b.id
     JOIN sale_tender st ON st.id = m.sale_tender_id
     JOIN tender t ON t.id = st.tender_id
     WHERE b.closed_at IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM settled s WHERE s.batch_id = b.id)
     GROUP BY b.batch_date, t.scheme ORDER BY b.batch_date, t.scheme`,
  );
  const shop = await loadShop(world.deps.pool);
  const holidays = holidaysAround(shop.holidayRegion, date);
  for (const batchDate of new Set(found.map((row) => row.batchDate))) {
    if (addBankingDays(batchDate, 1, holidays) > date) continue;
    const schemes = found
      .filter((row) => row.batchDate === batchDate)
      .map(({ scheme, items, grossMinor, refundsMinor }) => ({
        scheme,
        items,
        grossMinor,
        refundsMinor,
        // For a week now more is charged for one scheme than was agreed.
        ...(back <= 8 && scheme === 'Corvus' && { percent: '1.85' }),
      }));
    if (back <= 4 && !world.shortDone) {
      schemes[0]!.grossMinor -= 840;
      world.shortDone = true;
    }
    const batch: ProcessorBatch = { batchDate, schemes };
    const reference = `HP-${batchDate.replaceAll('-', '')}`;
    const csv = settlementCsv(reference, date, [batch]);
    const file: SettlementImport = {
      processorId: 1,
      mapping: null,
      name: `${reference}.csv`,
      contentBase64: Buffer.from(csv).toString('base64'),
    };
    const { osric } = world.people;
    const settlement = await readSettlementFile(world.deps, file, osric);
    const { settlements } = await act(
      world,
      osric,
      at(world, date, '09:40'),
      (context, sent: SettlementImport) => importSettlement(context, sent, settlement),
      file,
    );
    world.booked.push({
      date,
      amountMinor: settlements[0]!.netMinor,
      text: `HALYARD PAY ${reference}`,
      reference,
      type: 'card',
    });
  }
}

/** All that waits in the safe goes on one slip; the bank books it the same day. */
async function bankCash(world: World, date: string, back: number): Promise<void> {
  const { items: waiting, bankAccounts } = await safeView(
    world.deps.pool,
    SALTMARROW.shop,
    date,
  );
  const items = waiting.filter(({ later }) => !later);
  if (items.length === 0) return;
  const total = items.reduce((sum, { leftMinor }) => sum + leftMinor, 0);
  const bag = `B${world.random.between(10000, 99999)}`;
  const slip = await act(world, world.people.osric, at(world, date, '10:15'), sendSlip, {
    bankAccountId: bankAccounts[0]!.id,
    bankTotalMinor: total,
    bankReference: bag,
    items: items.map(({ id, leftMinor }) => ({ safeItemId: id, amountMinor: leftMinor })),
  });
  world.booked.push({
    date,
    amountMinor: slip.totalMinor,
    text: 'DEPOSIT QUAY BRANCH',
    type: 'deposit',
    // Long ago the bank named every bag; lately it does so every other day.
    ...(back % 2 === 0 || back > 14 ? { reference: bag } : {}),
  });
}
