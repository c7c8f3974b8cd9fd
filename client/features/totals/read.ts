import { paidBy, typedOf } from '@abacist/core/typedTenders';
import type { TotalsColumn, TotalsCommand } from '@abacist/contracts';
import { parseAmount, sum } from '@abacist/core/money';
import { toTaxCode, type TaxRules } from '@abacist/core/tax';
import { takenOf, taxesOfTotals, type TaxOfTotals } from '@abacist/core/totalFigures';
import { cellKey, columnsOf, isEmptyRow, type ColumnAt, type TotalsDraft } from './draft';
import { readRow, type ListOf, type RowRead } from './readRow';

/** What is wrong with a cell, or odd: `asks` lets it pass with somebody's word. */
export type Problem = {
  code: string;
  params?: Record<string, string | number>;
  asks?: true;
};

/** What a draft is read with: the shop's own lists, and how it writes. */
export type ReadWith = {
  currency: string;
  today: string;
  rounding: TaxRules['rounding'];
  pricesIncludeTax: boolean;
  drawers: readonly { id: number; name: string }[];
  departments: readonly { id: number; name: string; taxCodeId: number }[];
  authorities: readonly { id: number; name: string }[];
  taxCodes: readonly Parameters<typeof toTaxCode>[0][];
  tenders: readonly ListOf['tenders'][number][];
  lists: ListOf;
  /** A date as people type it, as ISO; null: none. */
  readDate: (text: string) => string | null;
};

/** A row of the grid that can be typed in. */
export type GridRow = {
  key: string;
  section: 'sold' | 'returned' | 'tax' | 'paid';
  id: number;
};

/** The rows of the grid: departments sold and returned, tax, tenders of which a sum tells all, rounding. */
export function gridRows({
  departments,
  authorities,
  tenders,
}: Pick<ReadWith, 'departments' | 'authorities' | 'tenders'>): GridRow[] {
  const of = (section: GridRow['section'], word: string) => (one: { id: number }) => ({
    key: `${word}.${one.id}`,
    section,
    id: one.id,
  });
  return [
    ...departments.map(of('sold', 'sold')),
    ...authorities.map(of('tax', 'tax')),
    ...tenders.filter(({ kind }) => typedOf(kind).ofTotal).map(of('paid', 'tender')),
    { key: ROUNDING, section: 'paid', id: 0 },
    // Most days have none: they stand last.
    ...departments.map(of('returned', 'returned')),
  ];
}
export const ROUNDING = 'rounding';

/** What a column comes to: its takings, how they were paid, and what is left between. */
export type ColumnSums = {
  takingsMinor: number;
  paidMinor: number;
  differenceMinor: number;
  /** Pieces that are typed one by one: cheques, charges, payments. */
  piecesMinor: number;
  paymentsMinor: number;
  taxes: TaxOfTotals[];
  /** Nothing is typed in it. */
  empty: boolean;
};

export type Read = {
  command: TotalsCommand;
  columns: ColumnAt[];
  sums: ColumnSums[];
  /** By cell of the grid (`cellKey`) or of the list (`id.field`). */
  problems: Map<string, Problem>;
};

/** Reads all that is typed: what it would post, what it comes to, and what is wrong with it where. */
export function readTotals(draft: TotalsDraft, shop: ReadWith): Read {
  const problems = new Map<string, Problem>();
  const columns = columnsOf(draft, shop.drawers);
  const rows = draft.rows.flatMap((row) =>
    isEmptyRow(row) ? [] : [readRow(row, columns, shop, problems)],
  );
  const read = columns.map((at) => readColumn(draft, at, rows, shop, problems));
  for (const row of rows) {
    if (row?.to === 'column' && !columns.some((at) => isAt(row.column, at))) {
      problems.set(`${row.id}.place`, { code: 'noColumn' });
    }
  }
  return {
    columns,
    problems,
    sums: read.map(({ sums }) => sums),
    command: {
      columns: read.flatMap(({ column, sums }) => (sums.empty ? [] : [column])),
      acts: rows.flatMap((row) => (row?.to === 'act' ? [row.act] : [])),
    },
  };
}

const isAt = (a: ColumnAt, b: ColumnAt): boolean =>
  a.date === b.date && a.drawerId === b.drawerId;

