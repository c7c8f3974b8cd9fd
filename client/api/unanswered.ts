import type { Approval, KeyState } from '@abacist/contracts';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { ApiError, request } from './http';

/** A command as it went over the wire. */
export type Sent = {
  key: string;
  path: string;
  body: { command: unknown; approval?: Approval };
};
/** What it turned out to be: kept with its answer, cancelled for good, or sent once more. */
export type Known = Exclude<KeyState, { state: 'none' }> | { state: 'again' };

type Unanswered = {
  /** How to stop waiting for an answer that takes longer than a person waits without a word. */
  giveUp: (() => void) | null;
  /** Sent, and no answer came: nobody knows yet what became of them. Kept over a reload. */
  unknown: Sent[];
  /** Something that had no answer was kept, and nobody who waited for it is here to say so. */
  kept: boolean;
};

export const useUnanswered = create<Unanswered>()(
  persist((): Unanswered => ({ giveUp: null, unknown: [], kept: false }), {
    name: 'abacist.unanswered',
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

/** After how long a person is told that there is no answer yet. */
const A_WORD_AFTER = 1_500;

/**
 * Sends a command once. When the answer takes long, a person sees it and may stop waiting; when
 * the connection goes, the waiting ends by itself.
 * @throws ApiError
 */
export async function send<A>({ key, path, body }: Sent): Promise<A> {
  const stop = new AbortController();
  const giveUp = () => stop.abort();
  const timer = setTimeout(() => useUnanswered.setState({ giveUp }), A_WORD_AFTER);
  globalThis.addEventListener?.('offline', giveUp);
  try {
    return await request<A>('POST', path, body, { 'Idempotency-Key': key }, stop.signal);
  } finally {
    clearTimeout(timer);
    globalThis.removeEventListener?.('offline', giveUp);
    useUnanswered.setState((now) => (now.giveUp === giveUp ? { giveUp: null } : now));
  }
}
