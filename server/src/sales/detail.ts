import type { CreditNote, SaleDetail, SaleSummary } from '@abacist/contracts';
import { fromMilli, leftOf } from '@abacist/core/returns';
import { row, rows, toMinor, type Db } from '../db/pool';
import { CORRECTIONS_OF } from './correct';
import { extrasOf } from './detailExtras';
import { paymentsOf } from './detailPayments';
import { loadOriginal, plainQuantity } from './original';
import { SUMMARY, toSummary } from './read';
import { SIGNED_TAXES } from './signedTaxes';

/** One sale as it stands on its receipt, with what became of it. */
export async function readSale(
  db: Db,
  id: number,
  today: string,
): Promise<SaleDetail | undefined> {
  const summary = await row<SaleSummary>(db, `${SUMMARY} WHERE s.id = ?`, [id]);
  if (!summary) return undefined;
  const [head, lines, taxes, payments, extras, returned, credit, returns, orders, corrected] =
    await Promise.all([
      headOf(db, id),
      linesOf(db, id),
      rows<SaleDetail['taxes'][number]>(
        db,
        `SELECT a.name AS authority, CAST(SUM(x.tax) AS SIGNED) AS taxMinor,
         IF(MAX(x.back), NULL, ${RATE}) AS percent
       FROM (${SIGNED_TAXES}) x
       JOIN sale s ON s.id = x.sale_id
       JOIN tax_authority a ON a.id = x.authority_id
       GROUP BY a.id, a.name, s.date ORDER BY a.id`,
        [id, id],
      ),
      paymentsOf(db, id),
      extrasOf(db, id),
      returnedOf(db, id),
      creditNotes(db, today, 'n.sale_id = ?', [id]),
      rows<SaleDetail['returns'][number]>(
        db,
        `SELECT s.id AS saleId, CONCAT(d.series, '-', d.number) AS number, s.date,
         r.net_minor + r.tax_minor AS totalMinor
       FROM sale_return r
       JOIN sale s ON s.id = r.sale_id
       JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
       LEFT JOIN sale_void v ON v.sale_id = s.id
       WHERE r.of_sale_id = ? AND v.id IS NULL ORDER BY s.id`,
        [id],
      ),
      rows<{ number: string }>(
        db,
        `SELECT DISTINCT CONCAT(d.series, '-', d.number) AS number
       FROM sale_line l JOIN document d ON d.kind = 'order' AND d.subject_id = l.order_id
       WHERE l.sale_id = ? ORDER BY number`,
        [id],
      ),
      correctionsOf(db, id),
    ]);
  return {
    ...toSummary(summary),
    ...head,
    lines,
    taxes: taxes.map(({ percent, ...tax }) => ({
      ...tax,
      percent: percent === null ? null : plainQuantity(percent),
    })),
    orderNumbers: orders.map(({ number }) => number),
    payments,
    extras,
    returned,
    credit: credit[0] ?? null,
    returns,
    ...corrected,
  };
}

/** The receipt whose tender this one puts right, and those that put one of this right. */
async function correctionsOf(
  db: Db,
  id: number,
): Promise<Pick<SaleDetail, 'corrects' | 'corrections'>> {
  const [corrects, corrections] = await Promise.all([
    row<NonNullable<SaleDetail['corrects']>>(
      db,
      `SELECT o.id AS saleId, CONCAT(d.series, '-', d.number) AS number
       FROM sale s
       JOIN sale o ON o.id = s.corrects_sale_id
       JOIN document d ON d.kind = 'sale' AND d.subject_id = o.id
       WHERE s.id = ?`,
      [id],
    ),
    rows<SaleDetail['corrections'][number]>(
      db,
      `SELECT s.id AS saleId, CONCAT(d.series, '-', d.number) AS number,
         GROUP_CONCAT(t.name ORDER BY st.amount_minor SEPARATOR ' → ') AS tenders,
         MAX(st.amount_minor) AS amountMinor
       FROM sale s
       JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
       JOIN sale_tender st ON st.sale_id = s.id
       JOIN tender t ON t.id = st.tender_id
       WHERE s.id IN (${CORRECTIONS_OF}) GROUP BY s.id, d.series, d.number ORDER BY s.id`,
      [id],
    ),
  ]);
  return { corrects: corrects ?? null, corrections };
}

type Head = Pick<
  SaleDetail,
  | 'date'
  | 'netMinor'
  | 'taxMinor'
  | 'discountMinor'
  | 'entryId'
  | 'voidNumber'
  | 'voidReason'
  | 'customerId'
  | 'customerName'
  | 'customerEmail'
  | 'exemptCertificate'
  | 'soldBy'
  | 'pricesIncludeTax'
>;

async function headOf(db: Db, id: number): Promise<Head> {
  const found = await row<Omit<Head, 'pricesIncludeTax'> & { pricesIncludeTax: number }>(
    db,
    `SELECT s.date, s.customer_id AS customerId, s.customer_name AS customerName, c.email AS customerEmail,
       s.exempt_certificate AS exemptCertificate, p.name AS soldBy,
       s.prices_include_tax AS pricesIncludeTax, s.net_minor AS netMinor, s.tax_minor AS taxMinor,
       s.discount_minor AS discountMinor, d.entry_id AS entryId,
       CONCAT(vd.series, '-', vd.number) AS voidNumber, ap.reason AS voidReason
     FROM sale s
     JOIN user p ON p.id = COALESCE(s.salesperson_id, s.user_id)
     LEFT JOIN customer c ON c.id = s.customer_id
     JOIN document d ON d.kind = 'sale' AND d.subject_id = s.id
     LEFT JOIN sale_void v ON v.sale_id = s.id
     LEFT JOIN document vd ON vd.kind = 'saleVoid' AND vd.subject_id = v.id
     LEFT JOIN entry ve ON ve.id = vd.entry_id
     LEFT JOIN approval ap ON ap.id = ve.approval_id
     WHERE s.id = ?`,
    [id],
  );
  return { ...found!, pricesIncludeTax: found!.pricesIncludeTax === 1 };
}

