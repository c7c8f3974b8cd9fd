/** What the service worker keeps of who was signed in. */
const KNOWN = 'abacist-known';

/**
 * Lets the service worker keep the shell, where the browser has one: only over TLS or on this
 * machine itself. While the client is developed there is none.
 */
export function keepShell(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  // A shell that can't be kept is no loss while there is a network.
  navigator.serviceWorker.register('/sw.js').catch(() => undefined);
}

/** Forgets what was read for whoever signed out. */
export async function forgetKnown(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(KNOWN);
}
