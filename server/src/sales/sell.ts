import type { SaleAnswer, SaleCommand } from '@abacist/contracts';
import { timeOfDay, addDays } from '@abacist/core/dates';
import { decideSale, type DecidedSale } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, rows, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { catalogueFor } from './catalogue';

type TenderRow = {
  id: number;
  kind: 'cash' | 'card';
  processorId: number | null;
  cutOff: string | null;
};

/** Rings a sale: decides it by core, stores what was decided, posts it, numbers the receipt. */
export async function sell(
  context: CommandContext,
  command: SaleCommand,
): Promise<CommandResult<SaleAnswer>> {
  const { tx, shop, today } = context;
  const itemIds = command.lines.flatMap((line) => ('itemId' in line ? [line.itemId] : []));
  const catalogue = await catalogueFor(tx, [...new Set(itemIds)], today);
  const tenders = await tendersOf(context, command);
  const sale = unwrap(
    decideSale(command, {
      catalogue,
      rules: {
        pricesIncludeTax: shop.pricesIncludeTax,
        roundBy: shop.taxRoundBy,
        rounding: shop.taxRounding,
      },
      cashStepMinor: shop.cashStepMinor,
      drawerId: command.drawerId,
      tenders,
    }),
  );
  const drawerSessionId = await openSession(context, command.drawerId);
  const saleId = await storeSale(context, command.drawerId, drawerSessionId, sale);
  await storeTenders(context, saleId, sale, tenders);
  const { number } = await postDocument(context, {
    kind: 'sale',
    subjectId: saleId,
    date: today,
    lines: sale.lines,
    memo: '',
    drawerSessionId,
  });
  const changeMinor = sale.tenders.reduce((change, tender) => change + tender.changeMinor, 0);
  return {
    answer: { saleId, number, totalMinor: sale.ticket.totalMinor, changeMinor },
    documentNumber: number,
  };
}

async function tendersOf(
  { tx }: CommandContext,
  { tenders }: SaleCommand,
): Promise<TenderRow[]> {
  const ids = [...new Set(tenders.map(({ tenderId }) => tenderId))];
  if (ids.length === 0) return [];
  return rows<TenderRow>(
    tx,
    `SELECT t.id, t.kind, t.processor_id AS processorId, p.cut_off AS cutOff
     FROM tender t
     LEFT JOIN processor p ON p.id = t.processor_id
     WHERE t.active AND t.id IN (${placeholders(ids.length)})`,
    ids,
  );
}

/**
 * The drawer's session that takes sales now. It is read in share mode: a count that begins
 * waits for sales under way, and a sale after it finds the next session.
 */
export async function openSession(context: CommandContext, drawerId: number): Promise<number> {
  const { tx, now } = context;
  const find = () =>
    row<{ id: number }>(
      tx,
      `SELECT id FROM drawer_session
       WHERE drawer_id = ? AND count_begun_at IS NULL
       ORDER BY number DESC LIMIT 1
       LOCK IN SHARE MODE`,
      [drawerId],
    );
  const open = await find();
  if (open) return open.id;
  const drawer = await row(tx, 'SELECT id FROM drawer WHERE id = ? FOR UPDATE', [drawerId]);
  if (!drawer) throw refuseWith('drawer.unknown', 'drawerId');
  const again = await find();
  if (again) return again.id;
  const last = await row<{ number: number }>(
    tx,
    'SELECT number FROM drawer_session WHERE drawer_id = ? ORDER BY number DESC LIMIT 1',
    [drawerId],
  );
  const { insertId } = await run(
    tx,
    'INSERT INTO drawer_session (drawer_id, number, opened_at) VALUES (?, ?, ?)',
    [drawerId, (last?.number ?? 0) + 1, now],
  );
  return insertId;
}

