import { checkDraft, panelDraft, type PieceDraft } from '../draft/draft';
import { changePlan } from '../piece/change-plan';
import { castOnCount, charted, NO_FACTS, seamBefore, worksheet } from '../piece/worksheet';
import { isCrossing } from '../piece/crossings';
import { takes } from '../stitch/cells';
import { sheetOf } from '../testing/plans';
import { findMiscount, groupsAsMet, markerGroups } from './cast-on';
import type { Section } from '../piece/plan';
import { cautionsFor, lifelineRows } from './cautions';
import { countsByGrowing, waysToGrow, type Way } from './grow';
import { outlineOf } from './outline';
import { wrongSides } from './sides';
import { sectionWidths, totalCm } from './width';
import { panelFacts, rowFacts } from './row-facts';
import { bestMirrors, rowAtLength, sectionStart } from './length';
import { gramsPerStitch, rowWeight, weightOf } from './yarn';

const ROPE = 'Row 1 (RS): p3, 2/2 RC, p3.\nRow 2: k3, p4, k3.\nRow 3: p3, k4, p3.\nRow 4: k3, p4, k3.';
const PLAIN = 'Row 1 (RS): k1.\nRow 2: p1.';
const gauge = { stitches: 20, rows: 25 };

const shaped: PieceDraft = {
  name: 'Front',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    {
      id: 'body',
      name: 'Body',
      rows: 40,
      panels: [panelDraft('edge', 'Edge', PLAIN, { repeats: 10 }), panelDraft('rope', 'Rope', ROPE, { repeats: 3 }), panelDraft('far', 'Far edge', PLAIN, { repeats: 10 })],
      shaping: [
        { id: 'off', at: 'bothEdges', inset: 0, wale: 0, towards: 'left', does: 'bindOff', lean: 'natural', stitches: 4, from: { row: 11 }, phases: [{ every: 1, times: 1 }] },
        { id: 'arm', at: 'bothEdges', inset: 1, wale: 0, towards: 'left', does: 'decrease', lean: 'natural', stitches: 1, from: { row: 13 }, phases: [{ every: 2, times: 5 }] },
      ],
    },
    { id: 'top', name: 'Top', rows: 6, panels: [panelDraft('plain', 'Plain', PLAIN, { repeats: 32 })] },
  ],
}; // prettier-ignore
const front = () => {
  const checked = checkDraft(shaped);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value.sheet;
};

describe('the whole piece to scale', () => {
  const widths = { edge: 5, rope: 15, far: 5 };
  it('every row is as wide as its stitches', () => {
    const sheet = front();
    const outline = outlineOf(sheet, gauge, widths);
    for (let row = 1; row <= sheet.rows; row += 1) {
      const y = (row - 0.5) * 0.4;
      const here = outline.sections
        .flatMap(({ boxes }) => boxes)
        .filter((box) => y > box.y && y < box.y + box.height);
      const cm = here.reduce((sum, { width }) => sum + width, 0);
      expect([row, Math.round(cm * 1000)]).toEqual([row, charted(sheet, row).laid.gives * 500]);
    }
    expect(outline.height).toBeCloseTo(46 * 0.4, 10);
    expect([outline.left, outline.right]).toEqual([12.5, -12.5]);
    expect(outline.sections.map(({ first, last }) => [first.stitches, last.stitches])).toEqual([[50, 32], [32, 32]]); // prettier-ignore
  });
  it('a section after a shaped one stands over the middle of what is left', () => {
    const lean: PieceDraft = { ...shaped, sections: shaped.sections.map((s) => (s.shaping ? { ...s, shaping: [{ ...s.shaping[0]!, at: 'leftEdge', stitches: 18 }] } : s)) }; // prettier-ignore
    const checked = checkDraft(lean);
    if (!checked.ok) throw new Error(JSON.stringify(checked.error));
    const [body, top] = outlineOf(checked.value.sheet, gauge, widths).sections;
    expect(top?.boxes[0]?.x).toBeCloseTo(body?.boxes[0]?.x as number, 10);
  });
});

