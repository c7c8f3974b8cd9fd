import { useEffect } from 'react';

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
