/** The mirror image of cells, rows and charts: what lay at the right lies at the left, and every lean turns over. */
import { never } from '../result';
import { takesOf, type Row } from './row';
import type { Chart } from './chart';
import type { Cell, Decrease, Lean, Stitch } from '../stitch/types';

const turned = (lean: Lean): Lean => (lean === 'left' ? 'right' : 'left');
const turnedOf = (lean: Decrease['lean']): Decrease['lean'] => (lean === 'centre' ? lean : turned(lean));
const back = (group: readonly Stitch[]) => [...group].reverse();

export function mirrorCell(cell: Cell): Cell {
  switch (cell.kind) {
    case 'crossing': {
      const centre = cell.centre && { centre: { ...cell.centre, stitches: back(cell.centre.stitches) } };
      return { ...cell, lean: turned(cell.lean), over: back(cell.over), under: back(cell.under), ...centre };
    }
    case 'increase':
      return cell.how === 'make' ? { ...cell, lean: turned(cell.lean) } : cell;
    case 'decrease':
      return { ...cell, lean: turnedOf(cell.lean) };
    case 'stitch':
    case 'bobble':
    case 'bindOff':
    case 'noStitch':
      return cell;
    default:
      return never(cell);
  }
}

const mirrorCells = (cells: readonly Cell[]) => cells.map(mirrorCell).reverse();

function mirrorRow(row: Row): Row {
  const repeat = mirrorCells(row.repeat);
  if (row.kind === 'line')
    return { ...row, before: mirrorCells(row.after), repeat, after: mirrorCells(row.before) };
  const width = takesOf(row.repeat);
  return { kind: 'ring', repeat, phase: width > 0 ? (width - (row.phase % width)) % width : 0 };
}

export const mirrorChart = (chart: Chart): Chart => ({
  ...chart,
  setUp: chart.setUp.map(mirrorRow),
  rows: chart.rows.map(mirrorRow),
});
