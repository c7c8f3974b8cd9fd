import type { DocumentFilter } from '@abacist/contracts';
import type { DocumentSort } from '@abacist/contracts/choices';
import { row, type Db, type Value } from '../db/pool';

/*
 * By which index the list of documents is read, so that a page of a million comes as fast as one of
 * ten: in the order that is asked for, unless a filter finds so few that they are sorted at once.
 */

/** So many documents are sorted faster than the next sixty are found among a million. */
const FEW = 5_000;

/** Figures of a size, owed or owing, in minor units: two ranges of one index. Null: of any. */
export function figureRange({
  leastMinor,
  mostMinor,
}: Pick<DocumentFilter, 'leastMinor' | 'mostMinor'>): { sql: string; values: Value[] } | null {
  const least = Math.max(leastMinor ?? 0, 0);
  if (leastMinor === undefined && mostMinor === undefined) return null;
  if (mostMinor === undefined) {
    return { sql: '(d.amount_minor >= ? OR d.amount_minor <= ?)', values: [least, -least] };
  }
  return {
    sql: '(d.amount_minor BETWEEN ? AND ? OR d.amount_minor BETWEEN ? AND ?)',
    values: [least, mostMinor, -mostMinor, -least],
  };
}

/** The index that a page is read by. */
export async function indexFor(
  db: Db,
  asked: DocumentFilter,
  sort: DocumentSort,
): Promise<string> {
  // One customer has few, and they stand in the order of their days.
  if (asked.customerId !== undefined) return 'document_customer';
  if (sort === 'amount') return 'document_amount';
  const figure = figureRange(asked);
  if (figure && (await few(db, 'document_amount', figure.sql, figure.values))) {
    return 'document_amount';
  }
  if (asked.kind !== undefined) return 'document_kind';
  for (const [column, value] of [
    ['user', asked.userId],
    ['drawer', asked.drawerId],
  ] as const) {
    if (value === undefined) continue;
    if (await few(db, `document_${column}`, `d.${column}_id = ?`, [value]))
      return `document_${column}`;
  }
  return 'document_made';
}

/** Whether so few documents are so that they may all be read; a look into the index alone. */
async function few(db: Db, index: string, where: string, values: Value[]): Promise<boolean> {
  const found = await row<{ count: number }>(
    db,
    `SELECT COUNT(*) AS count FROM (
       SELECT 1 FROM document d FORCE INDEX (${index}) WHERE ${where} LIMIT ${FEW + 1}) f`,
    values,
  );
  return found!.count <= FEW;
}
