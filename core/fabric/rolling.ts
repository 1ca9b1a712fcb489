/**
 * Fabric followed upwards row by row, as it is knitted: every row is laid out once, whatever passes by. Going back down a
 * little costs nothing either; a change of width, or a jump, begins anew.
 */
import type { WorkRow } from '../piece/work-row';
import type { Side } from '../stitch/types';
import { Fabric, ROWS_ABOVE, type RowShapes } from './layout';
import { panelFrames } from './nodes';
import { ROW_HEIGHT, type Edge, type PanelBand } from './shapes';

/** So many rows below those that are shown are kept, for going back; and so many more before any are forgotten. */
const KEPT_BELOW = 12;
const SLACK = 12;

export type Rolled = {
  readonly width: number;
  readonly height: number;
  readonly firstRow: number;
  readonly lastRow: number;
  /** The same object for the same row, as long as nothing has changed it. */
  readonly rows: readonly RowShapes[];
  readonly edgeOf: (row: number) => Edge;
  readonly bands: readonly PanelBand[];
  readonly xOf: (row: number, column: number) => number;
  /** Height of a row's top above the foot of the first row shown. */
  readonly yOf: (row: number) => number;
};

export class RollingFabric {
  private fabric: Fabric | null = null;
  private key = '';
  private lowest = 0;
  private top = 0;
  private shownFirst = 1;
  private shownLast = 0;
  private readonly shapes = new Map<number, RowShapes>();
  private readonly known = new Map<number, WorkRow>();

  /**
   * @param rowAt a piece row as it is on the fabric, or will be; always the same for the same number
   * @param last the piece's last row
   */
  constructor(
    private readonly rowAt: (row: number) => WorkRow,
    private readonly last: number,
    private readonly face: Side,
  ) {}

  private row(n: number): WorkRow {
    const row = this.known.get(n) ?? this.rowAt(n);
    this.known.set(n, row);
    return row;
  }

  private rowsBetween = (first: number, last: number) =>
    Array.from({ length: last - first + 1 }, (_, i) => this.row(first + i));

  private begin(frames: ReturnType<typeof panelFrames>, first: number) {
    this.lowest = Math.max(1, first - KEPT_BELOW);
    this.fabric = new Fabric(frames, this.face, 0);
    this.key = frames.key;
    this.top = this.lowest - 1;
    this.shapes.clear();
  }

  private forget(below: number) {
    if (below - this.lowest < SLACK) return;
    this.fabric?.forgetBelow(below);
    this.lowest = below;
    for (const map of [this.shapes, this.known])
      for (const row of map.keys()) if (row < below) map.delete(row);
  }

  /** Rows `first` to `last`, both shown; the panels are those of the row in hand, whatever comes after it. */
  show(first: number, last: number, inHand = last): Rolled {
    const reach = Math.min(this.last, last + ROWS_ABOVE);
    const frames = panelFrames(this.rowsBetween(first, reach));
    if (!this.fabric || frames.key !== this.key || first < this.lowest || first > this.top + 1)
      this.begin(frames, first);
    [this.shownFirst, this.shownLast] = [first, last];
    const fabric = this.fabric as Fabric;
    for (; this.top < reach; this.top += 1) fabric.add(this.row(this.top + 1));
    const rows = this.rowsBetween(first, last).map((row) => {
      const shapes = this.shapes.get(row.row) ?? fabric.shapesOf(row);
      this.shapes.set(row.row, shapes);
      return shapes;
    });
    const shown = {
      width: fabric.total,
      height: (last - first + 1) * ROW_HEIGHT,
      firstRow: first,
      lastRow: last,
      rows,
      edgeOf: (row: number) => fabric.edgeOf(row),
      bands: fabric.bandsOf(this.row(inHand)),
      xOf: fabric.xOf,
      yOf: (row: number) => (row - first + 1) * ROW_HEIGHT,
    };
    this.forget(first - KEPT_BELOW);
    return shown;
  }

  /** Lays out the row that will be shown next, while nobody waits for it; null where there is none or it would change the rest. */
  prepare(): RowShapes | null {
    const [fabric, next] = [this.fabric, this.shownLast + 1];
    if (!fabric || next > this.last) return null;
    const known = this.shapes.get(next);
    if (known) return known;
    const reach = Math.min(this.last, next + ROWS_ABOVE);
    if (panelFrames(this.rowsBetween(this.shownFirst + 1, reach)).key !== this.key) return null;
    for (; this.top < reach; this.top += 1) fabric.add(this.row(this.top + 1));
    const shapes = fabric.shapesOf(this.row(next));
    this.shapes.set(next, shapes);
    return shapes;
  }
}
