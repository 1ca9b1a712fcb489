/**
 * A piece's journal on this device. New events show at once, are kept until the server has acknowledged them, and
 * are sent in batches, in order, one post at a time.
 */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
import { v7 as uuid } from 'uuid';
import type { Happening, JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { deviceName, readPending, withPending, writePending } from './pending';

const BATCH = 100;
const RETRY_MS = 3000;

export type Saving = { readonly state: 'saved' | 'sending' | 'waiting' } | { readonly state: 'refused'; readonly message: string };

async function post(pieceId: string, events: readonly JournalEvent[]): Promise<'ok' | 'later' | { refused: string }> {
  try {
    const response = await fetch(`/pieces/${pieceId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events }),
      keepalive: events.length < 20,
    });
    if (response.ok) return 'ok';
    if (response.status >= 500) return 'later';
    const body = (await response.json().catch(() => null)) as { refused?: { message?: string } } | null;
    return { refused: body?.refused?.message ?? `The server refused it (${response.status}).` };
  } catch {
    return 'later';
  }
}

export function useJournal(pieceId: string, stored: readonly JournalEvent[]) {
  const [acknowledged, setAcknowledged] = useState<readonly JournalEvent[]>([]);
  const [pending, setPending] = useState<readonly JournalEvent[]>([]);
  const [saving, setSaving] = useState<Saving>({ state: 'saved' });
  const queue = useRef<readonly JournalEvent[]>([]);
  const busy = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const revalidator = useRevalidator();
  const revalidate = useRef(revalidator.revalidate);
  useEffect(() => {
    revalidate.current = revalidator.revalidate;
  });

  const keep = useCallback(
    (events: readonly JournalEvent[]) => {
      queue.current = events;
      setPending(events);
      writePending(window.localStorage, pieceId, events);
    },
    [pieceId],
  );

  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (queue.current.length > 0) {
      setSaving({ state: 'sending' });
      const batch = queue.current.slice(0, BATCH);
      const result = await post(pieceId, batch);
      if (result === 'later') {
        setSaving({ state: 'waiting' });
        clearTimeout(timer.current);
        timer.current = setTimeout(() => void send(), RETRY_MS);
        break;
      }
      if (result === 'ok') setAcknowledged((before) => [...before, ...batch]);
      keep(queue.current.slice(batch.length));
      if (result !== 'ok') setSaving({ state: 'refused', message: result.refused });
      else if (queue.current.length === 0) setSaving({ state: 'saved' });
    }
    busy.current = false;
  }, [pieceId, keep]);

  useEffect(() => {
    const kept = readPending(window.localStorage, pieceId);
    if (kept.length > 0) keep(kept);
    void send();
    const look = () => {
      if (document.visibilityState !== 'visible') return;
      void send();
      void revalidate.current();
    };
    document.addEventListener('visibilitychange', look);
    window.addEventListener('focus', look);
    window.addEventListener('online', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('focus', look);
      window.removeEventListener('online', look);
      clearTimeout(timer.current);
    };
  }, [pieceId, keep, send]);

  const record = useCallback(
    (happening: Happening): string => {
      const id = uuid();
      const device = deviceName(window.localStorage, () => `device-${uuid().slice(-8)}`);
      keep([...queue.current, { id, device, deviceTime: new Date().toISOString(), ...happening }]);
      void send();
      return id;
    },
    [keep, send],
  );

  const events = useMemo(() => withPending(withPending(stored, acknowledged), pending), [stored, acknowledged, pending]);
  const state = useMemo(() => fold(events), [events]);
  return { events, state, record, saving };
}
