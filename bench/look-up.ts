/** A cold random row with its cue and its telling on a large piece, and whether its cost depends on the row's number. */
import { patternPosition, pieceRow } from '@core/indices';
import { cueFor } from '@core/cue/cue';
import { tellRow } from '@core/cue/tell';
import type { Shaping } from '@core/piece/shaping';
import type { Amendment } from '@core/piece/spans';
import { plannedRows, type Plan, type Section } from '@core/piece/plan';
import { castOnCount, checkPlan, worksheet, type Worksheet } from '@core/piece/worksheet';
import { SHELF } from '@core/shelf/data';
import { readRows } from '@core/notation/read';
import { atMost, equal, median, quantile, type Line } from './numbers';

const SECTIONS = 40;
const AMENDMENTS = 20;
const FRAME_MS = 16.7;
const SAMPLES = 3000;
const WARM_UP = 300;
const PASSES = 3;
/** All these charts come round in 48 rows. */
const CYCLE = 48;
const PANELS: readonly (readonly [key: string, repeats: number])[] = [
  ['slipped-chain', 1],
  ['rope-4', 4],
  ['rope-6', 3],
  ['honeycomb', 6],
  ['braid-3', 4],
  ['rope-pair', 3],
  ['rib-2-2', 10],
  ['stockinette', 30],
  ['slipped-chain', 1],
];
const WIDTH = 300;
/** Shaping rows of each kind at each edge of a section. */
const MOST_SHAPED = 30;

function chartOf(key: string) {
  const read = readRows(SHELF.find((entry) => entry.key === key)?.rows ?? '', key);
  if (!read.ok) throw new Error(`the shelf has no sound ${key}`);
  return read.value.chart;
}

/** Decreases at both edges, then as many increases, so that the next section finds all its stitches. */
function shapingFor(rows: number): Shaping[] {
  const times = Math.min(MOST_SHAPED, Math.floor(rows / 5));
  const decrease: Shaping['act'] = { kind: 'decrease', of: 2, lean: 'left', face: 'knit' };
  const increase: Shaping['act'] = { kind: 'increase', how: 'make', lean: 'left', face: 'knit' };
  return (['right', 'left'] as const).flatMap((edge) =>
    ([[decrease, 2], [increase, 2 + 2 * times]] as const).map(([act, first], i): Shaping => ({
      id: `${edge}-${i}`,
      place: { kind: 'edge', edge, inset: 1 },
      act,
      phases: [{ first, every: 2, times }],
    })),
  ); // prettier-ignore
}

/** Nine panels over 300 stitches in every section; stockinette makes up what the others leave. */
function planOf(rows: number, shaped: boolean): Plan {
  const charts = Object.fromEntries(PANELS.map(([key]) => [key, chartOf(key)]));
  const panelsFor = (filler: number) =>
    PANELS.map(([key, repeats], i) => ({
      id: `panel-${i}`,
      name: key,
      chart: key,
      repeats: key === 'stockinette' ? filler : repeats,
      start: { row: 1, withSetUp: false },
      edge: key === 'slipped-chain',
    }));
  const plan = (filler: number): Plan => ({
    construction: 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    charts,
    sections: Array.from({ length: SECTIONS }, (_, s) => ({
      id: `section-${s}`,
      name: `section ${s}`,
      length: { rows: rows / SECTIONS },
      ...(shaped && { shaping: shapingFor(rows / SECTIONS) }),
      panels: panelsFor(filler),
    })),
  });
  const others = castOnCount(worksheet(plan(1))) - 1;
  return plan(WIDTH - others);
}

/** Every other section begins with one panel set to another row. */
function amendmentsFor(plan: Plan): Amendment[] {
  const rows = plannedRows(plan, plan.sections[0] as Section);
  return Array.from({ length: AMENDMENTS }, (_, i) => {
    const from = pieceRow(2 * i * rows + 1);
    return {
      panel: `panel-${1 + (i % 5)}`,
      from,
      position: patternPosition(2),
      chartedFrom: from,
      madeFrom: from,
    };
  });
}

function sheetOf(rows: number, shaped: boolean): Worksheet {
  const plan = planOf(rows, shaped);
  const checked = checkPlan(plan);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error.slice(0, 3)));
  return worksheet(plan, { amendments: amendmentsFor(plan), deviations: [] });
}

/** A small generator of its own, so that two runs look at the same rows. */
function* randomNumbers(seed: number): Generator<number> {
  for (let state = seed; ;) {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0;
    yield state / 2 ** 32;
  }
}

/** Each row cold, the best of a few passes: the machine is shared, and what others take is not ours. */
function timed(sheet: Worksheet): number[] {
  const random = randomNumbers(7);
  const draw = () => 1 + Math.floor((random.next().value as number) * sheet.rows);
  const rows = Array.from({ length: WARM_UP + SAMPLES }, draw);
  const best = rows.map(() => Infinity);
  for (let pass = 0; pass < PASSES; pass += 1)
    rows.forEach((row, i) => {
      const from = performance.now();
      tellRow(cueFor(sheet, row, 'right'));
      best[i] = Math.min(best[i] as number, performance.now() - from);
    });
  return best.slice(WARM_UP);
}

/** Cells laid out for the cues of like rows: the same section, the same place in its repeats. */
function cellsVisited(small: Worksheet, large: Worksheet): [number, number] {
  const [short, long] = [small.rows / SECTIONS, large.rows / SECTIONS];
  const random = randomNumbers(11);
  const draw = (below: number) => Math.floor((random.next().value as number) * below);
  small.meter.cells = 0;
  large.meter.cells = 0;
  for (let i = 0; i < 500; i += 1) {
    const section = draw(SECTIONS);
    const row = 4 + draw(short - 4);
    const cycles = draw(Math.floor((long - short) / CYCLE));
    cueFor(small, section * short + row, 'right');
    cueFor(large, section * long + row + cycles * CYCLE, 'right');
  }
  return [small.meter.cells, large.meter.cells];
}

function linesFor(shaped: boolean): Line[] {
  const [small, large] = [sheetOf(600, shaped), sheetOf(60_000, shaped)];
  const times = [...timed(small), ...timed(large)];
  const how = shaped ? 'shaped at both edges, ' : '';
  const piece = `${how}${SECTIONS} sections, ${PANELS.length} panels, ${castOnCount(small)} stitches, ${AMENDMENTS} amendments`;
  return [
    atMost(
      `cold random row with its cue and its telling (${piece}), median share of a frame`,
      median(times) / FRAME_MS,
      0.06,
    ),
    atMost('the same, 99th percentile', quantile(times, 0.99) / FRAME_MS, 0.5),
    equal('cells visited for like rows at 600 and at 60,000 rows', ...cellsVisited(small, large)),
  ];
}

export const lookUp = (): Line[] => [...linesFor(false), ...linesFor(true)];
