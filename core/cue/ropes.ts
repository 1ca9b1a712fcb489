/** Which of a panel's ropes cross in a row. Ropes are crossings that stay over the same stitches row after row. */
import { expandRow, givesForm, sameForm, takesForm } from '../chart/row';
import { layRow } from '../chart/laid';
import type { Chart } from '../chart/chart';
import { takes } from '../stitch/cells';
import type { PanelCue, RowCue } from './cue';
import type { Ropes } from './telling';

type Span = readonly [from: number, to: number];

/** Fewer ropes than these are found without counting. */
const LEAST = 3;

const known = new WeakMap<Chart, Map<number, readonly Span[] | null>>();

/** Stretches of stitches that cross in any row, from the right; null where strands travel or stitches come and go. */
function ropesIn(chart: Chart, repeats: number): readonly Span[] | null {
  const ofChart = known.get(chart) ?? new Map<number, readonly Span[] | null>();
  known.set(chart, ofChart);
  if (!ofChart.has(repeats)) ofChart.set(repeats, findRopes(chart, repeats));
  return ofChart.get(repeats) ?? null;
}

function findRopes({ rows }: Chart, repeats: number): readonly Span[] | null {
  const form = rows[0] && takesForm(rows[0]);
  const found = new Map<number, number>();
  for (const row of rows) {
    if (row.kind === 'ring' || !form || !sameForm(takesForm(row), form) || !sameForm(givesForm(row), form))
      return null;
    for (const { cell, taken, given } of layRow(expandRow(row, repeats)).cells) {
      if (cell.kind !== 'crossing') continue;
      const to = taken + takes(cell);
      if (taken !== given || (found.has(taken) && found.get(taken) !== to)) return null;
      found.set(taken, to);
    }
  }
  const ropes = [...found].sort(([a], [b]) => a - b);
  const apart = ropes.every(([from], i) => i === 0 || from >= (ropes[i - 1] as Span)[1]);
  return apart ? ropes : null;
}

function which(crossing: readonly number[]): Ropes['which'] {
  const [from = 1, second = 2] = crossing;
  const every = second - from;
  return crossing.length > 2 && crossing.every((rope, i) => rope === from + i * every)
    ? { kind: 'every', every, from }
    : { kind: 'list', ropes: crossing };
}

/** Null where all ropes cross, where there are few, or where they are no ropes. */
export function ropesOf(cue: RowCue, { panel, acts, crosses }: PanelCue): Ropes | null {
  const laid = cue.row.panels.find((one) => one.panel.id === panel.id);
  if (!crosses || !laid || laid.gaps || laid.takes !== laid.gives || cue.marker.start !== 0) return null;
  const ropes = ropesIn(laid.chart, panel.repeats);
  if (!ropes || ropes.length < LEAST || ropes[ropes.length - 1]![1] > laid.takes) return null;
  if (cue.row.acts.length > 0 || cue.row.cut.length > 0) return null;
  const starts = new Set(
    acts.flatMap(({ at }) => (at.cell.kind === 'crossing' ? [at.taken - laid.firstTaken] : [])),
  );
  const order = cue.working.direction === 'rightToLeft' ? ropes : ropes.toReversed();
  const crossing = order.flatMap(([from], i) => (starts.has(from) ? [i + 1] : []));
  if (crossing.length !== starts.size || crossing.length === ropes.length) return null;
  const told = which(crossing);
  // "Every second from the first" must leave no rope at the end that it would take in as well.
  const more =
    told.kind === 'every' && (crossing[crossing.length - 1] as number) + told.every <= ropes.length;
  return { of: ropes.length, which: more ? { kind: 'list', ropes: crossing } : told };
}
