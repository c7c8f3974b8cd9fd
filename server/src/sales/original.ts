import type { DiscountTaken, FeeSoFar, RefundState, SoldLine } from '@abacist/core/returns';
import { inCoins, type RefundKind } from '@abacist/core/tenders';
import type { OriginalSale } from '@abacist/core/sales';
import { sqlKinds } from '../tenders/sqlKinds';
import { row, rows, toMinor, type Db } from '../db/pool';
import { CORRECTIONS_OF, IS_CORRECTED } from './correct';
import { paidTenders } from './paidTenders';

type LineRow = Omit<SoldLine, 'parts' | 'returned'> & {
  backQuantity: string | null;
  backNet: string | null;
  backDiscount: string | null;
};
type TaxRow = { position: number; authorityId: number; taxMinor: number; back: string | null };

/** Return lines of tickets that stand: what a void ticket took back is not back. */
const STANDING_RETURNS = `
  FROM return_line r
  LEFT JOIN sale_void rv ON rv.sale_id = r.sale_id
  WHERE r.of_sale_id = ? AND rv.id IS NULL`;

/**
 * A sale as core needs it to take its goods back: stored parts by line, what came back of each,
 * its tenders and what was given back for it.
 */
export async function loadOriginal(db: Db, saleId: number): Promise<OriginalSale | null> {
  const sale = await row<{ date: string; isVoid: number }>(
    db,
    `SELECT s.date, v.id IS NOT NULL AS isVoid
     FROM sale s LEFT JOIN sale_void v ON v.sale_id = s.id WHERE s.id = ?`,
    [saleId],
  );
  if (!sale) return null;
  const lines = await rows<LineRow>(
    db,
    `SELECT l.position, l.department_id AS departmentId, l.item_id AS itemId, l.description,
       l.quantity, l.net_minor AS netMinor, l.discount_minor AS discountMinor,
       b.quantity AS backQuantity, b.net AS backNet, b.discount AS backDiscount
     FROM sale_line l
     LEFT JOIN (SELECT r.of_position, SUM(r.quantity) AS quantity, SUM(r.net_minor) AS net,
                  SUM(r.discount_minor) AS discount
                ${STANDING_RETURNS} GROUP BY r.of_position) b ON b.of_position = l.position
     WHERE l.sale_id = ? ORDER BY l.position`,
    [saleId, saleId],
  );
  const taxes = await rows<TaxRow>(
    db,
    `SELECT x.position, x.authority_id AS authorityId, x.tax_minor AS taxMinor, b.back
     FROM sale_line_tax x
     LEFT JOIN (SELECT r.of_position, t.authority_id, SUM(t.tax_minor) AS back
                FROM return_line r
                JOIN return_line_tax t ON t.sale_id = r.sale_id AND t.position = r.position
                LEFT JOIN sale_void rv ON rv.sale_id = r.sale_id
                WHERE r.of_sale_id = ? AND rv.id IS NULL
                GROUP BY r.of_position, t.authority_id) b
       ON b.of_position = x.position AND b.authority_id = x.authority_id
     WHERE x.sale_id = ? ORDER BY x.position, x.authority_id`,
    [saleId, saleId],
  );
  const [refunds, discount, fee] = await Promise.all([
    refundState(db, saleId),
    discountTaken(db, saleId),
    feeSoFar(db, saleId),
  ]);
  return {
    id: saleId,
    date: sale.date,
    isVoid: Boolean(sale.isVoid),
    lines: lines.map((line) =>
      soldLine(
        line,
        taxes.filter(({ position }) => position === line.position),
      ),
    ),
    refunds,
    discount,
    fee,
  };
}

function soldLine(line: LineRow, taxes: readonly TaxRow[]): SoldLine {
  const { backQuantity, backNet, backDiscount, ...sold } = line;
  return {
    ...sold,
    quantity: plainQuantity(sold.quantity),
    parts: taxes.map(({ authorityId, taxMinor }) => ({ authorityId, taxMinor })),
    returned: {
      quantity: plainQuantity(backQuantity ?? '0'),
      netMinor: toMinor(backNet),
      discountMinor: toMinor(backDiscount),
      parts: taxes.map(({ authorityId, back }) => ({ authorityId, taxMinor: toMinor(back) })),
    },
  };
}

