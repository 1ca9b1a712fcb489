/** Where the work rests when it is put down: what a knitter must know to go on with the right stitch. */
import type { Side } from '../stitch/types';
import type { Working } from '../stitch/working';
import { framesOf, type Frame } from './frames';
import type { Pointer, Stop } from './pointer';
import type { CrossingStep } from './steps';
import { movesOf, type Move, type Way } from './technique';

export type Resting = {
  readonly side: Side;
  readonly direction: Working['direction'];
  /** Stitches of the row worked, and all that it takes. */
  readonly worked: number;
  readonly takes: number;
  /** The yarn hangs from the last stitch worked; before the first one, from the needle that holds them all. */
  readonly yarn: 'taking' | 'feeding';
  readonly last: Stop | null;
  readonly next: Stop | null;
  /** In the midst of a crossing: the move last made and the one to make, and what waits where. */
  readonly within: {
    readonly done: Move | null;
    readonly next: Move | null;
    readonly waiting: Frame['waiting'];
  } | null;
};

const workedIn = ({ taking, feeding }: Frame) => [...taking, ...feeding].filter((loop) => loop.worked).length;

function inside(stop: Stop | null, part: number, wayOf: (step: CrossingStep) => Way) {
  if (!stop || stop.step.kind !== 'crossing' || part === 0) return null;
  const moves = movesOf(stop.step, wayOf(stop.step));
  const frame = framesOf(stop.step, moves)[Math.min(part, moves.length)] as Frame;
  return { moves, frame };
}

export function restingAt(
  stops: readonly Stop[],
  { stop, part }: Pointer,
  working: Working,
  wayOf: (step: CrossingStep) => Way,
): Resting {
  const next = stops[stop] ?? null;
  const last = stops[stop - 1] ?? null;
  const takes = stops.reduce((sum, one) => sum + one.takes, 0);
  const mid = inside(next, part, wayOf);
  const worked = (next ? next.before : takes) + (mid ? workedIn(mid.frame) : 0);
  return {
    side: working.side,
    direction: working.direction,
    worked,
    takes,
    yarn: worked > 0 ? 'taking' : 'feeding',
    last,
    next,
    within: mid && {
      done: mid.moves[part - 1] ?? null,
      next: mid.moves[part] ?? null,
      waiting: mid.frame.waiting,
    },
  };
}
