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

class Layout {
  readonly ground: Shape[] = [];
  readonly over: Shape[] = [];
  readonly shadows: Shadow[] = [];
  readonly holes: Hole[] = [];
  readonly crossings: CrossingBox[] = [];
  readonly levels = new Map<number, Map<number, Node>>();
  private readonly firstRow: number;
  readonly total: number;
  private readonly frames: readonly (readonly Frame[])[];

  constructor(
    private readonly rows: readonly WorkRow[],
    private readonly face: Side,
  ) {
    const { framesOf, total } = panelFrames(rows);
    this.frames = rows.map(framesOf);
    this.total = total;
    this.firstRow = rows[0]?.row ?? 1;
    let below = rows[0] ? footOf(rows[0], this.frames[0] as readonly Frame[]) : new Map<number, Node>();
    this.levels.set(this.firstRow - 1, below);
    rows.forEach((row, i) => {
      below = nodesOf(row, this.frames[i] as readonly Frame[], below);
      this.levels.set(row.row, below);
    });
    for (const level of this.levels.values()) settleLayers(level.values());
    this.emitAll();
  }

  /** From units counted from the right edge (RS) to the view. */
  x = (fromRight: number) => (this.face === 'RS' ? this.total - fromRight : fromRight);
  y = (row: number) => (row - this.firstRow + 1) * ROW_HEIGHT;
  private top = (node: Node) => this.x(smoothed(node, this.total));

  private emitAll() {
    this.rows.forEach((row, i) => {
      for (const node of (this.levels.get(row.row) as Map<number, Node>).values()) this.emit(node);
      for (const panel of row.panels)
        for (const at of crossingsOf(panel))
          this.crossing(row, panel, at, this.frames[i] as readonly Frame[]);
    });
  }

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

  edges(): Edge[] {
    return [...this.levels].map(([row, level]) => {
      const nodes = [...level.values()];
      const sides = (out: 1 | -1) => nodes.map((node) => this.x(node.at) + (out * node.width) / 2);
      return { y: this.y(row), left: Math.min(...sides(-1)), right: Math.max(...sides(1)) };
    });
  }

  bands(): PanelBand[] {
    const last = this.rows[this.rows.length - 1];
    const frames = this.frames[this.frames.length - 1];
    if (!last || !frames) return [];
    const bands = last.panels.map(({ panel }, p) => {
      const { right, width } = frames[p] as Frame;
      return {
        panel: panel.id,
        name: panel.name,
        edge: panel.edge,
        x: this.face === 'RS' ? this.total - right - width : right,
        width,
      };
    });
    return bands.sort((a, b) => a.x - b.x);
  }
}

/**
 * @param rows consecutive piece rows, lowest first
 * @param face the side that the picture shows
 */
export function layOut(rows: readonly WorkRow[], face: Side): Picture {
  const layout = new Layout(rows, face);
  const first = rows[0]?.row ?? 1;
  return {
    width: layout.total,
    height: rows.length * ROW_HEIGHT,
    firstRow: first,
    lastRow: first + rows.length - 1,
    ground: layout.ground,
    shadows: layout.shadows,
    over: layout.over,
    holes: layout.holes,
    crossings: layout.crossings,
    edges: layout.edges(),
    bands: layout.bands(),
    xOf: (row, column) => layout.x(layout.levels.get(row)?.get(column)?.at ?? 0),
    yOf: layout.y,
  };
}
