/** A piece's journal in a page: followed live while in sight, folded for the screen, added to by what the knitter does. */
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { useRevalidator } from 'react-router';
import { v7 as uuid } from 'uuid';
import type { Happening, JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { JOURNAL_REFUSALS } from './refusals';
import { compareClock } from '~/device/clock';
import { deviceName } from '~/device/name';
import { deviceStore } from '~/device/store';
import { browserCopies } from './copies';
import { DeviceJournal } from './device-journal';
import type { Handed } from './handed';
import { LiveLine, type Line } from './live-line';
import type { Answer } from './outbox';
import { prefixOf } from './pending';
import { fetchWhole } from './whole';

/** A browser lets a page finish posts of some 64 kB after it is closed. */
const MOST_IN_A_KEPT_POST = 20;

type Reply = {
  readonly events?: readonly { readonly seq: number }[];
  readonly refused?: { readonly code?: string; readonly message?: string };
};

/** So long a frame is waited for, in ms; a page out of sight has none. */
const LONGEST_FRAME = 200;
const MOMENT = 20;

/** Resolves when what was done last has been painted, and a moment has gone by. */
const painted = () =>
  new Promise<void>((resolve) => {
    setTimeout(resolve, LONGEST_FRAME);
    requestAnimationFrame(() => setTimeout(resolve, MOMENT));
  });

/** Only the journal's own word sets entries aside. Whoever else stands in the way may not stand there tomorrow. */
function turnedAway(status: number, refused: Reply['refused']): Answer {
  const message = refused?.message ?? `The address does not take them now (${status}).`;
  return JOURNAL_REFUSALS.some((code) => code === refused?.code) ? { refused: message } : { later: message };
}

async function postTo(pieceId: string, events: readonly JournalEvent[]): Promise<Answer> {
  await painted();
  try {
    const response = await fetch(`/pieces/${pieceId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events }),
      keepalive: events.length < MOST_IN_A_KEPT_POST,
    });
    compareClock(response.headers.get('date'), Date.now());
    if (response.status >= 500) return 'later';
    const reply = (await response.json().catch(() => null)) as Reply | null;
    if (!response.ok) return turnedAway(response.status, reply?.refused);
    const stored = reply?.events?.map(({ seq }) => seq) ?? [];
    // An answer that is not the app's own (a network that asks for a password first, say) stores nothing.
    return stored.length === events.length ? { stored } : 'later';
  } catch {
    return 'later';
  }
}

/**
 * The line is open while the page is in sight. Where it finds the page old, and when the plan was changed, the page is fetched
 * anew: one that was just opened stands as it is, and is not taken away if the network goes that moment.
 */
function useLine(pieceId: string, journal: DeviceJournal, plans: number, at: number): Line {
  const [line, setLine] = useState<Line>('closed');
  const revalidator = useRevalidator();
  const revalidate = useRef(revalidator.revalidate);
  const given = useRef(at);
  useEffect(() => {
    revalidate.current = revalidator.revalidate;
    given.current = at;
  });
  useEffect(() => {
    let here = true;
    const say = (now: Line) => {
      setLine(now);
      if (now === 'open') journal.send();
    };
    const page = { at: () => given.current, refresh: () => void revalidate.current() };
    const live = new LiveLine(`/pieces/${pieceId}`, journal, say, page);
    const look = () => {
      if (!here) return;
      if (document.visibilityState !== 'visible') return live.close();
      journal.send();
      live.open();
    };
    const beside = ({ key }: StorageEvent) => key?.startsWith(prefixOf('unsent', pieceId)) && journal.send();
    // Where the line goes on is known when the copy is read.
    void journal.start().then(look);
    document.addEventListener('visibilitychange', look);
    window.addEventListener('online', look);
    window.addEventListener('storage', beside);
    return () => {
      here = false;
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('online', look);
      window.removeEventListener('storage', beside);
      live.close();
      journal.stop();
    };
  }, [pieceId, journal]);
  const seen = useRef(plans);
  useEffect(() => {
    if (plans > seen.current) void revalidate.current();
    seen.current = plans;
  }, [plans]);
  return line;
}

/** Where a part of the journal does not suffice, the whole is fetched: now, or when the line is open again. */
function useWhole(pieceId: string, journal: DeviceJournal, wanted: boolean, line: Line) {
  useEffect(() => {
    if (!wanted) return;
    let here = true;
    void fetchWhole(`/pieces/${pieceId}`)
      .then((events) => here && journal.replace(events))
      .catch(() => undefined);
    return () => {
      here = false;
    };
  }, [pieceId, journal, wanted, line]);
}

/** Rows that live in this open page alone are not left without a word. */
function useStaying(unkept: number) {
  useEffect(() => {
    if (unkept === 0) return;
    const stay = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', stay);
    return () => window.removeEventListener('beforeunload', stay);
  }, [unkept]);
}

/** Give its component the piece's id as key: another piece is another journal. */
export function useJournal(pieceId: string, stored: Handed) {
  const [journal] = useState(() => {
    const post = (events: readonly JournalEvent[]) => postTo(pieceId, events);
    return new DeviceJournal(pieceId, { store: deviceStore, post, copies: browserCopies }, stored);
  });
  const [asRendered] = useState(journal.getState);
  const device = useSyncExternalStore(journal.subscribe, journal.getState, () => asRendered);
  const { base, events, wholeWanted, pending, saving, heldUp, refused, unkept, copied, copyRefused } = device;
  useEffect(() => journal.offer(stored), [journal, stored]);
  const plans = useMemo(() => events.filter(({ kind }) => kind === 'planChanged').length, [events]);
  const line = useLine(pieceId, journal, plans, stored.at);
  const state = useMemo(() => fold(events, base), [events, base]);
  useWhole(pieceId, journal, wholeWanted || state.unsure, line);
  useStaying(unkept.length);
  const record = useCallback(
    (happening: Happening): string => {
      const id = uuid();
      const deviceTime = new Date().toISOString();
      const seen = journal.place.seq;
      journal.record({ id, device: deviceName(deviceStore()), deviceTime, seen, ...happening });
      return id;
    },
    [journal],
  );
  const dismiss = useCallback((id: string) => journal.dismiss(id), [journal]);
  const kept = { line, unsent: pending.length, unkept: unkept.length, heldUp, copied, copyRefused };
  return { base, events, state, record, saving, refused, dismiss, kept };
}
export type Kept = ReturnType<typeof useJournal>['kept'];
