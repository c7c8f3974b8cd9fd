import 'react-data-grid/lib/styles.css';
import '~/theme/grid.css';
import { useId, useRef } from 'react';
import {
  DataGrid,
  type Column,
  type DataGridHandle,
  type RenderEditCellProps,
} from 'react-data-grid';
import { useWords } from '~/i18n';
import { putInRows, readBlock } from './block';
import { emptyRow, ROW_FIELDS, type RowField, type TypedRow } from './draft';
import { optionsOf } from './options';
import type { Read, ReadWith } from './read';
import { newRowId, useTotals } from './store';
import { useGridKeys } from './useGridKeys';
import { useProblem } from './useProblem';

const ROW = 38;
const MOST_HEIGHT = 480;
const WIDTHS: Record<RowField, number> = {
  what: 140,
  date: 104,
  name: 190,
  reference: 156,
  amount: 104,
  account: 152,
  place: 144,
  tax: 84,
};

/** What is typed one by one as a table; its last row is empty and waits for more. */
export function ListGrid({
  shop,
  parties,
  read,
  onBeyond,
}: {
  shop: ReadWith;
  parties: readonly string[];
  read: Read;
  onBeyond: (cells: number) => void;
}) {
  const t = useWords();
  const problemText = useProblem();
  const grid = useRef<DataGridHandle>(null);
  const typed = useTotals(({ draft }) => draft.rows);
  const { row: keep, change } = useTotals.getState();
  const keys = useGridKeys(grid, true);
  const nextId = useTotals((store) => store.nextId);
  const rows = [...typed, emptyRow(nextId)];
  const { problems } = read;

  const columns: Column<TypedRow>[] = [
    {
      key: 'at',
      name: t('totals.row'),
      width: 54,
      frozen: true,
      cellClass: 'totals-number',
      renderCell: ({ rowIdx }) => rowIdx + 1,
    },
    ...ROW_FIELDS.map((field): Column<TypedRow> => {
      const problemOf = ({ id }: TypedRow) => problems.get(`${id}.${field}`);
      return {
        key: field,
        name: t(`totals.field_${field}`),
        width: WIDTHS[field],
        editable: true,
        cellClass: (row) =>
          `${field === 'amount' ? 'totals-amount' : ''} ${problemOf(row) ? 'totals-wrong' : ''}`,
        renderEditCell: (props) => (
          <Editor
            {...props}
            field={field}
            options={optionsOf(field, props.row, shop, parties)}
          />
        ),
        renderCell: ({ row }) => {
          const problem = problemOf(row);
          return (
            <span title={problem ? problemText(problem) : undefined}>
              {row[field]}
              {problem ? <span className="totals-said">{problemText(problem)}</span> : null}
            </span>
          );
        },
      };
    }),
  ];

  return (
    <DataGrid
      ref={grid}
      className="totals-grid"
      aria-label={t('totals.list')}
      style={{
        blockSize: Math.min(MOST_HEIGHT, (rows.length + 1) * ROW + 18),
        inlineSize: 'fit-content',
        maxInlineSize: '100%',
      }}
      rowHeight={ROW}
      headerRowHeight={ROW}
      columns={columns}
      rows={rows}
      rowKeyGetter={(row) => row.id}
      onRowsChange={(changed, { indexes }) => {
        for (const i of indexes) keep(changed[i]!);
      }}
      onCellKeyDown={keys((row, column) => keep({ ...row, [column]: '' }))}
      onCellCopy={({ row, column }, event) => {
        event.clipboardData.setData('text/plain', row[column.key as RowField] ?? '');
        event.preventDefault();
      }}
      onCellPaste={({ row, column }, event) => {
        const block = readBlock(event.clipboardData.getData('text/plain'));
        const at = { id: row.id, field: column.key as RowField };
        if (!ROW_FIELDS.includes(at.field)) return row;
        const put = putInRows(typed, block, at, newRowId);
        change({ rows: put.value });
        onBeyond(put.beyond);
        return row;
      }}
    />
  );
}

/** A cell that is typed in, with what may stand there offered by the browser's own list. */
function Editor({
  row,
  onRowChange,
  onClose,
  field,
  options,
}: RenderEditCellProps<TypedRow> & { field: RowField; options: readonly string[] }) {
  const id = useId();
  const t = useWords();
  return (
    <>
      <input
        className="totals-editor"
        aria-label={t(`totals.field_${field}`)}
        autoFocus
        list={options.length ? id : undefined}
        value={row[field]}
        onChange={({ target }) => onRowChange({ ...row, [field]: target.value })}
        onBlur={() => onClose(true, false)}
      />
      {options.length ? (
        <datalist id={id}>
          {options.map((option) => (
            <option key={option} value={option} />
          ))}
        </datalist>
      ) : null}
    </>
  );
}
