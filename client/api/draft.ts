import { useRef, useState } from 'react';

const read = <T>(name: string): T | undefined => {
  try {
    const kept = localStorage.getItem(`abacist.draft.${name}`);
    return kept === null ? undefined : (JSON.parse(kept) as T);
  } catch {
    return undefined;
  }
};

/**
 * What a person types into a form, kept over a reload until it is saved or left: the draft, how
 * to change a part of it, and how to let it go.
 * @param name one form, with the id of what it changes
 */
export function useDraft<T extends object>(
  name: string,
  initial: T,
): [T, (change: Partial<T>) => void, () => void] {
  const [draft, setDraft] = useState<T>(() => ({ ...initial, ...read<T>(name) }));
  const latest = useRef(draft);
  const change = (part: Partial<T>) => {
    // Two changes before the next render both count.
    latest.current = { ...latest.current, ...part };
    localStorage.setItem(`abacist.draft.${name}`, JSON.stringify(latest.current));
    setDraft(latest.current);
  };
  const drop = () => localStorage.removeItem(`abacist.draft.${name}`);
  return [draft, change, drop];
}
