type Load<M = unknown> = () => Promise<M>;

const parts = new Set<Load>();

/** How often a file is asked for while there is a network, and how long is waited between. */
const TRIES = 4;
const PAUSE_MS = 1_000;

/** Until there is a network again, or for a moment where there is one. */
const aMoment = (): Promise<void> =>
  new Promise((go) => {
    if (navigator.onLine) setTimeout(go, PAUSE_MS);
    else window.addEventListener('online', () => go(), { once: true });
  });

/**
 * Loads a part of a page that is there already: without network it waits for it, so that the page does not stop for what
 * is only missing yet. @throws what the last of some tries threw, where there is a network
 */
async function patiently<M>(load: Load<M>): Promise<M> {
  for (let tried = 1; ; tried += navigator.onLine ? 1 : 0) {
    try {
      return await load();
    } catch (error) {
      if (tried >= TRIES) throw error;
      await aMoment();
    }
  }
}

/** Marks what is loaded when it is first used as something to load before, while nothing happens. */
export function ahead<M>(load: Load<M>): Load<M> {
  parts.add(load);
  return () => patiently(load);
}

/** Loads all of it; without network it is tried again when it is used. */
export async function loadParts(): Promise<void> {
  for (const load of parts) await load().catch(() => undefined);
}
