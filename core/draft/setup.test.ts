import fc from 'fast-check';
import { lineCharts, ringCharts } from '../testing/arbitrary';
import { mirrorCell, mirrorChart } from '../chart/mirrored';
import { expandRow } from '../chart/row';
import { gives, takes } from '../stitch/cells';
import { charted, type Worksheet } from '../piece/worksheet';
import { isCrossing } from '../piece/crossings';
import { NO_MAKING } from '../piece/making';
import { checkDraft, panelDraft, type CheckedDraft, type PieceDraft, type SectionDraft } from './draft';
import { mirrorDraft } from './pair';
import { draftSchema } from './schema';
import { shapingDraft, type ShapingDraft } from './shaping-draft';
import type { SpreadDraft } from './spread-row';

const charts = fc.oneof(lineCharts, ringCharts);
const RIB = 'Row 1 (RS): *k2, p2; rep from * to end.\nRow 2: *k2, p2; rep from * to end.';
const ROPE = 'Row 1 (RS): p3, 2/2 RC, p3.\nRow 2: k3, p4, k3.\nRow 3: p3, k4, p3.\nRow 4: k3, p4, k3.';
const MAKING = { ...NO_MAKING, swatch: { stitches: 22, widthCm: 10, rows: 30, heightCm: 10, grams: null } };

const draftOf = (sections: readonly Partial<SectionDraft>[], more: Partial<PieceDraft> = {}): PieceDraft => ({
  name: 'Cosy',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: sections.map((section, i) => ({ id: `s-${i}`, name: `s ${i}`, rows: 8, panels: [], ...section })),
  ...more,
});
const spread = (more: Partial<SpreadDraft> = {}): SpreadDraft => ({
  does: 'increase',
  times: 16,
  way: 'even',
  lean: 'mirrored',
  ground: 'presented',
  columns: [],
  ...more,
});
const shaping = (more: Partial<ShapingDraft> = {}) =>
  shapingDraft('neck', { from: { row: 3 }, phases: [{ every: 6, times: 2 }, { every: 4, times: 2 }], ...more }); // prettier-ignore
const sound = (draft: PieceDraft): CheckedDraft => {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value;
};
const problems = (draft: PieceDraft) => {
  const checked = checkDraft(draft);
  return checked.ok ? [] : checked.error.map((p) => [p.code, 'section' in p ? p.section : null]);
};
const counts = (sheet: Worksheet) =>
  Array.from({ length: sheet.rows }, (_, i) => charted(sheet, i + 1).laid.gives);
const rib = (repeats = 16) => ({ rows: 6, panels: [panelDraft('rib', 'Rib', RIB, { repeats })] });
const body = (repeats = 8) => ({ rows: 12, panels: [panelDraft('rope', 'Rope', ROPE, { repeats })] });

