import type { SaleFound } from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { rows, type Db, type Value } from '../db/pool';
import { SUMMARY, toSummary } from './read';

export type FindSale = {
  /** A receipt's number, an item, a customer, or the last four digits of a card. */
  text?: string;
  amountMinor?: number;
  date?: string;
};

/** Sales older than this are found by their number only. */
const LOOK_BACK_DAYS = 400;

/**
 * Sales that a person may mean who has goods to bring back: by the receipt's number (also as its
 * barcode has it), by an item's name or code, the customer's name, a card's last four digits, the amount, the day.
 */
export async function findSales(
  db: Db,
  today: string,
  { text = '', amountMinor, date }: FindSale,
): Promise<SaleFound[]> {
  const number = /^(?:R-?)?(\d{1,12})$/i.exec(text.trim())?.[1];
  const where: string[] = [];
  const values: Value[] = [];
  const add = (condition: string, ...more: Value[]) => {
    where.push(condition);
    values.push(...more);
  };
  add('EXISTS (SELECT 1 FROM sale_line any_line WHERE any_line.sale_id = s.id)');
  if (text.trim()) {
    const ways = [
      `EXISTS (SELECT 1 FROM sale_line l LEFT JOIN item i ON i.id = l.item_id
               WHERE l.sale_id = s.id AND (l.description LIKE ? OR i.code = ?))`,
    ];
    const like = `%${text.trim().replace(/[\\%_]/g, '\\$&')}%`;
    const wayValues: Value[] = [like, text.trim()];
    ways.push('s.customer_name LIKE ?');
    wayValues.push(like);
    if (number !== undefined) {
      ways.push('d.number = ?');
      wayValues.push(Number(number));
    }
    if (/^\d{4}$/.test(text.trim())) {
      ways.push(
        'EXISTS (SELECT 1 FROM sale_tender c WHERE c.sale_id = s.id AND c.last_four = ?)',
      );
      wayValues.push(text.trim());
    }
    add(`(${ways.join(' OR ')})`, ...wayValues);
  }
  if (amountMinor !== undefined) add('s.total_minor = ?', amountMinor);
  if (date !== undefined) add('s.date = ?', date);
  else if (number === undefined) add('s.date >= ?', addDays(today, -LOOK_BACK_DAYS));
  const found = await rows<SaleFound & { takesBack: boolean }>(
    db,
    `${SUMMARY.replace('SELECT s.id,', `SELECT s.id, s.date, ${DESCRIPTION} AS description,`)}
     WHERE v.id IS NULL AND ${where.join(' AND ')}
     ORDER BY s.id DESC LIMIT 30`,
    values,
  );
  return found.map((sale) => ({ ...sale, ...toSummary(sale) }));
}

const DESCRIPTION = `(
  SELECT GROUP_CONCAT(x.description ORDER BY x.position SEPARATOR ', ')
  FROM sale_line x WHERE x.sale_id = s.id)`;
