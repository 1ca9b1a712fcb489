import fc from 'fast-check';
import { cells, steadyCells } from '../testing/arbitrary';
import { chartFrom, ringFrom, sheetOf } from '../testing/plans';
import { layRow, columnsGiven, columnsTaken, type LaidCell, type LaidRow } from '../chart/laid';
import { cellKey, gives, takes } from '../stitch/cells';
import type { Cell } from '../stitch/types';
import { pieceRow, wale } from '../indices';
import type { Deviation } from '../piece/deviation';
import { crossingsIn } from '../testing/mending';
import type { Hand } from '../stitch/types';
import { repairPlan, repairWith, type Ladder, type RepairPlan } from './plan';
import { released } from './released';
import { runs } from '../testing/size';

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

function twin(
  rows: readonly LaidRow[],
  faults: readonly (readonly [row: number, cell: LaidCell])[],
): Set<string> {
  const strands: Strand[] = [];
  let below: Loop[] = Array.from({ length: rows[0]?.takes ?? 0 }, (_, column) => new Loop(-1, column, []));
  const faulty: Loop[] = [];
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
      if (faults.some(([row, cell]) => row === index && cell === at)) faulty.push(...loops);
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

/** The rows stacked on row 1, released from some cells of them. */
function releasedFrom(rows: readonly LaidRow[], faults: readonly (readonly [row: number, cell: LaidCell])[]) {
  const fabric = { to: rows.length - 1, row: (row: number) => rows[row] as LaidRow };
  return released(
    fabric,
    faults.map(([row, cell], fault) => ({ row, cell, fault })),
  );
}

const flat = (rows: readonly LaidRow[], sets: ReturnType<typeof released>) =>
  new Set(
    sets.flatMap((set) =>
      set.rows.flatMap(({ row, cells: undone }) =>
        undone.flatMap((i) => {
          const laid = rows[row] as LaidRow;
          return columnsGiven(laid, laid.cells[i] as LaidCell).map((column) => `${row}:${column}`);
        }),
      ),
    ),
  );

type Pick = readonly [row: number, cell: number];
const picks = fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 1, maxLength: 3 });

/** Faults where there are cells that take something. */
function chosen(rows: readonly LaidRow[], chosenBy: readonly Pick[]) {
  // Where all was bound off or decreased away there is none.
  const found = chosenBy.flatMap(([row, cell]) => {
    const at = row % rows.length;
    const able = (rows[at] as LaidRow).cells.filter((one) => takes(one.cell) > 0);
    return able.length > 0 ? [[at, able[cell % able.length] as LaidCell] as const] : [];
  });
  return [...new Map(found.map((one) => [one[1], one])).values()];
}

/** All faults together release what the twin undoes, and no stitch is in two ladders. */
function agrees(rows: readonly LaidRow[], chosenBy: readonly Pick[]) {
  const faults = chosen(rows, chosenBy);
  if (faults.length === 0) return;
  const sets = releasedFrom(rows, faults);
  expect(flat(rows, sets)).toEqual(twin(rows, faults));
  const sizes = sets.map((set) => flat(rows, [set]).size);
  expect(sizes.reduce((sum, size) => sum + size, 0)).toBe(flat(rows, sets).size);
  expect(sets.flatMap((set) => set.faults).sort()).toEqual(faults.map((_, i) => i));
}

describe('released stitches against a brute-force twin, one to three faults', () => {
  it('in rows that keep their width', () =>
    fc.assert(
      fc.property(fc.array(steadyCells(12), { minLength: 1, maxLength: 8 }), picks, (stack, by) =>
        agrees(
          stack.map((row) => layRow(row)),
          by,
        ),
      ),
      { numRuns: runs(200, 3000) },
    ));

  it('on a ring whose rows begin at different stitches', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(steadyCells(10), fc.nat(9)), { minLength: 1, maxLength: 6 }),
        picks,
        (stack, by) =>
          agrees(
            stack.map(([row, phase]) => layRow(row, phase)),
            by,
          ),
      ),
      { numRuns: runs(150, 2000) },
    ));

  it('through in- and decreases', () =>
    fc.assert(
      fc.property(
        fc.array(fc.array(cells, { minLength: 14, maxLength: 20 }), { minLength: 2, maxLength: 5 }),
        picks,
        (stack, by) => {
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
          agrees(rows, by);
        },
      ),
      { numRuns: runs(200, 3000) },
    ));
});

/** The plan for the nth crossing of a row. */
function planFor(chart: string, row: number, done: number, nth = 0, repeats = 1): RepairPlan {
  const sheet = sheetOf([{ rows: 60, panels: [{ chart, id: 'p', repeats }] }]);
  const fault = crossingsIn(sheet, [row], 'uncrossed')[nth] as Deviation;
  const result = repairPlan(sheet, [fault], { done, worked: 0 }, 'right');
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value;
}
const ladder = (...of: Parameters<typeof planFor>) => planFor(...of).ladders[0] as Ladder;
const widths = ({ rows }: Ladder) => rows.map(({ columns }) => columns.length);
const said = ({ moves }: RepairPlan) =>
  moves.map((move) =>
    'count' in move ? `${move.do} ${move.count}` : 'row' in move ? `${move.do} ${move.row}` : move.do,
  );

