/** What was measured and chosen for a piece must be measures; each problem names its field. */
import type { Making } from '../piece/making';
import { LIMITS } from '../piece/plan';
import { GAUGE_LIMITS, gaugeOf, type GaugeProblem } from './gauge';

export type MakingField =
  | 'needle'
  | 'needleLength'
  | 'ballGrams'
  | 'ballMetres'
  | 'ballCount'
  | 'target'
  | 'wantedStitches'
  | 'wantedRows'
  | 'panelWidth';
export type MakingProblem =
  | { readonly code: 'swatch'; readonly problem: GaugeProblem }
  | { readonly code: 'measure'; readonly field: MakingField; readonly most: number; readonly panel?: string };

const MOST: Readonly<Record<MakingField, number>> = {
  needle: 60,
  needleLength: 500,
  ballGrams: 5_000,
  ballMetres: 20_000,
  ballCount: 500,
  target: LIMITS.cm,
  wantedStitches: GAUGE_LIMITS.most,
  wantedRows: GAUGE_LIMITS.most,
  panelWidth: LIMITS.cm,
};

export function checkMaking({
  swatch,
  wanted,
  needle,
  ball,
  targetCm,
  panelWidths,
}: Making): MakingProblem[] {
  const problems: MakingProblem[] = [];
  const gauge = swatch && gaugeOf(swatch);
  if (gauge && !gauge.ok) problems.push({ code: 'swatch', problem: gauge.error });
  const check = (field: MakingField, value: number | null | undefined, panel?: string) => {
    if (value === null || value === undefined || (value > 0 && value <= MOST[field])) return;
    problems.push({ code: 'measure', field, most: MOST[field], ...(panel !== undefined && { panel }) });
  };
  check('needle', needle?.mm);
  check('needleLength', needle?.lengthCm);
  check('ballGrams', ball?.grams);
  check('ballMetres', ball?.metres);
  check('ballCount', ball?.count);
  check('target', targetCm);
  check('wantedStitches', wanted?.stitches);
  check('wantedRows', wanted?.rows);
  for (const [panel, cm] of Object.entries(panelWidths)) check('panelWidth', cm, panel);
  return problems;
}
