// Keeps the app's own files, so that a later start needs no network. Bars and sheets are in the store, not here.

import { cleanupOutdatedCaches, PrecacheController, PrecacheRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';
import { helpAddress, helpPages } from '../model/help-pages.ts';

declare const self: ServiceWorkerGlobalScope;
/** filled in by build.mjs */
declare const MANIFEST: { url: string; revision: string | null }[];

// A new version waits until the trader takes it: what is open goes on with the one it began with.
self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});
const files = new PrecacheController();
files.addToCacheList(MANIFEST);
self.addEventListener('activate', (event) => {
  event.waitUntil(files.activate(event));
  event.waitUntil(self.clients.claim());
});
cleanupOutdatedCaches();

// A worker's script carries its configuration behind the # of its address. An answer out of the cache has an address of
// its own, without it; a fresh answer with the same body has none, and the worker keeps the one it was asked by.
registerRoute(
  ({ request }) => request.destination === 'worker',
  async ({ request }) => {
    const kept = await files.matchPrecache(request.url.split('#')[0] ?? request.url);
    return kept ? new Response(kept.body, { headers: kept.headers }) : fetch(request);
  },
);
registerRoute(new PrecacheRoute(files));

const PLACES = ['/strategies', '/market', '/runs', '/studies', '/blends', ...helpPages.map(helpAddress)];
const PAGES = 'pages';
/** What is shown for an address that leads nowhere. */
const NOWHERE = '/_not-found';

// Every address of a place is the same page, which reads the rest of the address itself: `/runs?run=…` is `/runs`.
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: 4,
  plugins: [{ cacheKeyWillBeUsed: async ({ request }) => new URL(request.url).pathname }],
});
registerRoute(
  ({ request }) => request.mode === 'navigate',
  async (options) => {
    const { pathname } = new URL(options.request.url);
    if (PLACES.includes(pathname)) return pages.handle(options);
    try {
      return await fetch(options.request);
    } catch {
      // Without a network the start leads where the server would have sent it.
      if (pathname === '/') return Response.redirect(PLACES[0] ?? '/', 307);
      return (await caches.match(NOWHERE)) ?? Response.error();
    }
  },
);
// A page's parts that the router asks for when moving between places. Where one is not kept the router loads the page whole.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.searchParams.has('_rsc'),
  new NetworkFirst({ cacheName: 'parts', networkTimeoutSeconds: 4 }),
);

async function keepPages(): Promise<void> {
  const cache = await caches.open(PAGES);
  await cache.addAll(PLACES);
  await cache.put(NOWHERE, await fetch(NOWHERE));
}

/** Why something could not be kept, for the trader to read. */
function whyOf(error: unknown): string {
  const { name, message, details } = error as Error & { details?: { url?: string; status?: number } };
  if (name === 'QuotaExceededError') return 'the browser has no room for the app’s files';
  return details?.url
    ? `${new URL(details.url, self.location.href).pathname} answered ${details.status}`
    : message;
}

async function install(event: ExtendableEvent): Promise<void> {
  try {
    await Promise.all([files.install(event), keepPages()]);
  } catch (error) {
    // A page is told only that its worker is gone, not why.
    const pages = await self.clients.matchAll({ type: 'window', includeUncontrolled: true });
    for (const page of pages) page.postMessage({ notKept: whyOf(error) });
    throw error;
  }
}
self.addEventListener('install', (event) => event.waitUntil(install(event)));
