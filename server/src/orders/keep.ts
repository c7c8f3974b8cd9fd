import type { KeepTicket } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { brokenPriceRules, priceTicket, type PricedTicket } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, run } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith, unwrap } from '../http/errors';
import { postDocument } from '../ledger/post';
import { catalogueFor } from '../sales/catalogue';
import { partiesOf, type Parties } from '../sales/parties';
import { loadCounterRules } from '../sales/rules';

export type KeptTicket = { id: number; number: string };

/**
 * Keeps a ticket as a quotation or an order: priced as a sale would be, with a number of its
 * own. It has no effect on the books, so it has no entry.
 * @throws HttpError 422 `quotation.past` for a last day gone by
 */
export async function keepTicket(
  context: CommandContext,
  command: KeepTicket,
): Promise<CommandResult<KeptTicket>> {
  const { tx, shop, today, actor } = context;
  const itemIds = command.lines.flatMap((line) => ('itemId' in line ? [line.itemId] : []));
  const catalogue = await catalogueFor(tx, [...new Set(itemIds)], today);
  const parties = await partiesOf(context, command, catalogue.taxCodes);
  const rules = await loadCounterRules(tx);
  const priced = unwrap(
    priceTicket(
      command.lines,
      catalogue,
      {
        pricesIncludeTax: parties.pricesIncludeTax,
        roundBy: shop.taxRoundBy,
        rounding: shop.taxRounding,
        buyer: parties.buyer,
      },
      command.discount,
    ),
  );
  const approvalId = await context.approve(
    brokenPriceRules(priced.lines, rules.allowanceOf(actor.role)),
  );
  const isQuotation = command.kind === 'quotation';
  const validUntil = isQuotation
    ? (command.validUntil ?? addDays(today, rules.quotationDays))
    : null;
  if (validUntil !== null && validUntil < today)
    throw refuseWith('quotation.past', 'validUntil');
  const id = await insertOrder(context, {
    kind: command.kind,
    validUntil,
    parties,
    priced,
    prepaymentTax: rules.prepaymentTax,
    approvalId,
  });
  return numbered(context, command.kind, id);
}

type NewOrder = {
  kind: 'quotation' | 'order';
  validUntil: string | null;
  parties: Parties;
  priced: PricedTicket;
  prepaymentTax: string;
  approvalId: number | null;
};

/** What an order takes over from its quotation. */
const TERMS = [
  'shop_id',
  'customer_id',
  'customer_name',
  'exempt_certificate',
  'salesperson_id',
  'prices_include_tax',
  'discount_minor',
  'net_minor',
  'tax_minor',
  'total_minor',
  'approval_id',
];
const OWN = [
  'kind',
  'quotation_id',
  'date',
  'valid_until',
  'prepayment_tax',
  'user_id',
  'made_at',
];
const LINE = [
  'position',
  'department_id',
  'item_id',
  'description',
  'quantity',
  'unit_price_minor',
  'amount_minor',
  'discount_minor',
  'net_minor',
  'tax_minor',
];
const TAX = ['authority_id', 'tax_minor'];

async function insertOrder(context: CommandContext, order: NewOrder): Promise<number> {
  const { tx, shop, today, actor, now } = context;
  const { parties, priced } = order;
  const { insertId } = await run(
    tx,
    `INSERT INTO customer_order (${[...OWN, ...TERMS].join(', ')})
     VALUES (${placeholders(OWN.length + TERMS.length)})`,
    [
      order.kind,
      null,
      today,
      order.validUntil,
      order.prepaymentTax,
      actor.id,
      now,
      shop.id,
      parties.customerId,
      parties.customerName,
      parties.buyer?.exempt ? parties.buyer.certificate : null,
      parties.salespersonId,
      parties.pricesIncludeTax,
      priced.discountMinor,
      priced.netMinor,
      priced.taxMinor,
      priced.totalMinor,
      order.approvalId,
    ],
  );
  await insertMany(
    tx,
    'customer_order_line',
    ['order_id', ...LINE],
    priced.lines.map((line, i) => [
      insertId,
      i + 1,
      line.departmentId,
      line.itemId,
      line.description,
      line.quantity,
      line.unitPriceMinor,
      line.amountMinor,
      line.discountMinor,
      line.netMinor,
      line.taxMinor,
    ]),
  );
  await insertMany(
    tx,
    'customer_order_tax',
    ['order_id', ...TAX],
    priced.taxes.map(({ authorityId, taxMinor }) => [insertId, authorityId, taxMinor]),
  );
  return insertId;
}

async function numbered(
  context: CommandContext,
  kind: 'quotation' | 'order',
  id: number,
): Promise<CommandResult<KeptTicket>> {
  const { number } = await postDocument(context, {
    kind,
    subjectId: id,
    date: context.today,
    lines: [],
    memo: '',
  });
  return { answer: { id, number }, documentNumber: number };
}

/**
 * Turns a quotation into an order, at the prices that were quoted.
 * @throws HttpError 422 `quotation.expired` (date), `quotation.ordered`, `order.closed`
 */
export async function orderQuotation(
  context: CommandContext,
  id: number,
): Promise<CommandResult<KeptTicket>> {
  const { tx, today, actor, now } = context;
  await run(tx, 'UPDATE customer_order SET version = version + 1 WHERE id = ?', [id]);
  const quotation = await row<{ validUntil: string; cancelled: string | null; next: number }>(
    tx,
    `SELECT q.valid_until AS validUntil, q.cancelled_at AS cancelled,
       (SELECT o.id FROM customer_order o WHERE o.quotation_id = q.id) AS next
     FROM customer_order q WHERE q.id = ? AND q.kind = 'quotation'`,
    [id],
  );
  if (!quotation) throw notFound('order.unknown');
  if (quotation.cancelled !== null) throw refuseWith('order.closed');
  if (quotation.next) throw refuseWith('quotation.ordered');
  if (quotation.validUntil < today) {
    throw refuseWith('quotation.expired', undefined, { date: quotation.validUntil });
  }
  const { prepaymentTax } = await loadCounterRules(tx);
  const { insertId } = await run(
    tx,
    `INSERT INTO customer_order (${[...OWN, ...TERMS].join(', ')})
     SELECT 'order', id, ?, NULL, ?, ?, ?, ${TERMS.join(', ')} FROM customer_order WHERE id = ?`,
    [today, prepaymentTax, actor.id, now, id],
  );
  for (const [table, columns] of [
    ['customer_order_line', LINE.join(', ')],
    ['customer_order_tax', TAX.join(', ')],
  ] as const) {
    await run(
      tx,
      `INSERT INTO ${table} (order_id, ${columns})
       SELECT ?, ${columns} FROM ${table} WHERE order_id = ?`,
      [insertId, id],
    );
  }
  return numbered(context, 'order', insertId);
}
