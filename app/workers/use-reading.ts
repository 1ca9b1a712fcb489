/** The reading of a text while it is typed: by a worker, the newest text only, and given up after a few seconds. */
import { useEffect, useRef, useState } from 'react';
import { wrap, type Remote } from 'comlink';
import type { Choices } from '@core/notation/choices';
import type { Family } from '@core/notation/names';
import type { Reading } from '~/patterns/reading';
import type { Reader } from './reader.worker';

const PAUSE = 120;
const MOST_MSECS = 8000;

type Running = { readonly worker: Worker; readonly reader: Remote<Reader> };

function start(): Running {
  const worker = new Worker(new URL('./reader.worker.ts', import.meta.url), { type: 'module' });
  return { worker, reader: wrap<Reader>(worker) };
}

export type LiveReading = {
  readonly reading: Reading | null;
  /** The text has changed since. */
  readonly stale: boolean;
  readonly tooSlow: boolean;
};

export function useReading(
  text: string,
  name: string,
  choices: Choices,
  family: Family,
  first: Reading | null,
): LiveReading {
  const running = useRef<Running | null>(null);
  const [known, setKnown] = useState({ text: first ? text : '', choices, reading: first, tooSlow: false });
  useEffect(() => () => running.current?.worker.terminate(), []);
  useEffect(() => {
    if (known.text === text && known.choices === choices) return;
    let current = true;
    const settle = (reading: Reading | null, tooSlow: boolean) => {
      if (current) setKnown({ text, choices, reading, tooSlow });
    };
    const late = { timer: 0 };
    const pause = window.setTimeout(() => {
      running.current ??= start();
      const { worker, reader } = running.current;
      late.timer = window.setTimeout(() => {
        worker.terminate();
        running.current = null;
        settle(null, true);
      }, MOST_MSECS);
      void reader.readText(text, name, choices, family).then((reading) => {
        window.clearTimeout(late.timer);
        settle(reading, false);
      });
    }, PAUSE);
    return () => {
      current = false;
      window.clearTimeout(pause);
      window.clearTimeout(late.timer);
    };
  }, [text, name, choices, family, known]);
  return {
    reading: known.reading,
    stale: known.text !== text || known.choices !== choices,
    tooSlow: known.tooSlow,
  };
}