async function storeSale(
  { tx, shop, today, actor, now }: CommandContext,
  drawerId: number,
  drawerSessionId: number,
  { ticket }: DecidedSale,
): Promise<number> {
  const { insertId: saleId } = await run(
    tx,
    `INSERT INTO sale
       (shop_id, date, drawer_id, drawer_session_id, prices_include_tax, net_minor, tax_minor,
        total_minor, user_id, sold_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      shop.id,
      today,
      drawerId,
      drawerSessionId,
      shop.pricesIncludeTax,
      ticket.netMinor,
      ticket.taxMinor,
      ticket.totalMinor,
      actor.id,
      now,
    ],
  );
  await insertMany(
    tx,
    'sale_line',
    [
      'sale_id',
      'position',
      'department_id',
      'item_id',
      'description',
      'quantity',
      'unit_price_minor',
      'amount_minor',
      'net_minor',
      'tax_minor',
    ],
    ticket.lines.map((line, i) => [
      saleId,
      i + 1,
      line.departmentId,
      line.itemId,
      line.description,
      line.quantity,
      line.unitPriceMinor,
      line.amountMinor,
      line.netMinor,
      line.taxMinor,
    ]),
  );
  await insertMany(
    tx,
    'sale_line_tax',
    ['sale_id', 'position', 'authority_id', 'tax_minor'],
    ticket.lines.flatMap((line, i) =>
      line.parts.map((part) => [saleId, i + 1, part.authorityId, part.taxMinor]),
    ),
  );
  return saleId;
}

async function storeTenders(
  context: CommandContext,
  saleId: number,
  sale: DecidedSale,
  known: readonly TenderRow[],
): Promise<void> {
  const { tx } = context;
  for (const [i, tender] of sale.tenders.entries()) {
    const { insertId } = await run(
      tx,
      `INSERT INTO sale_tender
         (sale_id, position, tender_id, amount_minor, tendered_minor, change_minor, kept_minor,
          rounding_minor, last_four, reference)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        saleId,
        i + 1,
        tender.tenderId,
        tender.amountMinor,
        tender.tenderedMinor,
        tender.changeMinor,
        tender.keptMinor,
        tender.roundingMinor,
        tender.lastFour,
        tender.reference,
      ],
    );
    const { processorId, cutOff } = known.find(({ id }) => id === tender.tenderId)!;
    if (processorId !== null && cutOff !== null) {
      await joinBatch(context, insertId, processorId, cutOff);
    }
  }
}

/** A card tender joins the batch of its day; after the cut-off, that of the next day. */
async function joinBatch(
  { tx, now, today, shop, actor }: CommandContext,
  saleTenderId: number,
  processorId: number,
  cutOff: string,
): Promise<void> {
  let batchDate = timeOfDay(now, shop.zone) < cutOff ? today : addDays(today, 1);
  for (;;) {
    const batch = await openBatch(tx, processorId, batchDate);
    if (batch !== undefined) {
      await run(
        tx,
        'INSERT INTO batch_member (sale_tender_id, batch_id, since, user_id) VALUES (?, ?, ?, ?)',
        [saleTenderId, batch, now, actor.id],
      );
      return;
    }
    batchDate = addDays(batchDate, 1);
  }
}

/** The open batch of a processor and day, made when missing; undefined when it is closed. */
async function openBatch(
  tx: CommandContext['tx'],
  processorId: number,
  batchDate: string,
): Promise<number | undefined> {
  const find = () =>
    row<{ id: number; closed_at: string | null }>(
      tx,
      `SELECT id, closed_at FROM batch
       WHERE processor_id = ? AND batch_date = ?
       LOCK IN SHARE MODE`,
      [processorId, batchDate],
    );
  let batch = await find();
  if (!batch) {
    await run(tx, 'INSERT IGNORE INTO batch (processor_id, batch_date) VALUES (?, ?)', [
      processorId,
      batchDate,
    ]);
    batch = await find();
  }
  return batch && batch.closed_at === null ? batch.id : undefined;
}
