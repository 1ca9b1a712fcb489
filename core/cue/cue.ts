/** The row in hand for one knitter: panels and steps in the order she meets them, in her words and for her hand. */
import { facesAfter } from '../piece/faces';
import { roundStart, type RoundStart } from '../piece/marker';
import { charted, workingOf, type Worksheet } from '../piece/worksheet';
import type { PanelRow, WorkRow } from '../piece/work-row';
import type { LaidCell } from '../chart/laid';
import type { Face, Hand } from '../stitch/types';
import type { Working } from '../stitch/working';
import { stepsOf, type Step } from './steps';

export type PanelCue = {
  readonly panel: PanelRow['panel'];
  readonly name: PanelRow['name'];
  readonly steps: readonly Step[];
  readonly crosses: boolean;
  /** Every stitch is worked as it presents itself: knit the knits, purl the purls. */
  readonly asPresented: boolean;
  /** The steps that are not, for the one-line cue. */
  readonly exceptions: readonly Step[];
};
export type RowCue = {
  readonly row: WorkRow;
  readonly working: Working;
  /** In working order. */
  readonly panels: readonly PanelCue[];
  readonly marker: RoundStart;
  /** True when "as the stitches present themselves, except ..." says the row in fewer words. */
  readonly presented: boolean;
};

const presents = (at: LaidCell, faces: readonly Face[]) =>
  at.cell.kind === 'stitch' && at.cell.stitch === faces[at.taken % Math.max(1, faces.length)];

/** A ring's cells from where the round begins; a line's as they are. */
function fromStart(row: WorkRow, panel: PanelRow, start: number): readonly LaidCell[] {
  if (start === 0 && panel.cells[0]?.taken === panel.firstTaken) return panel.cells;
  const at = panel.cells.findIndex((cell) => cell.taken % row.laid.takes === start);
  return at <= 0 ? panel.cells : [...panel.cells.slice(at), ...panel.cells.slice(0, at)];
}

function panelCue(
  row: WorkRow,
  panel: PanelRow,
  working: Working,
  hand: Hand,
  faces: readonly Face[],
  start: number,
): PanelCue {
  const cells = fromStart(row, panel, start);
  const odd = cells.filter((at) => at.cell.kind !== 'noStitch' && !presents(at, faces));
  return {
    panel: panel.panel,
    name: panel.name,
    steps: stepsOf(row.laid, cells, working, hand),
    crosses: cells.some(({ cell }) => cell.kind === 'crossing'),
    asPresented: faces.length > 0 && odd.length === 0,
    exceptions: stepsOf(row.laid, odd, working, hand),
  };
}

/** Cues a piece row. Throws a RangeError outside the piece. */
export function cueFor(sheet: Worksheet, pieceRow: number, hand: Hand): RowCue {
  const row = charted(sheet, pieceRow);
  const working = workingOf(sheet.plan, pieceRow, hand);
  const faces = pieceRow > 1 ? facesAfter(sheet, pieceRow - 1) : [];
  const marker = roundStart(sheet, pieceRow);
  const panels = row.panels.map((panel) => panelCue(row, panel, working, hand, faces, marker.start));
  const stitches = row.laid.cells.filter(({ cell }) => cell.kind === 'stitch').length;
  const exceptional = panels
    .flatMap((panel) => panel.exceptions.filter(({ kind }) => kind !== 'crossing'))
    .flatMap(({ columns }) => columns);
  return {
    row,
    working,
    panels: working.direction === 'rightToLeft' ? panels : panels.reverse(),
    marker,
    presented: faces.length > 0 && exceptional.length * 4 <= stitches,
  };
}
