/** Sewing over and grafting, done literally, leave the charted crossing. Common practice, no published source. */
import { otherLean, type Deviation } from '../piece/deviation';
import { patternPosition, pieceRow, wale } from '../indices';
import { charted, made, worksheet, type Worksheet } from '../piece/worksheet';
import { columnLinks } from '../chart/laid';
import { links, stitchesAfter, takes } from '../stitch/cells';
import { faceOfStitch } from '../stitch/looks';
import { shelfCharts } from '../shelf/shelf';
import { crossingsIn, withFaults } from '../testing/mending';
import { chartFrom, sheetOf } from '../testing/plans';
import { graft, graftPlan } from './grafted';
import { crossingAt, repairPlan } from './plan';
import { sew, sewPlan, stitchSize, threadFor, yarnOf } from './sewn';

const ROWS = 24;
/** Every crossing of a chart, leaning the other way. */
function faultsOf(chart: string) {
  const rows = chartFrom(chart).once ? chartFrom(chart).rows.length : ROWS;
  const sheet = sheetOf([
    {
      rows,
      panels: [
        { chart: 'garter', repeats: 3 },
        { chart, id: 'p', repeats: 2 },
      ],
    },
  ]);
  const all = crossingsIn(
    sheet,
    Array.from({ length: rows }, (_, i) => i + 1),
  );
  const faults = all.flatMap((fault): Deviation[] => {
    const at = crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
    return at ? [{ ...fault, made: otherLean(at.cell) }] : [];
  });
  return { sheet, faults, rows };
}
const cellOf = (sheet: Worksheet, fault: Deviation) => {
  const at = crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
  if (!at) throw new Error('no crossing');
  return at;
};

const keys = shelfCharts().map(({ key }) => key);

describe('sewn over', () => {
  it.each(keys)(
    '%s: the strand that should lie on top does, every stitch once, upper before lower',
    (key) => {
      const { sheet, faults } = faultsOf(key);
      for (const fault of faults) {
        const plan = sewPlan(withFaults(sheet, [fault]), fault);
        const { cell } = cellOf(sheet, fault);
        const purled = cell.over.some((one) => one !== 'knit' && one !== 'knitTbl');
        expect(plan.ok).toBe(!purled);
        if (!plan.ok) continue;
        const over = new Set(
          stitchesAfter(cell).flatMap(({ group }, head) => (group === 'over' ? [head] : [])),
        );
        const wanted = links(cell).filter(([, head]) => over.has(head));
        expect(sew(plan.value, plan.value.covers)).toEqual({ ok: true, value: wanted });
      }
    },
  );
  it('two over two is two columns of two stitches; spoilt, it is refused or comes out otherwise', () => {
    const { sheet, faults } = faultsOf('rope-4');
    const plan = sewPlan(sheet, faults.find(({ pieceRow }) => pieceRow === 7) as Deviation);
    if (!plan.ok) throw new Error(plan.error.why);
    const { covers } = plan.value;
    expect(covers.map(({ column, row, foot, head }) => [column, row, foot, head])).toEqual([
      [1, 7, 3, 1],
      [1, 6, 3, 3],
      [2, 7, 4, 2],
      [2, 6, 4, 4],
    ]);
    expect(sew(plan.value, covers.toReversed())).toEqual({ ok: false, error: 'legs-not-there' });
    expect(sew(plan.value, [...covers, ...covers.slice(0, 1)])).toEqual({ ok: false, error: 'sewn-twice' });
    expect(sew(plan.value, covers.slice(2))).toMatchObject({ value: [[3, 1]] });
  });
  it('thread is as long as the stitches need, by the swatch where there is one', () => {
    const { sheet, faults } = faultsOf('rope-4');
    const cm = (of: Worksheet) => {
      const plan = sewPlan(of, faults[1] as Deviation);
      return plan.ok ? plan.value.cm : 0;
    };
    const size = stitchSize(sheet);
    expect(cm(sheet)).toBe(threadFor(2 * yarnOf(size, 2) + 2 * yarnOf(size, 0)));
    const swatch = { stitches: 5, widthCm: 30, rows: 4, heightCm: 20, grams: null };
    const none = { wanted: null, panelWidths: {}, needle: null, ball: null, targetCm: null };
    const thick = { ...sheet, plan: { ...sheet.plan, making: { ...none, swatch } } };
    expect(stitchSize(thick)).toEqual({ wide: 6, high: 5 });
    expect(cm(thick)).toBeGreaterThan(cm(sheet) * 3);
  });
});

