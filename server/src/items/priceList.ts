import type {
  PriceListAnswer,
  PriceListCheck,
  PriceListFile,
  PriceListImport,
  WrittenFile,
} from '@abacist/contracts';
import type { ItemInput } from '@abacist/core/items';
import {
  writePriceList,
  type PriceListRow,
  type PriceListState,
} from '@abacist/core/priceList';
import type { Outcome } from '@abacist/core/outcome';
import type { CommandContext, Deps, Shop } from '../context';
import { fileText } from '../bank/files';
import { rows, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { refuseWith, unwrap } from '../http/errors';
import { readItems } from './read';
import { setBarcodes, upsertItems } from './save';
import { keptSoFar } from '../workers/reading';

/** Rows that a check shows at most; the counts are of all. */
const SHOWN = 500;
const CHUNK = 500;

async function stateOf(db: Db, { currency }: Shop): Promise<PriceListState> {
  const [departments, taxCodes, items] = await Promise.all([
    rows<PriceListState['departments'][number]>(
      db,
      'SELECT id, code, tax_code_id AS taxCodeId FROM department',
    ),
    rows<PriceListState['taxCodes'][number]>(db, 'SELECT id, code FROM tax_code'),
    readItems(db, 'TRUE ORDER BY i.code', []),
  ]);
  return { currency, departments, taxCodes, items };
}

/** Reads a price list in a worker: at fifty thousand rows it would hold up the counter. */
async function read(
  deps: Deps,
  db: Db,
  shop: Shop,
  file: PriceListFile,
): Promise<PriceListRow[]> {
  const input = { text: fileText(file), state: await stateOf(db, shop) };
  const outcome = await deps.jobs.compute<typeof input, Outcome<PriceListRow[]>>({
    file: 'priceList.worker.ts',
    input,
  });
  return unwrap(outcome);
}

const countOf = (list: readonly PriceListRow[], status: PriceListRow['status']) =>
  list.filter((one) => one.status === status).length;

const counts = (list: readonly PriceListRow[]): PriceListAnswer => ({
  added: countOf(list, 'new'),
  changed: countOf(list, 'changed'),
  same: countOf(list, 'same'),
  bad: countOf(list, 'bad'),
});

/** What a price list would do; nothing is kept. */
export async function checkPriceList(
  deps: Deps,
  shop: Shop,
  file: PriceListFile,
): Promise<PriceListCheck> {
  const list = await read(deps, deps.pool, shop, file);
  const shown = [...list]
    .filter(({ status }) => status !== 'same')
    .sort((a, b) => Number(b.status === 'bad') - Number(a.status === 'bad'))
    .slice(0, SHOWN);
  return {
    ...counts(list),
    rows: shown.map(({ row, code, name, status, item, beforeMinor, wrong }) => ({
      row,
      code,
      name,
      status: status as 'new' | 'changed' | 'bad',
      priceMinor: item?.priceMinor ?? null,
      beforeMinor,
      wrong,
    })),
  };
}

/**
 * Imports a price list in one transaction. @throws HttpError 422 `priceList.badRows` (count,
 * row) when rows are bad and the person did not say to leave them out
 */
export async function importPriceList(
  deps: Deps,
  { tx, shop }: CommandContext,
  { goodRowsOnly, ...file }: PriceListImport,
): Promise<CommandResult<PriceListAnswer>> {
  const list = await read(deps, tx, shop, file);
  const bad = list.filter(({ status }) => status === 'bad');
  if (bad.length && !goodRowsOnly) {
    throw refuseWith('priceList.badRows', `row ${bad[0]!.row}`, {
      count: bad.length,
      row: bad[0]!.row,
    });
  }
  const items = list.flatMap(({ status, item }): ItemInput[] =>
    item && status !== 'same' ? [item] : [],
  );
  const saved: { itemId: number; barcodes: readonly string[] }[] = [];
  for (let i = 0; i < items.length; i += CHUNK) {
    const chunk = items.slice(i, i + CHUNK);
    const ids = await upsertItems(tx, chunk);
    saved.push(...chunk.map(({ barcodes }, k) => ({ itemId: ids[k]!, barcodes })));
    keptSoFar(i, items.length);
  }
  // A barcode may move between items of the file, so all are taken away before any is given.
  for (let i = 0; i < saved.length; i += CHUNK) {
    const chunk = saved.slice(i, i + CHUNK);
    await setBarcodes(
      tx,
      chunk.map(({ itemId }) => ({ itemId, barcodes: [] })),
    );
  }
  for (let i = 0; i < saved.length; i += CHUNK) {
    await setBarcodes(tx, saved.slice(i, i + CHUNK));
  }
  return { answer: counts(list) };
}

/** All items as a price list that the import reads back. */
export async function exportPriceList(
  db: Db,
  shop: Shop,
  today: string,
): Promise<WrittenFile> {
  const state = await stateOf(db, shop);
  return { name: `price-list-${today}.csv`, text: writePriceList(state) };
}
