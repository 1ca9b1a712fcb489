import { checkDraft, panelDraft, type PieceDraft, type SectionDraft } from '../draft/draft';
import { shapingDraft, type ShapingDraft } from '../draft/shaping-draft';
import { noticesOf } from './notices';

const ROPE = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.';
const shaping = (more: Partial<ShapingDraft>) =>
  shapingDraft('one', {
    at: 'rightEdge',
    inset: 0,
    from: { row: 3 },
    phases: [{ every: 2, times: 4 }],
    ...more,
  });
const sheetOf = (section: Partial<SectionDraft>) => {
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
  };
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value.sheet;
};

describe('what is out of the ordinary in a row', () => {
  it('decreases at an edge, in their rows only, and where such a row crosses too', () => {
    const sheet = sheetOf({ shaping: [shaping({})] });
    const decrease = { kind: 'shaping', deed: 'decrease', place: 'rightEdge', count: 1 };
    expect([2, 3, 4].map((row) => noticesOf(sheet, row))).toEqual([[], [decrease], []]);
    const cut = { kind: 'cut', panel: 'eel rope', now: 'plain' };
    expect(noticesOf(sheet, 5)).toEqual([decrease, { kind: 'shapesAndCrosses' }, cut]);
  });
  it('a crossing that lacks stitches is said in its row, plain or smaller', () => {
    const eaten = { shaping: [shaping({ phases: [{ every: 1, times: 3 }] })] };
    const cut = (lacking: 'plain' | 'smaller') =>
      noticesOf(sheetOf({ ...eaten, lacking }), 9).filter(({ kind }) => kind === 'cut');
    expect(cut('plain')).toEqual([{ kind: 'cut', panel: 'eel rope', now: 'plain' }]);
    expect(cut('smaller')).toEqual([{ kind: 'cut', panel: 'eel rope', now: 'smaller' }]);
  });
  it('bind-offs are counted together; decreases inside are said so', () => {
    const off = sheetOf({
      shaping: [shaping({ does: 'bindOff', stitches: 4, phases: [{ every: 2, times: 1 }] })],
    });
    expect(noticesOf(off, 3)).toEqual([{ kind: 'shaping', deed: 'bindOff', place: 'rightEdge', count: 4 }]);
    const inside = sheetOf({ shaping: [shaping({ at: 'wale', wale: 8, does: 'decrease2' })] });
    expect(noticesOf(inside, 3)).toMatchObject([{ place: 'inside', count: 2 }]);
  });
  it('changes of needle, a replaced last row, and nothing outside the piece', () => {
    const sheet = sheetOf({
      changes: [{ row: 7, what: 'needle', text: '4 mm' }],
      lastRow: { text: 'Row 1 (RS): *p1; rep from * to end.', mirrored: false },
    });
    expect(noticesOf(sheet, 7)).toEqual([{ kind: 'change', what: 'needle', text: '4 mm' }]);
    expect(noticesOf(sheet, 12)).toEqual([{ kind: 'lastRow' }]);
    expect([noticesOf(sheet, 0), noticesOf(sheet, 13)]).toEqual([[], []]);
  });
});
