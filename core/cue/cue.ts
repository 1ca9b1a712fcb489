/** The row in hand for one knitter: panels and steps in the order she meets them, in her words and for her hand. */
import { modulo } from '../indices';
import type { Row } from '../chart/row';
import type { LaidCell } from '../chart/laid';
import { facesAfter } from '../piece/faces';
import { roundStart, type RoundStart } from '../piece/marker';
import { charted, workingOf, type Worksheet } from '../piece/worksheet';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { isSlip, otherFace } from '../stitch/looks';
import type { Face, Hand } from '../stitch/types';
import type { Working } from '../stitch/working';
import { actsOf, mergeActs, withYarn, type Act, type Step } from './steps';

/** The designer's repeat among the acts of a panel: `head` acts, then `unit` acts so many times. */
export type Repeats = { readonly head: number; readonly unit: number; readonly times: number };
export type PanelCue = {
  readonly panel: PanelRow['panel'];
  readonly name: PanelRow['name'];
  readonly acts: readonly Act[];
  readonly steps: readonly Step[];
  readonly crosses: boolean;
  readonly repeats: Repeats | null;
  /** A round that begins inside a panel comes back to it: its other stitches are worked at the round's end. */
  readonly rest: boolean;
};
export type RowCue = {
  readonly row: WorkRow;
  readonly working: Working;
  /** In working order. */
  readonly panels: readonly PanelCue[];
  readonly marker: RoundStart;
  /** Work that is turned or goes to and fro begins and ends at an edge; a round has none. */
  readonly round: boolean;
  /** What the stitches on the needle show her, by column of the row below; null where that is not known (the cast-on). */
  readonly faces: readonly Face[] | null;
};

type Owned = { readonly panel: PanelRow; readonly cell: LaidCell };

/** The cells of a row in working order, with their panels; a round's from where it begins. */
function inOrder({ panels, laid }: WorkRow, { direction }: Working, start: number): Owned[] {
  const all: Owned[] = [];
  for (const panel of panels) for (const cell of panel.cells) all.push({ panel, cell });
  const at =
    start === 0 && all[0]?.cell.taken === 0
      ? 0
      : all.findIndex(({ cell }) => modulo(cell.taken, Math.max(1, laid.takes)) === start);
  const from = at > 0 ? [...all.slice(at), ...all.slice(0, at)] : all;
  return direction === 'rightToLeft' ? from : from.reverse();
}

/** Stretches of cells of one panel; a panel is met twice where the round begins inside it. */
function byPanel(cells: readonly Owned[]): Owned[][] {
  const groups: Owned[][] = [];
  for (const owned of cells) {
    const last = groups[groups.length - 1];
    if (last?.[0]?.panel === owned.panel) last.push(owned);
    else groups.push([owned]);
  }
  return groups;
}

const worked = (cells: Row['repeat']) => cells.filter(({ kind }) => kind !== 'noStitch').length;

/** The cell that a chart's row has at an index, its repeats written out. */
const cellOf = (row: Row, times: number, i: number) => {
  const before = row.kind === 'line' ? row.before.length : 0;
  const end = before + row.repeat.length * times;
  if (i >= before && i < end) return row.repeat[(i - before) % row.repeat.length];
  return row.kind === 'line' ? (i < before ? row.before[i] : row.after[i - end]) : undefined;
};

/** Where the row is its chart's row unchanged, whole or turned about: the designer's repeat. */
function repeatsOf(panel: PanelRow, cells: readonly Owned[], { direction }: Working): Repeats | null {
  const { kind, number } = panel.name;
  const row = kind === 'row' ? panel.chart.rows[number - 1] : panel.chart.setUp[number - 1];
  if (!row) return null;
  const { repeats } = panel.panel;
  const times = row.kind === 'ring' ? repeats : repeats - row.fewer;
  const edges = row.kind === 'line' ? row.before.length + row.after.length : 0;
  const all = edges + row.repeat.length * times;
  if (times < 2 || cells.length !== all || panel.cells.length !== all) return null;
  if (panel.cells.some(({ cell }, i) => cell !== cellOf(row, times, i))) return null;
  const unit = worked(row.repeat);
  if (row.kind === 'ring') return { head: 0, unit, times };
  const before = direction === 'rightToLeft' ? row.before : row.after;
  return { head: worked(before), unit, times };
}

const isBindOff = ({ step }: Act) => step.kind === 'special' && step.cell.kind === 'bindOff';
const isWorked = ({ step }: Act) => step.kind === 'run' && !isSlip(step.run.stitch);

/** How each bind-off ends: with the yarn cut at the end of a row, over an unworked stitch before what wants it so. */
function boundOff(acts: readonly Act[], round: boolean): Act[] {
  if (!acts.some(isBindOff)) return [...acts];
  const kept = acts.findLastIndex((act) => !isBindOff(act));
  return acts.map((act, i) => {
    if (act.step.kind !== 'special' || !isBindOff(act) || kept < 0) return act;
    if (i > kept)
      return round ? act : { ...act, key: `${act.key} cut`, step: { ...act.step, cutsYarn: true } };
    const after = acts.slice(i).find((one) => !isBindOff(one));
    if (!after || isWorked(after)) return act;
    return { ...act, key: `${act.key} over`, step: { ...act.step, overUnworked: true } };
  });
}

/** Cues a piece row. Throws a RangeError outside the piece. */
export function cueFor(sheet: Worksheet, pieceRow: number, hand: Hand): RowCue {
  const row = charted(sheet, pieceRow);
  const working = workingOf(sheet.plan, pieceRow, hand);
  const round = sheet.plan.construction === 'round';
  const marker = roundStart(sheet, pieceRow, working.direction);
  const groups = byPanel(inOrder(row, working, marker.start));
  const each = groups.map((owned) =>
    actsOf(
      row.laid,
      owned.map(({ cell }) => cell),
      working,
    ),
  );
  const all = withYarn(each.flat());
  const acts = boundOff(all, round);
  let from = 0;
  const seen = new Set<PanelRow>();
  const panels = groups.map((owned, i): PanelCue => {
    const { panel } = owned[0] as Owned;
    const own = acts.slice(from, (from += (each[i] as Act[]).length));
    const rest = seen.has(panel);
    seen.add(panel);
    return {
      panel: panel.panel,
      name: panel.name,
      acts: own,
      steps: mergeActs(own),
      crosses: own.some(({ step }) => step.kind === 'crossing'),
      repeats: repeatsOf(panel, owned, working),
      rest,
    };
  });
  const faces = pieceRow > 1 ? facesAfter(sheet, pieceRow - 1) : null;
  const seenByHer = working.side === 'RS' ? faces : (faces?.map(otherFace) ?? null);
  return { row, working, panels, marker, round, faces: seenByHer };
}