type Line = SaleDetail['lines'][number];

/** The rate of an authority `a` on the day of a sale `s`. */
const RATE = `(SELECT r.rate_percent FROM tax_rate r
  WHERE r.authority_id = a.id AND r.valid_from <= s.date ORDER BY r.valid_from DESC LIMIT 1)`;

async function linesOf(db: Db, id: number): Promise<Line[]> {
  const [found, original] = await Promise.all([
    rows<
      Omit<Line, 'returnedQuantity' | 'leftQuantity' | 'taxPercents'> & { percents: string }
    >(
      db,
      `SELECT l.position, COALESCE(i.code, '') AS code, (
           SELECT GROUP_CONCAT(TRIM(TRAILING '.' FROM TRIM(TRAILING '0' FROM ${RATE}))
             ORDER BY a.id SEPARATOR ' ')
           FROM sale_line_tax x JOIN tax_authority a ON a.id = x.authority_id
           WHERE x.sale_id = l.sale_id AND x.position = l.position AND x.tax_minor <> 0) AS percents,
         l.description, l.quantity, COALESCE(i.unit, '') AS unit,
         l.unit_price_minor AS unitPriceMinor, l.amount_minor AS amountMinor,
         l.discount_minor AS discountMinor, l.net_minor AS netMinor, l.tax_minor AS taxMinor
       FROM sale_line l
       JOIN sale s ON s.id = l.sale_id
       LEFT JOIN item i ON i.id = l.item_id
       WHERE l.sale_id = ? ORDER BY l.position`,
      [id],
    ),
    loadOriginal(db, id),
  ]);
  return found.map(({ percents, ...line }) => {
    const sold = original!.lines.find(({ position }) => position === line.position)!;
    return {
      ...line,
      taxPercents: percents ? percents.split(' ') : [],
      returnedQuantity: sold.returned.quantity,
      leftQuantity: fromMilli(leftOf(sold)),
    };
  });
}

type Returned = NonNullable<SaleDetail['returned']>;

async function returnedOf(db: Db, id: number): Promise<Returned | null> {
  const found = await row<
    Omit<Returned, 'lines' | 'discountBackMinor'> & { discountBack: string }
  >(
    db,
    `SELECT r.of_sale_id AS ofSaleId, CONCAT(d.series, '-', d.number) AS ofNumber,
       q.name AS reason, r.item_condition AS \`condition\`, r.price_source AS priceSource,
       r.fee_minor AS feeMinor, r.fee_tax_minor AS feeTaxMinor,
       r.discount_back_minor + COALESCE((SELECT SUM(x.tax_minor) FROM discount_back_tax x
         WHERE x.sale_id = r.sale_id), 0) AS discountBack, r.net_minor AS netMinor,
       r.tax_minor AS taxMinor, s.used_minor AS usedMinor
     FROM sale_return r
     JOIN sale s ON s.id = r.sale_id
     JOIN return_reason q ON q.code = r.reason_code
     LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = r.of_sale_id
     WHERE r.sale_id = ?`,
    [id],
  );
  if (!found) return null;
  const lines = await rows<Returned['lines'][number]>(
    db,
    `SELECT description, quantity, net_minor AS netMinor, tax_minor AS taxMinor
     FROM return_line WHERE sale_id = ? ORDER BY position`,
    [id],
  );
  const { discountBack, ...rest } = found;
  return {
    ...rest,
    discountBackMinor: toMinor(discountBack),
    lines: lines.map((line) => ({ ...line, quantity: plainQuantity(line.quantity) })),
  };
}

/** Credit notes of standing tickets that meet a condition on `n`, newest first. */
export async function creditNotes(
  db: Db,
  today: string,
  where: string,
  values: (string | number)[],
): Promise<CreditNote[]> {
  const found = await rows<Omit<CreditNote, 'expired'>>(
    db,
    `SELECT n.id, CONCAT(d.series, '-', d.number) AS number, n.issued_on AS issuedOn,
       n.valid_until AS validUntil, n.amount_minor AS amountMinor,
       n.amount_minor - n.used_minor AS leftMinor, n.sale_id AS saleId,
       CONCAT(sd.series, '-', sd.number) AS saleNumber
     FROM credit_note n
     JOIN document d ON d.kind = 'creditNote' AND d.subject_id = n.id
     JOIN document sd ON sd.kind = 'sale' AND sd.subject_id = n.sale_id
     LEFT JOIN sale_void v ON v.sale_id = n.sale_id
     WHERE v.id IS NULL AND ${where}
     ORDER BY n.id DESC LIMIT 200`,
    values,
  );
  return found.map((note) => ({
    ...note,
    expired: note.validUntil < today && note.leftMinor > 0,
  }));
}
