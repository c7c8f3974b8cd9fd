import { Fragment, lazy, Suspense, type ReactNode } from 'react';
import { ahead } from './ahead';

export type SortableProps = {
  ids: readonly number[];
  nameOf: (id: number) => string;
  /** What a row's handle is called. */
  labelOf: (id: number) => string;
  onMove: (from: number, to: number) => void;
  /** @param handle what the row is held by; null until it can be moved */
  row: (id: number, handle: ReactNode) => ReactNode;
  /** The list around the rows: what is said of the moving stands outside of it. */
  around: (rows: ReactNode) => ReactNode;
};

/** A file of its own: few lists are ordered by hand. */
const SortableRows = lazy(
  ahead(async () => ({ default: (await import('./SortableRows')).SortableRows })),
);

/** The same rows in another order: one moved from a place to another. */
export function moved<R>(rows: readonly R[], from: number, to: number): R[] {
  const others = rows.filter((_, i) => i !== from);
  return [...others.slice(0, to), rows[from]!, ...others.slice(to)];
}

/** Rows that can be ordered by hand, see {@link SortableRows}; they stand there before it is here. */
export function Sortable(props: SortableProps) {
  const still = props.ids.map((id) => <Fragment key={id}>{props.row(id, null)}</Fragment>);
  return (
    <Suspense fallback={props.around(still)}>
      <SortableRows {...props} />
    </Suspense>
  );
}
