import { useVirtualizer } from '@tanstack/react-virtual';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import { useTheme, View } from '@tamagui/core';
import {
  useEffect,
  useEffectEvent,
  useMemo,
  useRef,
  type KeyboardEvent,
  type ReactNode,
} from 'react';
import { Link } from '~/router';
import { useWords } from '~/i18n';
import { Line } from './Box';
import { stepTo, useNextPage } from './rowsInSight';
import type { Sort, TableColumn, TableProps } from './Table';
import { Body } from './Text';

/** So many rows before the last the next page is read, so that nobody waits for it. */
const AHEAD = 30;

/**
 * A table with a head and a foot that stay in sight while its rows scroll; only rows in sight are
 * in the page, so that a hundred thousand are as smooth as ten. Arrow keys go from row to row.
 * The shop orders and pages; what is here is shown as it came.
 */
export function WideTable<R, S extends string = string>({
  label,
  columns,
  rows,
  keyOf,
  to,
  isCurrent,
  sort,
  onSort,
  onEnd,
  rowHeight = 52,
  tall,
}: TableProps<R, S>) {
  const scroller = useRef<HTMLDivElement>(null);
  // The virtualizer's functions change what they answer: the compiler must not keep their results.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    getItemKey: (i) => keyOf(rows[i]!),
    overscan: 10,
    scrollPaddingStart: 48,
    scrollPaddingEnd: 56,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useNextPage({ shown: last, of: rows.length, ahead: AHEAD }, onEnd);
  // What a search or a link has opened beside is brought into sight, once: who sorts stays at the top.
  const currentAt = useMemo(
    () => (isCurrent ? rows.findIndex(isCurrent) : -1),
    [rows, isCurrent],
  );
  const currentKey = currentAt < 0 ? null : keyOf(rows[currentAt]!);
  const bringIntoSight = useEffectEvent(() => virtual.scrollToIndex(currentAt));
  useEffect(() => {
    if (currentKey !== null) bringIntoSight();
  }, [currentKey]);
  const tracks = columns.map(({ track }) => track).join(' ');

  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const row = (event.target as HTMLElement).closest<HTMLElement>('[data-row]');
    if (!step || !row) return;
    event.preventDefault();
    stepTo(Number(row.dataset.row) + step, {
      count: rows.length,
      scrollToIndex: (index) => virtual.scrollToIndex(index),
      target: (index) => scroller.current?.querySelector(`[data-row="${index}"] a`),
    });
  };
  return (
    <View
      flex={1}
      minHeight={0}
      backgroundColor="$sheet"
      borderWidth={1}
      borderColor="$rule"
      borderRadius="$2"
      overflow="hidden"
    >
      <div
        ref={scroller}
        role="table"
        aria-label={label}
        aria-rowcount={rows.length + 1}
        // Rows that lead nowhere leave the table itself to be scrolled by keys.
        tabIndex={to ? -1 : 0}
        onKeyDown={onKeyDown}
        style={{ overflow: 'auto', flex: 1, minHeight: 0 }}
      >
        <div style={{ minWidth: 'fit-content', position: 'relative' }}>
          <Head columns={columns} tracks={tracks} sort={sort} onSort={onSort} />
          <div
            role="rowgroup"
            style={{ position: 'relative', height: virtual.getTotalSize() }}
          >
            {items.map((item) => {
              const row = rows[item.index]!;
              const href = to?.(row);
              return (
                <div
                  key={item.key}
                  role="row"
                  aria-rowindex={item.index + 2}
                  {...(isCurrent?.(row) && { 'aria-current': 'true' })}
                  data-row={item.index}
                  data-index={item.index}
                  ref={virtual.measureElement}
                  className="table-row"
                  style={{
                    ...rowStyle(tracks),
                    alignItems: tall ? 'start' : 'center',
                    position: 'absolute',
                    insetInline: 0,
                    minHeight: rowHeight,
                    transform: `translateY(${item.start}px)`,
                  }}
                >
                  {columns.map((column, i) => (
                    <Cell key={column.id} column={column}>
                      {i === 0 && href ? (
                        <Link href={href as never}>{column.cell(row)}</Link>
                      ) : (
                        column.cell(row)
                      )}
                    </Cell>
                  ))}
                </div>
              );
            })}
          </div>
        </div>
        <Foot columns={columns} tracks={tracks} />
      </div>
    </View>
  );
}

const rowStyle = (tracks: string) =>
  ({
    gridTemplateColumns: tracks,
    columnGap: 12,
    paddingInline: 12,
    alignItems: 'center',
    borderBottom: '1px solid var(--rule)',
    boxSizing: 'border-box',
  }) as const;

function Cell<R, S extends string>({
  column,
  children,
}: {
  column: TableColumn<R, S>;
  children: ReactNode;
}) {
  return (
    <div
      role="cell"
      style={{ minWidth: 0, paddingBlock: 4, textAlign: column.figure ? 'right' : 'left' }}
    >
      {children}
    </div>
  );
}

function Head<R, S extends string>({
  columns,
  tracks,
  sort,
  onSort,
}: Pick<TableProps<R, S>, 'columns' | 'onSort'> & {
  tracks: string;
  sort: Sort<S> | undefined;
}) {
  const t = useWords();
  const theme = useTheme();
  return (
    <div
      role="rowgroup"
      style={{ position: 'sticky', top: 0, zIndex: 1, background: 'var(--paper)' }}
    >
      <div role="row" className="table-row" style={rowStyle(tracks)}>
        {columns.map(({ id, head, figure, sort: by }) => {
          const sorted = by !== undefined && sort?.by === by;
          const Arrow = sort?.down ? ArrowDown : ArrowUp;
          const words = (
            <Line gap={2} minHeight={40} justifyContent={figure ? 'flex-end' : 'flex-start'}>
              <Body small tone={sorted ? 'ink' : 'faded'} strong={sorted} whiteSpace="nowrap">
                {head}
              </Body>
              {sorted ? <Arrow size={14} color={theme.ink.val} aria-hidden /> : null}
            </Line>
          );
          return (
            <div
              key={id}
              role="columnheader"
              {...(sorted && { 'aria-sort': sort.down ? 'descending' : 'ascending' })}
              style={{ minWidth: 0 }}
            >
              {by && onSort ? (
                <button
                  type="button"
                  className="table-sort"
                  style={{ width: '100%' }}
                  title={t('table.sort', { column: head })}
                  // Figures begin with the largest: that is what one looks for.
                  onClick={() => onSort({ by, down: sorted ? !sort.down : Boolean(figure) })}
                >
                  {words}
                </button>
              ) : (
                words
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** Sums, always in sight; nothing where no column has one. */
function Foot<R, S extends string>({
  columns,
  tracks,
}: Pick<TableProps<R, S>, 'columns'> & { tracks: string }) {
  if (columns.every(({ foot }) => foot === undefined)) return null;
  return (
    <div
      role="rowgroup"
      style={{
        position: 'sticky',
        bottom: 0,
        zIndex: 1,
        background: 'var(--paper)',
        minWidth: 'fit-content',
        borderTop: '1px solid var(--rule)',
      }}
    >
      <div
        role="row"
        className="table-row"
        style={{ ...rowStyle(tracks), borderBottom: 'none', minHeight: 48 }}
      >
        {columns.map((column) => (
          <Cell key={column.id} column={column}>
            {column.foot}
          </Cell>
        ))}
      </div>
    </div>
  );
}
