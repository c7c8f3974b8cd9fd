import { readCsv, writeCsv, type Watch } from '../csv';
import { parseAmount, toDecimal } from '../money';
import { accept, type Outcome, type Refusal } from '../outcome';
import { itemRefusals, type ItemInput } from './item';

const REQUIRED = ['code', 'name', 'department', 'price'] as const;
const OPTIONAL = ['barcodes', 'with_tax', 'tax_code', 'unit', 'decimals', 'sold'] as const;
type Column = (typeof REQUIRED)[number] | (typeof OPTIONAL)[number];
const PRICE_LIST_COLUMNS: readonly Column[] = [...REQUIRED, ...OPTIONAL];

/** What a price list is read against. Codes are compared without case. */
export type PriceListState = {
  currency: string;
  departments: readonly { id: number; code: string; taxCodeId: number }[];
  taxCodes: readonly { id: number; code: string }[];
  items: readonly (ItemInput & { id: number })[];
};

/** One row: what it would do, or the cells that are wrong. */
export type PriceListRow = {
  row: number;
  code: string;
  name: string;
  status: 'new' | 'changed' | 'same' | 'bad';
  /** The item that the row would leave; null on a bad row. */
  item: ItemInput | null;
  /** The item that it changes. */
  itemId: number | null;
  /** The price that it had. */
  beforeMinor: number | null;
  /** Each wrong cell: `at` is its column. */
  wrong: Refusal[];
};

/**
 * Reads a price list (docs/formats.md). A column that is not there keeps what the item has. Bad
 * cells are marked and their rows left out; the others stand for themselves.
 * Refusals of the whole file: those of `readCsv`. Of cells: those of `itemRefusals` and
 * `parseAmount`, `priceList.department`, `priceList.taxCode`, `priceList.yesNo`,
 * `priceList.codeTwice` (row), `priceList.barcodeTaken` (barcode, code).
 */
export function readPriceList(
  text: string,
  state: PriceListState,
  watch?: Watch,
): Outcome<PriceListRow[]> {
  const table = readCsv(text, REQUIRED, OPTIONAL, watch);
  if (!table.ok) return table;
  const items = new Map(state.items.map((item) => [fold(item.code), item]));
  const rows: PriceListRow[] = [];
  const seen = new Map<string, number>();
  for (const { row, cells } of table.value.rows) {
    const before = items.get(fold(cells['code']!));
    const read = readRow(cells, state, before);
    const twice = seen.get(fold(cells['code']!));
    if (twice) {
      read.wrong.push({ code: 'priceList.codeTwice', at: 'code', params: { row: twice } });
    }
    seen.set(fold(cells['code']!), row);
    const bad = read.wrong.length > 0;
    rows.push({
      row,
      code: cells['code']!,
      name: cells['name']!,
      status: bad ? 'bad' : !before ? 'new' : same(before, read.item) ? 'same' : 'changed',
      item: bad ? null : read.item,
      itemId: before?.id ?? null,
      beforeMinor: before?.priceMinor ?? null,
      wrong: read.wrong,
    });
  }
  markTakenBarcodes(rows, state);
  return accept(rows);
}

const fold = (code: string) => code.toLowerCase();

function readRow(
  cells: Record<string, string>,
  state: PriceListState,
  before: PriceListState['items'][number] | undefined,
): { item: ItemInput; wrong: Refusal[] } {
  const wrong: Refusal[] = [];
  const cell = (column: Column): string | undefined => cells[column];
  const mark = (column: Column, code: string) => {
    const text = (cell(column) ?? '').slice(0, 40);
    wrong.push({ code, at: column, params: { text } });
  };
  const yesNo = (column: Column, otherwise: boolean): boolean => {
    const text = (cell(column) ?? '').toLowerCase();
    if (text === '') return otherwise;
    if (text !== 'yes' && text !== 'no') mark(column, 'priceList.yesNo');
    return text === 'yes';
  };
  const department = state.departments.find(
    ({ code }) => fold(code) === fold(cells['department']!),
  );
  if (!department) mark('department', 'priceList.department');
  const codeText = cell('tax_code');
  const taxCode = state.taxCodes.find(({ code }) => fold(code) === fold(codeText ?? ''));
  if (codeText && !taxCode) mark('tax_code', 'priceList.taxCode');
  const price = parseAmount(cells['price']!, state.currency, 'price');
  if (!price.ok) wrong.push(...price.refusals);
  const decimals = cell('decimals');
  const barcodes = cell('barcodes');
  const item: ItemInput = {
    code: before?.code ?? cells['code']!,
    name: cells['name']!,
    departmentId: department?.id ?? 0,
    taxCodeId:
      taxCode?.id ??
      (codeText === undefined ? before?.taxCodeId : undefined) ??
      department?.taxCodeId ??
      0,
    priceMinor: price.ok ? price.value : 0,
    priceIncludesTax: yesNo('with_tax', before?.priceIncludesTax ?? false),
    unit: cell('unit') ?? before?.unit ?? '',
    decimals: decimals ? Number(decimals) : (before?.decimals ?? 0),
    barcodes:
      barcodes === undefined
        ? (before?.barcodes ?? [])
        : barcodes.split(/\s+/).filter(Boolean),
    active: yesNo('sold', before?.active ?? true),
  };
  wrong.push(...itemRefusals(item));
  return { item, wrong };
}

/** A barcode belongs to one item: of two rows the later is wrong, or the one that takes it. */
function markTakenBarcodes(rows: PriceListRow[], state: PriceListState): void {
  const owner = new Map<string, string>();
  const changed = new Set(rows.flatMap(({ itemId }) => (itemId === null ? [] : [itemId])));
  for (const { id, code, barcodes } of state.items) {
    if (!changed.has(id)) for (const barcode of barcodes) owner.set(barcode, code);
  }
  for (const row of rows) {
    for (const barcode of row.item?.barcodes ?? []) {
      const code = owner.get(barcode);
      if (code !== undefined) {
        const params = { barcode, code };
        row.wrong.push({ code: 'priceList.barcodeTaken', at: 'barcodes', params });
      } else owner.set(barcode, row.code);
    }
    if (row.wrong.length) Object.assign(row, { status: 'bad', item: null });
  }
}

function same(before: ItemInput, after: ItemInput): boolean {
  const bare = ({ barcodes, ...rest }: ItemInput) =>
    JSON.stringify([
      [...barcodes].sort(),
      rest.name,
      rest.departmentId,
      rest.taxCodeId,
      rest.priceMinor,
      rest.priceIncludesTax,
      rest.unit,
      rest.decimals,
      rest.active,
    ]);
  return bare(before) === bare(after);
}

/** The whole price list as a file that `readPriceList` reads back unchanged. */
export function writePriceList({ items, ...state }: PriceListState): string {
  const code = (list: readonly { id: number; code: string }[], id: number) =>
    list.find((one) => one.id === id)?.code ?? '';
  return writeCsv(
    PRICE_LIST_COLUMNS,
    items.map((item) => ({
      code: item.code,
      name: item.name,
      department: code(state.departments, item.departmentId),
      price: toDecimal(item.priceMinor, state.currency),
      barcodes: item.barcodes.join(' '),
      with_tax: item.priceIncludesTax ? 'yes' : 'no',
      tax_code: code(state.taxCodes, item.taxCodeId),
      unit: item.unit,
      decimals: item.decimals,
      sold: item.active ? 'yes' : 'no',
    })),
    ['price', 'decimals'],
  );
}
