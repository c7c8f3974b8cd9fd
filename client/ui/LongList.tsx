import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useEffect,
  useEffectEvent,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
} from 'react';
import type { LongListProps } from './Long';
import { stepTo, useNextPage } from './rowsInSight';

/** So many rows before the last the next page is read, so that nobody waits for it. */
const AHEAD = 12;

/**
 * A list on a screen that scrolls: only rows in sight are in the page. Arrows go from row to row, and
 * inside of one to what can be touched beside its link.
 */
export function LongList<R>({ rows, keyOf, row, height, isCurrent, onEnd }: LongListProps<R>) {
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

  const onKeyDown = (event: KeyboardEvent) => {
    const here = (event.target as HTMLElement).closest<HTMLElement>('[data-index]');
    const [up, across] = [
      { ArrowDown: 1, ArrowUp: -1 }[event.key],
      { ArrowRight: 1, ArrowLeft: -1 }[event.key],
    ];
    if (!here || (!up && !across)) return;
    event.preventDefault();
    const inside = (one: Element) => [...one.querySelectorAll<HTMLElement>('a, button')];
    if (across) {
      const all = inside(here);
      all[all.indexOf(event.target as HTMLElement) + across]?.focus({ preventScroll: true });
      return;
    }
    stepTo(Number(here.dataset['index']) + (up ?? 0), {
      count: rows.length,
      scrollToIndex: (index) => virtual.scrollToIndex(index),
      target: (index) => {
        const found = list.current?.querySelector(`[data-index="${index}"]`);
        return found && inside(found)[0];
      },
    });
  };
  return (
    <div
      ref={list}
      role="presentation"
      onKeyDown={onKeyDown}
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
