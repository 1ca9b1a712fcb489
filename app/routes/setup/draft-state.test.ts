import { stretchOf } from '@core/chart/stretches';
import { SHELF } from '@core/shelf/data';
import { charted } from '@core/piece/worksheet';
import { chartFrom } from '@core/testing/plans';
import {
  addPanel,
  changePanel,
  changeSection,
  changeSetUp,
  firstSetUp,
  movePanel,
  moveSection,
  nextSection,
  pastedPanel,
  removePanel,
  removeSection,
  shelfPanel,
  withText,
} from './draft-state';

const begin = (family: 'fraction' | 'hold' = 'fraction') => firstSetUp({ family, wanted: null, draft: null });
const start = begin();
const codes = (state: typeof start) => state.problems.map(({ code }) => code);
const names = (state: typeof start, section = 0) =>
  state.draft.sections[section]?.panels.map(({ name }) => name);

describe('a piece being set up', () => {
  it('begins with a rope between edges that only lacks a name', () => {
    expect(codes(start)).toEqual(['no-name']);
    expect(start.sheet?.rows).toBe(40);
  });
  it('keeps the last readable fabric while rows are being typed, and reports the rest', () => {
    const typing = changeSetUp(start, (d) =>
      changePanel({ ...d, name: 'Mat' }, 0, 1, { text: 'Row 1: p2, 2/' }),
    );
    expect(codes(typing)).toEqual(['rows-not-read']);
    expect(typing.sheet).toBe(start.sheet);
    expect(codes(changeSetUp(typing, (d) => removePanel(d, 0, 1)))).toEqual([]);
  });
  it('a pasted panel comes with its set-up rows, and with the repeats that its cast-on says', () => {
    const text =
      'Cast on 24 sts.\nSet-up row (WS): *k2, p4, k2; rep from * to end.\nRow 1: *p2, C4B, p2; rep from * to end.\nRow 2: *k2, p4, k2; rep from * to end.';
    const pasted = pastedPanel(start.draft);
    const panel = { ...pasted, ...withText(pasted, text) };
    expect(panel.repeats).toBe(3);
    const state = changeSetUp(start, (d) => addPanel({ ...d, name: 'Mat', firstSide: 'WS' }, 0, panel));
    expect(codes(state)).toEqual([]);
    const first = state.sheet && charted(state.sheet, 1);
    expect(first?.panels.find(({ panel: { id } }) => id === panel.id)?.name.kind).toBe('setUp');
  });
  it('repeats that the knitter has set are hers, and a text that states nothing sets none', () => {
    const pasted = { ...pastedPanel(start.draft), repeats: 5 };
    expect(withText(pasted, 'Cast on 24 sts.\nRow 1: *k4, p4; rep from * to end.')).not.toHaveProperty(
      'repeats',
    );
    expect(withText(pastedPanel(start.draft), 'Row 1: *k4, p4; rep from * to end.')).not.toHaveProperty(
      'repeats',
    );
  });
  it('moves panels by one place and stays at the ends', () => {
    const moved = changeSetUp(start, (d) => movePanel(d, 0, 0, 1));
    expect(names(moved)).toEqual(['Rope of 2 over 2', 'Right edge', 'Left edge']);
    expect(names(changeSetUp(start, (d) => movePanel(d, 0, 0, -1)))).toEqual(names(start));
    expect(names(changeSetUp(start, (d) => movePanel(d, 0, 2, 3)))).toEqual(names(start));
  });
  it('sections change places, and stay at the ends', () => {
    const draft = nextSection(start.draft);
    const two = { ...start.draft, sections: [...start.draft.sections, draft] };
    expect(moveSection(two, 1, 0).sections.map(({ id }) => id)).toEqual([draft.id, two.sections[0]?.id]);
    expect(moveSection(two, 0, -1)).toBe(two);
    expect(moveSection(two, 1, 2)).toBe(two);
  });
  it('a further section carries every panel on', () => {
    const two = changeSetUp(start, (d) => ({ ...d, name: 'Mat', sections: [...d.sections, nextSection(d)] }));
    expect(codes(two)).toEqual([]);
    expect(two.draft.sections[1]?.panels.every(({ carryOn }) => carryOn)).toBe(true);
    expect(codes(changeSetUp(two, (d) => removeSection(d, 0)))).toContain('nothing-to-carry-on');
    const short = changeSetUp(two, (d) => changeSection(d, 1, (s) => ({ ...s, rows: 0 })));
    expect(codes(short)).toEqual(['rows-out-of-range']);
  });
  it.each(['fraction', 'hold'] as const)(
    'writes every shelf chart so that it reads back (%s names)',
    (family) => {
      for (const { key } of SHELF) {
        const { draft } = begin(family);
        const panel = shelfPanel(draft, key, family);
        if (!panel) throw new Error(key);
        expect([key, codes(changeSetUp(start, () => addPanel({ ...draft, name: 'x' }, 0, panel)))]).toEqual([
          key,
          [],
        ]);
      }
    },
  );
  it("begins with a chart of the knitter's own, or with a whole draft, when asked to", () => {
    const chart = { ...chartFrom('Row 1 (RS): k3, 1/2 LC.\nRow 2: p6.'), name: 'Reed' };
    const wanted = { key: 'mine', name: 'Reed', stretches: [stretchOf(chart)] as const };
    expect(names(firstSetUp({ family: 'hold', wanted, draft: null }))).toEqual([
      'Right edge',
      'Reed',
      'Left edge',
    ]);
    expect(firstSetUp({ family: 'hold', wanted: null, draft: start.draft }).draft).toBe(start.draft);
  });
  it('begins on the side on which its set-up rows were written', () => {
    const side = (rows: string) => {
      const wanted = { key: 'mine', name: 'Reed', stretches: [stretchOf(chartFrom(rows))] as const };
      return firstSetUp({ family: 'hold', wanted, draft: null }).draft.firstSide;
    };
    const rows = 'Row 1 (RS): k3.\nRow 2: p3.';
    expect([rows, `Set-up row (WS): p3.\n${rows}`, 'Row 1 (WS): p3.\nRow 2: k3.'].map(side)).toEqual([
      'RS',
      'WS',
      'WS',
    ]);
  });
  it('an unknown shelf chart is none, and a pasted panel starts empty', () => {
    expect(shelfPanel(start.draft, 'nothing', 'hold')).toBeNull();
    expect(codes(changeSetUp(start, (d) => addPanel({ ...d, name: 'x' }, 0, pastedPanel(d))))).toEqual([
      'rows-not-read',
    ]);
  });
});
