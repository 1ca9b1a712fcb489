/**
 * What a laddered repair must undo: from crossings that went wrong up to the needle, stitch by stitch over the links. A
 * cell that takes a released stitch is undone whole, so a crossing brings its other stitches in, from its own row up.
 * Faults whose stitches meet on the way are one ladder. Common practice, no published source.
 */
import { columnsGiven, indexTaking, type LaidCell, type LaidRow } from '../chart/laid';
import { takes } from '../stitch/cells';

/** A cell of the fabric that must be undone whatever lies below it; `fault` names the one it belongs to. */
export type Start = { readonly row: number; readonly cell: LaidCell; readonly fault: number };

/** The cells undone in one row, by their places in the row's own list, in its order; never none. */
export type UndoneRow = { readonly row: number; readonly cells: readonly number[] };
/** Stitches that hang together. */
export type Released = {
  /** From the lowest row up. */
  readonly rows: readonly UndoneRow[];
  /** The faults that are put right with it. */
  readonly faults: readonly number[];
};

/** The fabric up to row `to`, as it was made. */
export type Fabric = {
  readonly to: number;
  readonly row: (row: number) => LaidRow;
  /** Only some cells of the topmost row, where it is worked in part; all of them if left out. */
  readonly inTop?: ReadonlySet<LaidCell>;
};

/** Which of so many sets hang together. */
class Joined {
  private readonly parents: number[] = [];
  add(): number {
    this.parents.push(this.parents.length);
    return this.parents.length - 1;
  }
  find(set: number): number {
    let at = set;
    while (this.parents[at] !== at) at = this.parents[at] as number;
    this.parents[set] = at;
    return at;
  }
  join(a: number, b: number): number {
    const [low, high] = [this.find(a), this.find(b)].sort((x, y) => x - y) as [number, number];
    this.parents[high] = low;
    return low;
  }
}

type Sets = ReadonlyMap<number, number>;

/** Made out of the strand between two stitches, an increase stands only as long as both of them do. */
function disturbing(row: LaidRow, at: LaidCell, below: Sets): readonly number[] {
  if (takes(at.cell) > 0 || at.cell.kind !== 'increase') return [];
  const right = below.get((at.taken - 1 + row.takes) % row.takes);
  const left = below.get(at.taken % row.takes);
  const found = [right, left].filter((set) => set !== undefined);
  return at.cell.how === 'make' || found.length === 2 ? found : [];
}

/** Cells by their place in the row's list, each with the set it belongs to. */
type Undone = Map<number, number>;

/** Cells that stand on released stitches. */
function undoneIn(row: LaidRow, below: Sets, joined: Joined): Undone {
  const undone: Undone = new Map();
  for (const [column, set] of below) {
    const at = indexTaking(row, column);
    if (at >= 0) add(undone, at, set, joined);
  }
  row.cells.forEach((at, i) => {
    for (const set of disturbing(row, at, below)) add(undone, i, set, joined);
  });
  return undone;
}

function add(undone: Undone, cell: number, set: number, joined: Joined) {
  const known = undone.get(cell);
  undone.set(cell, known === undefined ? set : joined.join(known, set));
}

/** Everything that `starts` release, as far as stitches hang together. Sets come as the faults do. */
export function released({ to, row, inTop }: Fabric, starts: readonly Start[]): Released[] {
  const joined = new Joined();
  const setOf = new Map<number, number>();
  const all: { row: number; undone: Undone }[] = [];
  let below: Sets = new Map();
  for (let at = Math.min(...starts.map((start) => start.row)); at <= to; at += 1) {
    const laid = row(at);
    const undone = undoneIn(laid, below, joined);
    for (const start of starts.filter((one) => one.row === at)) {
      const set = setOf.get(start.fault) ?? joined.add();
      setOf.set(start.fault, set);
      add(undone, laid.cells.indexOf(start.cell), set, joined);
    }
    if (at === to && inTop)
      for (const i of undone.keys()) if (!inTop.has(laid.cells[i] as LaidCell)) undone.delete(i);
    all.push({ row: at, undone });
    below = new Map(
      [...undone].flatMap(([i, set]) =>
        columnsGiven(laid, laid.cells[i] as LaidCell).map((column) => [column, set] as const),
      ),
    );
  }
  return bySet(all, setOf, joined);
}

function bySet(
  all: readonly { row: number; undone: Undone }[],
  setOf: ReadonlyMap<number, number>,
  joined: Joined,
): Released[] {
  const found = new Map<number, { rows: { row: number; cells: number[] }[]; faults: number[] }>();
  for (const [fault, set] of setOf) {
    const root = joined.find(set);
    const known = found.get(root);
    if (known) known.faults.push(fault);
    else found.set(root, { rows: [], faults: [fault] });
  }
  for (const { row, undone } of all)
    for (const [i, set] of [...undone].sort(([a], [b]) => a - b)) {
      const rows = found.get(joined.find(set))?.rows ?? [];
      const last = rows[rows.length - 1];
      if (last?.row === row) last.cells.push(i);
      else rows.push({ row, cells: [i] });
    }
  return [...found.values()];
}
