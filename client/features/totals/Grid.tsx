import 'react-data-grid/lib/styles.css';
import '~/theme/grid.css';
import { parseAmount } from '@abacist/core/money';
import { useMemo, useRef } from 'react';
import { DataGrid, renderTextEditor, type Column, type DataGridHandle } from 'react-data-grid';
import { useWords } from '~/i18n';
import { useMoney } from '~/ui/Money';
import { putInGrid, readBlock } from './block';
import { cellKey, type ColumnAt } from './draft';
import { gridRows, type ColumnSums, type Read, type ReadWith } from './read';
import { useGridKeys } from './useGridKeys';
import { useTotals } from './store';
import { useNames, useProblem } from './useProblem';

/** A row of the grid as it is shown: its texts by column. */
type Shown = { key: string; kind: 'head' | 'cell' | 'sum'; label: string } & Record<
  string,
  string
>;
type Sum = { key: string; label: string; of: (sums: ColumnSums) => number };

const ROW = 38;
/** What of the window stands above and below it. */
const AROUND = 310;
const columnKey = ({ date, drawerId }: ColumnAt): string => `${date}|${drawerId}`;

/** Days by their totals as a table: what is typed or pasted, what is wrong at its cell, sums that must agree. */
export function TotalsGrid({
  shop,
  read,
  onBeyond,
}: {
  shop: ReadWith;
  read: Read;
  onBeyond: (cells: number) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const names = useNames(shop);
  const problemText = useProblem();
  const grid = useRef<DataGridHandle>(null);
  const cells = useTotals(({ draft }) => draft.cells);
  const { change, cell } = useTotals.getState();
  const keys = useGridKeys(grid);
  const typed = useMemo(() => gridRows(shop), [shop]);
  const { columns: at, sums, problems } = read;

  const rows = ((): Shown[] => {
    const shown: Shown[] = [];
    let section = '';
    const perColumn = (text: (column: ColumnAt, i: number) => string) =>
      Object.fromEntries(at.map((column, i) => [columnKey(column), text(column, i)]));
    const pieces = {
      ...perColumn((_, i) => money(sums[i]!.piecesMinor)),
      key: 'pieces',
      kind: 'sum',
      label: t('totals.pieces'),
    } as Shown;
    for (const row of typed) {
      if (row.section !== section) {
        if (section === 'paid') shown.push(pieces);
        section = row.section;
        shown.push({ key: section, kind: 'head', label: t(`totals.${row.section}`) } as Shown);
      }
      shown.push({
        ...perColumn((column) => cells[cellKey(row.key, column)] ?? ''),
        key: row.key,
        kind: 'cell',
        label: names.row(row),
      } as Shown);
    }
    return shown;
  })();

  const columns: Column<Shown, Sum>[] = [
    {
      key: 'label',
      name: t('totals.field_what'),
      frozen: true,
      width: 230,
      cellClass: ({ kind }) => `totals-label totals-${kind}`,
      summaryCellClass: 'totals-label totals-sum',
      renderSummaryCell: ({ row }) => row.label,
    },
    ...at.map((column, i): Column<Shown, Sum> => {
      const key = columnKey(column);
      const problemOf = (row: Shown) => problems.get(cellKey(row.key, column));
      return {
        key,
        name: names.column(column),
        width: 172,
        headerCellClass: 'totals-amount',
        editable: ({ kind }) => kind === 'cell',
        renderEditCell: renderTextEditor,
        cellClass: (row) => {
          const problem = row.kind === 'cell' ? problemOf(row) : undefined;
          const state = !problem ? '' : problem.asks ? 'totals-asks' : 'totals-wrong';
          return `totals-amount totals-${row.kind} ${state}`;
        },
        renderCell: ({ row }) => (
          <Cell
            text={row[key] ?? ''}
            currency={shop.currency}
            problem={problemOf(row)}
            hint={hintOf(row, sums[i]!, money, t)}
            say={problemText}
          />
        ),
        summaryCellClass: (row) => {
          const off = row.key === 'difference' && row.of(sums[i]!) !== 0;
          return `totals-amount totals-sum ${off ? 'totals-wrong' : ''}`;
        },
        renderSummaryCell: ({ row }) => money(row.of(sums[i]!)),
      };
    }),
  ];

  return (
    <DataGrid<Shown, Sum>
      ref={grid}
      className="totals-grid"
      aria-label={t('totals.title')}
      style={{
        blockSize: `min(${(rows.length + 4) * ROW + 18}px, max(420px, 100dvh - ${AROUND}px))`,
        inlineSize: 'fit-content',
        maxInlineSize: '100%',
      }}
      rowHeight={ROW}
      headerRowHeight={ROW}
      summaryRowHeight={ROW}
      columns={columns}
      rows={rows}
      rowKeyGetter={(row) => row.key}
      bottomSummaryRows={[
        { key: 'takings', label: t('totals.takings'), of: (one) => one.takingsMinor },
        { key: 'paid', label: t('totals.allPaid'), of: (one) => one.paidMinor },
        { key: 'difference', label: t('totals.difference'), of: (one) => one.differenceMinor },
      ]}
      onRowsChange={(changed, { indexes, column }) => {
        const [date, drawerId] = column.key.split('|');
        for (const i of indexes) {
          const row = changed[i]!;
          cell(
            cellKey(row.key, { date: date!, drawerId: Number(drawerId) }),
            row[column.key] ?? '',
          );
        }
      }}
      onCellKeyDown={keys((row, column) => {
        const [date, drawerId] = column.split('|');
        if (row.kind === 'cell' && drawerId)
          cell(cellKey(row.key, { date: date!, drawerId: Number(drawerId) }), '');
      })}
      onCellCopy={({ row, column }, event) => {
        event.clipboardData.setData('text/plain', row[column.key] ?? '');
        event.preventDefault();
      }}
      onCellPaste={({ row, column }, event) => {
        const put = putInGrid(
          cells,
          readBlock(event.clipboardData.getData('text/plain')),
          { row: row.key, column: column.key },
          {
            rows: typed.map((one) => one.key),
            columns: at.map(columnKey),
            keyOf: (of, key) => `${of}|${key}`,
          },
        );
        change({ cells: put.value });
        onBeyond(put.beyond);
        return row;
      }}
    />
  );
}

/** What stands under an empty tax: what its rates give. */
function hintOf(
  row: Shown,
  { taxes }: ColumnSums,
  money: (minor: number) => string,
  t: ReturnType<typeof useWords>,
): string {
  const [word, id] = row.key.split('.');
  if (word !== 'tax') return '';
  const tax = taxes.find(({ authorityId }) => authorityId === Number(id));
  return tax && tax.statedMinor === null
    ? t('totals.computed', { amount: money(tax.computedMinor) })
    : '';
}

/** An amount as it is written; what is none stands as it was typed, with what is wrong. */
function Cell({
  text,
  currency,
  problem,
  hint,
  say,
}: {
  text: string;
  currency: string;
  problem: Parameters<ReturnType<typeof useProblem>>[0] | undefined;
  hint: string;
  say: ReturnType<typeof useProblem>;
}) {
  const money = useMoney();
  const read = text.trim() === '' ? null : parseAmount(text, currency);
  const shown = read?.ok ? money(read.value) : text;
  return (
    <span title={problem ? say(problem) : undefined}>
      {shown || <span className="totals-hint">{hint}</span>}
      {problem ? <span className="totals-said">{say(problem)}</span> : null}
    </span>
  );
}
