/** A written row as cells seen from the RS: what stands before, in and after its repeat, each with its words. */
import { cellFromOtherSide } from '../stitch/looks';
import { takes } from '../stitch/cells';
import type { Cell, Direction, Face, Side } from '../stitch/types';
import { crossingOfWords } from '../stitch/working';
import type { Item, Meaning } from './syntax';
import type { Problem, TextSpan } from './problems';
import { heldFromLeft, type Holds } from './unturned-holds';

/** A cell and the words it comes from. */
export type Placed = { readonly cell: Cell; readonly at: TextSpan };
export type Parts = {
  readonly before: readonly Placed[];
  /** `presented`: the middle is worked as the stitches present themselves. */
  readonly repeat: readonly Placed[] | { readonly slipPurls: boolean; readonly at: TextSpan } | null;
  readonly after: readonly Placed[];
};
/** `garter`: what a row of garter shows; where the RS always faces, every second row is purled. */
export type Facing = {
  readonly side: Side;
  readonly faced: Direction;
  readonly garter?: Face;
  /** How holds are meant in unturned rows from left to right. */
  readonly holds?: Holds;
};
export type PanelItem = Extract<Item, { kind: 'panel' }>;

const MOST_CELLS = 4000;
const MOST_UNCLEAR = 4;

export const isPresented = (
  repeat: Parts['repeat'],
): repeat is { readonly slipPurls: boolean; readonly at: TextSpan } =>
  repeat !== null && 'slipPurls' in repeat;
export const cellsOf = (placed: readonly Placed[]): Cell[] => placed.map(({ cell }) => cell);
export const width = (placed: readonly Placed[]) => placed.reduce((sum, { cell }) => sum + takes(cell), 0);

function cellOf(meaning: Meaning, { faced, holds }: Facing): Cell {
  if (holds && faced === 'leftToRight') return heldFromLeft(meaning, holds);
  return meaning.kind === 'picture'
    ? meaning.cell
    : crossingOfWords(meaning.words, { side: 'RS', direction: faced });
}

function slipCell(yarn: 'front' | 'back' | 'wrongSide', side: Side): Cell {
  const towards = yarn === 'wrongSide' ? side === 'WS' : yarn === 'front';
  return { kind: 'stitch', stitch: towards ? 'slipBefore' : 'slipBehind' };
}

/** Cells in working order, as they look to the knitter. `pick` chooses among the counts of an unclear group. */
class Unroller {
  private unclear = 0;

  constructor(
    private readonly facing: Facing,
    private readonly pick: number,
  ) {}

  placed(items: readonly Item[]): Placed[] {
    const out: Placed[] = [];
    const push = (cell: Cell, count: number, at: TextSpan) => {
      for (let i = 0; i < count && out.length <= MOST_CELLS; i += 1) out.push({ cell, at });
    };
    for (const item of items) {
      if (item.kind === 'cell') push(item.cell, item.count, item.span);
      else if (item.kind === 'slip') push(slipCell(item.yarn, this.facing.side), item.count, item.span);
      else if (item.kind === 'named') push(cellOf(item.meaning, this.facing), 1, item.span);
      else if (item.kind === 'texture') out.push(...this.texture(item));
      else if (item.kind === 'group') this.group(item, out);
      else if (item.kind === 'repeat') out.push(...this.placed(item.items));
    }
    return out;
  }

  /** Worked so that the RS shows it, whichever side is worked. */
  private texture({ period, count, span: at }: Extract<Item, { kind: 'texture' }>): Placed[] {
    const placed = (face: Face): Placed => ({ cell: { kind: 'stitch', stitch: face }, at });
    if (period === 'garter') return Array.from({ length: count }, () => placed(this.facing.garter ?? 'knit'));
    const seen = Array.from({ length: count }, (_, i) => placed(period[i % period.length] as Face));
    return asSeenFromRS(seen, this.facing);
  }