function readColumn(
  { cells, withTax }: TotalsDraft,
  at: ColumnAt,
  rows: readonly (RowRead | null)[],
  shop: ReadWith,
  problems: Map<string, Problem>,
): { column: TotalsColumn; sums: ColumnSums } {
  const includes = withTax ?? shop.pricesIncludeTax;
  const amount = (row: string, least = 0): number | null =>
    readCell(cells, row, at, { least, currency: shop.currency }, problems);
  const departments = shop.departments.flatMap(({ id }) => {
    const soldMinor = amount(`sold.${id}`) ?? 0;
    const returnedMinor = amount(`returned.${id}`) ?? 0;
    return soldMinor || returnedMinor ? [{ departmentId: id, soldMinor, returnedMinor }] : [];
  });
  const taxes = shop.authorities.flatMap(({ id }) => {
    const taxMinor = amount(`tax.${id}`, -Infinity);
    return taxMinor === null ? [] : [{ authorityId: id, taxMinor }];
  });
  const here = rows.flatMap((row) =>
    row?.to === 'column' && isAt(row.column, at) ? [row] : [],
  );
  const payments = here.flatMap(({ payment }) => (payment ? [payment] : []));
  const pieces = here.flatMap(({ piece }) => (piece ? [piece] : []));
  const totals = shop.tenders.flatMap(({ id, kind }) => {
    const { ofTotal } = typedOf(kind);
    const typed = ofTotal && amount(`tender.${id}`);
    if (!ofTotal || typed === undefined) return [];
    // What a till took in payments on accounts is in its sum of the tender.
    const paid = sum(
      payments.flatMap(({ tender }) => (tender.tenderId === id ? [paidBy(tender)] : [])),
    );
    if ((typed ?? 0) < paid) {
      problems.set(cellKey(`tender.${id}`, at), {
        code: 'payments',
        params: { paidMinor: paid },
      });
    }
    const rest = (typed ?? 0) - paid;
    return rest > 0 ? [ofTotal(id, rest)] : [];
  });
  const roundingMinor = amount(ROUNDING, -Infinity) ?? 0;
  const tenders = [...totals, ...pieces];
  const column: TotalsColumn = {
    ...at,
    withTax: includes,
    departments,
    taxes,
    roundingMinor,
    tenders,
    payments,
  };
  const taxed = taxesOf(column, shop);
  for (const { authorityId, judged, computedMinor } of taxed) {
    if (judged === 'agrees') continue;
    problems.set(cellKey(`tax.${authorityId}`, at), {
      code: judged === 'above' ? 'taxAbove' : 'taxBelow',
      params: { computedMinor },
      ...(judged === 'below' && { asks: true }),
    });
  }
  const paymentsMinor = sum(payments.map(({ tender }) => paidBy(tender)));
  const taxMinor = includes
    ? 0
    : sum(taxed.map((tax) => tax.statedMinor ?? tax.computedMinor));
  const takingsMinor = sum([
    ...departments.map((one) => one.soldMinor - one.returnedMinor),
    taxMinor,
    paymentsMinor,
  ]);
  const paidMinor = sum([takenOf(column), paymentsMinor]);
  return {
    column,
    sums: {
      takingsMinor,
      paidMinor,
      differenceMinor: paidMinor - takingsMinor,
      piecesMinor: sum(pieces.map(paidBy)),
      paymentsMinor,
      taxes: taxed,
      empty: departments.length + tenders.length + payments.length + taxes.length === 0,
    },
  };
}

function taxesOf(
  { departments, taxes, withTax }: TotalsColumn,
  shop: ReadWith,
): TaxOfTotals[] {
  const codes = shop.taxCodes.map(toTaxCode);
  const figures = (which: 'soldMinor' | 'returnedMinor') =>
    departments.flatMap((one) => {
      const { taxCodeId } = shop.departments.find(({ id }) => id === one.departmentId)!;
      const code = codes.find(({ id }) => id === taxCodeId);
      return code && one[which] > 0 ? [{ amountMinor: one[which], code }] : [];
    });
  return taxesOfTotals(figures('soldMinor'), figures('returnedMinor'), taxes, {
    pricesIncludeTax: withTax,
    roundBy: 'document',
    rounding: shop.rounding,
  });
}

function readCell(
  cells: TotalsDraft['cells'],
  row: string,
  at: ColumnAt,
  { least, currency }: { least: number; currency: string },
  problems: Map<string, Problem>,
): number | null {
  const key = cellKey(row, at);
  const text = cells[key]?.trim() ?? '';
  if (text === '') return null;
  const read = parseAmount(text, currency);
  if (!read.ok) {
    problems.set(key, { code: 'notAnAmount', params: { text: text.slice(0, 30) } });
    return 0;
  }
  if (read.value < least) {
    problems.set(key, { code: 'negative' });
    return 0;
  }
  return read.value;
}
