/**
 * Every row of every kind of piece is told, printed, read back by a reader that knows only plain knitting English, and
 * performed by a literal-minded knitter on the stitches that the row below has left: the charted row must come out.
 */
import fc from 'fast-check';
import { DEMO } from '../../demo/scenario';
import { cueFor, type RowCue } from '@core/cue/cue';
import { perform, type Needle } from '@core/cue/perform';
import { WAYS, wayFor } from '@core/cue/technique';
import { fullTelling, tellPanels, tellRow } from '@core/cue/tell';
import type { Ropes, RowTelling } from '@core/cue/telling';
import { closeToRing } from '@core/chart/chart';
import { checkDraft, panelDraft, type PieceDraft, type SectionDraft } from '@core/draft/draft';
import { shapingDraft, type ShapingDraft } from '@core/draft/shaping-draft';
import { SPREAD_LEANS } from '@core/plan/even';
import type { Plan } from '@core/piece/plan';
import { worksheet, type Worksheet } from '@core/piece/worksheet';
import { SHELF } from '@core/shelf/data';
import { cellKey } from '@core/stitch/cells';
import type { Cell, Hand } from '@core/stitch/types';
import { agree } from '@core/testing/agree';
import { lineCharts, ringCharts } from '@core/testing/arbitrary';
import { Loops } from '@core/testing/loops';
import { chartFrom, planOf, sheetOf } from '@core/testing/plans';
import { readTelling } from '../testing/telling-reader';
import { tellingLines, tellingWords, type Telling } from './telling';
import { runs, some } from '@core/testing/size';

const HANDS: readonly Hand[] = ['right', 'left'];
const PRESENTED = 'knit the knits and purl the purls.';

const howFor = (cue: RowCue, way: (typeof WAYS)[number] = 'cableNeedle'): Telling => ({
  wayOf: (step) => wayFor(step, way),
  round: cue.round,
});

const ropesNamed = ({ of, which }: Ropes) =>
  which.kind === 'list'
    ? which.ropes
    : Array.from({ length: of }, (_, i) => i + 1).filter(
        (rope) => rope >= which.from && (rope - which.from) % which.every === 0,
      );

/** Where each panel crosses, row by row: counts of stitches before the crossings, in the order of work. */
const seen = new WeakMap<Worksheet, Map<string, ReadonlySet<number>>>();
const crossingsOf = (cue: RowCue, id: string) =>
  cue.row.laid.cells.flatMap(({ cell, taken }) => {
    const panel = cue.row.panels.find(
      (one) => one.panel.id === id && taken >= one.firstTaken && taken < one.firstTaken + one.takes,
    );
    return cell.kind === 'crossing' && panel ? [taken - panel.firstTaken] : [];
  });
function everCrossed(sheet: Worksheet, id: string): ReadonlySet<number> {
  const of = seen.get(sheet) ?? new Map<string, ReadonlySet<number>>();
  seen.set(sheet, of);
  if (!of.has(id)) {
    const rows = Array.from({ length: sheet.rows }, (_, i) => cueFor(sheet, i + 1, 'right'));
    of.set(id, new Set(rows.flatMap((cue) => crossingsOf(cue, id))));
  }
  return of.get(id) as ReadonlySet<number>;
}

/** A knitter who looks at the fabric counts its ropes and finds the ones that are named, and no others, crossing. */
function countsRopes(sheet: Worksheet, cue: RowCue, told: RowTelling['panels'][number]) {
  if (!told.ropes) return;
  const along = (a: number, b: number) => (cue.working.direction === 'rightToLeft' ? a - b : b - a);
  const ropes = [...everCrossed(sheet, told.panel.id)].sort(along);
  const crossing = crossingsOf(cue, told.panel.id)
    .map((at) => ropes.indexOf(at) + 1)
    .sort((a, b) => a - b);
  agree([ropes.length, ...ropesNamed(told.ropes)], [told.ropes.of, ...crossing], told.ropes);
}

