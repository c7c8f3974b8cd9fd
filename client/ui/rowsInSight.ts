import { useEffect, type KeyboardEvent } from 'react';

/** Asks for the next page when so many rows or fewer are left below the last in sight: nobody waits for it. */
export function useNextPage(
  { shown, of, ahead }: { shown: number; of: number; ahead: number },
  onEnd: (() => void) | undefined,
) {
  useEffect(() => {
    if (of > 0 && shown >= of - ahead) onEnd?.();
  }, [shown, of, ahead, onEnd]);
}

/**
 * The row that a step from another leads to gets the focus. At once where it is in the page, so that
 * keys pressed fast find it; a row that is far away is there only once it has been scrolled to.
 * @param target what of the row gets the focus, where the row is in the page
 */
export function stepTo(
  index: number,
  {
    count,
    scrollToIndex,
    target,
  }: {
    count: number;
    scrollToIndex: (index: number) => void;
    target: (index: number) => HTMLElement | null | undefined;
  },
) {
  const wanted = Math.max(0, Math.min(count - 1, index));
  scrollToIndex(wanted);
  const there = target(wanted);
  if (there) there.focus({ preventScroll: true });
  else setTimeout(() => target(wanted)?.focus({ preventScroll: true }));
}

/** Where the focus is in a list: which of its rows, and which control of it. */
export type HeldAt = { index: number; control: number };

/** What can be touched in one row (`data-index`) of a list; none where the row is not in the page. */
export function controlsOf(list: HTMLElement | null, index: number): HTMLElement[] {
  return [
    ...(list
      ?.querySelector(`[data-index="${index}"]`)
      ?.querySelectorAll<HTMLElement>('a, button') ?? []),
  ];
}

/** Where the focus is in a list whose rows have a `data-index`; null where it is elsewhere. */
export function heldAt(list: HTMLElement | null): HeldAt | null {
  const focused = document.activeElement as HTMLElement | null;
  const index = list?.contains(focused)
    ? focused?.closest<HTMLElement>('[data-index]')?.dataset['index']
    : undefined;
  if (!focused || index === undefined) return null;
  return { index: Number(index), control: controlsOf(list, Number(index)).indexOf(focused) };
}

/** Up and down go from row to row, left and right to what can be touched inside of one. */
export function arrowKeys(
  event: KeyboardEvent,
  {
    list,
    count,
    scrollToIndex,
  }: { list: HTMLElement | null; count: number; scrollToIndex: (index: number) => void },
) {
  const here = heldAt(list);
  const up = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  const across = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
  if (!here || (!up && !across)) return;
  event.preventDefault();
  if (across)
    controlsOf(list, here.index)[here.control + across]?.focus({ preventScroll: true });
  else
    stepTo(here.index + (up ?? 0), {
      count,
      scrollToIndex,
      target: (index) => controlsOf(list, index)[0],
    });
}
