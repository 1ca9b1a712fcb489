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

/** A page loaded before there was a worker was not kept by it. */
async function putBy(paths: readonly string[]) {
  const pages = await caches.open(PAGES);
  const wanted = paths.flatMap((path) => [path, dataOf(path)]);
  await Promise.allSettled(wanted.map((path) => pages.add(path)));
  return (await Promise.all(wanted.slice(0, 2).map((path) => pages.match(path)))).every(Boolean);
}

/** @param paths this page first, then what is a step away from it */
export function useOffline(paths: readonly string[]) {
  const [offline, setOffline] = useState<Offline>('asking');
  const [waiting, setWaiting] = useState<ServiceWorker | null>(null);
  const key = paths.join(' ');
  useEffect(() => {
    let here = true;
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
      const kept = await putBy(key.split(' '));
      if (here) setOffline(kept ? 'ready' : 'asking');
    };
    run().catch(() => here && setOffline('cannot'));
    return () => void (here = false);
  }, [key]);
  const takeNewer = () => {
    navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
    waiting?.postMessage(TAKE_OVER);
  };
  return { offline, newer: waiting !== null, takeNewer };
}
