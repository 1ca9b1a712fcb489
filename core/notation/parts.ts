/** A written row as cells seen from the RS: what stands before, in and after its repeat. */
import { rowFromOtherSide } from '../stitch/looks';
import { takesOf } from '../chart/row';
import type { Cell, Direction, Side } from '../stitch/types';
import { crossingOfWords } from '../stitch/working';
import type { Item, Meaning } from './items';
import type { Problem, TextSpan } from './problems';

export type Parts = {
  readonly before: readonly Cell[];
  readonly repeat: readonly Cell[] | null;
  readonly after: readonly Cell[];
};
export type Facing = { readonly side: Side; readonly faced: Direction };

const MOST_CELLS = 4000;

function cellOf(meaning: Meaning, faced: Direction): Cell {
  return meaning.kind === 'picture'
    ? meaning.crossing
    : crossingOfWords(meaning.words, { side: 'RS', direction: faced });
}

function slipCell(yarn: 'front' | 'back' | 'wrongSide', side: Side): Cell {
  const towards = yarn === 'wrongSide' ? side === 'WS' : yarn === 'front';
  return { kind: 'stitch', stitch: towards ? 'slipBefore' : 'slipBehind' };
}

/** Cells in working order, as they look to the knitter. */
function cells(items: readonly Item[], facing: Facing): Cell[] {
  const out: Cell[] = [];
  const push = (cell: Cell, count: number) => {
    for (let i = 0; i < count && out.length <= MOST_CELLS; i += 1) out.push(cell);
  };
  for (const item of items) {
    if (item.kind === 'cell') push(item.cell, item.count);
    else if (item.kind === 'slip') push(slipCell(item.yarn, facing.side), item.count);
    else if (item.kind === 'named') push(cellOf(item.meaning, facing.faced), 1);
    else {
      const inner = cells(item.items, facing);
      for (let i = 0; i < (item.kind === 'group' ? item.times : 1) && out.length <= MOST_CELLS; i += 1)
        out.push(...inner);
    }
  }
  return out;
}

/** From the order and faces of the knitter to those of the RS, right edge first. */
function asSeenFromRS(worked: Cell[], { side, faced }: Facing): Cell[] {
  const fromRight = faced === 'rightToLeft' ? worked : [...worked].reverse();
  return side === 'RS' ? fromRight : rowFromOtherSide(fromRight);
}

type Failure = Problem & { readonly at: TextSpan };

export function partsOf(items: readonly Item[], facing: Facing, whole: TextSpan): Parts | Failure {
  const at = items.findIndex((item) => item.kind === 'repeat');
  const inside = (item: Item): boolean =>
    (item.kind === 'repeat' || item.kind === 'group') &&
    item.items.some((i) => i.kind === 'repeat' || inside(i));
  const second = items.find((item, i) => (i > at && at >= 0 && item.kind === 'repeat') || inside(item));
  if (second) return { code: 'two-repeats', at: second.span };
  const part = (list: readonly Item[]) => asSeenFromRS(cells(list, facing), facing);
  const repeat = items[at];
  const before = part(at < 0 ? items : items.slice(0, at));
  const after = at < 0 ? [] : part(items.slice(at + 1));
  if (before.length + after.length > MOST_CELLS)
    return { code: 'count-out-of-range', count: before.length + after.length, most: MOST_CELLS, at: whole };
  if (!repeat || repeat.kind !== 'repeat') return { before, repeat: null, after: [] };
  const follows = takesOf(after);
  if (follows !== repeat.toLast)
    return { code: 'to-last-differs', stated: repeat.toLast, follows, at: repeat.span };
  const cell = part(repeat.items);
  if (takesOf(cell) === 0) return { code: 'empty-row', at: repeat.span };
  const startsAtTheLeft = (facing.side === 'WS') === (facing.faced === 'rightToLeft');
  return startsAtTheLeft ? { before: after, repeat: cell, after: before } : { before, repeat: cell, after };
}
