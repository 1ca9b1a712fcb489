/** What no hand can do with what lies before her is refused, and said: each move at a moment when it cannot be made. */
import { made, sideOf, type Worksheet } from '../piece/worksheet';
import { workAt } from '../testing/mending';
import { sheetOf } from '../testing/plans';
import type { Plan } from '../piece/plan';
import type { RepairMove, StrandMove } from './moves';
import { rowInHand, type Spot } from './needle';
import { mend } from './perform';

const PLAIN = 'Row 1 (RS): k8.\nRow 2: p8.';
/** Crosses in its third row; in the fifth two knit together beside a yarn over. */
const WORKED =
  'Row 1 (RS): k8.\nRow 2: p8.\nRow 3: k2, 2/2 RC, k2.\nRow 4: p8.\nRow 5: k2, k2tog, yo, k4.\nRow 6: p8.';
/** Its fourth row slips two. */
const SLIPPED = 'Row 1 (RS): k8.\nRow 2: p8.\nRow 3: k8.\nRow 4: p3, sl 2 wyif, p3.';

const sheet = (chart: string, more: Partial<Plan> = {}) => sheetOf([{ rows: 12, panels: [{ chart }] }], more);

function tried(piece: Worksheet, spot: Spot, moves: readonly RepairMove[]) {
  const ahead = (row: number) => {
    const next = rowInHand(piece, row, (at) => made(piece, at).laid, 'right');
    return (
      next && { cells: next.cells.map(({ cell }) => cell), along: next.along, side: sideOf(piece.plan, row) }
    );
  };
  return mend(workAt(piece, spot, 'right', 1, new Map()), moves, ahead);
}

const park: RepairMove = { do: 'parkYarn' };
const takeUp: RepairMove = { do: 'takeUpYarn' };
const slide: RepairMove = { do: 'slide' };
const turnLadder: RepairMove = { do: 'turnLadder' };
const turnWork: RepairMove = { do: 'turnWork' };
const slip = (count: number, to: 'taking' | 'feeding'): RepairMove => ({ do: 'slip', count, to });
const off = (count: number): RepairMove => ({ do: 'slipOff', count });
const back = (count: number): RepairMove => ({ do: 'putBack', count });
const on = (count: number, row = 5): RepairMove => ({ do: 'workOn', row, count });
const unpick = (count: number, row = 5): RepairMove => ({ do: 'unpick', row, count });
const ravel = (row: number, undone: number, { pass = 0, caught = undone } = {}): RepairMove => ({
  do: 'ravel',
  row,
  parts: [{ pass, undone, caught }],
});
const strand = (number: number, count: number, more: Partial<StrandMove> = {}): StrandMove => ({
  do: 'strand',
  number,
  row: 0,
  side: 'RS',
  pass: 0,
  steps: [{ kind: 'run', columns: [], run: { stitch: 'knit', count } }],
  gives: count,
  ...more,
});
const float = (number: number): RepairMove => ({ do: 'float', number, row: 4 });
/** Two stitches hang off the needle, and one row of them is pulled out; then a second. */
const DROPPED = [park, off(2)];
const RAVELLED = [...DROPPED, ravel(4, 2)];
const TWICE = [...RAVELLED, ravel(3, 2)];

type Case = readonly [what: string, code: string, before: readonly RepairMove[], move: RepairMove];

/** Each is refused at its last move, and only there. */
const refused = (piece: Worksheet, spot: Spot, cases: readonly Case[]) =>
  it.each(cases)('%s: %s', (_, code, before, move) =>
    expect(tried(piece, spot, [...before, move])).toEqual({
      ok: false,
      error: { code, move: before.length },
    }),
  );

