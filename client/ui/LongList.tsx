import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useEffect,
  useEffectEvent,
  useLayoutEffect,
  useRef,
  useState,
  type RefObject,
} from 'react';
import type { LongListProps } from './Long';
import { arrowKeys, controlsOf, useNextPage, type HeldAt } from './rowsInSight';

/** So many rows before the last the next page is read, so that nobody waits for it. */
const AHEAD = 12;

/**
 * A list on a screen that scrolls: only rows in sight are in the page. Arrows go from row to row, and
 * inside of one to what can be touched beside its link.
 */
export function LongList<R>({
  rows,
  keyOf,
  row,
  height,
  isCurrent,
  onEnd,
  held,
}: LongListProps<R> & {
  /** Where the focus was before this list took the place of its first rows. */
  held?: RefObject<HeldAt | null>;
}) {
  const list = useRef<HTMLDivElement>(null);
  const [above, setAbove] = useState(0);
  const scroller = () => list.current?.closest<HTMLElement>('[data-scroll]') ?? null;
  // What stands above the list on its screen: it may grow (a message, a line that wraps).
  useLayoutEffect(() => {
    const outer = scroller();
    if (!outer || !list.current) return;
    setAbove(
      list.current.getBoundingClientRect().top -
        outer.getBoundingClientRect().top +
        outer.scrollTop,
    );
  }, [rows.length]);
  // The virtualizer's functions change what they answer: the compiler must not keep their results.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: scroller,
    estimateSize: () => height,
    getItemKey: (i) => keyOf(rows[i]!),
    overscan: 8,
    scrollMargin: above,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useNextPage({ shown: last, of: rows.length, ahead: AHEAD }, onEnd);
  const currentAt = isCurrent ? rows.findIndex(isCurrent) : -1;
  const currentKey = currentAt < 0 ? null : keyOf(rows[currentAt]!);
  // A row that is in the page brings itself into sight.
  const bringIntoSight = useEffectEvent(() => {
    if (!list.current?.querySelector(`[data-index="${currentAt}"]`))
      virtual.scrollToIndex(currentAt);
  });
  const shown = items.length > 0;
  useEffect(() => {
    if (shown && currentKey !== null) bringIntoSight();
  }, [shown, currentKey]);

  // Who had the focus in the first rows keeps it now that all of them are here.
  const giveBack = useEffectEvent(() => {
    const at = held?.current;
    if (held) held.current = null;
    if (at && document.activeElement === document.body)
      controlsOf(list.current, at.index)[at.control]?.focus({ preventScroll: true });
  });
  useEffect(() => {
    if (shown) giveBack();
  }, [shown]);

  return (
    <div
      ref={list}
      role="presentation"
      onKeyDown={(event) =>
        arrowKeys(event, {
          list: list.current,
          count: rows.length,
          scrollToIndex: (index) => virtual.scrollToIndex(index),
        })
      }
      style={{ position: 'relative', height: virtual.getTotalSize() }}
    >
      {items.map((item) => (
        <div
          key={item.key}
          ref={virtual.measureElement}
          role="presentation"
          data-index={item.index}
          style={{
            position: 'absolute',
            top: 0,
            left: 0,
            width: '100%',
            transform: `translateY(${item.start - above}px)`,
          }}
        >
          {row(rows[item.index]!)}
        </div>
      ))}
    </div>
  );
}
