import type { Approval, KeyState } from '@abacist/contracts';
import type { Refusal } from '@abacist/core/outcome';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { ApiError, request } from './http';
import { whileReading } from './reading';

/** A command as it went over the wire; without its approval, whose PIN is kept nowhere. */
export type Sent = { key: string; path: string; command: unknown };
/** What it turned out to be: kept with its answer, cancelled for good, or sent once more. */
export type Known = Exclude<KeyState, { state: 'none' }> | { state: 'again' };

type Unanswered = {
  /** How to stop waiting for an answer that takes longer than a person waits without a word. */
  giveUp: (() => void) | null;
  /** Sent, and no answer came: nobody knows yet what became of them. Kept over a reload. */
  unknown: Sent[];
  /**
   * What nobody who asked is here to say: something that had no answer was kept after all, or what
   * was sent again or in passing was refused.
   */
  news: 'kept' | Refusal[] | null;
};

/** A command with a large file may not fit: then it is known of only until the page is left. */
const storage = createJSONStorage<Pick<Unanswered, 'unknown'>>(() => ({
  getItem: (name) => localStorage.getItem(name),
  removeItem: (name) => localStorage.removeItem(name),
  setItem: (name, value) => {
    try {
      localStorage.setItem(name, value);
    } catch {
      localStorage.removeItem(name);
    }
  },
}));

export const useUnanswered = create<Unanswered>()(
  persist((): Unanswered => ({ giveUp: null, unknown: [], news: null }), {
    name: 'abacist.unanswered',
    storage,
    partialize: ({ unknown }) => ({ unknown }),
  }),
);

const waiting = new Map<string, (known: Known) => void>();
const watching = new Set<(key: string, known: Known) => void>();

/** Tells whoever keeps something under a key what became of its command, also after a reload. */
export function whenKnown(watch: (key: string, known: Known) => void): void {
  watching.add(watch);
}

/** Whether the page that sent it still waits for what it turns out to be. */
export const isAwaited = (key: string): boolean => waiting.has(key);

/** Waits until somebody or something knows what became of a command. */
export function becomesKnown(sent: Sent): Promise<Known> {
  useUnanswered.setState(({ unknown }) => ({
    unknown: [...unknown.filter(({ key }) => key !== sent.key), sent],
  }));
  return new Promise((resolve) => waiting.set(sent.key, resolve));
}

/** What became of it is known: it is let go of, and whoever waits goes on. */
export function settle(key: string, known: Known): void {
  useUnanswered.setState(({ unknown }) => ({
    unknown: unknown.filter((sent) => sent.key !== key),
  }));
  for (const watch of watching) watch(key, known);
  waiting.get(key)?.(known);
  waiting.delete(key);
}

const codeOf = (error: unknown): string =>
  error instanceof ApiError ? (error.body.refusals[0]?.code ?? '') : '';

/** Whether a command may have been kept although it looks as if it failed. */
export const isLost = (error: unknown): boolean =>
  ['client.unreachable', 'server.away'].includes(codeOf(error));
export const isNotSent = (error: unknown): boolean => codeOf(error) === 'client.notSent';

const holdsFile = (command: unknown): boolean =>
  typeof command === 'object' && command !== null && 'contentBase64' in command;

/** After how long a person is told that there is no answer yet. */
const A_WORD_AFTER = 1_500;

/**
 * Sends a command once. When the answer takes long, a person sees it and may stop waiting; when
 * the connection goes, the waiting ends by itself.
 * @throws ApiError
 */
export async function send<A>({ key, path, command }: Sent, approval?: Approval): Promise<A> {
  const body = approval ? { command, approval } : { command };
  const stop = new AbortController();
  const giveUp = () => stop.abort();
  const timer = setTimeout(() => useUnanswered.setState({ giveUp }), A_WORD_AFTER);
  globalThis.addEventListener?.('offline', giveUp);
  try {
    const sending = () =>
      request<A>('POST', path, body, { 'Idempotency-Key': key }, stop.signal);
    return await (holdsFile(command) ? whileReading(key, sending) : sending());
  } finally {
    clearTimeout(timer);
    globalThis.removeEventListener?.('offline', giveUp);
    useUnanswered.setState((now) => (now.giveUp === giveUp ? { giveUp: null } : now));
  }
}
