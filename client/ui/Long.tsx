import { lazy, Suspense, type ReactNode } from 'react';
import { ahead } from './ahead';

export type LongListProps<R> = {
  rows: readonly R[];
  keyOf: (row: R) => string | number;
  /** One row, a list item. */
  row: (row: R) => ReactNode;
  /** About how high one is, px; each is measured once it is in sight. */
  height: number;
  /** What is opened beside: it is brought into sight. */
  isCurrent?: (row: R) => boolean;
  /** Called when the last rows come into sight: for the next page. */
  onEnd?: () => void;
};

const LongList = lazy(
  ahead(async () => ({ default: (await import('./virtual')).LongList })),
) as unknown as typeof import('./LongList').LongList;

/** A long list, see {@link LongList}; the rows that are here, while its file comes. */
export function Long<R>(props: LongListProps<R>) {
  const { rows, keyOf, row } = props;
  return (
    <Suspense
      fallback={rows.map((one) => (
        <div key={keyOf(one)} role="presentation">
          {row(one)}
        </div>
      ))}
    >
      <LongList {...props} />
    </Suspense>
  );
}
