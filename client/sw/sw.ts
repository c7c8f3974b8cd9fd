import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute, setDefaultHandler } from 'workbox-routing';
import { NetworkFirst, NetworkOnly } from 'workbox-strategies';

/*
 * The service worker: it keeps the shell of the application, so that a reload without network
 * shows it with what it knows (the ticket under way, who rings, what the counter sells) and never
 * the browser's own page. Bundled by tools/lib/client.mjs, which fills in the files.
 */
declare const __SHELL__: { url: string; revision: string | null }[];
declare const self: { skipWaiting: () => Promise<void> };

void self.skipWaiting();
clientsClaim();
setDefaultHandler(new NetworkOnly());
precacheAndRoute(__SHELL__);

/** How long the network has, in seconds, before what is known is shown. */
const PATIENCE = 3;

// The page itself comes from the server while it answers: a new version is never hidden.
const page = new NetworkFirst({
  cacheName: 'abacist-page',
  networkTimeoutSeconds: PATIENCE,
  plugins: [{ handlerDidError: async () => matchPrecache('/index.html') }],
});
registerRoute(
  new NavigationRoute(
    async (context) => page.handle({ ...context, request: new Request('/') }),
    {
      denylist: [/^\/api\//, /\.[a-z0-9]{2,5}$/i],
    },
  ),
);

// Only what the counter opens with; figures of the books are never shown from yesterday.
registerRoute(
  ({ url, request }) =>
    request.method === 'GET' && ['/api/session', '/api/counter'].includes(url.pathname),
  new NetworkFirst({
    cacheName: 'abacist-known',
    networkTimeoutSeconds: PATIENCE,
    plugins: [new ExpirationPlugin({ maxAgeSeconds: 12 * 60 * 60, maxEntries: 8 })],
  }),
);
