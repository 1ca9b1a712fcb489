/** "Knit the knits and purl the purls": a row derived from what the row below shows. */
import { isSlipped, looksOfRow } from '../stitch/looks';
import { stitch, type Cell, type Face } from '../stitch/types';
import { expandRow, givesForm, takesOf, type Row } from '../chart/row';
import { rowFromExpansions } from './infer';

/** Rows from the first set-up row on; null where a row is not known yet. */
type PartlyKnown = readonly (Row | null)[];

/** How the row is worked: its ends may be written out, the rest as it comes. */
export type Presented = {
  readonly slipPurls: boolean;
  readonly before: readonly Cell[];
  readonly after: readonly Cell[];
};
export const PLAINLY: Presented = { slipPurls: false, before: [], after: [] };

export const hasSlips = (cells: readonly Cell[]) =>
  cells.some(
    (cell) =>
      isSlipped(cell) ||
      (cell.kind === 'crossing' &&
        [...cell.over, ...cell.under, ...(cell.centre?.stitches ?? [])].some((s) => s.startsWith('slip'))),
  );

/**
 * The row that row `index` is worked onto the first time; -1 if there is none.
 * @param under the row under the first one: the last of its repeat, or -1 if rows are worked once before it
 */
export const rowBelow = (under: number, index: number): number => (index === 0 ? under : index - 1);

const presentedCell = (face: Face, slipPurls: boolean): Cell =>
  slipPurls && face === 'knit' ? stitch('slipBehind') : stitch(face);

/** Derives rows from those below; what is known once is kept. `rows` may be filled in while it is used. */
export class Presenter {
  private readonly known = new Map<string, Face[]>();

  constructor(
    private readonly rows: PartlyKnown,
    private readonly under: number,
  ) {}

  /**
   * Faces that a row leaves for n repeats, by column. Slipped stitches are followed downwards, round the repeat if
   * need be; null when they lead to an unknown row or never to a worked stitch.
   */
  private faces(index: number, n: number, depth = 0): Face[] | null {
    const key = `${index}:${n}`;
    const known = this.known.get(key);
    if (known) return known;
    const row = this.rows[index];
    if (!row || depth > this.rows.length) return null;
    const cells = expandRow(row, n);
    const under = rowBelow(this.under, index);
    const taken = hasSlips(cells) ? (under < 0 ? null : this.faces(under, n, depth + 1)) : [];
    if (!taken) return null;
    const found = row.kind === 'line' ? looksOfRow(cells, taken) : this.ringFaces(cells, taken, row.phase);
    this.known.set(key, found);
    return found;
  }

  private ringFaces(cells: readonly Cell[], taken: readonly Face[], phase: number): Face[] {
    const width = takesOf(cells);
    const turned = taken.map((_, i) => taken[(i + phase) % width] as Face);
    const looks = looksOfRow(cells, turned);
    return looks.map((_, i) => looks[(i - phase + looks.length * 2) % looks.length] as Face);
  }

  /**
   * The row worked above row `index` as the stitches present themselves. Seen from the WS a knit column is a purl:
   * with `slipPurls` that one is slipped with its float on the WS. Null if the row below does not settle it, or is
   * narrower than the ends that are written out.
   */
  above(index: number, { slipPurls, before, after }: Presented): Row | null {
    const lower = this.rows[index];
    if (!lower || this.faces(index, 3) === null) return null;
    const [right, left] = [takesOf(before), takesOf(after)];
    const cells = (n: number) => {
      const all = (this.faces(index, n) ?? []).map((face) => presentedCell(face, slipPurls));
      return [...before, ...all.slice(right, all.length - left), ...after];
    };
    if (lower.kind === 'ring') return right + left > 0 ? null : { kind: 'ring', repeat: cells(1), phase: 0 };
    const form = givesForm(lower);
    if (right + left > form.base + form.perRepeat) return null;
    if (right + left > form.base && right + left > 0) return this.whole(cells(1), form.base + form.perRepeat);
    return rowFromExpansions(cells, form.perRepeat);
  }

  /** Ends that reach into the only repeat: good for one repeat, which is then the whole row. */
  private whole(cells: readonly Cell[], width: number): Row | null {
    return takesOf(cells) === width ? { kind: 'line', before: [], repeat: cells, after: [], fewer: 0 } : null;
  }
}

/** A single row derived from complete ones; see {@link Presenter.above}. */
export const presentedRow = (rows: readonly Row[], under: number, index: number): Row | null =>
  new Presenter(rows, under).above(index, PLAINLY);
