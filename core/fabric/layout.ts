/**
 * Lays out a stretch of rows as fabric. Every stitch hangs from the one it was pulled through; where a crossing
 * moves it sideways the slope is spread over the rows next to it, as yarn does.
 */
import { columnsGiven } from '../chart/laid';
import { gives } from '../stitch/cells';
import { stitchFromOtherSide } from '../stitch/looks';
import type { Lean, Side } from '../stitch/types';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import type { PanelRow, WorkRow } from '../piece/work-row';
import {
  footOf,
  nodesOf,
  panelFrames,
  placeColumn,
  settleLayers,
  smoothed,
  type Frame,
  type Look,
  type Node,
} from './nodes';
import {
  ROW_HEIGHT,
  type CrossingBox,
  type Edge,
  type Hole,
  type PanelBand,
  type Picture,
  type Shadow,
  type Shape,
} from './shapes';

const isSlip = (look: Look) => look === 'slipBehind' || look === 'slipBefore';

/** What one row adds to the picture; coordinates are those of its {@link Fabric}. */
export type RowShapes = {
  readonly row: number;
  /** Height of its foot. */
  readonly foot: number;
  readonly ground: readonly Shape[];
  readonly shadows: readonly Shadow[];
  readonly over: readonly Shape[];
  readonly holes: readonly Hole[];
  readonly crossings: readonly CrossingBox[];
};

/** Rows above a row that have a say in how its stitches lie: the one they grow into, and one for a slipped stitch. */
export const ROWS_ABOVE = 2;

/** Fabric that grows upwards row by row. Heights are counted from the foot of row `base` + 1. */
export class Fabric {
  private ground: Shape[] = [];
  private over: Shape[] = [];
  private shadows: Shadow[] = [];
  private holes: Hole[] = [];
  private crossings: CrossingBox[] = [];
  private readonly levels = new Map<number, Map<number, Node>>();
  private readonly rows = new Map<number, WorkRow>();
  private firstRow = 0;
  readonly total: number;

  constructor(
    private readonly frames: ReturnType<typeof panelFrames>,
    private readonly face: Side,
    private readonly base: number,
  ) {
    this.total = frames.total;
  }

  /** From units counted from the right edge (RS) to the view. */
  x = (fromRight: number) => (this.face === 'RS' ? this.total - fromRight : fromRight);
  y = (row: number) => (row - this.base) * ROW_HEIGHT;
  private top = (node: Node) => this.x(smoothed(node, this.total));

  /** The next row up; the first one hangs from stitches that are taken to be there. */
  add(row: WorkRow) {
    const frames = this.frames.framesOf(row);
    if (this.levels.size === 0) {
      this.firstRow = row.row;
      this.levels.set(row.row - 1, footOf(row, frames));
    }
    const below = this.levels.get(row.row - 1) as Map<number, Node>;
    const level = nodesOf(row, frames, below);
    this.levels.set(row.row, level);
    this.rows.set(row.row, row);
    settleLayers(level.values());
    settleLayers(below.values());
  }

  /** Forgets the rows below one; what hangs from them stays where it is. */
  forgetBelow(row: number) {
    for (const known of [...this.levels.keys()]) {
      if (known >= row) continue;
      this.levels.delete(known);
      this.rows.delete(known);
    }
    for (const node of this.levels.get(row)?.values() ?? []) node.parents.length = 0;
  }

  /** The shapes of a row; right once {@link ROWS_ABOVE} more rows have been added, or there are no more. */
  shapesOf(row: WorkRow): RowShapes {
    this.ground = [];
    this.over = [];
    this.shadows = [];
    this.holes = [];
    this.crossings = [];
    for (const node of (this.levels.get(row.row) as Map<number, Node>).values()) this.emit(node);
    const frames = this.frames.framesOf(row);
    for (const panel of row.panels)
      for (const at of crossingsOf(panel)) this.crossing(row, panel, at, frames);
    const { ground, over, shadows, holes, crossings } = this;
    return { row: row.row, foot: this.y(row.row - 1), ground, over, shadows, holes, crossings };
  }

  xOf = (row: number, column: number) => this.x(this.levels.get(row)?.get(column)?.at ?? 0);

  /** A slipped stitch is the stitch below, drawn up: the lowest of the column speaks for those above it. */
  private emit(node: Node) {
    const parent = node.parents[0];
    if (isSlip(node.look)) {
      this.float(node);
      if (parent && parent.row >= this.firstRow) return;
    }
    let top = node;
    while (top.child && isSlip(top.child.look)) top = top.child;
    const look =
      this.face === 'RS' || node.look === 'bobble' || node.look === 'eyelet'
        ? node.look
        : stitchFromOtherSide(node.look);
    const under = this.face === 'RS' ? 'over' : 'under';
    const layer = node.crossed
      ? node.crossed === under
        ? this.over
        : this.ground
      : node.layer === 'over' && this.face === 'RS'
        ? this.over
        : this.ground;
    const foot = this.top(parent ?? node);
    const overJoin = Math.abs(foot - this.top(node)) > this.total / 2;
    layer.push(this.shape(node, top, look, overJoin ? this.top(node) : foot));
  }

  private float(node: Node) {
    const towards = this.face === 'RS' ? 'slipBefore' : 'slipBehind';
    if (node.look === towards)
      this.over.push({
        kind: 'float',
        x: this.top(node),
        y: this.y(node.row) - ROW_HEIGHT / 2,
        width: node.width,
      });
  }

