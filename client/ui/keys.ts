import { useEffect, useId, useRef } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** A key that does something while it is in view; without `act` its field does it by itself. */
export type Key = { key: string; label: string; act?: () => void };

type Keys = {
  /** By who registered it: what came last stands nearest and wins. */
  inView: ReadonlyMap<string, Key>;
  /** Whether the sheet of the keys in view is open. */
  sheet: boolean;
};
export const useKeysInView = create<Keys>(() => ({ inView: new Map(), sheet: false }));

/** Whether single keys do anything: whoever dictates, or hits keys unawares, turns them off. */
export const useSingleKeys = create<{ on: boolean }>()(
  persist((): { on: boolean } => ({ on: true }), { name: 'abacist.keys' }),
);

export const showKeys = (sheet: boolean): void => useKeysInView.setState({ sheet });

/** Registers a key while its screen or button is in view; undefined: none. */
export function useKey(key: string | undefined, label: string, act?: () => void): void {
  const id = useId();
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  const acts = act !== undefined;
  useEffect(() => {
    if (key === undefined) return undefined;
    const change = (to: (keys: Map<string, Key>) => void) =>
      useKeysInView.setState(({ inView }) => {
        const keys = new Map(inView);
        to(keys);
        return { inView: keys };
      });
    change((keys) =>
      keys.set(id, { key, label, ...(acts && { act: () => latest.current?.() }) }),
    );
    return () => change((keys) => keys.delete(id));
  }, [id, key, label, acts]);
}

const FIELDS = 'input, textarea, select, [contenteditable]';
export const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest(FIELDS) !== null;

/** What a key pressed where no field has the focus, and no dialog stands above, does; null: nothing. */
export function keyOf(
  event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey'>,
  keys: Iterable<Key>,
): (() => void) | null {
  if (event.ctrlKey || event.metaKey || event.altKey) return null;
  const pressed = event.key.toLowerCase();
  const found = [...keys].findLast(({ key, act }) => act && key.toLowerCase() === pressed);
  return found?.act ?? null;
}

/** One listener for all keys: `Ctrl K` works from everywhere, single keys where nobody types. */
export function useKeyboard(search: () => void): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.isComposing) return;
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        search();
        return;
      }
      if (isField(event.target) || document.querySelector('[role="dialog"]')) return;
      if (!useSingleKeys.getState().on) return;
      const act = keyOf(event, useKeysInView.getState().inView.values());
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [search]);
}