describe('in plain fabric of 8, four rows done', () => {
  refused(sheet(PLAIN), { done: 4, worked: 0 }, [
    ['works on in a row that is not in hand', 'other-row', [], on(1, 4)],
    ['unpicks a row that is not in hand', 'other-row', [], unpick(1, 4)],
    ['finishes a row that is not in hand', 'other-row', [], { do: 'finishRow', row: 6 }],
    ['works on past the end of the row', 'row-at-its-end', [], on(9)],
    ['works on with the yarn parked', 'yarn-not-here', [park], on(1)],
    ['unpicks with the yarn parked', 'yarn-not-here', [on(2), park], unpick(1)],
    ['parks the yarn twice', 'yarn-not-here', [park], park],
    ['takes up yarn that was never parked', 'yarn-not-parked', [], takeUp],
    ['takes it up twice', 'yarn-not-parked', [park, takeUp], takeUp],
    ['unpicks more than was worked', 'not-so-many', [on(2)], unpick(3)],
    ['slips more than there are', 'not-so-many', [slip(8, 'taking')], slip(1, 'taking')],
    ['slips back more than there are', 'not-so-many', [slip(1, 'taking')], slip(2, 'feeding')],
    ['lets stitches off while the yarn hangs at them', 'yarn-not-parked', [], off(2)],
    ['lets more off than there are', 'not-so-many', [park, slip(6, 'taking')], off(3)],
    ['lets others off while some hang', 'ladder-hangs', DROPPED, off(2)],
    ['slips while some hang', 'ladder-hangs', DROPPED, slip(1, 'taking')],
    ['works on while some hang', 'ladder-hangs', [...DROPPED, takeUp], on(1)],
    ['turns the work with the yarn at it', 'yarn-not-parked', [], turnWork],
    ['slips with the wrong side before her', 'wrong-side', [park, turnWork], slip(1, 'taking')],
    ['lets off with the wrong side before her', 'wrong-side', [park, turnWork], off(1)],
    ['pulls out where nothing hangs', 'no-ladder', [park], ravel(4, 2)],
    ['slides what does not hang', 'no-ladder', [], slide],
    ['turns what does not hang', 'no-ladder', [], turnLadder],
    ['puts back what does not hang', 'no-ladder', [], back(2)],
    ['works a strand where nothing hangs', 'no-ladder', [], strand(1, 2)],
    ['lays a float where nothing hangs', 'no-ladder', [], float(1)],
    ['pulls out the row below the top', 'not-the-top', DROPPED, ravel(3, 2)],
    ['pulls out more than hang', 'not-so-many', DROPPED, ravel(4, 3)],
    ['catches other than it leaves', 'not-so-many', DROPPED, ravel(4, 2, { caught: 1 })],
    ['works a strand that is not there', 'no-strand', RAVELLED, strand(2, 2)],
    ['works a strand twice', 'no-strand', [...RAVELLED, strand(1, 2), slide], strand(1, 2)],
    ['works the upper strand first', 'not-the-lowest', TWICE, strand(2, 2)],
    [
      'the same where half of what it hangs in is there',
      'not-the-lowest',
      [...RAVELLED, ravel(3, 1)],
      strand(2, 2),
    ],
    ['works on past the last stitch, some being slipped', 'not-so-many', [slip(3, 'taking')], on(8)],
    ['works a strand from the other side', 'wrong-side', RAVELLED, strand(1, 2, { side: 'WS' })],
    ['works the next strand from the end', 'not-at-the-start', [...TWICE, strand(1, 2)], strand(2, 2)],
    ['works too few', 'strand-does-not-fit', RAVELLED, strand(1, 1)],
    ['works too many', 'not-so-many', RAVELLED, strand(1, 3)],
    [
      'works others than those that hang',
      'strand-does-not-fit',
      [park, off(4), ravel(4, 2)],
      strand(1, 2, { pass: 2 }),
    ],
    ['floats what was knitted', 'not-a-float', RAVELLED, float(1)],
    ['puts back with a strand hanging', 'no-strand', RAVELLED, back(2)],
    ['puts back another number', 'not-so-many', [...RAVELLED, strand(1, 2), slide], back(3)],
    ['puts back from the far end', 'not-at-the-start', [...RAVELLED, strand(1, 2)], back(2)],
    ['puts back turned', 'wrong-side', [...DROPPED, turnLadder], back(2)],
  ]);
  it.each<readonly [string, string, readonly RepairMove[]]>([
    ['leaves stitches hanging', 'ladder-hangs', DROPPED],
    ['leaves the yarn parked', 'yarn-not-here', [park]],
  ])('%s at the end: %s', (_, code, moves) =>
    expect(tried(sheet(PLAIN), { done: 4, worked: 0 }, moves)).toEqual({
      ok: false,
      error: { code, move: moves.length },
    }),
  );
});