describe('facts of a row', () => {
  it('are those of the laid-out row, shaped or not', () => {
    for (const sheet of [front(), sheetOf([{ rows: 30, panels: [{ chart: 'honeycomb', repeats: 2 }, { chart: ROPE, row: 3 }] }])])
      for (let row = 1; row <= sheet.rows; row += 1) {
        const { laid, panels } = charted(sheet, row);
        const crossing = laid.cells.filter(({ cell }) => isCrossing(cell));
        const slow = { stitches: laid.takes, crossings: crossing.length, crossed: crossing.reduce((n, { cell }) => n + takes(cell), 0) };
        expect([row, rowFacts(sheet, row)]).toEqual([row, slow]);
        const sum = panels.reduce((n, { panel }) => n + panelFacts(sheet, panel.id, row).crossings, 0);
        expect([row, sum]).toEqual([row, slow.crossings]);
      }
  });
  it('a crossed stitch weighs a little more', () => {
    const sheet = sheetOf([{ rows: 4, panels: [{ chart: ROPE }] }]);
    expect([1, 2, 3, 4].map((row) => rowWeight(sheet, row))).toEqual([10.6, 10, 10, 10]);
    expect(weightOf(sheet, 1, 4)).toBeCloseTo(40.6, 10);
  });
}); // prettier-ignore

describe('the cast-on between markers', () => {
  const sheet = sheetOf([{ rows: 4, panels: [{ chart: PLAIN, repeats: 5, edge: true }, { chart: ROPE, repeats: 2 }, { chart: PLAIN, repeats: 5, edge: true, id: 'left' }] }]);
  it('adds up to the cast-on, repeats apart and edges whole', () => {
    const groups = markerGroups(sheet);
    expect(groups.map(({ stitches, part }) => [stitches, part?.number ?? null])).toEqual([[5, null], [10, 1], [10, 2], [5, null]]);
    expect(groups.reduce((sum, { stitches }) => sum + stitches, 0)).toBe(castOnCount(sheet));
  });
  it('edge stitches of a pattern hang with its first and last repeat: 8n + 2', () => {
    const lattice = sheetOf([{ rows: 1, panels: [{ chart: 'Row 1 (RS): k1, *p2, k6; rep from * to last st, k1.', repeats: 3 }] }]);
    expect(markerGroups(lattice).map(({ stitches }) => stitches)).toEqual([9, 8, 9]);
  });
  it('a wide plain edge is counted in stretches of 20', () => {
    const hem = sheetOf([{ rows: 2, panels: [{ chart: PLAIN, repeats: 62 }] }]);
    expect(markerGroups(hem).map(({ stitches, part }) => [stitches, part?.of])).toEqual([[20, 'stretches'], [20, 'stretches'], [20, 'stretches'], [2, 'stretches']]);
  });
  it('are met from the left by a left hand, and on the wrong side', () => {
    const lopsided = [{ rows: 2, panels: [{ chart: PLAIN, repeats: 3 }, { chart: PLAIN, repeats: 7, id: 'b' }] }];
    const met = (more: object, hand: 'right' | 'left') => groupsAsMet(sheetOf(lopsided, more), hand).map(({ stitches }) => stitches);
    expect([met({}, 'right'), met({}, 'left'), met({ firstSide: 'WS' }, 'right')]).toEqual([[3, 7], [7, 3], [7, 3]]);
  });
  it('a shaped cast-on counts what is there', () => {
    const groups = markerGroups(front());
    expect(groups.map(({ stitches }) => stitches)).toEqual([10, 30, 10]);
  });
  it.each([
    ['all right', [5, 10, 10, 5], [{ code: 'all-right' }]],
    ['a marker one stitch astray', [5, 11, 9, 5], [{ code: 'marker-astray', index: 1, by: 1 }]],
    ['a stitch too few at the end', [5, 10, 10, 4], [{ code: 'group-off', index: 3, has: 4, needs: 5 }]],
    ['both', [6, 9, 10, 7], [{ code: 'marker-astray', index: 0, by: 1 }, { code: 'group-off', index: 3, has: 7, needs: 5 }]],
  ])('%s', (_, counted, expected) => expect(findMiscount(markerGroups(sheet), counted)).toEqual(expected));
}); // prettier-ignore

