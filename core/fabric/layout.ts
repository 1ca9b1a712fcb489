/**
 * Lays out a stretch of rows as fabric. Every stitch hangs from the one it was pulled through; where a crossing
 * moves it sideways the slope is spread over the rows next to it, as yarn does.
 */
import { columnLinks, columnsGiven, type LaidCell } from '../chart/laid';
import { gives, stitchesAfter } from '../stitch/cells';
import { stitchFromOtherSide } from '../stitch/looks';
import type { Lean, Side, Stitch } from '../stitch/types';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import type { PanelRow, WorkRow } from '../piece/work-row';
import {
  ROW_HEIGHT,
  type CrossingBox,
  type Hole,
  type PanelBand,
  type Picture,
  type Shadow,
  type Shape,
} from './shapes';

/** Share of a sideways move that happens in the row itself; the rest is split between the rows below and above. */
const OWN_SHARE = 0.5;

type Look = Stitch | 'bobble' | 'eyelet';
type Node = {
  readonly row: number;
  readonly column: number;
  readonly look: Look;
  /** Middle of the stitch by its own column, in units from the right edge as seen from the RS. */
  readonly at: number;
  readonly width: number;
  readonly parents: Node[];
  child: Node | null;
  layer: 'ground' | 'over';
  crossed: 'over' | 'under' | null;
};

/**
 * Right edge and width of every panel, wide enough for its widest row in the stretch. Rows of fewer stitches (a rib
 * below a cabled body) are spread over the whole width, as they are on the fabric, where cables draw in.
 */
function panelFrames(rows: readonly WorkRow[]) {
  const widths = new Map<string, number>();
  for (const { panels } of rows)
    for (const { panel, gives: g, takes: t } of panels)
      widths.set(panel.id, Math.max(widths.get(panel.id) ?? 0, g, t));
  const widthOf = ({ panel }: PanelRow) => widths.get(panel.id) ?? 0;
  const totalOf = (row: WorkRow) => row.panels.reduce((sum, panel) => sum + widthOf(panel), 0);
  const total = Math.max(0, ...rows.map(totalOf));
  const framesOf = (row: WorkRow) => {
    const scale = total / Math.max(1, totalOf(row));
    let right = 0;
    return row.panels.map((panel) => {
      const frame = { right, width: widthOf(panel) * scale };
      right += frame.width;
      return frame;
    });
  };
  return { framesOf, total };
}
type Frame = { readonly right: number; readonly width: number };

function placeColumn(row: WorkRow, frames: readonly Frame[], column: number, level: 'given' | 'taken') {
  const first = (panel: PanelRow) => (level === 'given' ? panel.firstGiven : panel.firstTaken);
  const count = (panel: PanelRow) => (level === 'given' ? panel.gives : panel.takes);
  const p = row.panels.findLastIndex((panel) => first(panel) <= column);
  const panel = row.panels[Math.max(0, p)] as PanelRow;
  const frame = frames[Math.max(0, p)] as Frame;
  const width = frame.width / Math.max(1, count(panel));
  return { at: frame.right + (column - first(panel) + 0.5) * width, width };
}

function looksFor(at: LaidCell): { look: Look; group: 'over' | 'under' | null }[] {
  const { cell } = at;
  if (cell.kind === 'stitch') return [{ look: cell.stitch, group: null }];
  if (cell.kind === 'crossing')
    return stitchesAfter(cell).map(({ stitch, group }) => {
      const above = group === 'over' || (group === 'centre' && cell.centre?.depth === 'above');
      return { look: stitch, group: above ? 'over' : 'under' };
    });
  if (cell.kind === 'noStitch') return [];
  if (cell.kind === 'bobble') return [{ look: 'bobble', group: null }];
  if (cell.kind === 'decrease') return [{ look: cell.face, group: null }];
  if (cell.how === 'yarnOver') return [{ look: 'eyelet', group: null }];
  if (cell.how === 'make') return [{ look: cell.face === 'knit' ? 'knitTbl' : 'purlTbl', group: null }];
  return [{ look: 'knit', group: null }, { look: 'purl', group: null }]; // prettier-ignore
}

function nodesOf(
  row: WorkRow,
  frames: readonly Frame[],
  below: ReadonlyMap<number, Node>,
): Map<number, Node> {
  const nodes = new Map<number, Node>();
  for (const at of row.laid.cells) {
    const joined = columnLinks(row.laid, at);
    const columns = columnsGiven(row.laid, at);
    looksFor(at).forEach(({ look, group }, i) => {
      const column = columns[i] as number;
      const parents = joined.filter(([, g]) => g === column).flatMap(([t]) => below.get(t) ?? []);
      const node: Node = {
        row: row.row,
        column,
        look,
        ...placeColumn(row, frames, column, 'given'),
        parents,
        child: null,
        layer: group === 'over' ? 'over' : 'ground',
        crossed: group,
      };
      for (const parent of parents) parent.child ??= node;
      nodes.set(column, node);
    });
  }
  return nodes;
}

/** Stitches below the stretch, so that the lowest row hangs from something. */
function footOf(row: WorkRow, frames: readonly Frame[]): Map<number, Node> {
  return new Map(
    Array.from({ length: row.laid.takes }, (_, column) => {
      const node: Node = {
        row: row.row - 1,
        column,
        look: 'knit',
        ...placeColumn(row, frames, column, 'taken'),
        parents: [],
        child: null,
        layer: 'ground',
        crossed: null,
      };
      return [column, node];
    }),
  );
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** Where a stitch's top really lies, its sideways moves smoothed along the strand. Moves across a ring's join are not. */
function smoothed(node: Node, total: number): number {
  const near = (x: number) => (Math.abs(x - node.at) > total / 2 ? node.at : x);
  const from = node.parents.length > 0 ? near(mean(node.parents.map(({ at }) => at))) : node.at;
  const to = node.child ? near(node.child.at) : node.at;
  const side = (1 - OWN_SHARE) / 2;
  return side * from + OWN_SHARE * node.at + side * to;
}

/** Rows next to a crossing rise and sink with it. */
function settleLayers(nodes: Iterable<Node>) {
  for (const node of nodes) {
    if (node.crossed !== 'over') continue;
    const below = node.parents[0];
    if (below && !below.crossed) below.layer = 'over';
    if (node.child && !node.child.crossed) node.child.layer = 'over';
  }
}

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
    bands: layout.bands(),
    xOf: (row, column) => layout.x(layout.levels.get(row)?.get(column)?.at ?? 0),
    yOf: layout.y,
  };
}
