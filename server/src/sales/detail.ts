import type { CreditNote, SaleDetail, SaleSummary } from '@abacist/contracts';
import { NOTHING_GONE } from '../accounts/paymentBack';
import { fromMilli, leftOf } from '@abacist/core/returns';
import { potOf, roomOf } from '@abacist/core/tenders';
import { row, rows, toMinor, type Db } from '../db/pool';
import { loadOriginal, plainQuantity } from './original';
import { OWED } from './returnedCheques';
import { SUMMARY, toSummary } from './read';

/** One sale as it stands on its receipt, with what became of it. */
export async function readSale(
  db: Db,
  id: number,
  today: string,
): Promise<SaleDetail | undefined> {
  const summary = await row<SaleSummary>(db, `${SUMMARY} WHERE s.id = ?`, [id]);
  if (!summary) return undefined;
  const [head, lines, taxes, payments, extras, returned, credit, returns, orders] =
    await Promise.all([
      headOf(db, id),
      linesOf(db, id),
      rows<SaleDetail['taxes'][number]>(
        db,
        `SELECT a.name AS authority, CAST(SUM(x.taxMinor) AS SIGNED) AS taxMinor,
         IF(MAX(x.back), NULL, ${RATE}) AS percent
       FROM (SELECT authority_id, tax_minor AS taxMinor, sale_id, 0 AS back
             FROM sale_line_tax WHERE sale_id = ?
             UNION ALL
             SELECT authority_id, IF(position = 0, tax_minor, -tax_minor), sale_id, 1
             FROM return_line_tax WHERE sale_id = ?) x
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
  };
}

/** What stands on a ticket and is no goods. */
async function extrasOf(db: Db, id: number): Promise<SaleDetail['extras']> {
  const found = await rows<SaleDetail['extras'][number] & { whole: number }>(
    db,
    `SELECT x.kind, x.amount_minor AS amountMinor, x.order_id AS orderId,
       CONCAT(d.series, '-', d.number) AS orderNumber, w.code AS voucherCode,
       w.valid_until AS validUntil, x.charge_account_id AS chargeAccountId, ac.name AS accountName,
       q.number AS chequeNumber,
       x.kind = 'accountPayment' AND ${NOTHING_GONE} AS whole
     FROM sale_extra x
     LEFT JOIN document d ON d.kind = 'order' AND d.subject_id = x.order_id
     LEFT JOIN voucher w ON w.id = x.voucher_id
     LEFT JOIN returned_cheque rc ON rc.id = x.returned_cheque_id
     LEFT JOIN cheque q ON q.id = rc.cheque_id
     LEFT JOIN charge_account ca ON ca.id = x.charge_account_id
     LEFT JOIN customer ac ON ac.id = ca.customer_id
     WHERE x.sale_id = ? ORDER BY x.position`,
    [id],
  );
  const paid = await paidBy(db, id);
  return found.map(({ whole, ...extra }) => ({
    ...extra,
    paid: extra.amountMinor > 0 ? (paid.get(extra.chargeAccountId ?? 0) ?? null) : null,
    mayTakeBack: whole === 1,
  }));
}

type Paid = NonNullable<SaleDetail['extras'][number]['paid']>;

/** What the payments of a ticket paid by account, as it stands; and the balance right after it. */
async function paidBy(db: Db, id: number): Promise<Map<number, Paid>> {
  const [accounts, invoices] = await Promise.all([
    rows<{ chargeAccountId: number; balance: string }>(
      db,
      `SELECT i.charge_account_id AS chargeAccountId,
         (SELECT SUM(l.amount_minor) FROM entry_line l
          JOIN account a ON a.id = l.account_id AND a.role = 'chargeAccounts'
          WHERE l.charge_account_id = i.charge_account_id AND l.entry_id <= d.entry_id) AS balance
       FROM open_item i
       JOIN document d ON d.kind = 'sale' AND d.subject_id = i.sale_id
       WHERE i.sale_id = ? AND i.kind = 'payment'`,
      [id],
    ),
    rows<Paid['invoices'][number] & { chargeAccountId: number }>(
      db,
      `SELECT i.charge_account_id AS chargeAccountId,
         COALESCE(c.number, CONCAT(d.series, '-', d.number)) AS number,
         CAST(SUM(x.amount_minor) AS SIGNED) AS amountMinor,
         CAST(SUM(x.discount_minor) AS SIGNED) AS discountMinor
       FROM open_item i
       JOIN allocation x ON x.credit_item_id = i.id
       JOIN open_item c ON c.id = x.charge_item_id
       LEFT JOIN document d ON d.kind = 'sale' AND d.subject_id = c.sale_id
       WHERE i.sale_id = ? AND i.kind = 'payment'
       GROUP BY i.charge_account_id, c.id, c.number, d.series, d.number
       HAVING SUM(x.amount_minor) <> 0 ORDER BY c.id`,
      [id],
    ),
  ]);
  return new Map(
    accounts.map(({ chargeAccountId, balance }) => [
      chargeAccountId,
      {
        invoices: invoices
          .filter((one) => one.chargeAccountId === chargeAccountId)
          .map(({ chargeAccountId: _of, ...one }) => one),
        balanceAfterMinor: toMinor(balance),
      },
    ]),
  );
}

type Payment = SaleDetail['payments'][number];

async function paymentsOf(db: Db, id: number): Promise<Payment[]> {
  type Kept = {
    chequeNumber: string | null;
    drawnBy: string;
    dated: string;
    ownNumber: string | null;
    payee: string;
    chargeAccountId: number | null;
    accountName: string;
    buyer: string;
    dueDate: string;
    discountDate: string | null;
    discountMinor: number;
    leftMinor: number;
    signature: Buffer | null;
    chequeId: number | null;
    atBank: number;
    missing: number;
    returnedId: number | null;
    returnedOn: string;
    owed: string;
    writtenOff: number;
    processorId: number | null;
    scheme: string | null;
  };
  const pots = await potsOfTicket(db, id);
  const found = await rows<
    Omit<Payment, 'cheque' | 'chequeState' | 'ownCheque' | 'charge' | 'bead'> & Kept
  >(
    db,
    `SELECT st.id, st.tender_id AS tenderId, t.name, t.kind, t.processor_id AS processorId, t.scheme,
       st.amount_minor AS amountMinor,
       st.tendered_minor AS tenderedMinor, st.change_minor AS changeMinor,
       st.rounding_minor AS roundingMinor, st.last_four AS lastFour, st.reference,
       q.number AS chequeNumber, q.drawn_by AS drawnBy, q.dated, o.number AS ownNumber, o.payee,
       st.charge_account_id AS chargeAccountId, ac.name AS accountName, i.buyer, i.due_date AS dueDate,
       i.left_minor AS leftMinor, i.discount_date AS discountDate,
       COALESCE(i.discount_minor, 0) AS discountMinor, sg.png AS signature, q.id AS chequeId,
       EXISTS (SELECT 1 FROM safe_item f JOIN slip_item_now si ON si.safe_item_id = f.id
               WHERE f.cheque_id = q.id) AS atBank,
       dc.id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM safe_item f WHERE f.cheque_id = q.id)
         AS missing,
       b.id AS returnedId, b.date AS returnedOn, ${OWED} AS owed,
       b.written_off_minor AS writtenOff
     FROM sale_tender st
     JOIN tender t ON t.id = st.tender_id
     LEFT JOIN cheque q ON q.sale_tender_id = st.id
     LEFT JOIN drawer_close dc ON dc.drawer_session_id = q.drawer_session_id
     LEFT JOIN returned_cheque b ON b.cheque_id = q.id AND b.standing
     LEFT JOIN own_cheque o ON o.sale_tender_id = st.id
     LEFT JOIN charge_signature sg ON sg.sale_tender_id = st.id
     LEFT JOIN open_item i ON i.sale_tender_id = st.id
     LEFT JOIN charge_account ca ON ca.id = st.charge_account_id
     LEFT JOIN customer ac ON ac.id = ca.customer_id
     WHERE st.sale_id = ? ORDER BY st.position`,
    [id],
  );
  return found.map((stored): Payment => {
    const { chequeNumber, drawnBy, dated, ownNumber, payee, ...rest } = stored;
    const { chequeId, atBank, missing, returnedId, returnedOn, owed, writtenOff, ...more } =
      rest;
    const {
      chargeAccountId,
      accountName,
      buyer,
      dueDate,
      discountDate,
      discountMinor,
      leftMinor,
      signature,
      ...tender
    } = more;
    const { processorId, scheme, ...payment } = tender;
    const pot = potOf(payment.kind, { id: payment.tenderId, processorId, scheme });
    return {
      ...payment,
      bead: roomOf(payment.kind).take?.charges
        ? payment.kind
        : pot && pots.has(pot)
          ? pot
          : null,
      cheque: chequeNumber === null ? null : { number: chequeNumber, drawnBy, dated },
      chequeState:
        chequeId === null
          ? null
          : {
              id: chequeId,
              atBank: atBank === 1,
              missing: missing === 1,
              returned:
                returnedId === null
                  ? null
                  : {
                      id: returnedId,
                      date: returnedOn,
                      owedMinor: toMinor(owed),
                      writtenOffMinor: writtenOff,
                    },
            },
      ownCheque: ownNumber === null ? null : { number: ownNumber, payee },
      charge:
        chargeAccountId === null
          ? null
          : {
              chargeAccountId,
              name: accountName,
              buyer: buyer ?? '',
              dueDate,
              discountDate,
              discountMinor,
              leftMinor,
              signature: signature?.toString('base64') ?? null,
            },
    };
  });
}

/** The pots in which a ticket's entry put money, or out of which it gave some. */
async function potsOfTicket(db: Db, id: number): Promise<Set<string>> {
  const found = await rows<{ pot: string }>(
    db,
    `SELECT DISTINCT l.pot FROM entry e
     JOIN entry_line l ON l.entry_id = e.id AND l.pot IS NOT NULL
     WHERE e.kind = 'sale' AND e.subject_id = ?`,
    [id],
  );
  return new Set(found.map(({ pot }) => pot));
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
