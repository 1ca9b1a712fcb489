/** Long rows of the same steps over and over, folded: head, unit x times, tail. */
import type { Step } from './steps';

export type Folded = {
  readonly head: readonly Step[];
  readonly unit: readonly Step[];
  readonly times: number;
  readonly tail: readonly Step[];
};

/** Steps are alike when the same is done, in whatever columns. */
const keyOf = (step: Step) => JSON.stringify({ ...step, columns: null });

const LONGEST_HEAD = 4;
const LONGEST_UNIT = 8;

/** The folding with the fewest steps to read; a row that does not repeat comes back as its own unit, once. */
export function foldSteps(steps: readonly Step[]): Folded {
  const keys = steps.map(keyOf);
  let best: Folded = { head: [], unit: steps, times: 1, tail: [] };
  let cost = steps.length;
  for (let head = 0; head <= Math.min(LONGEST_HEAD, steps.length); head += 1)
    for (let length = 1; length <= LONGEST_UNIT && head + 2 * length <= steps.length; length += 1) {
      let times = 1;
      while (keys.slice(head, head + length).every((key, i) => key === keys[head + times * length + i]))
        times += 1;
      const end = head + times * length;
      const here = head + length + (steps.length - end);
      if (times < 2 || here >= cost) continue;
      cost = here;
      best = {
        head: steps.slice(0, head),
        unit: steps.slice(head, head + length),
        times,
        tail: steps.slice(end),
      };
    }
  return best;
}
