import type {
  CounterItem,
  ItemDetail,
  ItemFilter,
  ItemPage,
  ItemsFound,
} from '@abacist/contracts';
import { searchable, searchWords } from '@abacist/core/items';
import { placeholders, row, rows, type Db, type Value } from '../db/pool';

const FOUND = 12;
const PAGE = 100;
const COLUMNS = `i.id, i.code, i.name, i.department_id AS departmentId,
  i.tax_code_id AS taxCodeId, i.price_minor AS priceMinor,
  i.price_includes_tax AS priceIncludesTax, i.unit, i.decimals`;

type Stored = Omit<CounterItem, 'priceIncludesTax'> & { priceIncludesTax: number };
const toItem = (stored: Stored): CounterItem => ({
  ...stored,
  priceIncludesTax: stored.priceIncludesTax === 1,
});

/** Items by their ids, in the order of the ids; what is not sold (any more) is left out. */
export async function itemsById(db: Db, ids: readonly number[]): Promise<CounterItem[]> {
  if (ids.length === 0) return [];
  const found = await rows<Stored>(
    db,
    `SELECT ${COLUMNS} FROM item i WHERE i.active AND i.id IN (${placeholders(ids.length)})`,
    ids,
  );
  const byId = new Map(found.map((stored) => [stored.id, toItem(stored)]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/**
 * What a text finds at the counter: the item whose code or barcode it is; else those whose name
 * begins with it, then those that hold all its words. `search` is read in the order of its
 * index, so that a frequent word stops after a few rows and a rare one after one pass.
 */
export async function findItems(db: Db, text: string): Promise<ItemsFound> {
  const exact = await rows<{ id: number }>(
    db,
    `SELECT id FROM item WHERE active AND code = ?
     UNION
     SELECT i.id FROM item_barcode b JOIN item i ON i.id = b.item_id
     WHERE i.active AND b.barcode = ?`,
    [text.trim(), text.trim()],
  );
  const ids = new Set(exact.map(({ id }) => id));
  const whole = searchable(text);
  const words = searchWords(text);
  const searches: [string, Value[]][] = [
    ['search LIKE ?', [`${escapeLike(whole)}%`]],
    [words.map(() => 'search LIKE ?').join(' AND '), words.map((w) => `%${escapeLike(w)}%`)],
  ];
  for (const [where, values] of words.length ? searches : []) {
    // Whoever scans or types a whole code means that item.
    if (exact.length > 0 || ids.size >= FOUND) break;
    const found = await rows<{ id: number }>(
      db,
      `SELECT id FROM item FORCE INDEX (item_search)
       WHERE active = 1 AND ${where} ORDER BY search LIMIT ${FOUND}`,
      values,
    );
    for (const { id } of found) if (ids.size < FOUND) ids.add(id);
  }
  return { exact: exact.length > 0, items: await itemsById(db, [...ids]) };
}

const escapeLike = (text: string) => text.replace(/[\\%_]/g, '\\$&');

/** A page of the shop's items for who keeps them. */
export async function listItems(db: Db, filter: ItemFilter): Promise<ItemPage> {
  const words = searchWords(filter.text ?? '');
  const values: Value[] = [filter.sold, ...words.map((word) => `%${escapeLike(word)}%`)];
  const where = ['i.active = ?', ...words.map(() => 'i.search LIKE ?')];
  if (filter.departmentId) {
    where.push('i.department_id = ?');
    values.push(filter.departmentId);
  }
  const barcode = filter.text?.trim();
  const found = await readItems(
    db,
    `(${where.join(' AND ')})
       ${barcode ? 'OR i.id IN (SELECT item_id FROM item_barcode WHERE barcode = ?)' : ''}
     ORDER BY i.search LIMIT ${PAGE + 1} OFFSET ${Number(filter.offset)}`,
    barcode ? [...values, barcode] : values,
  );
  return { items: found.slice(0, PAGE), more: found.length > PAGE };
}

/** Items with their barcodes. @param where the rest of the statement, from its condition on */
export async function readItems(
  db: Db,
  where: string,
  values: readonly Value[],
): Promise<ItemDetail[]> {
  type Kept = Stored & { active: number; version: number; barcodes: string | null };
  const found = await rows<Kept>(
    db,
    `SELECT ${COLUMNS}, i.active, i.version,
       (SELECT GROUP_CONCAT(b.barcode ORDER BY b.barcode SEPARATOR ' ')
        FROM item_barcode b WHERE b.item_id = i.id) AS barcodes
     FROM item i WHERE ${where}`,
    values,
  );
  return found.map(({ active, version, barcodes, ...stored }) => ({
    ...toItem(stored),
    version,
    active: active === 1,
    barcodes: barcodes ? barcodes.split(' ') : [],
  }));
}

/** What a drawer's counter offers before anything is typed: what it sold most often lately. */
export async function oftenSold(db: Db, drawerId: number, most: number): Promise<number[]> {
  const found = await rows<{ item_id: number }>(
    db,
    `SELECT l.item_id
     FROM (SELECT id FROM sale WHERE drawer_id = ? ORDER BY id DESC LIMIT 300) s
     JOIN sale_line l ON l.sale_id = s.id
     WHERE l.item_id IS NOT NULL
     GROUP BY l.item_id
     ORDER BY COUNT(*) DESC, l.item_id
     LIMIT ${most}`,
    [drawerId],
  );
  return found.map(({ item_id }) => item_id);
}

/** The first items by name, for a shop that has not sold anything yet. */
export async function firstItems(db: Db, most: number): Promise<number[]> {
  const found = await rows<{ id: number }>(
    db,
    `SELECT id FROM item WHERE active = 1 ORDER BY search LIMIT ${most}`,
  );
  return found.map(({ id }) => id);
}

/** The item that has a code, if any. */
export async function itemOfCode(db: Db, code: string): Promise<number | undefined> {
  return (await row<{ id: number }>(db, 'SELECT id FROM item WHERE code = ?', [code]))?.id;
}
