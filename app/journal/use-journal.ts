/** A piece's journal on this device: what the server has, then what is still on its way, folded. */
import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { useRevalidator } from 'react-router';
import { v7 as uuid } from 'uuid';
import type { Happening, JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { EMPTY_OUTBOX, Outbox, type Answer } from './outbox';
import { deviceName, withPending } from './pending';

/** A browser lets a page finish posts of some 64 kB after it is closed. */
const MOST_IN_A_KEPT_POST = 20;

async function postTo(pieceId: string, events: readonly JournalEvent[]): Promise<Answer> {
  try {
    const response = await fetch(`/pieces/${pieceId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events }),
      keepalive: events.length < MOST_IN_A_KEPT_POST,
    });
    if (response.ok) return 'stored';
    if (response.status >= 500) return 'later';
    const body = (await response.json().catch(() => null)) as { refused?: { message?: string } } | null;
    return { refused: body?.refused?.message ?? `The server refused it (${response.status}).` };
  } catch {
    return 'later';
  }
}

/**
 * Sends what is waiting and fetches what other devices did, at the start and whenever the page comes back into view.
 * At the start because the page before this one may have been answered after this one was rendered.
 */
function useComingBack(outbox: Outbox) {
  const revalidator = useRevalidator();
  const revalidate = useRef(revalidator.revalidate);
  useEffect(() => {
    revalidate.current = revalidator.revalidate;
  });
  useEffect(() => {
    outbox.start();
    void revalidate.current();
    const look = () => {
      if (document.visibilityState !== 'visible') return;
      void outbox.send();
      void revalidate.current();
    };
    document.addEventListener('visibilitychange', look);
    window.addEventListener('focus', look);
    window.addEventListener('online', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('focus', look);
      window.removeEventListener('online', look);
      outbox.stop();
    };
  }, [outbox]);
}

export function useJournal(pieceId: string, stored: readonly JournalEvent[]) {
  const outbox = useMemo(
    () =>
      new Outbox(
        pieceId,
        () => window.localStorage,
        (events) => postTo(pieceId, events),
      ),
    [pieceId],
  );
  const { acknowledged, pending, saving, refused } = useSyncExternalStore(
    outbox.subscribe,
    outbox.getState,
    () => EMPTY_OUTBOX,
  );
  useComingBack(outbox);
  const record = useCallback(
    (happening: Happening): string => {
      const id = uuid();
      const device = deviceName(window.localStorage, () => `device-${uuid().slice(-8)}`);
      outbox.add({ id, device, deviceTime: new Date().toISOString(), ...happening });
      return id;
    },
    [outbox],
  );
  const dismiss = useCallback((id: string) => outbox.dismiss(id), [outbox]);
  const events = useMemo(
    () => withPending(withPending(stored, acknowledged), pending),
    [stored, acknowledged, pending],
  );
  const state = useMemo(() => fold(events), [events]);
  return { events, state, record, saving, refused, dismiss };
}