describe('a row of increases between rib and cables', () => {
  it('64 to 80 goes from rib to cables and never into a coming crossing', () => {
    const { sheet, spreads } = sound(draftOf([rib(), { spread: spread() }, body()]));
    expect(counts(sheet).slice(5, 8)).toEqual([64, 80, 80]);
    const row = charted(sheet, 7).laid.cells;
    const next = charted(sheet, 8).laid.cells.filter(({ cell }) => isCrossing(cell));
    const made = row.filter(({ cell }) => cell.kind === 'increase');
    expect(made).toHaveLength(16);
    expect(
      made.filter(({ given }) => next.some((at) => given >= at.given && given < at.given + takes(at.cell))),
    ).toEqual([]);
    expect(spreads.get(1)?.places).toHaveLength(16);
  });
  it('in the round it is one after every 4 where any place will do', () => {
    const round = RIB.replaceAll('Row', 'Rnd')
      .replace(' (RS)', '')
      .replace('Rnd 2: *k2, p2', 'Rnd 2: *k2, p2');
    const rope = ROPE.replaceAll('Row', 'Rnd').replace(' (RS)', '').replaceAll('k3, p4, k3', 'p3, k4, p3');
    const draft = draftOf(
      [
        { rows: 6, panels: [panelDraft('rib', 'Rib', round, { repeats: 16 })] },
        { spread: spread({ way: 'anywhere' }) },
        { rows: 12, panels: [panelDraft('rope', 'Rope', rope, { repeats: 8 })] },
      ],
      { construction: 'round' },
    );
    const row = sound(draft).spreads.get(1);
    expect(row?.places).toEqual(Array.from({ length: 16 }, (_, i) => 4 * (i + 1)));
  });
  it('named columns of every repeat become the new stitches, with the face that the pattern shows there', () => {
    const named = spread({ way: 'columns', columns: [{ panel: 'rope', of: [5, 8] }] });
    const { sheet } = sound(draftOf([rib(), { spread: named }, body()]));
    const made = charted(sheet, 7).laid.cells.filter(({ cell }) => cell.kind === 'increase');
    expect(made.map(({ given }) => (given % 10) + 1)).toEqual(
      Array.from({ length: 16 }, (_, i) => (i % 2 ? 8 : 5)),
    );
    expect(made.map(({ cell }) => ('face' in cell ? cell.face : null)).slice(0, 2)).toEqual(['knit', 'purl']);
  });
  it('the stitches between are worked as they present themselves, or knit', () => {
    const cells = (ground: 'presented' | 'knit') =>
      charted(sound(draftOf([rib(), { spread: spread({ ground }) }, body()])).sheet, 7).laid.cells;
    const faces = (ground: 'presented' | 'knit') =>
      cells(ground).flatMap(({ cell }) => (cell.kind === 'stitch' ? cell.stitch : [])).slice(0, 4); // prettier-ignore
    expect(faces('knit')).toEqual(['knit', 'knit', 'knit', 'knit']);
    expect(new Set(faces('presented'))).toEqual(new Set(['knit', 'purl']));
  });
  it.each([
    ['increase', 'left', 'left left left left'],
    ['increase', 'right', 'right right right right'],
    ['increase', 'mirrored', 'right right left left'],
    ['decrease', 'left', 'left left left left'],
    ['decrease', 'right', 'right right right right'],
    ['decrease', 'mirrored', 'left left right right'],
  ] as const)('an %s said to lean %s does, from the right edge on', (does, lean, leans) => {
    const sections = [
      { rows: 6, panels: [panelDraft('k', 'Plain', 'Row 1 (RS): k40.\nRow 2: p40.')] },
      { spread: spread({ does, lean, times: 4 }) },
    ];
    const cells = charted(sound(draftOf(sections)).sheet, 7).laid.cells;
    expect(cells.flatMap(({ cell }) => ('lean' in cell ? [cell.lean] : [])).join(' ')).toBe(leans);
  });
  it('decreases over the cables before the border leave one stitch for every four crossed ones fewer', () => {
    const flare = spread({ does: 'decrease', way: 'cables' });
    const { sheet } = sound(draftOf([body(), { spread: flare }, { rows: 4, panels: [panelDraft('r', 'Rib', RIB, { repeats: 18 })] }])); // prettier-ignore
    expect(counts(sheet).slice(11, 14)).toEqual([80, 72, 72]);
  });
  it.each<[string, readonly Partial<SectionDraft>[], unknown[]]>([
    ['nothing below it', [{ spread: spread() }, body()], [['nothing-to-spread-over', 0]]],
    ['too many for one row', [rib(), { spread: spread({ times: 70 }) }, body()], [['more-than-gaps', 1]]],
    ['more than the ground between crossings holds', [rib(), { spread: spread({ times: 60 }) }, body(12)], [['crossings-in-the-way', 1]]],
    ['no times', [rib(), { spread: spread({ times: Number.NaN }) }, body()], [['spread-not-sound', 1]]],
    ['columns that are not there', [rib(), { spread: spread({ way: 'columns', columns: [{ panel: 'rope', of: [11] }] }) }, body()], [['column-outside', 1]]],
    ['columns side by side', [rib(), { spread: spread({ way: 'columns', columns: [{ panel: 'rope', of: [5, 6] }] }) }, body()], [['columns-touch', 1]]],
    ['no columns', [rib(), { spread: spread({ way: 'columns' }) }, body()], [['no-column-named', 1]]],
    ['another count than the next section needs', [rib(), { spread: spread({ times: 12 }) }, body()], [['seam-differs', 2]]],
    ['an unreadable section above', [rib(), { spread: spread() }, { panels: [panelDraft('x', 'x', 'zap')] }], [['rows-not-read', 2]]],
  ])('%s is refused', (_, sections, expected) => expect(problems(draftOf(sections))).toEqual(expected)); // prettier-ignore
});

