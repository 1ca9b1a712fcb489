/**
 * A whole piece of fabric, any row of which can be asked for. Rows are laid out in blocks, each together with the rows below
 * and above that pull at it, so that a row's place depends on its neighbourhood alone: not on where one came from, nor on
 * how much is knitted, as long as it is knitted as planned.
 */
import type { Side } from '../stitch/types';
import type { WorkRow } from '../piece/work-row';
import { courseOf, footOf, type Course } from './courses';
import { made, type Worksheet } from '../piece/worksheet';
import { framesOfPiece, framesOfRows, type Frame, type Frames } from './frames';
import { ROW_HEIGHT, type Edge, type PanelBand, type Picture, type RowShapes } from './shapes';
import { Relaxation } from './relax';
import { Stretch } from './stretch';

/** Rows in a block, rows beside it that are laid out with it, and steps towards the least energy. */
const BLOCK = 24;
const BESIDE = 10;
const STEPS = 11;
const ROWS_AT_ONCE = 6;
/** So many blocks are remembered. */
const REMEMBERED = 64;

/** Middles of a row's stitches in the view, and how they look from the RS. */
export type RoughRow = { readonly row: number; readonly x: Float64Array } & Pick<Course, 'looks' | 'crossed'>;

type Block = { readonly stretch: Stretch; readonly shapes: Map<number, RowShapes> };

export type ClothSource = {
  /** A piece row as it is on the fabric, or will be; always the same for the same number. */
  readonly rowAt: (row: number) => WorkRow;
  readonly first: number;
  readonly last: number;
  readonly frames: Frames;
};

export class Cloth {
  private readonly blocks = new Map<number, Block>();
  private readonly courses = new Map<number, Course>();

  /** @param base heights are counted from the top of this row */
  constructor(
    private readonly source: ClothSource,
    readonly face: Side,
    private readonly base = 0,
  ) {}

  get width(): number {
    return this.source.frames.total;
  }

  get firstRow(): number {
    return this.source.first;
  }

  get lastRow(): number {
    return this.source.last;
  }

  private course(row: number): Course {
    const known = this.courses.get(row);
    if (known) return known;
    const { first, frames, rowAt } = this.source;
    const of = rowAt(Math.max(first, row));
    const course = row < first ? footOf(of, frames.of(of)) : courseOf(of, frames.of(of));
    this.courses.set(row, course);
    return course;
  }

  private forget() {
    for (const [key] of this.blocks) {
      if (this.blocks.size <= REMEMBERED) break;
      this.blocks.delete(key);
    }
    if (this.courses.size > 3 * REMEMBERED * BLOCK) this.courses.clear();
  }

  private blockOf = (row: number) => Math.max(0, Math.floor((row - this.source.first) / BLOCK));

  private *laying(index: number): Generator<void, Block> {
    const { first, last } = this.source;
    const from = Math.max(first - 1, first + index * BLOCK - BESIDE);
    const to = Math.min(last, first + (index + 1) * BLOCK - 1 + BESIDE);
    const courses: Course[] = [];
    for (let row = from; row <= to; row += 1) {
      courses.push(this.course(row));
      if (courses.length % ROWS_AT_ONCE === 0) yield;
    }
    const relaxed = new Relaxation(courses);
    yield* relaxed.settling(STEPS);
    const view = { face: this.face, total: this.width, base: this.base, first };
    const block = { stretch: new Stretch(courses, relaxed, view), shapes: new Map<number, RowShapes>() };
    this.blocks.set(index, block);
    this.forget();
    return block;
  }

  private block(index: number): Block {
    const known = this.blocks.get(index);
    if (known) return known;
    const laying = this.laying(index);
    for (;;) {
      const step = laying.next();
      if (step.done) return step.value;
    }
  }

  private stretchAt = (row: number) => this.block(this.blockOf(row)).stretch;

  /** Lays a row out with its neighbours, bit by bit. */
  *preparing(row: number): Generator<void, void> {
    const index = this.blockOf(row);
    if (!this.blocks.has(index)) yield* this.laying(index);
  }

  /** Each stitch of a row where it would lie by itself: quickly found, and near enough where stitches are dots. */
  roughly(row: number): RoughRow {
    const { home, looks, crossed } = this.course(row);
    const x = home.map((at) => (this.face === 'RS' ? this.width - at : at));
    return { row, x, looks, crossed };
  }

  /** The same object for the same row, as long as it is remembered. */
  shapesOf(row: number): RowShapes {
    const { stretch, shapes } = this.block(this.blockOf(row));
    const known = shapes.get(row) ?? stretch.shapesOf(this.source.rowAt(row));
    shapes.set(row, known);
    return known;
  }

  rows(first: number, last: number): readonly RowShapes[] {
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => this.shapesOf(first + i));
  }

  xOf = (row: number, column: number) => this.stretchAt(row).xOf(row, column);
  /** Height of the head of a stitch. */
  headOf = (row: number, column: number) => this.stretchAt(row).yOf(row, column);
  edgeOf = (row: number): Edge => this.stretchAt(row).edgeOf(row);
  /** Height of a row's top where nothing pulls at it. */
  yOf = (row: number) => (row - this.base) * ROW_HEIGHT;

  /** Panels of a row, left to right in the view. */
  bandsOf(rowNumber: number): PanelBand[] {
    const row = this.source.rowAt(rowNumber);
    const frames = this.source.frames.of(row);
    const bands = row.panels.map(({ panel }, p) => {
      const { right, width } = frames[p] as Frame;
      const x = this.face === 'RS' ? this.width - right - width : right;
      return { panel: panel.id, name: panel.name, edge: panel.edge, x, width };
    });
    return bands.sort((a, b) => a.x - b.x);
  }
}

/** A whole piece as it is on the fabric, and as it will be. */
export function clothOf(sheet: Worksheet, face: Side, rowAt = (row: number) => made(sheet, row)): Cloth {
  return new Cloth({ rowAt, first: 1, last: sheet.rows, frames: framesOfPiece(sheet, rowAt) }, face);
}

/**
 * A stretch of rows as a picture of its own.
 * @param rows consecutive piece rows, lowest first
 * @param face the side that the picture shows
 */
export function layOut(rows: readonly WorkRow[], face: Side): Picture {
  const first = rows[0]?.row ?? 1;
  const last = first + rows.length - 1;
  const rowAt = (row: number) => rows[row - first] as WorkRow;
  const cloth = new Cloth({ rowAt, first, last, frames: framesOfRows(rows) }, face, first - 1);
  const shapes = cloth.rows(first, last);
  return {
    width: cloth.width,
    height: rows.length * ROW_HEIGHT,
    firstRow: first,
    lastRow: last,
    rows: shapes,
    edges: rows.length === 0 ? [] : [first - 1, ...rows.map(({ row }) => row)].map(cloth.edgeOf),
    bands: rows.length === 0 ? [] : cloth.bandsOf(last),
    xOf: cloth.xOf,
    yOf: cloth.yOf,
  };
}