  private shape(node: Node, top: Node, look: Look, x0: number): Shape {
    const [y0, y1] = [this.y(node.row) - ROW_HEIGHT, this.y(top.row)];
    const [x1, width] = [this.top(top), node.width];
    if (look === 'bobble') return { kind: 'bobble', x: x1, y: (y0 + y1) / 2, radius: width * 0.55 };
    if (look === 'eyelet') return { kind: 'eyelet', x: x1, y: (y0 + y1) / 2, radius: width * 0.3 };
    if (look === 'purl' || look === 'purlTbl') return { kind: 'bump', x0, y0, x1, y1, width };
    return { kind: 'v', x0, y0, x1, y1, width, twisted: look === 'knitTbl', tall: top !== node };
  }

  private crossing(row: WorkRow, panel: PanelRow, at: CrossingAt, frames: readonly Frame[]) {
    const columns = columnsGiven(row.laid, at);
    const nodes = columns.flatMap((column) => this.levels.get(row.row)?.get(column) ?? []);
    const xs = columns.map((column) => placeColumn(row, frames, column, 'given'));
    const onTop = this.face === 'RS' ? 'over' : 'under';
    this.shadow(
      nodes.filter(({ crossed }) => crossed === onTop),
      panel.panel.id,
      at.cell.lean,
    );
    const y = this.y(row.row) - ROW_HEIGHT;
    const join = columns.findIndex((column, i) => i > 0 && column < (columns[i - 1] as number));
    const parts = join < 0 ? [xs] : [xs.slice(0, join), xs.slice(join)];
    for (const part of parts) {
      const x = Math.min(...part.map((item) => this.x(item.at) - item.width / 2));
      const width = part.reduce((sum, item) => sum + item.width, 0);
      this.crossings.push({
        row: row.row,
        panel: panel.panel.id,
        wale: waleOf(panel, at),
        at,
        x,
        y: y - ROW_HEIGHT / 2,
        width,
        height: ROW_HEIGHT * 2,
      });
    }
    const firstGroup = at.cell.lean === 'left' ? at.cell.over.length : at.cell.under.length;
    const below = xs[firstGroup - 1] as { at: number; width: number };
    if (gives(at.cell) > 2) this.holes.push({ x: this.x(below.at + below.width / 2), y });
  }

  /** A band around the strands on top, over the rows through which they slope; behind purls only its own row shows. */
  private shadow(nodes: readonly Node[], panel: string, lean: Lean) {
    if (nodes.length === 0) return;
    const steps = this.face === 'RS' ? [-1, 0, 1] : [-1, 0];
    const along = (pick: (xs: number[]) => number, out: number) =>
      steps.map((step): [number, number] => {
        const beside = (node: Node) => (step < 0 ? node.parents[0] : step > 0 ? node.child : null) ?? node;
        const tops = nodes.map((node) =>
          Math.abs(beside(node).at - node.at) > this.total / 2 ? node : beside(node),
        );
        const edge = pick(tops.map(this.top)) + out * ((nodes[0]?.width ?? 1) * 0.62);
        return [edge, this.y((nodes[0] as Node).row + step)];
      });
    const left = along((xs) => Math.min(...xs), -1);
    const right = along((xs) => Math.max(...xs), 1);
    this.shadows.push({ row: (nodes[0] as Node).row, panel, lean, points: [...left, ...right.reverse()] });
  }

  /** Where the fabric begins and ends at the top of a row. */
  edgeOf(row: number): Edge {
    const nodes = [...(this.levels.get(row)?.values() ?? [])];
    const sides = (out: 1 | -1) => nodes.map((node) => this.x(node.at) + (out * node.width) / 2);
    return { y: this.y(row), left: Math.min(...sides(-1)), right: Math.max(...sides(1)) };
  }

  /** Panels of a row, left to right in the view. */
  bandsOf(row: WorkRow): PanelBand[] {
    const frames = this.frames.framesOf(row);
    const bands = row.panels.map(({ panel }, p) => {
      const { right, width } = frames[p] as Frame;
      const x = this.face === 'RS' ? this.total - right - width : right;
      return { panel: panel.id, name: panel.name, edge: panel.edge, x, width };
    });
    return bands.sort((a, b) => a.x - b.x);
  }
}

/**
 * @param rows consecutive piece rows, lowest first
 * @param face the side that the picture shows
 */
export function layOut(rows: readonly WorkRow[], face: Side): Picture {
  const first = rows[0]?.row ?? 1;
  const fabric = new Fabric(panelFrames(rows), face, first - 1);
  for (const row of rows) fabric.add(row);
  const shapes = rows.map((row) => fabric.shapesOf(row));
  const top = rows[rows.length - 1];
  return {
    width: fabric.total,
    height: rows.length * ROW_HEIGHT,
    firstRow: first,
    lastRow: first + rows.length - 1,
    ground: shapes.flatMap(({ ground }) => ground),
    shadows: shapes.flatMap(({ shadows }) => shadows),
    over: shapes.flatMap(({ over }) => over),
    holes: shapes.flatMap(({ holes }) => holes),
    crossings: shapes.flatMap(({ crossings }) => crossings),
    edges: [first - 1, ...rows.map(({ row }) => row)].map((row) => fabric.edgeOf(row)),
    bands: top ? fabric.bandsOf(top) : [],
    xOf: fabric.xOf,
    yOf: fabric.y,
  };
}