describe('shaping as it is said', () => {
  const shaped = (...all: ShapingDraft[]) => draftOf([{ rows: 30, panels: body().panels, shaping: all }], { making: MAKING });
  it('every 6th row 2 times, then every 4th 2 times, at both edges', () => {
    const { plan, sheet } = sound(shaped(shaping()));
    expect(plan.sections[0]?.shaping?.[0]?.phases).toEqual([
      { first: 3, every: 6, times: 2 },
      { first: 13, every: 4, times: 2 },
    ]);
    const drops = counts(sheet).flatMap((count, i, all) => (i > 0 && count < (all[i - 1] as number) ? [i + 1] : []));
    expect(drops).toEqual([3, 9, 13, 17]);
    expect(plan.sections[0]?.shaping?.map(({ act }) => ('lean' in act ? act.lean : null))).toEqual(['left', 'right']);
  });
  it('a bind-off at both edges falls in the row that begins at each', () => {
    const { sheet } = sound(shaped(shaping({ does: 'bindOff', inset: 0, stitches: 4, phases: [{ every: 2, times: 2 }] })));
    expect(counts(sheet).slice(1, 7)).toEqual([80, 76, 72, 68, 64, 64]);
  });
  it('from a height: the next right-side row, by the gauge', () => {
    const { plan } = sound(shaped(shaping({ from: { cm: 3 } })));
    expect(plan.sections[0]?.shaping?.[0]?.phases[0]?.first).toBe(11);
    const { making: _, ...without } = shaped(shaping({ from: { cm: 3 } }));
    expect(problems(without)).toEqual([['length-needs-gauge', 0]]);
  });
  it('a problem names the draft that it came from', () => {
    const checked = checkDraft(shaped(shaping(), shaping({ id: 'late', from: { row: 28 } })));
    expect(checked.ok ? [] : checked.error).toMatchObject([{ code: 'shaping-past-the-end', section: 0, shaping: 1 }]);
  });
  it('shaping that eats all stitches is refused', () => {
    const all = shaped(shaping({ phases: [{ every: 1, times: 60 }], from: { row: 1 } }));
    expect(problems({ ...all, sections: all.sections.map((one) => ({ ...one, rows: 90 })) })).toEqual([['nothing-left', 0]]);
  });
  it('lengths are repeats, or open until a measure with an estimate by the gauge', () => {
    const length = (of: SectionDraft['length']) => sound(draftOf([{ ...body(), length: of }], { making: MAKING })).sheet.rows;
    expect(length({ kind: 'repeats', repeats: 5, of: 'rope' })).toBe(20);
    expect(length({ kind: 'until', cm: 38, from: 'section', ending: { side: 'WS' } })).toBe(114);
  });
  it('a last row is worked in place of the last one', () => {
    const ridge = { text: 'Row 1 (RS): *p1; rep from * to end.', mirrored: false };
    const { sheet } = sound(draftOf([{ ...body(2), lastRow: ridge }]));
    expect(charted(sheet, 12).laid.cells.every(({ cell }) => cell.kind === 'stitch' && cell.stitch === 'purl')).toBe(true);
    expect(problems(draftOf([{ ...body(2), lastRow: { ...ridge, text: 'zap' } }]))).toEqual([['last-row-not-read', 0]]);
  });
  it.each([
    ['no width', { swatch: { ...MAKING.swatch, widthCm: 0 } }, 'swatch'],
    ['a gauge of 1,000', { swatch: { ...MAKING.swatch, stitches: 1000 } }, 'swatch'],
    ['a negative width', { targetCm: -4 }, 'measure'],
    ['a needle of nothing', { needle: { mm: 0, kind: 'circular' as const, lengthCm: 60 } }, 'measure'],
    ['a panel of no width', { panelWidths: { rope: 0 } }, 'measure'],
  ])('%s is refused', (_, change, code) =>
    expect(problems(draftOf([body()], { making: { ...MAKING, ...change } }))).toEqual([[code, null]]));
}); // prettier-ignore

