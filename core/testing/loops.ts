/** A needle that is kept by itself, beside the faces that the piece works out for a row. */
import type { RowCue } from '../cue/cue';
import type { Needle } from '../cue/perform';
import { modulo } from '../indices';
import { takes } from '../stitch/cells';
import { looksOfRow, otherFace } from '../stitch/looks';
import type { Cell, Face } from '../stitch/types';

/** Stitches on the needle as a test's own knitter has left them: what each shows the RS, from the right edge. */
export class Loops {
  private shows: (Face | null)[];

  constructor(stitches: number) {
    this.shows = Array<null>(stitches).fill(null);
  }

  /** In working order, panel by panel. */
  needle(cue: RowCue): Needle {
    const { working, marker, round, row } = cue;
    const seen = this.shows.map((face) => face && (working.side === 'RS' ? face : otherFace(face)));
    const all = this.shows.length;
    let at = marker.start;
    const next = () => {
      if (working.direction === 'rightToLeft') return seen[modulo(at++, all)] ?? null;
      return seen[modulo(--at, all)] ?? null;
    };
    if (!round) at = working.direction === 'rightToLeft' ? 0 : all;
    if (row.laid.takes !== all) throw new Error(`the row takes ${row.laid.takes} of ${all} stitches`);
    return {
      round,
      panels: cue.panels.map(({ panel, rest, acts }) => ({
        id: panel.id,
        rest,
        faces: Array.from({ length: acts.reduce((sum, act) => sum + takes(act.at.cell), 0) }, next),
      })),
    };
  }

  /** The row is worked: cells in working order from where it began. */
  work(cells: readonly Cell[], cue: RowCue) {
    const { working, marker, round } = cue;
    const inOrder = working.direction === 'rightToLeft' ? cells : [...cells].reverse();
    const start = round ? marker.start : 0;
    const turned = [...this.shows.slice(start), ...this.shows.slice(0, start)].map((face) => face ?? 'knit');
    const looks = looksOfRow(inOrder, turned);
    const [first] =
      inOrder.length > 0
        ? cue.row.laid.cells.filter(({ taken }) => modulo(taken, cue.row.laid.takes) === start)
        : [];
    const from = modulo(first?.given ?? 0, looks.length);
    this.shows = looks.map((_, column) => looks[modulo(column - from, looks.length)] ?? 'knit');
  }
}
