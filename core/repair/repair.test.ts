import fc from 'fast-check';
import { cells, steadyCells } from '../testing/arbitrary';
import { chartFrom, ringFrom, sheetOf } from '../testing/plans';
import { layRow, columnsGiven, columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { cellKey, gives, takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';
import { pieceRow, wale } from '../indices';
import { crossingsOf } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import { charted } from '../piece/worksheet';
import { ladderFor, type Ladder } from './ladder';
import { released } from './released';

/** The slow twin: loops are objects, pulled through each other, undone one at a time. */
class Loop {
  readonly above: Loop[] = [];
  undone = false;
  constructor(
    readonly row: number,
    readonly column: number,
    readonly mates: Loop[],
  ) {
    mates.push(this);
  }
}
/** A strand between two neighbouring loops of a row, on which increases of the next row may hang. */
type Strand = {
  readonly right: Loop;
  readonly left: Loop;
  readonly hung: Loop[];
  readonly needsBoth: boolean;
};

function twin(rows: readonly LaidRow[], fault: LaidCell): Set<string> {
  const strands: Strand[] = [];
  let below: Loop[] = Array.from({ length: rows[0]?.takes ?? 0 }, (_, column) => new Loop(-1, column, []));
  let faulty: Loop[] = [];
  rows.forEach((row, index) => {
    const here: Loop[] = [];
    for (const at of row.cells) {
      const mates: Loop[] = [];
      const loops = columnsGiven(row, at).map((column) => (here[column] = new Loop(index, column, mates)));
      for (const column of columnsTaken(row, at)) (below[column] as Loop).above.push(...loops);
      if (at.cell.kind === 'increase' && takes(at.cell) === 0) {
        const right = below[(at.taken - 1 + row.takes) % row.takes] as Loop;
        const left = below[at.taken % row.takes] as Loop;
        strands.push({ right, left, hung: loops, needsBoth: at.cell.how === 'yarnOver' });
      }
      if (index === 0 && at === fault) faulty = loops;
    }
    below = here;
  });
  const out = new Set<string>();
  const undo = (loop: Loop) => {
    if (loop.undone || loop.row < 0) return;
    loop.undone = true;
    out.add(`${loop.row}:${loop.column}`);
    loop.above.forEach(undo);
    loop.mates.forEach(undo);
    for (const { right, left, hung, needsBoth } of strands)
      if (needsBoth ? right.undone && left.undone : right.undone || left.undone) hung.forEach(undo);
  };
  faulty.forEach(undo);
  return out;
}

const flat = (result: ReturnType<typeof released>) =>
  new Set(result.rungs.flatMap(({ index, columns }) => columns.map((column) => `${index}:${column}`)));

describe('released stitches against a brute-force twin', () => {
  it('in rows that keep their width', () =>
    fc.assert(
      fc.property(fc.array(steadyCells(12), { minLength: 1, maxLength: 8 }), fc.nat(), (stack, pick) => {
        const rows = stack.map((row) => layRow(row));
        const fault = rows[0]?.cells[pick % (rows[0]?.cells.length ?? 1)] as LaidCell;
        expect(flat(released(rows, fault))).toEqual(twin(rows, fault));
      }),
      { numRuns: 300 },
    ));

  it('on a ring whose rows begin at different stitches', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(steadyCells(10), fc.nat(9)), { minLength: 1, maxLength: 6 }),
        fc.nat(),
        (stack, pick) => {
          const rows = stack.map(([row, phase]) => layRow(row, phase));
          const fault = rows[0]?.cells[pick % (rows[0]?.cells.length ?? 1)] as LaidCell;
          expect(flat(released(rows, fault))).toEqual(twin(rows, fault));
        },
      ),
      { numRuns: 200 },
    ));

  it('through in- and decreases', () =>
    fc.assert(
      fc.property(
        fc.array(fc.array(cells, { minLength: 14, maxLength: 20 }), { minLength: 2, maxLength: 5 }),
        fc.nat(),
        (stack, pick) => {
          let width = 12;
          const rows = stack.map((wanted) => {
            const row: Cell[] = [];
            let left = width;
            for (const cell of wanted) {
              if (takes(cell) > left || (takes(cell) === 0 && (row.length === 0 || left === 0))) continue;
              row.push(cell);
              left -= takes(cell);
            }
            while (left-- > 0) row.push({ kind: 'stitch', stitch: 'knit' });
            width = row.reduce((sum, cell) => sum + gives(cell), 0);
            return layRow(row);
          });
          const worked = rows[0]?.cells.filter(({ cell }) => takes(cell) > 0) as LaidCell[];
          const fault = worked[pick % worked.length] as LaidCell;
          expect(flat(released(rows, fault))).toEqual(twin(rows, fault));
        },
      ),
      { numRuns: 300 },
    ));
});