describe('sewing that cannot be done is refused', () => {
  const cover = (row: number, foot: number, head: number) => ({ row, foot, head, column: 1, at: 0 });
  const sewn = (...covers: readonly (readonly [row: number, foot: number, head: number])[]) => {
    const done = sew(
      { row: 7, width: 4 },
      covers.map(([row, foot, head]) => cover(row, foot, head)),
    );
    return done.ok ? done.value : done.error;
  };
  it.each([
    ['a foot right of the crossing', [7, 0, 1], 'no-such-stitch'],
    ['a foot left of it', [7, 5, 1], 'no-such-stitch'],
    ['a head right of it', [7, 1, 0], 'no-such-stitch'],
    ['a head left of it', [7, 1, 5], 'no-such-stitch'],
    ['a row above', [8, 1, 1], 'no-such-stitch'],
    ['two rows below', [5, 1, 1], 'no-such-stitch'],
    ['a lower stitch that leans', [6, 1, 2], 'not-linked'],
    ['a lower stitch under nothing', [6, 1, 1], 'legs-not-there'],
  ] as const)('%s', (_, one, why) => expect(sewn(one)).toBe(why));
  it('two that end in one place, or begin there', () => {
    expect(sewn([7, 1, 3], [7, 2, 3])).toBe('sewn-twice');
    expect(sewn([7, 1, 3], [7, 1, 4])).toBe('sewn-twice');
    expect(sewn([7, 4, 2], [7, 3, 1])).toEqual([
      [2, 0],
      [3, 1],
    ]);
  });
  it('what is not known, not charted or purled on top, and what is not there at all', () => {
    const { sheet, faults } = faultsOf('rope-4');
    const [fault] = faults as [Deviation];
    const why = (more: Partial<Deviation>) => {
      const plan = sewPlan(sheet, { ...fault, ...more });
      return plan.ok ? null : plan.error.why;
    };
    expect(why({})).toBeNull();
    expect(why({ made: 'unknown' })).toBe('unknown');
    expect(why({ pieceRow: pieceRow(fault.pieceRow + 1) })).toBe('plain');
    expect(why({ pieceRow: pieceRow(ROWS + 1) })).toBe('plain');
  });
  it('in the first row only the crossing itself is sewn: under it lies the cast-on', () => {
    const sheet = sheetOf([{ rows: 4, panels: [{ chart: 'Row 1 (RS): 2/2 RC.\nRow 2: p4.', id: 'p' }] }]);
    const [fault] = crossingsIn(sheet, [1]) as [Deviation];
    const plan = sewPlan(sheet, { ...fault, made: 'uncrossed' });
    expect(plan.ok && plan.value.covers.map(({ row }) => row)).toEqual([1, 1]);
    const above = sewPlan(sheet, { ...fault, pieceRow: pieceRow(3), made: 'uncrossed' });
    expect(above.ok && above.value.covers.map(({ row }) => row)).toEqual([3, 2, 3, 2]);
  });
});

