/**
 * Where every stitch of a crossing is after each move: what the little drawing shows, and what resuming in mid-crossing
 * goes by. A needle's stitches are listed from its tip.
 */
import { never } from '../result';
import type { Depth, Hold } from '../stitch/types';
import type { Run } from '../stitch/runs';
import { yarnFor, type CrossingStep } from './steps';
import type { Holder, Move } from './technique';

export type Group = 'held' | 'centre' | 'then';
export type Loop = { readonly id: number; readonly group: Group; readonly worked: boolean };
export type Frame = {
  readonly feeding: readonly Loop[];
  readonly taking: readonly Loop[];
  /** Where the yarn is, as she sees it. */
  readonly yarn: Hold;
  /** Groups that wait on something else, or hang free. */
  readonly waiting: readonly {
    readonly on: Holder;
    readonly where: Depth | Hold;
    readonly loops: readonly Loop[];
  }[];
};

/** Before the first move: the near group at the tip, then the centre, then the far group. */
export function firstFrame({ heldCount, thenCount, centre, then, yarn }: CrossingStep): Frame {
  const groups: Group[] = [
    ...Array.from({ length: heldCount }, () => 'held' as const),
    ...Array.from({ length: centre?.count ?? 0 }, () => 'centre' as const),
    ...Array.from({ length: thenCount }, () => 'then' as const),
  ];
  return {
    feeding: groups.map((group, id) => ({ id, group, worked: false })),
    taking: [],
    waiting: [],
    yarn: yarn ?? yarnFor((then[0] as Run).stitch),
  };
}

const worked = (loops: readonly Loop[]) => loops.map((loop) => ({ ...loop, worked: true }));

/** Worked one by one, the last of them ends at the taking needle's tip. */
const onto = (taking: readonly Loop[], loops: readonly Loop[]) => [...loops.toReversed(), ...taking];

type Waiting = Frame['waiting'];

/** The first `count` loops that wait on a holder, and what still waits. */
function takeFrom(waiting: Waiting, on: Holder, count: number): [readonly Loop[], Waiting] {
  const at = waiting.findLastIndex((one) => one.on === on);
  const here = waiting[at];
  if (!here) return [[], waiting];
  const left = here.loops.slice(count);
  const rest = waiting.flatMap((one, i) => (i !== at ? [one] : left.length > 0 ? [{ ...one, loops: left }] : [])); // prettier-ignore
  return [here.loops.slice(0, count), rest];
}

export function after(frame: Frame, move: Move): Frame {
  const { feeding, taking, waiting } = frame;
  switch (move.do) {
    case 'yarn':
      return { ...frame, yarn: move.to };
    case 'hold':
      return {
        ...frame,
        feeding: feeding.slice(move.count),
        waiting: [...waiting, { on: move.on, where: move.where, loops: feeding.slice(0, move.count) }],
      };
    case 'work': {
      const { count } = move.run;
      if (move.from === 'feeding') {
        const loops = feeding.slice(0, count);
        return { ...frame, feeding: feeding.slice(count), taking: onto(taking, worked(loops)) };
      }
      const [loops, rest] = takeFrom(waiting, move.from, count);
      return { ...frame, waiting: rest, taking: onto(taking, worked(loops)) };
    }
    case 'putBack': {
      const [loops, rest] = takeFrom(waiting, move.from, move.count);
      return { ...frame, waiting: rest, feeding: [...loops, ...feeding] };
    }
    case 'takeFar': {
      const near = feeding.slice(0, move.free);
      const far = feeding.slice(move.free, move.free + move.count);
      return {
        yarn: frame.yarn,
        feeding: feeding.slice(move.free + move.count),
        taking: onto(taking, far),
        waiting: [...waiting, { on: 'air', where: move.passing === 'front' ? 'back' : 'front', loops: near }],
      };
    }
    case 'catchNear': {
      const [loops, rest] = takeFrom(waiting, 'air', move.count);
      return { ...frame, waiting: rest, feeding: [...loops, ...feeding] };
    }
    case 'putFarBack':
      return {
        ...frame,
        taking: taking.slice(move.count),
        feeding: [...taking.slice(0, move.count).toReversed(), ...feeding],
      };
    case 'slip':
      return {
        ...frame,
        feeding: feeding.slice(move.count),
        taking: onto(taking, feeding.slice(0, move.count)),
      };
    case 'reachBack':
      return frame;
    case 'slideOut': {
      const fresh = taking.slice(0, move.worked);
      const near = taking.slice(move.worked, move.worked + move.waiting);
      return {
        ...frame,
        feeding: [...near.toReversed(), ...feeding],
        taking: [...fresh, ...taking.slice(move.worked + move.waiting)],
      };
    }
    case 'workSecond': {
      const [first, second, ...rest] = feeding;
      if (!first || !second) return frame;
      return { ...frame, feeding: [first, ...worked([second]), ...rest] };
    }
    case 'workFirst':
      return { ...frame, feeding: [...worked(feeding.slice(0, 1)), ...feeding.slice(1)] };
    case 'dropBoth': {
      const [first, second, ...rest] = feeding;
      if (!first || !second) return frame;
      return { ...frame, feeding: rest, taking: onto(taking, [second, first]) };
    }
    default:
      return never(move);
  }
}

/** One frame before the first move, and one after each. */
export function framesOf(step: CrossingStep, moves: readonly Move[]): Frame[] {
  const frames = [firstFrame(step)];
  for (const move of moves) frames.push(after(frames[frames.length - 1] as Frame, move));
  return frames;
}
