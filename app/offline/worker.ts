/**
 * The service worker. Files of the build are put by when it is installed; pages are fetched from the network and kept, so
 * that one that was opened once opens without it. Posts and live lines are never touched: unsent rows are the page's.
 * A new version waits until the knitter takes it, or no page of the old one is open.
 */
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, precache } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';
import { GLANCES, NO_PAGE, PAGES, TAKE_OVER } from './names';

declare const self: ServiceWorkerGlobalScope & {
  readonly __WB_MANIFEST: { readonly url: string; readonly revision: string | null }[];
};

precache(self.__WB_MANIFEST);
cleanupOutdatedCaches();

/** Of whatever version: a page of a newer build finds what the waiting worker has put by. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
  async ({ request }) => (await caches.match(request, { ignoreVary: true })) ?? fetch(request),
);
/** These carry their version behind a question mark; to look past it, a browser goes through all that is kept. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && /^\/(icon|manifest)/.test(url.pathname),
  async ({ request }) =>
    (await caches.match(request, { ignoreSearch: true, ignoreVary: true })) ?? fetch(request),
);

/** A server in trouble is as good as none. */
const soundOnly = {
  fetchDidSucceed: async ({ response }: { response: Response }) => {
    if (response.status >= 500) throw new Error(`the server answered ${response.status}`);
    return response;
  },
};
/** Those that were opened longest ago go first. */
const MOST_PAGES = 120;
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: 4,
  plugins: [soundOnly, new ExpirationPlugin({ maxEntries: MOST_PAGES, purgeOnQuotaError: true })],
  matchOptions: { ignoreVary: true },
});
/** A glance of a piece as it was stays as it was: its address changes with the piece. */
const MOST_GLANCES = 200;
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.endsWith('/glance'),
  new CacheFirst({
    cacheName: GLANCES,
    plugins: [soundOnly, new ExpirationPlugin({ maxEntries: MOST_GLANCES, purgeOnQuotaError: true })],
    matchOptions: { ignoreVary: true },
  }),
);
const isPage = (request: Request, url: URL) =>
  (request.mode === 'navigate' || url.pathname.endsWith('.data')) &&
  !/\/(live|file|salvage|archive)$/.test(url.pathname);
registerRoute(({ request, url, sameOrigin }) => sameOrigin && isPage(request, url), pages);

setCatchHandler(async ({ request }) => {
  const page = request.mode === 'navigate' ? await caches.match(NO_PAGE, { ignoreSearch: true }) : undefined;
  return page ?? Response.error();
});

self.addEventListener('message', ({ data }) => {
  if (data === TAKE_OVER) void self.skipWaiting();
});
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