describe('mirror images', () => {
  it('a chart mirrored twice is itself, and every row lies the other way round', () => {
    const wrong: unknown[] = [];
    fc.assert(
      fc.property(charts, fc.integer({ min: 1, max: 3 }), (chart, n) => {
        const image = mirrorChart(chart);
        if (JSON.stringify(mirrorChart(image)) !== JSON.stringify(chart)) wrong.push(chart);
        chart.rows.forEach((row, i) => {
          if (row.kind !== 'line') return;
          const flipped = expandRow(row, n).map(mirrorCell).reverse();
          if (JSON.stringify(flipped) !== JSON.stringify(expandRow(image.rows[i] as typeof row, n)))
            wrong.push(row);
        });
      }),
    );
    expect(wrong).toEqual([]);
  });
  it('the second cuff has the same counts, the panels the other way round and every lean turned', () => {
    const draft = draftOf([
      { ...body(2), panels: [...body(2).panels, panelDraft('edge', 'Edge', 'Row 1 (RS): k3.\nRow 2: k3.')], shaping: [shaping({ at: 'leftEdge', phases: [{ every: 6, times: 3 }] })], rows: 20 },
      { spread: spread({ times: 2, way: 'columns', lean: 'left', columns: [{ panel: 'r', of: [3] }] }) },
      { panels: [panelDraft('r', 'r', 'Row 1 (RS): k11.\nRow 2: p11.', { repeats: 2 })] },
    ]); // prettier-ignore
    const image = mirrorDraft(draft);
    if (!image) throw new Error('unsound');
    const [one, two] = [sound(draft).sheet, sound(image).sheet];
    expect(counts(two)).toEqual(counts(one));
    const lying = (sheet: Worksheet, row: number) => charted(sheet, row).laid.cells.map(({ cell }) => cell);
    for (let row = 1; row <= one.rows; row += 1)
      expect([row, lying(two, row)]).toEqual([row, lying(one, row).map(mirrorCell).reverse()]);
    expect(mirrorDraft(draftOf([]))).toBeNull();
  });
});

describe('the wire', () => {
  it('every part of a draft comes through, and a field too many does not', () => {
    const full = draftOf(
      [{ ...body(), shaping: [shaping()], lacking: 'smaller', changes: [{ row: 3, what: 'yarn', text: 'grey' }] }, { spread: spread() }],
      { making: MAKING },
    ); // prettier-ignore
    expect(draftSchema.safeParse(full)).toMatchObject({ success: true, data: full });
    expect(draftSchema.safeParse({ ...full, making: { ...MAKING, hope: 1 } }).success).toBe(false);
  });
  it('gives and takes of mirrored cells are the same', () =>
    fc.assert(fc.property(charts, (chart) => chart.rows.every((row) => row.repeat.every((cell) => takes(cell) === takes(mirrorCell(cell)) && gives(cell) === gives(mirrorCell(cell))))))); // prettier-ignore
});
