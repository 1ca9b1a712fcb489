/** Parts that come over and over, folded: a head, a group so many times, a tail. */
import type { Act } from './steps';
import type { Rule, Slips } from './telling';

/** A part still to be written out: alike acts as one step, a stretch with a plain count, a group. */
export type Draft =
  | { readonly kind: 'step'; readonly acts: readonly Act[] }
  | { readonly kind: 'stretch'; readonly rule: Rule; readonly count: number; readonly slips: Slips | null }
  | { readonly kind: 'group'; readonly parts: readonly Draft[]; readonly times: number };

export const isCrossing = ({ acts }: Extract<Draft, { kind: 'step' }>) => acts[0]?.step.kind === 'crossing';

/** Equal for parts that are done alike, in whatever columns; where the yarn comes from does not count. */
function keyOf(part: Draft): string {
  if (part.kind === 'step') return `${part.acts[0]?.key} ${part.acts.length}`;
  if (part.kind === 'group') return `[${part.parts.map(keyOf).join()}]${part.times}`;
  return `${part.rule}${part.count}${part.slips ? JSON.stringify(part.slips) : ''}`;
}

const LONGEST_HEAD = 6;
const LONGEST_UNIT = 16;
/** Fewer parts than these are not made fewer by a group. */
const LEAST = 3;

type Folding = { readonly head: number; readonly length: number; readonly times: number };

function bestFolding(keys: readonly string[]): Folding | null {
  const all = keys.length;
  let best: Folding | null = null;
  let cost = all;
  for (let head = 0; head <= Math.min(LONGEST_HEAD, all - 2); head += 1)
    for (let length = 1; length <= LONGEST_UNIT && head + 2 * length <= all; length += 1) {
      if (keys[head] !== keys[head + length]) continue;
      let same = 1;
      while (head + length + same < all && keys[head + same] === keys[head + length + same]) same += 1;
      const times = 1 + Math.floor(same / length);
      const here = length + (all - times * length) + 1;
      if (times < 2 || here >= cost) continue;
      cost = here;
      best = { head, length, times };
    }
  return best;
}

/** The folding with the fewest parts to read; null where nothing is gained. */
export function foldParts(parts: readonly Draft[]): Draft[] | null {
  if (parts.length < LEAST) return null;
  const best = bestFolding(parts.map(keyOf));
  if (!best) return null;
  const { head, length, times } = best;
  const end = head + times * length;
  // The last one stands for all: only the first may begin with the yarn elsewhere.
  const unit = parts.slice(end - length, end);
  return [...parts.slice(0, head), { kind: 'group', parts: unit, times }, ...parts.slice(end)];
}