describe('ways to widen a section', () => {
  const edges = { chart: PLAIN, repeats: 4, edge: true };
  const mirrored = ROPE.replace('2/2 RC', '2/2 LC');
  const sheet = sheetOf([{ rows: 4, panels: [{ ...edges, id: 'r' }, { chart: ROPE, id: 'a' }, { chart: 'honeycomb', repeats: 3, id: 'mid' }, { chart: mirrored, id: 'b' }, { ...edges, id: 'l' }] }]);
  const [section] = sheet.plan.sections;
  it('keep the symmetry: edges and mirrored panels in pairs, the middle alone', () => {
    const ways = waysToGrow(sheet.plan, section as Section);
    expect(ways.map(({ kind, panels }) => [kind, panels.map(({ id }) => id)])).toEqual([['edges', ['r', 'l']], ['pair', ['a', 'b']], ['repeat', ['mid']]]);
    const lopsided = sheetOf([{ rows: 4, panels: [{ chart: ROPE, id: 'a' }, { chart: PLAIN, id: 'b' }] }]);
    expect(waysToGrow(lopsided.plan, lopsided.plan.sections[0] as Section).map(({ panels }) => panels.length)).toEqual([1, 1]);
  });
  it.each([0, 1, 2])('way %d: the counts beside a width are the last that is not wider and the first that is', (index) => {
    const { plan } = sheet;
    const way = waysToGrow(plan, section as Section)[index] as Way;
    const grown = (repeats: number): Section => ({ ...(section as Section), panels: (section as Section).panels.map((panel) => (way.panels.includes(panel) ? { ...panel, repeats } : panel)) });
    const wide = (repeats: number) => totalCm(sectionWidths(plan, grown(repeats), gauge, {}));
    const found = countsByGrowing(plan, section as Section, way, 48, gauge, {});
    if (!found.ok) throw new Error('none');
    const { below, above } = found.value;
    const all = Array.from({ length: 300 }, (_, i) => i + 1);
    expect(below?.steps).toBe(all.findLast((n) => wide(n) <= 48 + 1e-9));
    expect(above?.steps).toBe(all.find((n) => wide(n) > 48 + 1e-9));
    expect(above?.cm).toBeCloseTo(wide(above?.steps ?? 0), 8);
    const stitches = sectionWidths(plan, grown(above?.steps ?? 0), gauge, {}).reduce((sum, one) => sum + one.stitches, 0);
    expect(above?.stitches).toBe(stitches);
  });
}); // prettier-ignore

describe('the side that a pattern was written for', () => {
  const GARTER = 'Row 1 (RS): k1.\nRow 2: k1.';
  const sections = (startRow: number) => [{ rows: 9, panels: [{ chart: GARTER, repeats: 10, id: 'hem' }] }, { rows: 8, panels: [{ chart: ROPE, row: startRow }] }];
  it('row 1 on a wrong-side row is found, with the row that it could start with', () => {
    expect(wrongSides(sheetOf(sections(1)))).toEqual([{ section: 1, panel: 0, row: 1, instead: 4 }]);
    expect(wrongSides(sheetOf(sections(4)))).toEqual([]);
    expect(wrongSides(sheetOf(sections(3), { firstSide: 'WS' })).map(({ section }) => section)).toEqual([0]);
  });
  it('odd repeats, carried-on panels and work in the round have no such side', () => {
    const odd = 'Row 1 (RS): k10.\nRow 2: p10.\nRow 3: k10.';
    expect(wrongSides(sheetOf([{ rows: 9, panels: [{ chart: odd }] }, { rows: 3, panels: [{ chart: odd }] }]))).toEqual([]);
    expect(wrongSides(sheetOf([{ rows: 9, panels: [{ chart: ROPE }] }, { rows: 3, panels: [{ chart: ROPE, carryOn: true }] }]))).toEqual([]);
    expect(wrongSides(sheetOf(sections(1), { construction: 'round' }))).toEqual([]);
  });
}); // prettier-ignore