describe('with a wrong-side row in hand', () => {
  const slipped = [park, turnWork, slip(3, 'feeding'), turnWork, takeUp];
  refused(sheet(PLAIN), { done: 3, worked: 0 }, [
    ['works on past the first stitch, some being slipped', 'not-so-many', slipped, on(8, 4)],
  ]);
  it('works those that are left', () =>
    expect(tried(sheet(PLAIN), { done: 3, worked: 0 }, [...slipped, on(5, 4)])).toMatchObject({
      ok: true,
      value: { tips: 0, worked: 5 },
    }));
});

describe('beside a crossing or a decrease', () => {
  const piece = sheet(WORKED);
  refused(piece, { done: 2, worked: 0 }, [
    ['works half of a crossing', 'not-whole', [], on(3, 3)],
    ['unpicks half of a crossing', 'not-whole', [on(6, 3)], unpick(1, 3)],
  ]);
  refused(piece, { done: 3, worked: 0 }, [
    ['pulls out half of a crossing', 'not-whole', [park, turnWork, slip(4, 'feeding'), off(4)], ravel(3, 2)],
  ]);
  refused(piece, { done: 5, worked: 0 }, [
    [
      'catches one under two knit together',
      'not-so-many',
      [park, turnWork, slip(6, 'feeding'), off(2)],
      ravel(5, 1, { caught: 1 }),
    ],
  ]);
});

describe('where the work is never turned', () => {
  refused(sheet(PLAIN, { construction: 'round' }), { done: 4, worked: 0 }, [
    ['turns the work', 'wrong-side', [park], turnWork],
    ['lets more off than are in the round', 'not-so-many', [park], off(9)],
  ]);
  it('the round has no end: stitches slip and hang across its start', () => {
    const moves = [park, slip(1, 'feeding'), off(2), back(2), slip(9, 'taking'), takeUp];
    const done = tried(sheet(PLAIN, { construction: 'round' }), { done: 4, worked: 0 }, moves);
    expect(done).toMatchObject({ ok: true, value: { tips: 0, side: 'RS' } });
  });
});

it('lays a float where stitches were slipped, and knits what was knitted', () => {
  const piece = sheet(SLIPPED);
  // Row 4 ends at the right edge: the slipped two are the fourth and fifth from there.
  const before = [park, slip(3, 'taking'), off(2), ravel(4, 2)];
  const laid = tried(piece, { done: 4, worked: 0 }, [
    ...before,
    float(1),
    back(2),
    slip(3, 'feeding'),
    takeUp,
  ]);
  expect(laid).toMatchObject({ ok: true, value: { tips: 0, worked: 0, row: 5 } });
  const cells = laid.ok
    ? laid.value.loops.map(({ cell, row }) => [row, cell.cell.kind, cell.through.length])
    : [];
  expect(cells).toEqual(Array(8).fill([4, 'stitch', 1]));
});

it('a row finished is the next one begun, from the side that then faces her', () => {
  const done = tried(sheet(PLAIN), { done: 4, worked: 3 }, [{ do: 'finishRow', row: 5 }]);
  expect(done).toMatchObject({ ok: true, value: { row: 6, worked: 0, side: 'WS', tips: 8 } });
});
