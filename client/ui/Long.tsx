import {
  lazy,
  Suspense,
  useLayoutEffect,
  useRef,
  type ReactNode,
  type RefObject,
} from 'react';
import { ahead } from './ahead';
import { arrowKeys, controlsOf, heldAt, type HeldAt } from './rowsInSight';

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

/**
 * The first rows while the list's file comes. Keys find them as they find the list's own, and where the
 * focus was when they go is left in `held`.
 */
function FirstRows<R>({
  rows,
  keyOf,
  row,
  held,
}: LongListProps<R> & { held: RefObject<HeldAt | null> }) {
  const list = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const drawn = list.current;
    return () => {
      held.current = heldAt(drawn);
    };
  }, [held]);
  const first = rows.slice(0, AT_FIRST);
  return (
    <div
      ref={list}
      role="presentation"
      onKeyDown={(event) =>
        arrowKeys(event, {
          list: list.current,
          count: first.length,
          scrollToIndex: (index) =>
            controlsOf(list.current, index)[0]?.scrollIntoView({ block: 'nearest' }),
        })
      }
    >
      {first.map((one, index) => (
        <div key={keyOf(one)} role="presentation" data-index={index}>
          {row(one)}
        </div>
      ))}
    </div>
  );
}

/** A long list, see {@link LongList}; its first rows, while its file comes. */
export function Long<R>(props: LongListProps<R>) {
  const held = useRef<HeldAt>(null);
  return (
    <Suspense fallback={<FirstRows {...props} held={held} />}>
      <LongList {...props} held={held} />
    </Suspense>
  );
}
