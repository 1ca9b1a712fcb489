import { checkDraft, panelDraft, type PieceDraft, type SectionDraft } from '../draft/draft';
import { shapingDraft, type ShapingDraft } from '../draft/shaping-draft';
import { NO_MAKING } from '../piece/making';
import { worksheet } from '../piece/worksheet';
import { awkwardBindOffs, noticesOf } from './notices';

const ROPE = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.';
const shaping = (more: Partial<ShapingDraft>) =>
  shapingDraft('one', {
    at: 'rightEdge',
    inset: 0,
    from: { row: 3 },
    phases: [{ every: 2, times: 4 }],
    ...more,
  });
const sheetOf = (section: Partial<SectionDraft>, more: Partial<PieceDraft> = {}) => {
  const draft: PieceDraft = {
    name: 'x',
    construction: 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: [
      {
        id: 's',
        name: 'Body',
        rows: 12,
        panels: [panelDraft('eel', 'eel rope', ROPE, { repeats: 3 })],
        ...section,
      },
    ],
    ...more,
  };
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value.sheet;
};

describe('what is out of the ordinary in a row', () => {
  it('decreases at an edge, in their rows only, and where such a row crosses too', () => {
    const sheet = sheetOf({ shaping: [shaping({})] });
    const decrease = { kind: 'shaping', deed: 'decrease', place: 'beginning', count: 1 };
    expect([2, 3, 4].map((row) => noticesOf(sheet, row, 'right'))).toEqual([[], [decrease], []]);
    const cut = { kind: 'cut', panel: 'eel rope', now: 'plain' };
    expect(noticesOf(sheet, 5, 'right')).toEqual([decrease, { kind: 'shapesAndCrosses' }, cut]);
  });
  it('a crossing that lacks stitches is said in its row, plain or smaller', () => {
    const eaten = { shaping: [shaping({ phases: [{ every: 1, times: 3 }] })] };
    const cut = (lacking: 'plain' | 'smaller') =>
      noticesOf(sheetOf({ ...eaten, lacking }), 9, 'right').filter(({ kind }) => kind === 'cut');
    expect(cut('plain')).toEqual([{ kind: 'cut', panel: 'eel rope', now: 'plain' }]);
    expect(cut('smaller')).toEqual([{ kind: 'cut', panel: 'eel rope', now: 'smaller' }]);
  });
  it('bind-offs are counted together; decreases inside are said so', () => {
    const off = sheetOf({
      shaping: [shaping({ does: 'bindOff', stitches: 4, phases: [{ every: 2, times: 1 }] })],
    });
    expect(noticesOf(off, 3, 'right')).toEqual([
      { kind: 'shaping', deed: 'bindOff', place: 'beginning', count: 4 },
    ]);
    const inside = sheetOf({ shaping: [shaping({ at: 'wale', wale: 8, does: 'decrease2' })] });
    expect(noticesOf(inside, 3, 'right')).toMatchObject([{ place: 'inside', count: 2 }]);
  });
  it('edges are those of the row: a right edge lies at the end of a left-handed one, where nothing can be bound off', () => {
    const off = sheetOf({
      shaping: [shaping({ does: 'bindOff', stitches: 4, phases: [{ every: 2, times: 2 }] })],
    });
    expect(noticesOf(off, 3, 'left')).toEqual([{ kind: 'boundOffAtTheEnd', count: 4, next: 4 }]);
    expect([awkwardBindOffs(off, 'right'), awkwardBindOffs(off, 'left')]).toEqual([[], [3, 5]]);
    const panels = [panelDraft('eel', 'eel rope', ROPE, { repeats: 3 })];
    const ends = shaping({ does: 'bindOff', stitches: 4, phases: [{ every: 2, times: 1 }] });
    const hem = { id: 'a', name: 'Hem', rows: 4, panels };
    const second = sheetOf({}, { sections: [hem, { ...hem, id: 'b', rows: 8, shaping: [ends] }] });
    expect(awkwardBindOffs(second, 'left')).toEqual([7]);
    const later = off.plan.sections.map((section) => ({ ...section, offset: 2 }));
    expect(awkwardBindOffs(worksheet({ ...off.plan, sections: later }), 'left')).toEqual([1, 3]);
    const even = sheetOf({ shaping: [shaping({ from: { row: 4 } })] });
    expect(noticesOf(even, 4, 'right')).toMatchObject([{ place: 'end' }]);
  });
  it('changes of needle, a replaced last row, and nothing outside the piece', () => {
    const sheet = sheetOf({
      changes: [{ row: 7, what: 'needle', text: '4 mm' }],
      lastRow: { text: 'Row 1 (RS): *p1; rep from * to end.', mirrored: false },
    });
    expect(noticesOf(sheet, 7, 'right')).toEqual([{ kind: 'change', what: 'needle', text: '4 mm' }]);
    expect(noticesOf(sheet, 12, 'right')).toEqual([{ kind: 'lastRow' }]);
    expect([noticesOf(sheet, 0, 'right'), noticesOf(sheet, 13, 'right')]).toEqual([[], []]);
  });
  it('stitches that come are counted like those that go; in the round an end is no edge to stop at', () => {
    const made = sheetOf({ shaping: [shaping({ does: 'make', inset: 2, at: 'leftEdge' })] });
    expect(noticesOf(made, 3, 'right')).toEqual([
      { kind: 'shaping', deed: 'increase', place: 'end', count: 1 },
    ]);
    const off = shaping({ at: 'leftEdge', does: 'bindOff', stitches: 4, phases: [{ every: 2, times: 1 }] });
    const of = (construction: 'flat' | 'round') =>
      noticesOf(sheetOf({ shaping: [off] }, { construction }), 3, 'right');
    expect(of('flat')).toEqual([{ kind: 'boundOffAtTheEnd', count: 4, next: 4 }]);
    expect(of('round')).toEqual([{ kind: 'shaping', deed: 'bindOff', place: 'end', count: 4 }]);
  });
  it('a section is named in its first row, but not the first, and not behind one that is still open', () => {
    const panels = [panelDraft('eel', 'eel rope', ROPE, { repeats: 3 })];
    const of = (rows: SectionDraft['rows'], more: Partial<SectionDraft> = {}) => [
      { id: 'a', name: 'Hem', rows, panels, ...more },
      { id: 'b', name: 'Body', rows: 8, panels },
    ];
    const closed = sheetOf({}, { sections: of(4) });
    expect([1, 4, 5, 6].map((row) => noticesOf(closed, row, 'right'))).toEqual([
      [],
      [],
      [{ kind: 'section', name: 'Body' }],
      [],
    ]);
    const swatch = { stitches: 22, widthCm: 10, rows: 30, heightCm: 10, grams: null };
    const until = { kind: 'until', cm: 3, from: 'section', ending: null } as const;
    const open = sheetOf({}, { sections: of(4, { length: until }), making: { ...NO_MAKING, swatch } });
    const named = Array.from({ length: 12 }, (_, i) => noticesOf(open, i + 1, 'right')).flat();
    expect(named.filter(({ kind }) => kind === 'section')).toEqual([]);
    const four = [
      ...of(4),
      { id: 'c', name: 'Top', rows: 4, panels, length: until },
      { id: 'd', name: 'Edge', rows: 4, panels },
    ];
    const last = sheetOf({}, { sections: four, making: { ...NO_MAKING, swatch } });
    const begun = Array.from({ length: last.rows }, (_, i) => noticesOf(last, i + 1, 'right')).flat();
    expect(begun.flatMap((one) => (one.kind === 'section' ? [one.name] : []))).toEqual(['Body', 'Top']);
  });
  it('crossings of one panel that lack stitches in a row are named once', () => {
    const both = [
      shaping({ id: 'r', phases: [{ every: 1, times: 3 }] }),
      shaping({ id: 'l', at: 'leftEdge', phases: [{ every: 1, times: 3 }] }),
    ];
    const sheet = sheetOf({ shaping: both });
    expect(noticesOf(sheet, 9, 'right').filter(({ kind }) => kind === 'cut')).toEqual([
      { kind: 'cut', panel: 'eel rope', now: 'plain' },
    ]);
  });
});
