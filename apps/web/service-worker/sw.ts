// Keeps the app's own files, so that a later start needs no network. Bars and sheets are in the store, not here.

import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

declare const self: ServiceWorkerGlobalScope;
/** filled in by build-service-worker.mjs */
declare const MANIFEST: { url: string; revision: string | null }[];

self.skipWaiting();
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
cleanupOutdatedCaches();

// A worker's script carries its configuration behind the # of its address. An answer out of the cache has an address of
// its own, without it; a fresh answer with the same body has none, and the worker keeps the one it was asked by.
registerRoute(
  ({ request }) => request.destination === 'worker',
  async ({ request }) => {
    const kept = await matchPrecache(request.url.split('#')[0] ?? request.url);
    return kept ? new Response(kept.body, { headers: kept.headers }) : fetch(request);
  },
);
precacheAndRoute(MANIFEST);

const pages = new NetworkFirst({ cacheName: 'pages', networkTimeoutSeconds: 4 });
registerRoute(({ request }) => request.mode === 'navigate', pages);
// A page's parts that the router asks for when moving between places.
registerRoute(({ url, sameOrigin }) => sameOrigin && url.searchParams.has('_rsc'), pages);

const PLACES = ['/strategies', '/market', '/runs', '/studies', '/blends'];
self.addEventListener('install', (event) => {
  event.waitUntil(caches.open('pages').then((cache) => cache.addAll(PLACES)));
});