describe('cautions and lifelines', () => {
  const hem = { rows: 5, panels: [{ chart: PLAIN, repeats: 10, id: 'hem' }] };
  it('a lifeline goes into the last plain row of each repeat, past a hem that never crosses', () => {
    const late = 'Row 1 (RS): k10.\nRow 2: p10.\nRow 3: k10.\nRow 4: p3, k4, p3.\nRow 5: p3, 2/2 RC, p3.\nRow 6: k3, p4, k3.';
    expect(lifelineRows(sheetOf([hem, { rows: 16, panels: [{ chart: ROPE }] }]))).toEqual([9, 13, 17]);
    expect(lifelineRows(sheetOf([{ rows: 11, panels: [{ chart: late }] }]))).toEqual([6, 10]);
    expect(lifelineRows(sheetOf([hem]))).toEqual([]);
  });
  it('only those are said that fit', () => {
    const wide = 'Rnd 1: p2, 3/3 RC, p2.\nRnd 2: p2, k6, p2.';
    const round = sheetOf([{ rows: 4, panels: [{ chart: wide, repeats: 4 }] }], { construction: 'round' });
    const loop = { mm: 4, kind: 'magicLoop' as const, lengthCm: 80 };
    expect(cautionsFor(round, loop)).toEqual(['joinInTheRound', 'needleChange', 'wideCrossing', 'looseKnit', 'lifeline', 'block', 'pauses']);
    expect(cautionsFor(sheetOf([hem]), null)).toEqual(['curls', 'pauses']);
    expect(cautionsFor(sheetOf([{ rows: 4, panels: [{ chart: 'slipped-chain' }] }]), null)).toContain('slippedFloats');
  });
}); // prettier-ignore

describe('a section on the way', () => {
  const open = (from: 'castOn' | 'section') => {
    const { plan } = sheetOf([{ rows: 10, panels: [{ chart: ROPE, id: 'a' }] }, { rows: 30, panels: [{ chart: ROPE, id: 'a', carryOn: true }] }]);
    const length = { until: { cm: 20, from }, estimate: 50 };
    return { ...plan, sections: plan.sections.map((one, s) => (s === 1 ? { ...one, length } : one)) };
  };
  it('measures what it should after a row that the rate tells, from its own start or from the cast-on', () => {
    expect(rowAtLength(worksheet(open('section')), 1, 25)).toBe(60);
    expect(rowAtLength(worksheet(open('castOn')), 1, 25)).toBe(50);
    expect(rowAtLength(worksheet(open('section')), 0, 25)).toBeNull();
  });
  it('starts where it did before its plan was changed', () => {
    const facts = { ...NO_FACTS, done: 30 };
    const changed = changePlan(worksheet(open('section'), facts), open('section'), 30, 2, facts);
    if (!changed.ok) throw new Error(JSON.stringify(changed.error));
    expect(changed.value.firstRows[2]).toBe(31);
    expect([sectionStart(changed.value, 2), rowAtLength(changed.value, 2, 25)]).toEqual([10, 60]);
  });
  it('that is shaped cannot end while its stitches do not fit the next one', () => {
    const sheet = front();
    const after = (row: number) => seamBefore(worksheet(sheet.plan, { ...NO_FACTS, done: row, ends: [{ section: 'body', row }] }), 1);
    expect(after(40)).toBeNull();
    expect(after(22)).toBeNull();
    expect(after(16)).toEqual({ has: 38, needs: 32 });
    expect(after(5)).toEqual({ has: 50, needs: 32 });
    expect(seamBefore(sheet, 0)).toBeNull();
    expect(seamBefore(sheet, 9)).toBeNull();
  });
  it('the best mirrors are the last rows after which as many panels as can end as they began', () => {
    const late = 'Row 1 (RS): k10.\nRow 2: p10.\nRow 3: p3, 2/2 RC, p3.\nRow 4: k3, p4, k3.\nRow 5: k10.\nRow 6: p10.';
    const best = (rows: number) => bestMirrors(sheetOf([{ rows, panels: [{ chart: late, id: 'a' }, { chart: late, id: 'b' }, { chart: ROPE, id: 'c' }] }]), 0, 3);
    // Two plain rows before row 3 and after it (5, 11, 17 ...); none before row 1 (1, 5, 9, 13, 17 ...).
    expect(best(24)).toEqual({ rows: [5, 17], panels: 3, cabled: 3 });
    expect(best(4)).toEqual({ rows: [1], panels: 1, cabled: 3 });
    const plain = sheetOf([{ rows: 6, panels: [{ chart: PLAIN }] }]);
    expect(bestMirrors(plain, 0, 3)).toEqual({ rows: [], panels: 0, cabled: 0 });
  });
  it('a stitch of the swatch has its share of the weight', () => {
    expect(gramsPerStitch({ stitches: 20, rows: 25, grams: 5 })).toBe(0.01);
    expect([gramsPerStitch(null), gramsPerStitch({ stitches: 20, rows: 25, grams: null })]).toEqual([null, null]);
  });
}); // prettier-ignore
