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

/** As many rows as a screen shows, and some: all of a hundred thousand would hold the page up. */
const AT_FIRST = 30;

/** A long list, see {@link LongList}; its first rows, while its file comes. */
export function Long<R>(props: LongListProps<R>) {
  const { rows, keyOf, row } = props;
  return (
    <Suspense
      fallback={rows.slice(0, AT_FIRST).map((one) => (
        <div key={keyOf(one)} role="presentation">
          {row(one)}
        </div>
      ))}
    >
      <LongList {...props} />
    </Suspense>
  );
}
