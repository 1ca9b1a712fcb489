/** A feature that is given up: the crossings that were turned about on purpose meanwhile are odd ones from then on. */
import type { Feature } from '../piece/feature';
import { meant, worksheet, type Facts, type Worksheet } from '../piece/worksheet';
import { crossingIn } from './plan';
import type { Crossing } from '../stitch/types';

export type TurnedAbout = {
  readonly row: number;
  readonly panel: string;
  readonly wale: number;
  /** As the chart has it, and as it lies. */
  readonly charted: Crossing;
  readonly made: Crossing;
};

/**
 * Crossings of rows 1 to `done` that were made another way because of some features.
 * @param sheet with the features; `facts` are those it was made of
 */
export function turnedAbout(
  sheet: Worksheet,
  facts: Facts,
  features: readonly Feature[],
  done: number,
): TurnedAbout[] {
  const isEnded = (one: Feature) =>
    features.some(({ panel, wale, like, from }) =>
      [one.panel === panel, one.wale === wale, one.like === like, one.from === from].every(Boolean),
    );
  const without = worksheet(sheet.plan, {
    ...facts,
    features: (facts.features ?? []).filter((one) => !isEnded(one)),
  });
  const first = Math.min(...features.map(({ from }) => from));
  const found: TurnedAbout[] = [];
  for (let row = first; row <= Math.min(done, sheet.rows); row += 1)
    for (const { panel, wale } of features) {
      const made = crossingIn(meant(sheet, row), panel, wale)?.cell;
      const plain = crossingIn(meant(without, row), panel, wale)?.cell;
      if (made && plain && made.lean !== plain.lean) found.push({ row, panel, wale, charted: plain, made });
    }
  return found;
}
