/** The stitches of a stretch of rows as nodes on their columns, each hung from those it was pulled through. */
import { columnLinks, columnsGiven, type LaidCell } from '../chart/laid';
import type { PanelRow, WorkRow } from '../piece/work-row';
import { stitchesAfter } from '../stitch/cells';
import type { Stitch } from '../stitch/types';

/** Share of a sideways move that happens in the row itself; the rest is split between the rows below and above. */
const OWN_SHARE = 0.5;

export type Look = Stitch | 'bobble' | 'eyelet';
export type Node = {
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
 * below a cabled body) are spread over the whole width, as they are on the fabric, where cables draw in. Rows that are
 * worked once, such as a crown's, are as wide as their stitches and lie in the middle.
 */
export function panelFrames(rows: readonly WorkRow[]) {
  const widths = new Map<string, number>();
  for (const { panels, lineUp } of rows)
    for (const { panel, gives: g, takes: t } of lineUp ? [] : panels)
      widths.set(panel.id, Math.max(widths.get(panel.id) ?? 0, g, t));
  const widthOf = ({ panel }: PanelRow) => widths.get(panel.id) ?? 0;
  const totalOf = ({ lineUp, panels }: WorkRow) =>
    lineUp?.width ?? panels.reduce((sum, panel) => sum + widthOf(panel), 0);
  const total = Math.max(0, ...rows.map(totalOf));
  const framesOf = (row: WorkRow) => {
    const scale = total / Math.max(1, totalOf(row));
    if (row.lineUp) return shapedFrames(row, row.lineUp.given, scale);
    const once = row.panels.some(({ chart }) => chart.once);
    const own = row.panels.map((panel) =>
      panel.chart.once ? panel.gives : widthOf(panel) * (once ? 1 : scale),
    );
    let right = once ? (total - own.reduce((sum, width) => sum + width, 0)) / 2 : 0;
    return own.map((width) => {
      const frame = { right, width };
      right += width;
      return frame;
    });
  };
  /** Equal for stretches of rows that are laid out alike. */
  const key = `${total} ${[...widths].join(' ')}`;
  return { framesOf, total, key };
}

/** A shaped row keeps its stitches where they lie in the line-up, so that its edges slope. */
const shapedFrames = ({ panels }: WorkRow, from: number, scale: number): Frame[] =>
  panels.map(({ firstGiven, gives }) => ({ right: (firstGiven + from) * scale, width: gives * scale }));
export type Frame = { readonly right: number; readonly width: number };

export function placeColumn(
  row: WorkRow,
  frames: readonly Frame[],
  column: number,
  level: 'given' | 'taken',
) {
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
  if (cell.kind === 'noStitch' || cell.kind === 'bindOff') return [];
  if (cell.kind === 'bobble') return [{ look: 'bobble', group: null }];
  if (cell.kind === 'decrease') return [{ look: cell.face, group: null }];
  if (cell.how === 'yarnOver') return [{ look: 'eyelet', group: null }];
  if (cell.how === 'make') return [{ look: cell.face === 'knit' ? 'knitTbl' : 'purlTbl', group: null }];
  return [{ look: 'knit', group: null }, { look: 'purl', group: null }]; // prettier-ignore
}

export function nodesOf(
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
export function footOf(row: WorkRow, frames: readonly Frame[]): Map<number, Node> {
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
export function smoothed(node: Node, total: number): number {
  const near = (x: number) => (Math.abs(x - node.at) > total / 2 ? node.at : x);
  const from = node.parents.length > 0 ? near(mean(node.parents.map(({ at }) => at))) : node.at;
  const to = node.child ? near(node.child.at) : node.at;
  const side = (1 - OWN_SHARE) / 2;
  return side * from + OWN_SHARE * node.at + side * to;
}

/** Rows next to a crossing rise and sink with it. */
export function settleLayers(nodes: Iterable<Node>) {
  for (const node of nodes) {
    if (node.crossed !== 'over') continue;
    const below = node.parents[0];
    if (below && !below.crossed) below.layer = 'over';
    if (node.child && !node.child.crossed) node.child.layer = 'over';
  }
}
