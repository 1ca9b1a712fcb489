/**
 * Charts typed as grids, as they look from the right side: rows from the top down, each from left to right, cells
 * parted by blanks, the repeat in square brackets. Independent of the notation, so that readings can be held against it.
 *
 * `k p t` knit, purl, knit through the back; `s S` slipped, float behind or before; `-` no stitch; crossings as lean,
 * over / under: `R2/2`, `L2/1p` (under group purled), `R2/2b` (all bumps), or groups as they lie afterwards from the
 * left, `L:kp/kk` and `R:kk/kk+p@below`; `k2tog ssk p2tog yo mb`
 * and make 1 to the right or left, `mr ml`, by name.
 */
import type { Cell, Crossing, Depth, Side, Stitch } from '../stitch/types';
import type { Chart } from '../chart/chart';
import type { LineRow } from '../chart/row';

const STITCH: Readonly<Record<string, Stitch>> = {
  k: 'knit',
  p: 'purl',
  t: 'knitTbl',
  T: 'purlTbl',
  s: 'slipBehind',
  S: 'slipBefore',
};
const OTHER: Readonly<Record<string, Cell>> = {
  '-': { kind: 'noStitch' },
  yo: { kind: 'increase', how: 'yarnOver' },
  k2tog: { kind: 'decrease', of: 2, lean: 'right', face: 'knit' },
  ssk: { kind: 'decrease', of: 2, lean: 'left', face: 'knit' },
  p2tog: { kind: 'decrease', of: 2, lean: 'right', face: 'purl' },
  mb: { kind: 'bobble', face: 'knit' },
  mr: { kind: 'increase', how: 'make', lean: 'right', face: 'knit' },
  ml: { kind: 'increase', how: 'make', lean: 'left', face: 'knit' },
};
const many = (count: string, stitch: Stitch): Stitch[] => Array<Stitch>(Number(count)).fill(stitch);
const group = (letters: string) => [...letters].reverse().map((letter) => STITCH[letter] as Stitch);

function crossing(token: string): Crossing | null {
  const counted = /^([RL])(\d+)\/(\d+)([pb]?)$/.exec(token);
  if (counted) {
    const [, lean, over, under, face] = counted as unknown as [string, string, string, string, string];
    return {
      kind: 'crossing',
      lean: lean === 'R' ? 'right' : 'left',
      over: many(over, face === 'b' ? 'purl' : 'knit'),
      under: many(under, face === '' ? 'knit' : 'purl'),
    };
  }
  const spelled = /^([RL]):([a-zS]+)\/([a-zS]+)(?:\+([a-zS]+)@(above|between|below))?$/.exec(token);
  if (!spelled) return null;
  const [, lean, over, under, centre, depth] = spelled as unknown as [string, string, string, string, string?, Depth?]; // prettier-ignore
  return {
    kind: 'crossing',
    lean: lean === 'R' ? 'right' : 'left',
    over: group(over),
    under: group(under),
    ...(centre && depth && { centre: { stitches: group(centre), depth } }),
  };
}

export function gridCell(token: string): Cell {
  const stitch = STITCH[token];
  const cell = stitch ? ({ kind: 'stitch', stitch } as const) : (OTHER[token] ?? crossing(token));
  if (!cell) throw new Error(`no such cell: ${token}`);
  return cell;
}

const cellsOf = (tokens: readonly string[]) => [...tokens].reverse().map(gridCell);

function rowOf(line: string): LineRow {
  const tokens = line.trim().split(/\s+/);
  const [open, close] = [tokens.indexOf('['), tokens.indexOf(']')];
  if (open < 0) return { kind: 'line', before: [], repeat: cellsOf(tokens), after: [], fewer: 0 };
  const fewer = tokens[close + 1] === '-1' ? 1 : 0;
  return {
    kind: 'line',
    before: cellsOf(tokens.slice(close + 1 + fewer)),
    repeat: cellsOf(tokens.slice(open + 1, close)),
    after: cellsOf(tokens.slice(0, open)),
    fewer,
  };
}

/** @param setUps how many of the lowest rows are set-up rows */
export function gridChart(grid: string, firstSide: Side = 'RS', setUps = 0): Chart {
  const rows = grid.trim().split('\n').map(rowOf).reverse();
  return { name: 'grid', setUp: rows.slice(0, setUps), rows: rows.slice(setUps), firstSide };
}
