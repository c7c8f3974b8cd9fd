import { useEffect, useRef } from 'react';

/** Milliseconds between two signs: a scanner is faster, a person slower. */
const FAST = 90;
/** Signs that make a code; fewer are keys that somebody pressed. */
const LEAST = 4;

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest('input, textarea, [contenteditable]') !== null;

/** Collects signs until Enter; a code when they came as fast as a scanner sends them. */
export function createScanReader(): (key: string, at: number) => string | null {
  let [signs, last] = ['', -Infinity];
  return (key, at) => {
    if (at - last > FAST) signs = '';
    last = at;
    if (key === 'Enter') {
      const code = signs;
      signs = '';
      return code.length >= LEAST ? code : null;
    }
    if (key.length === 1) signs += key;
    return null;
  };
}

/**
 * Hands on what a scanner types while no field has the focus: on a button, in a dialog, nowhere.
 * The button that has the focus is not pressed by the scanner's Enter.
 */
export function useScanner(found: (code: string) => void): void {
  const latest = useRef(found);
  useEffect(() => {
    latest.current = found;
  });
  useEffect(() => {
    const read = createScanReader();
    const listen = (event: KeyboardEvent) => {
      if (isField(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const code = read(event.key, event.timeStamp);
      if (code === null) return;
      event.preventDefault();
      event.stopPropagation();
      latest.current(code);
    };
    window.addEventListener('keydown', listen, true);
    return () => window.removeEventListener('keydown', listen, true);
  }, []);
}
