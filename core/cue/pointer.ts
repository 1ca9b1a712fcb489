/**
 * A place inside the row in hand. Stops are the stitch groups in working order; a crossing has moves of its own, so that
 * the work can be put down in the midst of it.
 */
import type { RowCue } from './cue';
import type { Step } from './steps';

/** So many stops are worked, and of the next one so many moves. */
export type Pointer = { readonly stop: number; readonly part: number };
export const AT_START: Pointer = { stop: 0, part: 0 };

export type Stop = {
  readonly panel: { readonly id: string; readonly name: string };
  readonly step: Step;
  /** Stitches worked before it, and taken by it. */
  readonly before: number;
  readonly takes: number;
  /** A marker is passed before it: the panel that is entered. */
  readonly enters: string | null;
};

export function stopsOf(cue: RowCue): Stop[] {
  let before = 0;
  return cue.panels.flatMap(({ panel, steps }, p) =>
    steps.map((step, i): Stop => {
      const takes = step.columns.length;
      const stop = {
        panel,
        step,
        before,
        takes,
        enters: p > 0 && i === 0 ? panel.name : null,
      };
      before += takes;
      return stop;
    }),
  );
}

/** The pointer on a row that may have changed under it: another plan has fewer stops. */
export const within = (stops: readonly Stop[], { stop, part }: Pointer): Pointer =>
  stop > stops.length ? { stop: stops.length, part: 0 } : { stop, part };

export const atEnd = (stops: readonly Stop[], { stop }: Pointer) => stop >= stops.length;

export const forward = (stops: readonly Stop[], { stop }: Pointer): Pointer => ({
  stop: Math.min(stops.length, stop + 1),
  part: 0,
});
/** To the start of the stop in hand if some of it is done, else to the one before. */
export const backward = ({ stop, part }: Pointer): Pointer =>
  part > 0 ? { stop, part: 0 } : { stop: Math.max(0, stop - 1), part: 0 };

/** One move on inside a crossing of so many moves; after its last the next stop begins. */
export function partForward(stops: readonly Stop[], pointer: Pointer, moves: number): Pointer {
  const { stop, part } = pointer;
  return part + 1 >= moves ? forward(stops, pointer) : { stop, part: part + 1 };
}
export const partBackward = ({ stop, part }: Pointer): Pointer => ({ stop, part: Math.max(0, part - 1) });
