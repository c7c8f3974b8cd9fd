import type { ItemDetail, SaveItem } from '@abacist/contracts';
import { itemRefusals, searchable, type ItemInput } from '@abacist/core/items';
import type { CommandContext } from '../context';
import { insertMany, placeholders, row, rows, run, type Value } from '../db/pool';
import type { Tx } from '../db/transaction';
import type { CommandResult } from '../http/command';
import { notFound, refused, refuseWith } from '../http/errors';
import { refuseUnknownTaxCode } from '../tax/known';
import { itemOfCode, readItems } from './read';

const COLUMNS = [
  'code',
  'name',
  'department_id',
  'tax_code_id',
  'price_minor',
  'price_includes_tax',
  'unit',
  'decimals',
  'active',
  'search',
] as const;

/** An item's row, in the order of COLUMNS. */
function itemRow(item: ItemInput): Value[] {
  return [
    item.code,
    item.name,
    item.departmentId,
    item.taxCodeId,
    item.priceMinor,
    item.priceIncludesTax,
    item.unit,
    item.decimals,
    item.active,
    searchable(`${item.name} ${item.code}`),
  ];
}

/**
 * Saves a new item (no id) or a changed one, whole. @throws HttpError 422 `item.codeTaken`,
 * `item.barcodeTaken`, `item.unknownDepartment`, `item.unknownTaxCode`; 409 `item.changed`
 */
export async function saveItem(
  { tx }: CommandContext,
  { version, ...item }: SaveItem,
  id?: number,
): Promise<CommandResult<ItemDetail>> {
  const wrong = itemRefusals(item);
  if (wrong.length) throw refused(wrong);
  await checkReferences(tx, item);
  const owner = await itemOfCode(tx, item.code);
  if (owner !== undefined && owner !== id) throw refuseWith('item.codeTaken', 'code');
  let itemId = id;
  if (itemId === undefined) {
    itemId = await insertMany(tx, 'item', COLUMNS, [itemRow(item)]);
  } else {
    const { affectedRows } = await run(
      tx,
      `UPDATE item SET ${COLUMNS.map((name) => `${name} = ?`).join(', ')}, version = version + 1
       WHERE id = ? AND version = ?`,
      [...itemRow(item), itemId, version ?? 0],
    );
    if (affectedRows === 0) {
      const found = await row(tx, 'SELECT id FROM item WHERE id = ?', [itemId]);
      throw found ? refuseWith('item.changed') : notFound('item.unknown');
    }
  }
  await setBarcodes(tx, [{ itemId: itemId!, barcodes: item.barcodes }]);
  const [saved] = await readItems(tx, 'i.id = ?', [itemId!]);
  return { answer: saved! };
}

/** Inserts or changes many items by their codes. @returns their ids in the same order */
export async function upsertItems(tx: Tx, items: readonly ItemInput[]): Promise<number[]> {
  await run(
    tx,
    `INSERT INTO item (${COLUMNS.join(', ')})
     VALUES ${placeholders(items.length, COLUMNS.length)}
     ON DUPLICATE KEY UPDATE
       ${COLUMNS.slice(1)
         .map((name) => `${name} = VALUES(${name})`)
         .join(', ')}, version = version + 1`,
    items.flatMap(itemRow),
  );
  const found = await rows<{ id: number; code: string }>(
    tx,
    `SELECT id, code FROM item WHERE code IN (${placeholders(items.length)})`,
    items.map(({ code }) => code),
  );
  const ids = new Map(found.map(({ id, code }) => [code.toLowerCase(), id]));
  return items.map(({ code }) => ids.get(code.toLowerCase())!);
}

/** Sets the barcodes of items anew. All are taken away first, so that they may change owner. */
export async function setBarcodes(
  tx: Tx,
  items: readonly { itemId: number; barcodes: readonly string[] }[],
): Promise<void> {
  const marks = placeholders(items.length);
  await run(
    tx,
    `DELETE FROM item_barcode WHERE item_id IN (${marks})`,
    items.map(({ itemId }) => itemId),
  );
  const wanted = items.flatMap(({ itemId, barcodes }) =>
    barcodes.map((barcode) => [barcode, itemId] as const),
  );
  if (wanted.length === 0) return;
  const taken = await row<{ barcode: string; code: string }>(
    tx,
    `SELECT b.barcode, i.code FROM item_barcode b JOIN item i ON i.id = b.item_id
     WHERE b.barcode IN (${placeholders(wanted.length)}) LIMIT 1`,
    wanted.map(([barcode]) => barcode),
  );
  if (taken) throw refuseWith('item.barcodeTaken', 'barcodes', taken);
  await insertMany(tx, 'item_barcode', ['barcode', 'item_id'], wanted);
}

async function checkReferences(tx: Tx, item: ItemInput): Promise<void> {
  const department = await row(tx, 'SELECT id FROM department WHERE id = ?', [
    item.departmentId,
  ]);
  if (!department) throw refuseWith('item.unknownDepartment', 'departmentId');
  await refuseUnknownTaxCode(tx, item.taxCodeId);
}
