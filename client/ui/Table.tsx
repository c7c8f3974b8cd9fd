import { lazy, Suspense, type ReactNode } from 'react';
import { ahead } from './ahead';
import { Loading } from './Notes';

/** By which column rows are ordered, and whether the largest stands first. */
export type Sort<S extends string = string> = { by: S; down: boolean };

export type TableColumn<R, S extends string = string> = {
  id: string;
  head: string;
  /** A grid's track: a least width, and how it grows. */
  track: string;
  /** Figures: head and cells at the right. */
  figure?: boolean;
  /** The shop orders by it. */
  sort?: S;
  cell: (row: R) => ReactNode;
  /** Its sum, at the foot. */
  foot?: ReactNode;
};

export type TableProps<R, S extends string> = {
  label: string;
  columns: readonly TableColumn<R, S>[];
  rows: readonly R[];
  keyOf: (row: R) => string | number;
  /** Where a row leads: the link stands in its first cell and is as large as the row. */
  to?: (row: R) => string | null;
  isCurrent?: (row: R) => boolean;
  sort?: Sort<S>;
  onSort?: (sort: Sort<S>) => void;
  /** Called when the last rows come into sight: for the next page. */
  onEnd?: () => void;
  rowHeight?: number;
  /** Rows of several lines: their cells begin at the same height. */
  tall?: boolean;
};

/** A file of its own: a phone shows stacks and never asks for it. */
const WideTable = lazy(
  ahead(async () => ({ default: (await import('./virtual')).WideTable })),
) as unknown as typeof import('./WideTable').WideTable;

/** A table of a wide screen, see {@link WideTable}; its shape while it comes. */
export function Table<R, S extends string = string>(props: TableProps<R, S>) {
  return (
    <Suspense fallback={<Loading />}>
      <WideTable {...props} />
    </Suspense>
  );
}
