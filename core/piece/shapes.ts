/** The shape of every section: which wales are on the needle in which row. */
import { countFor, givesForm, takesForm } from '../chart/row';
import type { Chart } from '../chart/chart';
import { plannedRows, type Plan, type PlanProblem, type Section } from './plan';
import { countLive, shapeOf, type Live, type PlacedAct, type SectionShape } from './shaping';
import { indexAt } from './spans';

/** Stitches that a panel has in every row; null if its rows differ. */
function steadyWidth(chart: Chart, repeats: number, withSetUp: boolean): number | null {
  const rows = [...(withSetUp ? chart.setUp : []), ...chart.rows];
  const counts = rows.flatMap((row) => [
    countFor(takesForm(row), repeats),
    countFor(givesForm(row), repeats),
  ]);
  return counts.every((count) => count === counts[0]) ? (counts[0] as number) : null;
}

const isShaped = (section: Section) =>
  (section.shaping?.length ?? 0) > 0 || section.keepsShape === true || section.starts !== undefined;

type Widths = { readonly width: number } | { readonly problem: PlanProblem };

function widthOf(plan: Plan, section: Section): Widths {
  let width = 0;
  for (const [index, { chart: key, repeats, start }] of section.panels.entries()) {
    const chart = plan.charts[key] as Chart;
    if (chart.rows[0]?.kind === 'ring') return { problem: { code: 'ring-cannot-be-shaped', panel: index } };
    const withSetUp = typeof start === 'object' && 'withSetUp' in start && start.withSetUp;
    const panel = steadyWidth(chart, repeats, withSetUp);
    if (panel === null) return { problem: { code: 'line-up-changes-width', panel: index } };
    width += panel;
  }
  return { width };
}

/** Wales that a section of so many rows leaves on the needle. */
const endOf = ({ start, steps }: SectionShape, rows: number): Live =>
  steps[indexAt(steps, rows)]?.live ?? start;

/** Stretches from the right, apart from each other, inside the line-up, and at least one stitch. */
const isSound = (live: Live, width: number) =>
  live.length > 0 &&
  live.every(([from, to], i) => Number.isInteger(from) && Number.isInteger(to) && from < to && from >= (live[i - 1]?.[1] ?? 0) && to <= width); // prettier-ignore

const lastRowIn = (plan: Plan, section: Section) =>
  'until' in section.length ? Infinity : plannedRows(plan, section) + (section.offset ?? 0);

/** Shapes by section, null where nothing is shaped; and what stands in their way. */
export function resolveShapes(plan: Plan) {
  const problems: PlanProblem[] = [];
  const shapes: (SectionShape | null)[] = [];
  plan.sections.forEach((section, s) => {
    shapes.push(null);
    if (!isShaped(section)) return;
    const found = widthOf(plan, section);
    if ('problem' in found) return void problems.push({ ...found.problem, section: s });
    const { width } = found;
    const before = section.keepsShape ? shapes[s - 1] : null;
    if (section.keepsShape && before?.width !== width)
      return void problems.push({ code: 'no-shape-to-keep', section: s });
    const { starts } = section;
    if (starts && !isSound(starts, width))
      return void problems.push({ code: 'starts-outside', width, section: s });
    const rows = section.brokenOff ? Infinity : lastRowIn(plan, section);
    const shape = shapeOf(
      section.shaping ?? [],
      width,
      rows,
      starts ?? (before ? endOf(before, lastRowIn(plan, plan.sections[s - 1] as Section)) : null),
    );
    if (shape.ok) shapes[s] = shape.value;
    else problems.push({ ...shape.error, section: s });
  });
  return { shapes, problems };
}

const NO_ACTS: readonly PlacedAct[] = [];

/** Wales on the needle before and after a row of the section, and what is shaped in it. O(log shaping rows). */
export function shapeIn(shape: SectionShape, sectionRow: number) {
  const index = indexAt(shape.steps, sectionRow);
  const step = shape.steps[index];
  const after = step?.live ?? shape.start;
  if (step?.from !== sectionRow) return { before: after, after, acts: NO_ACTS, step: index };
  return { before: shape.steps[index - 1]?.live ?? shape.start, after, acts: step.acts, step: index };
}

export const isFull = (live: Live, width: number) => countLive(live) === width;