describe('cut and grafted', () => {
  it.each(keys)('%s: every loop below meets the loop above that the chart says, with its face', (key) => {
    const { sheet, faults, rows } = faultsOf(key);
    for (const fault of faults) {
      const plan = graftPlan(withFaults(sheet, [fault]), fault, rows);
      if (!plan.ok) {
        expect(plan.error.why).toBe(fault.pieceRow >= rows ? 'topmost' : 'slipped');
        continue;
      }
      const row = charted(sheet, fault.pieceRow);
      const at = cellOf(sheet, fault);
      const { columns, open } = plan.value;
      const first = at.taken - columns.findIndex((column) => column === at.given);
      const cells = row.laid.cells.filter(
        (cell) => takes(cell.cell) > 0 && cell.taken >= first && cell.taken < first + open,
      );
      const wanted = cells.flatMap((cell) =>
        columnLinks(row.laid, cell).map(([below, above]) => [below - first, above - (columns[0] ?? 0)]),
      );
      const done = graft(plan.value);
      expect(done.ok && done.value.links).toEqual(wanted.sort(([a], [b]) => (a ?? 0) - (b ?? 0)));
      const faces = cells.flatMap(({ cell }) =>
        cell.kind === 'crossing'
          ? stitchesAfter(cell).map(({ stitch }) => faceOfStitch(stitch))
          : cell.kind === 'stitch'
            ? [faceOfStitch(cell.stitch)]
            : [],
      );
      expect(done.ok && done.value.faces).toEqual(faces);
    }
  });
  it('one made where none is charted is grafted straight', () => {
    const { sheet, faults } = faultsOf('rope-4');
    const [fault] = faults as [Deviation];
    const extra = { ...fault, pieceRow: (fault.pieceRow + 2) as Deviation['pieceRow'] };
    expect(
      made(withFaults(sheet, [extra]), extra.pieceRow).laid.cells.some(({ cell }) => cell === extra.made),
    ).toBe(true);
    const plan = graftPlan(withFaults(sheet, [extra]), extra, ROWS);
    if (!plan.ok) throw new Error(plan.error.why);
    expect(plan.value.pass).toBeNull();
    const done = graft(plan.value);
    expect(done.ok && done.value.links.every(([below, above]) => below === above)).toBe(true);
  });
  it('a loop too many, or groups that do not touch, are refused', () => {
    const { sheet, faults } = faultsOf('rope-4');
    const plan = graftPlan(sheet, faults[0] as Deviation, ROWS);
    if (!plan.ok || !plan.value.pass) throw new Error('no plan');
    expect(graft({ ...plan.value, open: plan.value.open + 1 })).toMatchObject({ error: 'not-so-many' });
    const apart = { ...plan.value.pass, over: { from: 7, to: 8 } };
    expect(graft({ ...plan.value, pass: apart })).toMatchObject({ error: 'not-side-by-side' });
    const { open, snip } = plan.value;
    const moved = (by: number) =>
      graft({
        ...plan.value,
        pass: { over: { from: 1 + by, to: 2 + by }, under: { from: 3 + by, to: 4 + by }, centre: null },
      }).ok;
    expect([-1, 0, open - 4, open - 3].map(moved)).toEqual([false, true, true, false]);
    expect(snip).toBe(4);
    expect([0, 1, open, open + 1].map((at) => graft({ ...plan.value, snip: at }).ok)).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
  it('what is not there, or has nothing above it, is not grafted', () => {
    const { sheet, faults } = faultsOf('rope-4');
    const [fault] = faults as [Deviation];
    const why = (more: Partial<Deviation>, done = ROWS) => {
      const plan = graftPlan(sheet, { ...fault, ...more }, done);
      return plan.ok ? null : plan.error.why;
    };
    expect(why({})).toBeNull();
    expect([why({}, fault.pieceRow), why({}, fault.pieceRow + 1)]).toEqual(['topmost', null]);
    expect(why({ pieceRow: pieceRow(ROWS + 1) }, ROWS + 2)).toBe('not-there');
    expect(why({ panel: 'nobody' })).toBe('not-there');
  });
});

it('in a panel of which the record says that it lies otherwise, its own rows are worked', () => {
  const plain = sheetOf([{ rows: 24, panels: [{ chart: 'rope-4', id: 'p' }] }]);
  const record = {
    panel: 'p',
    from: pieceRow(17),
    position: patternPosition(15),
    chartedFrom: pieceRow(17),
    madeFrom: pieceRow(1),
  };
  const sheet = worksheet(plain.plan, { amendments: [record], deviations: [] });
  const fault: Deviation = { pieceRow: pieceRow(8), panel: 'p', wale: wale(2), made: 'uncrossed' };
  expect([crossingAt(plain, 8, 'p', 2), crossingAt(sheet, 7, 'p', 2)]).toEqual([null, null]);
  expect(crossingAt(sheet, 8, 'p', 2)?.cell.lean).toBe('right');
  expect(sewPlan(sheet, fault)).toMatchObject({ ok: true, value: { row: 8, width: 4 } });
  expect(graftPlan(sheet, fault, 16)).toMatchObject({ ok: true, value: { row: 8, open: 8 } });
  const plan = repairPlan(sheet, [fault], { done: 16, worked: 0 }, 'right');
  expect(plan.ok && plan.value.ladders.map(({ remake }) => remake.map(({ row }) => row))).toEqual([
    [8, 12, 16],
  ]);
});
