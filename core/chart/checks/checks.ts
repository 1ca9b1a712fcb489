/** All that a technical editor would look at in a sound chart. */
import type { Chart } from '../chart';
import { placeKey } from '../places';
import { alternationDoubts } from './alternation';
import type { ChartDoubt } from './doubt';
import { once, weave } from './fabric';
import { mirrorDoubts } from './mirror';
import { againDoubts, closingDoubts, endingDoubts, textureDoubts } from './texture';

/** Larger charts are not looked at: the checks are for what one mind can have drawn. */
const MOST_CELLS = 120_000;

export function chartDoubts(chart: Chart): ChartDoubt[] {
  const cells = [...chart.setUp, ...chart.rows].reduce((sum, row) => sum + row.repeat.length * 3, 0);
  if (cells > MOST_CELLS) return [];
  const woven = weave(chart);
  const doubts = [
    ...textureDoubts(woven),
    ...againDoubts(woven),
    ...alternationDoubts(woven),
    ...endingDoubts(woven),
    ...closingDoubts(woven),
    ...mirrorDoubts(chart),
  ];
  return once(doubts, ({ code, at }) => `${code} ${placeKey(at)}`);
}