  private group(item: Extract<Item, { kind: 'group' }>, out: Placed[]) {
    const bit = item.times.length > 1 ? (this.pick >> this.unclear++) & 1 : 0;
    const inner = this.placed(item.items);
    for (let i = 0; i < (item.times[bit] ?? 1) && out.length <= MOST_CELLS; i += 1) out.push(...inner);
  }
}

/** From the order and faces of the knitter to those of the RS, right edge first. */
function asSeenFromRS(worked: readonly Placed[], { side, faced }: Facing): Placed[] {
  const flipped =
    side === 'RS' ? worked : worked.map(({ cell, at }) => ({ cell: cellFromOtherSide(cell), at }));
  return (faced === 'rightToLeft') === (side === 'RS') ? [...flipped] : [...flipped].reverse();
}

type Failure = Problem & { readonly at: TextSpan };
const unbounded = (item: Item) => item.kind === 'repeat' || item.kind === 'presented';
const hasInside = (item: Item): boolean =>
  (item.kind === 'repeat' || item.kind === 'group') && item.items.some((i) => unbounded(i) || hasInside(i));
const unclearIn = (items: readonly Item[]): number =>
  items.reduce(
    (sum, item) =>
      item.kind === 'group' || item.kind === 'repeat'
        ? sum + unclearIn(item.items) + (item.kind === 'group' && item.times.length > 1 ? 1 : 0)
        : sum,
    0,
  );

function one(items: readonly Item[], facing: Facing, whole: TextSpan, pick: number): Parts | Failure {
  const at = items.findIndex(unbounded);
  const unroller = new Unroller(facing, pick);
  const part = (list: readonly Item[]) => asSeenFromRS(unroller.placed(list), facing);
  const repeat = items[at];
  const before = part(at < 0 ? items : items.slice(0, at));
  const middle = repeat?.kind === 'repeat' ? part(repeat.items) : [];
  const after = at < 0 ? [] : part(items.slice(at + 1));
  const count = before.length + middle.length + after.length;
  if (count > MOST_CELLS) return { code: 'count-out-of-range', count, most: MOST_CELLS, at: whole };
  if (!repeat || (repeat.kind !== 'repeat' && repeat.kind !== 'presented'))
    return { before, repeat: null, after: [] };
  const follows = width(after);
  if (repeat.toLast !== null && follows !== repeat.toLast)
    return { code: 'to-last-differs', stated: repeat.toLast, follows, at: repeat.span };
  if (repeat.kind === 'repeat' && width(middle) === 0) return { code: 'empty-row', at: repeat.span };
  const inside = repeat.kind === 'presented' ? { slipPurls: repeat.slipPurls, at: repeat.span } : middle;
  const startsAtTheLeft = (facing.side === 'WS') === (facing.faced === 'rightToLeft');
  return startsAtTheLeft
    ? { before: after, repeat: inside, after: before }
    : { before, repeat: inside, after };
}

/** Every way to read a row's counts: one, unless a "repeat 3 times" leaves open whether that is 3 or 4 in all. */
export function partsOf(items: readonly Item[], facing: Facing, whole: TextSpan): readonly Parts[] | Failure {
  const first = items.findIndex(unbounded);
  const second = items.find((item, i) => (i > first && first >= 0 && unbounded(item)) || hasInside(item));
  if (second) return { code: 'two-repeats', at: second.span };
  const panel = items.find((item) => item.kind === 'panel');
  if (panel) return { code: 'panels-in-rows', at: panel.span };
  const unclear = unclearIn(items);
  if (unclear > MOST_UNCLEAR) return { code: 'too-many-unclear', most: MOST_UNCLEAR, at: whole };
  const ways: Parts[] = [];
  for (let pick = 0; pick < 1 << unclear; pick += 1) {
    const parts = one(items, facing, whole, pick);
    if ('code' in parts) {
      if (pick + 1 === 1 << unclear && ways.length === 0) return parts;
    } else ways.push(parts);
  }
  return ways;
}
