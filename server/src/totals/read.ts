import type { TotalsChoices, TotalsDetail, TotalsHead } from '@abacist/contracts';
import { row, rows, type Db, type Value } from '../db/pool';
import { ACT_DOCUMENTS } from '../drawer/acts/kinds';
import { notFound } from '../http/errors';
import { taxCodesOn } from '../sales/catalogue';
import { toInstant } from '../sales/read';

/** How many are listed: the newest. */
const LISTED = 50;

const HEAD = `
  SELECT t.id, CONCAT(d.series, '-', d.number) AS number, t.from_date AS \`from\`, t.to_date AS \`to\`,
    t.total_minor AS totalMinor, u.name AS \`by\`, t.made_at AS madeAt,
    CONCAT(b.series, '-', b.number) AS undoneBy
  FROM day_totals t
  JOIN document d ON d.kind = 'dayTotals' AND d.subject_id = t.id
  JOIN user u ON u.id = t.user_id
  LEFT JOIN day_totals_undo x ON x.day_totals_id = t.id
  LEFT JOIN document b ON b.kind = 'dayTotalsUndo' AND b.subject_id = x.id`;

const heads = async (db: Db, end: string, values: Value[] = []): Promise<TotalsHead[]> =>
  (await rows<TotalsHead>(db, `${HEAD} ${end}`, values)).map((head) => ({
    ...head,
    madeAt: toInstant(head.madeAt),
  }));

/** Days that were typed by their totals, the newest first. */
export const listTotals = (db: Db): Promise<TotalsHead[]> =>
  heads(db, `ORDER BY t.id DESC LIMIT ${LISTED}`);

/** One of them, with what was typed and what it made. @throws HttpError 404 `totals.unknown` */
export async function readTotals(db: Db, id: number): Promise<TotalsDetail> {
  const [head] = await heads(db, 'WHERE t.id = ?', [id]);
  if (!head) throw notFound('totals.unknown');
  const typed = await row<{ typed: string }>(db, 'SELECT typed FROM day_totals WHERE id = ?', [
    id,
  ]);
  const documents = await rows<TotalsDetail['documents'][number]>(
    db,
    `SELECT p.position AS id, CONCAT(d.series, '-', d.number) AS number, p.sale_id AS saleId, d.date,
       d.amount_minor AS amountMinor
     FROM day_totals_part p
     JOIN document d ON (d.kind = 'sale' AND d.subject_id = p.sale_id)
       OR (d.kind IN (${ACT_DOCUMENTS}) AND d.subject_id = p.drawer_act_id)
     WHERE p.day_totals_id = ? ORDER BY p.position`,
    [id],
  );
  return { ...head, typed: JSON.parse(typed!.typed), documents };
}

/** What the grid offers for a day. */
export async function totalsChoices(db: Db, date: string): Promise<TotalsChoices> {
  const [taxCodes, accounts, parties] = await Promise.all([
    taxCodesOn(db, date),
    rows<TotalsChoices['accounts'][number]>(
      db,
      `SELECT a.id, c.name
       FROM charge_account a JOIN customer c ON c.id = a.customer_id
       WHERE a.closed_on IS NULL ORDER BY c.name, a.id`,
    ),
    rows<{ party: string }>(
      db,
      `SELECT party FROM drawer_act WHERE party <> '' AND NOT undone
       GROUP BY party ORDER BY MAX(id) DESC LIMIT 200`,
    ),
  ]);
  return { taxCodes, accounts, parties: parties.map(({ party }) => party) };
}