/** Tells a row in every density and in every way to cross, prints, reads, performs; gives the cells that came out. */
function performed(sheet: Worksheet, cue: RowCue, needle: Needle, way: (typeof WAYS)[number]): Cell[] {
  const wanted = cue.panels.flatMap(({ acts }) => acts.map(({ at }) => cellKey(at.cell)));
  const names = [...new Map(cue.row.panels.map(({ panel }) => [panel.id, panel])).values()];
  let cells: Cell[] = [];
  for (const telling of [tellRow(cue), tellPanels(cue), fullTelling(cue)]) {
    const lines = tellingLines(telling, howFor(cue, way));
    const read = readTelling(lines, names);
    for (const told of read.panels) countsRopes(sheet, cue, told);
    const done = perform(read, needle, cue.working);
    if (!done.ok) throw new Error(`${JSON.stringify(done.error)}: ${lines.join('\n')}`);
    cells = done.value.map(({ cell }) => cell);
    agree(cells.map(cellKey), wanted, lines);
  }
  return cells;
}

function knitted(
  sheet: Worksheet,
  hand: Hand,
  rows = sheet.rows,
  way: (typeof WAYS)[number] = 'cableNeedle',
) {
  const loops = new Loops(cueFor(sheet, 1, hand).row.laid.takes);
  for (let row = 1; row <= Math.min(rows, sheet.rows); row += 1) {
    const cue = cueFor(sheet, row, hand);
    loops.work(performed(sheet, cue, loops.needle(cue), way), cue);
  }
}

const lengthOf = (key: string) => Math.min(26, chartFrom(key).rows.length + 5);
const VARIANTS: readonly Partial<Plan>[] = [
  { construction: 'flat', firstSide: 'RS' },
  { construction: 'flat', firstSide: 'WS' },
  { construction: 'round' },
  { construction: 'unturned', firstDirection: 'rightToLeft' },
  { construction: 'unturned', firstDirection: 'leftToRight' },
];

describe('told, printed, read back and performed', () => {
  const keys = SHELF.map(({ key }, i) => [key, i] as const);
  it.each(keys)('%s: flat, round and unturned, either hand, 1 to 4 repeats', (key, at) => {
    const ways = VARIANTS.flatMap((more, i) =>
      HANDS.flatMap((hand) => [1 + (i % 4), 1 + ((i + 2) % 4)].map((repeats) => ({ more, hand, repeats }))),
    );
    for (const { more, hand, repeats } of some(ways, 4, at))
      knitted(sheetOf([{ rows: lengthOf(key), panels: [{ chart: key, repeats }] }], more), hand);
  });
  it.each(keys)('%s closed to a ring, crossings over the join, either hand', (key, at) => {
    const ring = closeToRing(chartFrom(key));
    const ways = HANDS.flatMap((hand) => [1, 2, 3].map((repeats) => ({ hand, repeats })));
    for (const { hand, repeats } of ring.ok ? some(ways, 4, at) : [])
      knitted(
        sheetOf(
          [
            { rows: lengthOf(key), panels: [{ chart: ring.ok ? ring.value : key, repeats }] },
            { rows: 4, panels: [{ chart: key, repeats }] },
          ],
          { construction: 'round' },
        ),
        hand,
      );
  });
  it.each(DEMO.map(({ key, draft }) => [key, draft] as const))('the demo’s %s', (_, draft) => {
    const checked = checkDraft(draft);
    if (!checked.ok) throw new Error(JSON.stringify(checked.error));
    for (const hand of HANDS) knitted(checked.value.sheet, hand);
  });
  it.each(WAYS)('crossings worked %s', (way) => {
    for (const hand of HANDS)
      knitted(
        sheetOf([
          {
            rows: 16,
            panels: ['braid-3', 'diamond', 'ogee', 'honeycomb'].map((chart, i) => ({ chart, id: `p${i}` })),
          },
        ]),
        hand,
        16,
        way,
      );
  });
  it('random charts side by side, every kind of stitch', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(lineCharts, fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 3 }),
        fc.constantFrom(...VARIANTS),
        fc.constantFrom(...HANDS),
        fc.constantFrom(...WAYS),
        (charts, more, hand, way) => {
          const panels = charts.map(([chart, repeats], i) => ({ chart, repeats, id: `panel-${i}` }));
          const plain = { chart: 'Row 1 (RS): k1.\nRow 2: k1.', id: 'edge' };
          knitted(sheetOf([{ rows: 8, panels: [...panels, plain] }], more), hand, 8, way);
        },
      ),
      { numRuns: runs(50, 1500) },
    ));
  it('random rings', () =>
    fc.assert(
      fc.property(
        ringCharts,
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom(...HANDS),
        (chart, repeats, hand) =>
          knitted(sheetOf([{ rows: 8, panels: [{ chart, repeats }] }], { construction: 'round' }), hand),
      ),
      { numRuns: runs(40, 1000) },
    ));
});

