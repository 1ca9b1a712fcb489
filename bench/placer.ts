/** Runs in a page of the bench: how long a worker takes to answer, from the question to its arrival in the page. */
import { wrap } from 'comlink';
import type { Answer } from '@core/place/belief';
import type { PlaceDesk, PlacePiece } from '../app/workers/place-desk';

const RUNS = 5;
type Ask = { readonly journal: number; readonly answers: readonly Answer[] };

async function placeTimes(worker: string, piece: PlacePiece, asks: readonly Ask[]): Promise<number[]> {
  const url = URL.createObjectURL(new Blob([worker], { type: 'text/javascript' }));
  const desk = wrap<PlaceDesk>(new Worker(url));
  await desk.open(piece);
  const times: number[] = [];
  for (let run = 0; run < RUNS; run += 1)
    for (const { journal, answers } of asks) {
      const from = performance.now();
      await desk.locate(journal, answers);
      times.push(performance.now() - from);
    }
  return times;
}
Object.assign(window, { placeTimes });