/** '2.000' of a DECIMAL column as '2'. */
export function plainQuantity(text: string): string {
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** The early-payment discount that stands on a sale's charges, and what returns took back of it. */
async function discountTaken(db: Db, saleId: number): Promise<DiscountTaken> {
  const [taken, taxes, back, backTaxes] = await Promise.all([
    row<{ total: string | null }>(
      db,
      `SELECT SUM(x.discount_minor) AS total
       FROM open_item i JOIN allocation x ON x.charge_item_id = i.id
       WHERE i.sale_id = ? AND i.amount_minor > 0`,
      [saleId],
    ),
    rows<{ authorityId: number; taxMinor: number }>(
      db,
      `SELECT t.authority_id AS authorityId, CAST(SUM(t.tax_minor) AS SIGNED) AS taxMinor
       FROM open_item i
       JOIN allocation x ON x.charge_item_id = i.id
       JOIN open_item c ON c.id = x.credit_item_id AND c.kind <> 'writeOff'
       JOIN allocation_tax t ON t.allocation_id = x.id
       WHERE i.sale_id = ? AND i.amount_minor > 0
       GROUP BY t.authority_id HAVING SUM(t.tax_minor) > 0`,
      [saleId],
    ),
    row<{ total: string | null }>(
      db,
      `SELECT SUM(sr.discount_back_minor) AS total
       FROM sale_return sr LEFT JOIN sale_void v ON v.sale_id = sr.sale_id
       WHERE sr.of_sale_id = ? AND v.id IS NULL`,
      [saleId],
    ),
    rows<{ authorityId: number; taxMinor: number }>(
      db,
      `SELECT t.authority_id AS authorityId, CAST(SUM(t.tax_minor) AS SIGNED) AS taxMinor
       FROM sale_return sr
       JOIN discount_back_tax t ON t.sale_id = sr.sale_id
       LEFT JOIN sale_void v ON v.sale_id = sr.sale_id
       WHERE sr.of_sale_id = ? AND v.id IS NULL
       GROUP BY t.authority_id`,
      [saleId],
    ),
  ]);
  return {
    discountMinor: toMinor(taken?.total),
    taxes,
    backMinor: toMinor(back?.total),
    backTaxes,
  };
}

/** The restocking fee that returns of a sale bore so far, and the net and tax that bore it. */
async function feeSoFar(db: Db, saleId: number): Promise<FeeSoFar> {
  const of = `FROM sale_return sr
     JOIN return_line_tax t ON t.sale_id = sr.sale_id
     LEFT JOIN sale_void v ON v.sale_id = sr.sale_id
     WHERE sr.of_sale_id = ? AND v.id IS NULL AND sr.fee_base_minor > 0`;
  const taxes = (where: string) =>
    rows<{ authorityId: number; taxMinor: number }>(
      db,
      `SELECT t.authority_id AS authorityId, CAST(SUM(t.tax_minor) AS SIGNED) AS taxMinor
       ${of} AND ${where} GROUP BY t.authority_id`,
      [saleId],
    );
  const [fee, baseTaxes, feeTaxes] = await Promise.all([
    row<{ base: string | null; fee: string | null }>(
      db,
      `SELECT SUM(sr.fee_base_minor) AS base, SUM(sr.fee_minor) AS fee
       FROM sale_return sr LEFT JOIN sale_void v ON v.sale_id = sr.sale_id
       WHERE sr.of_sale_id = ? AND v.id IS NULL`,
      [saleId],
    ),
    taxes('t.position <> 0'),
    taxes('t.position = 0'),
  ]);
  return {
    baseMinor: toMinor(fee?.base),
    baseTaxes,
    feeMinor: toMinor(fee?.fee),
    taxes: feeTaxes,
  };
}

/** Cards and transfers that had paid ahead for an order of which a sale used prepayments. */
const AHEAD = `
  LEFT JOIN sale_void v ON v.sale_id = st.sale_id
  WHERE v.id IS NULL AND st.amount_minor > 0 AND t.kind IN (${sqlKinds(({ giveBack }) => giveBack?.ofAhead)})
    AND st.sale_id IN (
      SELECT e.sale_id
      FROM sale_tender u
      JOIN sale_extra e ON e.order_id = u.order_id AND e.kind = 'prepayment'
      WHERE u.sale_id = ? AND u.order_id IS NOT NULL)
  ORDER BY st.id`;

async function refundState(db: Db, saleId: number): Promise<RefundState> {
  // What a correction gave back is not there, what it took is.
  const own = `WHERE (st.sale_id = ? OR st.sale_id IN (${CORRECTIONS_OF}))
    AND st.amount_minor > 0 AND NOT ${IS_CORRECTED} ORDER BY st.id`;
  const [paid, ahead, given, used, traded] = await Promise.all([
    paidTenders(db, own, [saleId, saleId]),
    paidTenders(db, AHEAD, [saleId], true),
    rows<{ kind: RefundKind; amount: string; kept: string }>(
      db,
      `SELECT t.kind, SUM(-b.amount_minor) AS amount, SUM(-b.kept_minor) AS kept
       FROM sale_return sr
       JOIN sale_tender b ON b.sale_id = sr.sale_id AND b.amount_minor < 0
       JOIN tender t ON t.id = b.tender_id
       LEFT JOIN sale_void bv ON bv.sale_id = sr.sale_id
       WHERE sr.of_sale_id = ? AND bv.id IS NULL GROUP BY t.kind`,
      [saleId],
    ),
    row<{ used: string | null }>(
      db,
      `SELECT SUM(s.used_minor) AS used
       FROM sale_return sr JOIN sale s ON s.id = sr.sale_id
       LEFT JOIN sale_void v ON v.sale_id = sr.sale_id
       WHERE sr.of_sale_id = ? AND v.id IS NULL`,
      [saleId],
    ),
    row<{ usedMinor: number }>(db, 'SELECT used_minor AS usedMinor FROM sale WHERE id = ?', [
      saleId,
    ]),
  ]);
  return {
    paid: [...paid, ...ahead],
    givenMinor: Object.fromEntries(given.map(({ kind, amount }) => [kind, toMinor(amount)])),
    cashOutMinor: toMinor(given.find(({ kind }) => inCoins(kind))?.kept),
    usedMinor: toMinor(used?.used),
    tradedInMinor: traded!.usedMinor,
  };
}