describe('pieces at the limits', () => {
  const RIB = 'Row 1 (RS): *k2, p2; rep from * to end.\nRow 2: *k2, p2; rep from * to end.';
  const ROPE = SHELF.find(({ key }) => key === 'rope-4')?.rows ?? '';
  const draft = (section: Partial<SectionDraft>, more: Partial<PieceDraft> = {}): PieceDraft => ({
    name: 'x',
    construction: 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: [
      {
        id: 's',
        name: 'Body',
        rows: 14,
        panels: [panelDraft('p', 'rope', ROPE, { repeats: 6 })],
        ...section,
      },
    ],
    ...more,
  });
  const shape = (more: Partial<ShapingDraft>) => [
    shapingDraft('one', { inset: 0, from: { row: 2 }, ...more }),
  ];
  const bothHands = (piece: PieceDraft) => {
    const checked = checkDraft(piece);
    if (!checked.ok) throw new Error(JSON.stringify(checked.error));
    for (const hand of HANDS) knitted(checked.value.sheet, hand);
  };
  it.each([
    [
      'decreases at both edges that eat ropes, worked plain',
      { shaping: shape({ phases: [{ every: 1, times: 9 }] }) },
    ],
    [
      'the same, worked smaller',
      { lacking: 'smaller', shaping: shape({ phases: [{ every: 1, times: 9 }] }) },
    ],
    [
      'two at a time inside',
      { shaping: shape({ at: 'wale', wale: 20, does: 'decrease2', phases: [{ every: 2, times: 4 }] }) },
    ],
    ['made and made again', { shaping: shape({ inset: 2, does: 'make', phases: [{ every: 2, times: 5 }] }) }],
    [
      'yarn overs at the very edge',
      { shaping: shape({ does: 'yarnOver', phases: [{ every: 2, times: 5 }] }) },
    ],
    [
      'bound off at the right edge, on either side',
      { shaping: shape({ at: 'rightEdge', does: 'bindOff', stitches: 5, phases: [{ every: 3, times: 3 }] }) },
    ],
    [
      'bound off at both edges at once',
      { shaping: shape({ does: 'bindOff', stitches: 4, phases: [{ every: 4, times: 3 }] }) },
    ],
  ] as const)('%s', (_, section) => {
    bothHands(draft(section as Partial<SectionDraft>));
  });
  it.each(['even', 'anywhere', 'columns'] as const)('rows of increases placed %s', (way) => {
    for (const lean of SPREAD_LEANS)
      for (const ground of ['presented', 'knit'] as const)
        for (const construction of ['flat', 'round', 'unturned'] as const)
          for (const rows of [5, 6]) {
            const panels = [panelDraft('rib', 'Rib', RIB, { repeats: 8 })];
            const above = [panelDraft('rope', 'Rope', 'Row 1 (RS): p3, 2/2 RC, p3.', { repeats: 4 })];
            const columns = [{ panel: 'rope', of: [2, 9] }];
            const spread = { does: 'increase', times: 8, way, lean, ground, columns } as const;
            const sections = [
              { id: 'a', name: 'Rib', rows, panels },
              { id: 'b', name: 'More', rows: 1, panels: [], spread },
              { id: 'c', name: 'Body', rows: 3, panels: above },
            ];
            bothHands(draft({}, { sections, construction }));
          }
  });
  it.each(['even', 'cables'] as const)('rows of decreases placed %s', (way) => {
    for (const lean of SPREAD_LEANS)
      for (const ground of ['presented', 'knit'] as const)
        for (const rows of [13, 14]) {
          const spread = { does: 'decrease', times: 6, way, lean, ground, columns: [] } as const;
          const { sections } = draft({ rows });
          const fewer = { id: 'b', name: 'Fewer', rows: 1, panels: [], spread };
          bothHands(draft({}, { sections: [...sections, fewer] }));
        }
  });
  it('rows worked otherwise just once', () => {
    const onces = [
      { row: 3, panel: null, instead: { does: 'uncrossed' } },
      { row: 5, panel: 'panel-1', instead: { does: 'all', face: 'purl' } },
      { row: 6, panel: 'panel-1', instead: { does: 'position', position: 2 } },
    ] as const;
    const panels = [
      { chart: 'rope-4', repeats: 3 },
      { chart: 'honeycomb', id: 'b', repeats: 2 },
    ];
    for (const hand of HANDS)
      knitted(sheetOf([{ rows: 10, panels }], {}, { amendments: [], deviations: [], onces }), hand);
  });
  it('ropes that cross by turns, every second and every third, to 12 of them', () => {
    const turns = (...crossing: readonly string[]) => {
      const ropes = (at: number) => crossing.map((name, i) => `p2, ${i === at ? name : 'k4'}`).join(', ');
      const rows = crossing.map(
        (_, i) =>
          `Row ${2 * i + 1}${i ? '' : ' (RS)'}: *${ropes(i)}; rep from * to last 2 sts, p2.\nRow ${2 * i + 2}: ${PRESENTED}`,
      );
      return rows.join('\n');
    };
    for (const rows of [turns('2/2 RC', '2/2 LC'), turns('2/2 RC', '2/2 LC', '2/2 RC')])
      for (const repeats of [1, 2, 3, 4])
        for (const more of VARIANTS)
          for (const hand of HANDS)
            knitted(sheetOf([{ rows: 12, panels: [{ chart: chartFrom(rows), repeats }] }], more), hand);
  });
  it('one stitch, six hundred, sections of one row, forty crossings in a row', () => {
    const of = (rows: string, repeats: number) =>
      sheetOf([{ rows: 6, panels: [{ chart: chartFrom(rows), repeats }] }]);
    const short = sheetOf(
      [1, 2, 3].map((row) => ({ rows: 1, panels: [{ chart: 'rope-4', id: `p${row}`, row }] })),
    );
    const sheets = [
      of('Row 1 (RS): k1.\nRow 2: p1.', 1),
      of('Row 1 (RS): *p1, 2/2 RC, p1; rep from * to end.\nRow 2: *k1, p4, k1; rep from * to end.', 100),
      of('Row 1 (RS): *2/2 RC, 2/2 LC; rep from * to end.\nRow 2: purl.', 20),
      short,
    ];
    for (const sheet of sheets) for (const hand of HANDS) knitted(sheet, hand);
  });
  it('whatever shaping a draft may ask for', () =>
    fc.assert(
      fc.property(
        fc.record({
          at: fc.constantFrom('bothEdges', 'rightEdge', 'leftEdge'),
          does: fc.constantFrom('decrease', 'decrease2', 'make', 'yarnOver', 'bindOff'),
          inset: fc.integer({ min: 0, max: 3 }),
          stitches: fc.integer({ min: 1, max: 4 }),
          first: fc.integer({ min: 1, max: 6 }),
          every: fc.integer({ min: 1, max: 4 }),
          times: fc.integer({ min: 1, max: 4 }),
          lacking: fc.constantFrom('plain', 'smaller'),
        }),
        fc.constantFrom('flat', 'unturned', 'round'),
        fc.constantFrom(...HANDS),
        ({ first, every, times, lacking, ...shaping }, construction, hand) => {
          const section = {
            lacking,
            shaping: shape({
              ...shaping,
              from: { row: first },
              phases: [{ every, times }],
            } as Partial<ShapingDraft>),
          };
          const checked = checkDraft(
            draft(section as Partial<SectionDraft>, {
              construction: construction as PieceDraft['construction'],
            }),
          );
          fc.pre(checked.ok);
          if (checked.ok) knitted(checked.value.sheet, hand);
        },
      ),
      { numRuns: runs(40, 1200) },
    ));
  it('bound off right before a crossing, the last goes over a stitch that stays unworked', () => {
    const draft = { kind: 'bindOff', stitches: 2 } as const;
    const plan = planOf([
      {
        rows: 6,
        panels: [
          {
            chart: chartFrom('Row 1 (RS): k2, 2/2 RC, k4.\nRow 2: p10.\nRow 3: k2, 2/2 RC, k4.\nRow 4: p10.'),
          },
        ],
      },
    ]);
    const off = {
      id: 'off',
      place: { kind: 'edge', edge: 'right', inset: 0 },
      act: draft,
      phases: [{ first: 3, every: 1, times: 1 }],
    } as const;
    const sheet = worksheet({
      ...plan,
      sections: plan.sections.map((section) => ({ ...section, shaping: [off] })),
    });
    const cue = cueFor(sheet, 3, 'right');
    expect(tellingWords(tellRow(cue), howFor(cue))).toMatch(
      /bind off 2 \(the last over the next stitch, which is slipped for it and put back unworked\), \(2 to the BACK/i,
    );
    knitted(sheet, 'right');
  });
});