describe('check values (common practice, no published source)', () => {
  it('rungs to undo = last finished row - crossing row + 1; a 2/2 crossing releases 4 stitches, a 3/3 crossing 6', () => {
    const rope = ladder('rope-4', 3, 6);
    expect(rope.strands).toBe(6 - 3 + 1);
    expect(rope.onNeedle).toBe(4);
    expect(rope.rows[0]?.columns).toEqual([2, 3, 4, 5]);
    expect(ladder('rope-6', 3, 5).onNeedle).toBe(6);
  });
  it('two rows below the needle over four stitches: two strands, the lowest first, the WS row knit from the RS', () => {
    const plan = planFor('rope-4', 3, 4);
    expect(said(plan)).toEqual([
      'workOn 2',
      'parkYarn',
      'slipOff 4',
      'ravel 4',
      'ravel 3',
      'strand 3',
      'slide',
      'strand 4',
      'slide',
      'putBack 4',
      'takeUpYarn',
    ]);
    const [lowest, upper] = plan.moves.filter((move) => move.do === 'strand');
    expect(lowest?.steps).toMatchObject([{ kind: 'crossing', heldCount: 2, thenCount: 2 }]);
    expect(upper?.steps).toMatchObject([{ kind: 'run', run: { stitch: 'knit', count: 4 } }]);
  });
  it('a rope stays as wide as itself and its later crossings are made again', () => {
    const out = ladder('rope-4', 3, 12);
    expect(new Set(widths(out))).toEqual(new Set([4]));
    expect(out.remake.map(({ row, fault }) => [row, fault])).toEqual([
      [3, true],
      [7, false],
      [11, false],
    ]);
  });
  it('a honeycomb unit stays closed for its four stitches; a braid spreads (hard case 6)', () => {
    expect(ladder('honeycomb', 3, 12, 0, 2).onNeedle).toBe(4);
    expect(widths(ladder('braid-3', 1, 12))).toEqual([4, 4, 4, 4, 6, 6, 6, 6, 6, 6, 6, 6]);
  });
  it('stitches that join higher up are passed until their row comes', () => {
    const strands = planFor('braid-3', 1, 6).moves.filter((move) => move.do === 'strand');
    expect(strands.map(({ row, pass, gives: made }) => [row, pass, made])).toEqual([
      [1, 2, 4],
      [2, 2, 4],
      [3, 2, 4],
      [4, 2, 4],
      [5, 0, 6],
      [6, 0, 6],
    ]);
  });
  it('two neighbouring 2/2 faults in one row, one WS row since: two ladders of two strands, a stop each, in working order', () => {
    const sheet = sheetOf([
      {
        rows: 20,
        panels: [
          {
            chart: chartFrom(
              'Row 1 (RS): p2, 2/2 RC, 2/2 LC, p2.\nRow 2: knit the knits and purl the purls.',
            ),
            id: 'p',
          },
        ],
      },
    ]);
    const result = repairPlan(sheet, crossingsIn(sheet, [1]), { done: 2, worked: 0 }, 'right');
    if (!result.ok) throw new Error('no plan');
    expect(result.value.ladders.map(({ strands, onNeedle, faults }) => [strands, onNeedle, faults])).toEqual([
      [2, 4, [0]],
      [2, 4, [1]],
    ]);
    const one = [
      'parkYarn',
      'slipOff 4',
      'ravel 2',
      'ravel 1',
      'strand 1',
      'slide',
      'strand 2',
      'slide',
      'putBack 4',
      'takeUpYarn',
    ];
    expect(said(result.value)).toEqual(['workOn 2', ...one, 'workOn 4', ...one]);
  });
  it('a fault higher up in the same rope is put right by the same ladder', () => {
    const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'p' }] }]);
    const result = repairPlan(sheet, crossingsIn(sheet, [3, 7]), { done: 10, worked: 0 }, 'right');
    expect(result).toMatchObject({ ok: true, value: { ladders: [{ faults: [0, 1], strands: 8 }] } });
  });
  it('marked crossings that are let down on the way are put right with it, others are left', () => {
    const sheet = sheetOf([
      {
        rows: 20,
        panels: [
          { chart: 'rope-4', id: 'p' },
          { chart: 'rope-4', id: 'q' },
        ],
      },
    ]);
    const [p3, p7, q3] = [
      crossingsIn(sheet, [3])[0],
      crossingsIn(sheet, [7])[0],
      crossingsIn(sheet, [3])[1],
    ] as Deviation[];
    const result = repairWith(sheet, [p3!], [p3!, p7!, q3!], { done: 10, worked: 0 }, 'right');
    expect(result).toMatchObject({
      ok: true,
      value: { faults: [p3, p7], plan: { ladders: [{ strands: 8 }] } },
    });
  });
  it('a ridge slipped on every WS row: its strand is a float, and where purls lie beside it only they are worked (hard case 7)', () => {
    const { ladders, moves } = planFor('ogee', 7, 10);
    expect(moves.filter((move) => move.do === 'float').map(({ row }) => row)).toEqual([8]);
    const tenth = moves.find((move) => move.do === 'strand' && move.row === 10);
    expect(tenth).toMatchObject({ do: 'strand', gives: 4 });
    const steps = tenth?.do === 'strand' ? tenth.steps : [];
    expect(steps.map((step) => step.kind === 'run' && `${step.run.stitch} ${step.run.count}`)).toEqual([
      'slipBehind 1',
      'purl 2',
      'slipBehind 1',
    ]);
    expect(ladders[0]).toMatchObject({ strands: 3, floats: 1 });
  });
  it('with the row in hand: worked to the stitches, slipped back when it has passed them, turned with a WS row (hard case 6)', () => {
    const sheet = sheetOf([
      {
        rows: 60,
        panels: [
          { chart: 'garter', repeats: 4 },
          { chart: 'rope-4', id: 'p' },
        ],
      },
    ]);
    const way = (done: number, worked: number, hand: Hand, wrongSide: 'turn' | 'finish' = 'turn') => {
      const plan = repairPlan(sheet, crossingsIn(sheet, [3]), { done, worked }, hand, {
        wrongSide,
        between: 'slide',
      });
      if (!plan.ok) throw new Error('no plan');
      const all = said(plan.value);
      return [
        ...all.slice(0, all.indexOf('slipOff 4')),
        plan.value.ladders[0]?.strands,
        ...all.slice(all.indexOf('putBack 4') + 1),
      ];
    };
    expect(way(6, 0, 'right')).toEqual(['workOn 6', 'parkYarn', 4, 'takeUpYarn']);
    expect(way(6, 0, 'left')).toEqual(['workOn 2', 'parkYarn', 4, 'takeUpYarn']);
    // Row 7 has crossed them and gone on by one.
    expect(way(6, 8, 'right')).toEqual(['parkYarn', 'slip 5', 5, 'slip 5', 'takeUpYarn']);
    // One of the four is worked already: taken back, it costs no strand more. So are three.
    expect(way(4, 7, 'right')).toEqual(['unpick 1', 'parkYarn', 2, 'takeUpYarn']);
    expect(way(4, 9, 'right')).toEqual(['unpick 3', 'parkYarn', 2, 'takeUpYarn']);
    expect(way(7, 0, 'right')).toEqual([
      'parkYarn',
      'turnWork',
      'slip 6',
      5,
      'slip 6',
      'turnWork',
      'takeUpYarn',
    ]);
    expect(way(7, 0, 'right', 'finish')).toEqual(['finishRow 8', 'workOn 6', 'parkYarn', 6, 'takeUpYarn']);
    expect(way(7, 6, 'right')).toEqual(['parkYarn', 'turnWork', 6, 'turnWork', 'takeUpYarn']);
  });
  it('stitches over the start of the round are reached from there', () => {
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
    const last = crossingsIn(ring, [1])[2] as Deviation;
    const result = repairPlan(ring, [last], { done: 1, worked: 0 }, 'right');
    expect(result).toMatchObject({ ok: true, value: { ladders: [{ onNeedle: 4, strands: 1 }] } });
  });
  it('an increase or a decrease is worked again as what it is', () => {
    const chart = chartFrom(
      'Row 1 (RS): p1, 2/2 RC, p1.\nRow 2: knit the knits and purl the purls.\nRow 3: p1, k1, k2tog, m1l, k1, p1.\nRow 4: knit the knits and purl the purls.',
    );
    const sheet = sheetOf([{ rows: 8, panels: [{ chart, id: 'p' }] }]);
    const strand = (hand: Hand) => {
      const result = repairPlan(sheet, crossingsIn(sheet, [1]), { done: 4, worked: 0 }, hand);
      const step = result.ok && result.value.moves.find((move) => move.do === 'strand' && move.row === 3);
      return step && step.do === 'strand'
        ? step.steps.map((s) => (s.kind === 'run' ? s.run.count : s.kind === 'special' && cellKey(s.cell)))
        : [];
    };
    expect(strand('right')).toEqual([1, 'dec:2:right:knit', 'make:left:knit', 1]);
    expect(strand('left')).toEqual([1, 'make:right:knit', 'dec:2:left:knit', 1]);
  });
});

it('says plainly when there is no such crossing, the row is not knitted yet, or stitches above are bound off', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: chartFrom('rope-4'), id: 'p' }] }]);
  const at = (row: number, w: number) => {
    const fault = { pieceRow: pieceRow(row), panel: 'p', wale: wale(w), made: 'unknown' } as const;
    return repairPlan(sheet, [fault], { done: 6, worked: 0 }, 'right');
  };
  const codes = [at(4, 2), at(3, 0), at(7, 2)].map((one) =>
    one.ok ? [] : one.error.map(({ code }) => code),
  );
  expect(codes).toEqual([['no-such-crossing'], ['no-such-crossing'], ['row-not-worked']]);
});
