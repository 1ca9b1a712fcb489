/** The locator of the piece on the needles: in a worker, on the page where there is none. */
import { useEffect, useState } from 'react';
import { wrap } from 'comlink';
import type { Answer } from '@core/place/belief';
import type { Located } from '@core/place/locate';
import type { ToldCount } from '@core/place/told';
import { placeDesk, type Asking, type PlaceDesk, type PlacePiece } from './place-desk';

export type Desk = {
  readonly open: (piece: PlacePiece) => Promise<Asking[]>;
  readonly locate: (journal: number, answers: readonly Answer[]) => Promise<Located>;
  readonly counted: (panel: string, count: number, journal: number) => Promise<ToldCount | null>;
  readonly holes: (panel: string) => Promise<number[]>;
};
type Running = { readonly desk: Desk; readonly stop: () => void };

function onPage(): Running {
  const here = placeDesk();
  const desk: Desk = {
    open: async (piece) => here.open(piece),
    locate: async (journal, answers) => here.locate(journal, answers),
    counted: async (panel, count, journal) => here.counted(panel, count, journal),
    holes: async (panel) => here.holes(panel),
  };
  return { desk, stop: () => undefined };
}

function inWorker(failed: () => void): Running {
  const worker = new Worker(new URL('./place.worker.ts', import.meta.url), { type: 'module' });
  worker.addEventListener('error', failed);
  const there = wrap<PlaceDesk>(worker);
  const desk: Desk = {
    open: (piece) => there.open(piece),
    locate: (journal, answers) => there.locate(journal, answers),
    counted: async (panel, count, journal) => there.counted(panel, count, journal),
    holes: (panel) => there.holes(panel),
  };
  return { desk, stop: () => worker.terminate() };
}

/** A piece laid out: its questions by their keys, and who answers. */
export type Place = { readonly desk: Desk; readonly askings: ReadonlyMap<string, Asking> };

/** Null until the piece is laid out. The piece must be the same object as long as nothing of it has changed. */
export function usePlace(piece: PlacePiece): Place | null {
  const [broken, setBroken] = useState(false);
  const [laid, setLaid] = useState<{ of: PlacePiece; place: Place } | null>(null);
  useEffect(() => {
    let current = true;
    const { desk, stop } = broken ? onPage() : inWorker(() => current && setBroken(true));
    void desk.open(piece).then((askings) => {
      if (!current) return;
      setLaid({ of: piece, place: { desk, askings: new Map(askings.map((one) => [one.key, one])) } });
    });
    return () => {
      current = false;
      stop();
    };
  }, [piece, broken]);
  return laid?.of === piece ? laid.place : null;
}

type Ask<T> = (desk: Desk) => Promise<T>;

/**
 * What the desk says; null until it has. `ask` must be the same function as long as the same is asked. While a changed piece
 * is laid out the last answer to it stays, no longer `fresh`.
 */
export function useAsked<T>(place: Place | null, ask: Ask<T>): { answer: T | null; fresh: boolean } {
  const [said, setSaid] = useState<{ of: Ask<T>; place: Place; answer: T } | null>(null);
  useEffect(() => {
    if (!place) return;
    let current = true;
    void ask(place.desk).then((answer) => {
      if (current) setSaid({ of: ask, place, answer });
    });
    return () => {
      current = false;
    };
  }, [place, ask]);
  const same = said?.of === ask;
  return { answer: same ? said.answer : null, fresh: same && said.place === place };
}