/** The ladder for the nth crossing of a row. */
function ladder(chart: string, row: number, needle: number, nth = 0, repeats = 1): Ladder {
  const sheet = sheetOf([{ rows: 60, panels: [{ chart, id: 'p', repeats }] }]);
  const panel = charted(sheet, row).panels[0]!;
  const at = crossingsOf(panel)[nth]!;
  const result = ladderFor(
    sheet,
    { pieceRow: row, panel: 'p', wale: waleOf(panel, at), made: 'uncrossed' },
    needle,
    'right',
  );
  if (typeof result === 'string') throw new Error(result);
  return result;
}

describe('check values (common practice, no published source)', () => {
  it('rungs to undo = last finished row - crossing row + 1; a 2/2 crossing releases 4 stitches, a 3/3 crossing 6', () => {
    const rope = ladder('rope-4', 3, 6);
    expect(rope.released.strands).toBe(6 - 3 + 1);
    expect(rope.released.onNeedle).toEqual([2, 3, 4, 5]);
    expect(ladder('rope-6', 3, 5).released.onNeedle).toHaveLength(6);
  });
  it('a rope stays as wide as itself and its later crossings are made again', () => {
    const { released: out } = ladder('rope-4', 3, 12);
    expect(out.rungs.every(({ columns }) => columns.length === 4)).toBe(true);
    expect(out.remake.map(({ index }) => index + 3)).toEqual([3, 7, 11]);
  });
  it('a honeycomb unit stays closed for its four stitches; a braid spreads (hard case 6)', () => {
    expect(ladder('honeycomb', 3, 12, 0, 2).released.onNeedle).toHaveLength(4);
    const braid = ladder('braid-3', 1, 12);
    expect(braid.released.rungs.map(({ columns }) => columns.length)).toEqual([
      4, 4, 4, 4, 6, 6, 6, 6, 6, 6, 6, 6,
    ]);
  });
  it('the lowest loose strand comes first, each crossing before its own strand, WS rows as they look from the RS', () => {
    const steps = ladder('rope-4', 3, 8).steps;
    expect(steps.map((step) => ('row' in step ? `${step.kind} ${step.row}` : step.kind))).toEqual([
      'reach', 'letDown 3', 'cross 3', 'strand 3', 'strand 4', 'strand 5', 'strand 6', 'cross 7', 'strand 7', 'strand 8', 'back',
    ]); // prettier-ignore
    const strands = steps.filter((step) => step.kind === 'strand');
    expect(strands.map(({ first }) => first)).toEqual([true, false, false, false, false, false]);
    for (const strand of strands)
      expect(strand.works).toEqual([{ kind: 'run', run: { stitch: 'knit', count: 4 } }]);
  });
  it('a ridge slipped on every WS row: its strand is a float, and where purls lie beside it only they are worked (hard case 7)', () => {
    const { steps, released: out } = ladder('ogee', 7, 10);
    expect(steps.filter(({ kind }) => kind === 'float')).toEqual([{ kind: 'float', row: 8 }]);
    expect(steps.find((step) => step.kind === 'strand' && step.row === 10)).toMatchObject({
      works: [{ kind: 'run', run: { stitch: 'purl', count: 2 } }],
      passes: 2,
    });
    expect(out.strands).toBe(3);
  });
  it('one more rung when the row in hand has already passed the stitches (hard case 6)', () => {
    const sheet = sheetOf([{ rows: 60, panels: [{ chart: 'garter', repeats: 4 }, { chart: 'rope-4' }] }]); // prettier-ignore
    const fault = { pieceRow: 3, panel: 'panel-2', wale: 6, made: 'unknown' } as const;
    const at = (done: number, hand: 'right' | 'left', passed: boolean) => {
      const result = ladderFor(sheet, fault, done, hand, passed) as Ladder;
      return [result.released.strands, result.steps[0]];
    };
    const reach = (how: string, before: number) => ({ kind: 'reach', how, before, count: 4 });
    expect(at(6, 'right', false)).toEqual([4, reach('work', 6)]);
    expect(at(6, 'left', false)).toEqual([4, reach('work', 2)]);
    expect(at(7, 'right', false)).toEqual([5, reach('turn', 6)]);
    expect(at(7, 'right', true)).toEqual([6, reach('passed', 6)]);
  });
  it('stitches over the start of the round are reached at its end', () => {
    const chart = ringFrom(
      'Rnd 1: *p2, 2/2 RC; rep from * to end.\nRnd 2: p1, *k4, p2; rep from * to last 5 sts, k4, p1.',
    );
    const shifted = {
      ...chart,
      rows: chart.rows.map((row) => (row.kind === 'ring' ? { ...row, phase: 4 } : row)),
    };
    const ring = sheetOf([{ rows: 20, panels: [{ chart: shifted, id: 'p', repeats: 3 }] }], {
      construction: 'round',
    });
    const panel = charted(ring, 1).panels[0]!;
    const last = crossingsOf(panel)[2]!;
    const result = ladderFor(
      ring,
      { pieceRow: pieceRow(1), panel: 'p', wale: wale(waleOf(panel, last)), made: 'unknown' },
      1,
      'right',
    ) as Ladder;
    expect(result.released.onNeedle).toEqual(
      [0, 1, 2, 3].map((i) => (last.given + i) % 18).sort((a, b) => a - b),
    );
    expect(result.steps[0]).toMatchObject({ how: 'work', before: last.given % 18 });
  });
  it('an increase or a decrease is worked again as what it is', () => {
    const chart = chartFrom(
      'Row 1 (RS): p1, 2/2 RC, p1.\nRow 2: knit the knits and purl the purls.\nRow 3: p1, k1, k2tog, m1l, k1, p1.\nRow 4: knit the knits and purl the purls.',
    );
    const sheet = sheetOf([{ rows: 8, panels: [{ chart, id: 'p' }] }]);
    const strand = (hand: 'right' | 'left') => {
      const result = ladderFor(
        sheet,
        { pieceRow: pieceRow(1), panel: 'p', wale: wale(1), made: 'unknown' },
        4,
        hand,
      ) as Ladder;
      const step = result.steps.find((s) => s.kind === 'strand' && s.row === 3);
      return step?.kind === 'strand'
        ? step.works.map((w) => (w.kind === 'run' ? w.run.count : cellKey(w.cell)))
        : [];
    };
    expect(strand('right')).toEqual([1, 'dec:2:right:knit', 'make:left:knit', 1]);
    expect(strand('left')).toEqual([1, 'make:right:knit', 'dec:2:left:knit', 1]);
  });
});

it('says plainly when there is no such crossing, or the row is not knitted yet', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: chartFrom('rope-4'), id: 'p' }] }]);
  const at = (row: number, w: number) =>
    ladderFor(sheet, { pieceRow: pieceRow(row), panel: 'p', wale: wale(w), made: 'unknown' }, 6, 'right');
  expect([at(4, 2), at(3, 0), at(7, 2)]).toEqual(['no-such-crossing', 'no-such-crossing', 'row-not-worked']);
});
