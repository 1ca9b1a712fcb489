/** Registers the service worker, puts the page by for later, and tells when a newer version waits. */
import { useEffect, useState } from 'react';
import { PAGES, TAKE_OVER } from './names';

export type Offline =
  /** Not known yet. */
  | 'asking'
  /** The page opens again without a network. */
  | 'ready'
  /** This browser, or this address (not https), has no service workers; the development server has none. */
  | 'cannot';

/** What the router asks for when a link to a page is followed. */
const dataOf = (path: string) => (path === '/' ? '/_root.data' : `${path}.data`);

const isControlled = () => 'serviceWorker' in navigator && navigator.serviceWorker.controller !== null;
/** The document that has just come through the worker, which keeps what it hands on; a page come back to is put by anew. */
let handedOn = typeof document !== 'undefined' && isControlled() ? location.pathname : null;

const putBy = (pages: Cache, addresses: readonly string[]) =>
  Promise.allSettled(addresses.map((address) => pages.add(address)));

/** Puts this page by, unless the worker has just done it; tells whether it opens again. */
async function putByHere(pages: Cache, path: string): Promise<boolean> {
  const kept = async (address: string) => (await pages.match(address)) !== undefined;
  const fresh = handedOn === path && (await kept(path));
  handedOn = null;
  const data = dataOf(path);
  await putBy(pages, [...(fresh ? [] : [path]), ...((await kept(data)) ? [] : [data])]);
  return (await kept(path)) && (await kept(data));
}

/** In ms. What is a step away is fetched later: the first seconds of a page are the knitter's. */
const AROUND_AFTER = 4000;

/** @param paths this page first, then what is a step away from it */
export function useOffline(paths: readonly string[]) {
  const [offline, setOffline] = useState<Offline>('asking');
  const [waiting, setWaiting] = useState<ServiceWorker | null>(null);
  const key = paths.join(' ');
  useEffect(() => {
    let here = true;
    let later: ReturnType<typeof setTimeout> | undefined;
    const run = async () => {
      if (import.meta.env.DEV || !('serviceWorker' in navigator) || !('caches' in window))
        return setOffline('cannot');
      const registration = await navigator.serviceWorker.register('/worker.js');
      const see = () => here && setWaiting(registration.waiting);
      registration.addEventListener('updatefound', () =>
        registration.installing?.addEventListener('statechange', see),
      );
      see();
      await navigator.serviceWorker.ready;
      const pages = await caches.open(PAGES);
      const [path = '/', ...around] = key.split(' ');
      const kept = await putByHere(pages, path);
      if (!here) return;
      setOffline(kept ? 'ready' : 'asking');
      // What a link to this page is answered with may have been kept long ago, by an older plan.
      const addresses = [dataOf(path), ...around.flatMap((to) => [to, dataOf(to)])];
      later = setTimeout(() => void putBy(pages, addresses), AROUND_AFTER);
    };
    run().catch(() => here && setOffline('cannot'));
    return () => {
      here = false;
      clearTimeout(later);
    };
  }, [key]);
  const takeNewer = () => {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
    waiting?.postMessage(TAKE_OVER);
  };
  return { offline, newer: waiting !== null, takeNewer };
}
