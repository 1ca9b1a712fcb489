import fc from 'fast-check';
import { cellKey } from '../stitch/cells';
import { NO_FACTS, charted, worksheet } from '../piece/worksheet';
import { checkDraft, panelDraft, type PieceDraft } from './draft';
import { joinDrafts, splitDraft, stitchesToSplit, type OnNeedles } from './go-on';
import { mirrorCell } from '../chart/mirrored';
import { mirrorDraft } from './pair';
import { phasesOfRows } from './rest-of-shaping';
import { shapingDraft } from './shaping-draft';
import { runs } from '../testing/size';

const ROPE = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.';
const BRAID = 'Row 1 (RS): p1, 2/2 LC, k2, p1.\nRow 2: k1, p6, k1.\nRow 3: p1, k2, 2/2 RC, p1.\nRow 4: k1, p6, k1.\nRow 5: p1, k6, p1.\nRow 6: k1, p6, k1.'; // prettier-ignore
const arm = shapingDraft('arm', { from: { row: 3 }, phases: [{ every: 4, times: 3 }, { every: 2, times: 2 }] }); // prettier-ignore
const yoke: PieceDraft = {
  name: 'Yoke',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    { id: 'hem', name: 'Hem', rows: 3, panels: [panelDraft('hem', 'hem', 'Row 1 (RS): k1.\nRow 2: k1.', { repeats: 32, edge: true })] },
    {
      id: 'body',
      name: 'Body',
      rows: 40,
      panels: [
        panelDraft('a', 'rope', ROPE, { repeats: 2, startRow: 4 }),
        panelDraft('b', 'braid', BRAID, { startRow: 6 }),
        panelDraft('c', 'rope, far', ROPE, { startRow: 4, mirrored: true }),
      ],
      shaping: [arm],
    },
  ],
}; // prettier-ignore
const on = (draft: PieceDraft, done: number): OnNeedles => {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return { draft, sheet: worksheet(checked.value.plan, { ...NO_FACTS, done }), done };
};
const part = (from: OnNeedles, stitches: number, side: 'right' | 'left') => {
  const found = splitDraft(from, stitches, side);
  if (!found.ok) throw new Error(JSON.stringify(found.error));
  return on(found.value, 0);
};
const keys = ({ sheet }: OnNeedles, row: number) =>
  charted(sheet, row).laid.cells.map(({ cell }) => cellKey(cell));

describe('a split', () => {
  it('between two panels, at any row: both parts side by side are the piece as it would have been', () => {
    const wrong: unknown[] = [];
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 42 }), (done) => {
        const whole = on(yoke, done);
        const row = done + 1;
        const [first] = charted(whole.sheet, row).panels;
        const border = first?.takes ?? 0;
        const [right, left] = [part(whole, border, 'right'), part(whole, border, 'left')];
        for (let r = row; r <= whole.sheet.rows; r += 1) {
          const both = [...keys(right, r - done), ...keys(left, r - done)];
          if (both.join() !== keys(whole, r).join()) wrong.push([done, r]);
        }
        if (right.sheet.rows !== whole.sheet.rows - done) wrong.push([done, right.sheet.rows]);
      }),
      { numRuns: runs(25, 400) },
    );
    expect(wrong).toEqual([]);
  });
  it('through a panel: no stitch is lost, and a crossing over the split is cut', () => {
    const whole = on(yoke, 4);
    const [right, left] = [part(whole, 21, 'right'), part(whole, 21, 'left')];
    for (let r = 5; r <= 20; r += 1) {
      const gives = (of: OnNeedles, row: number) => charted(of.sheet, row).laid.gives;
      expect([r, gives(right, r - 4) + gives(left, r - 4)]).toEqual([r, gives(whole, r)]);
    }
    const cut = Array.from({ length: 12 }, (_, i) => charted(right.sheet, i + 1).cut.length + charted(left.sheet, i + 1).cut.length); // prettier-ignore
    expect(cut.some((count) => count > 0)).toBe(true);
  });
  it('goes on with the side and the name of where it came from', () => {
    const found = splitDraft(on(yoke, 11), 10, 'left');
    expect(found.ok && found.value).toMatchObject({ name: 'Yoke, left part', firstSide: 'WS', continues: [{ name: 'Yoke', row: 11 }] });
  });
  it.each([[0], [-3], [2.5], [99]])('%d stitches for a part are refused', (stitches) =>
    expect(splitDraft(on(yoke, 10), stitches, 'right')).toEqual({ ok: false, error: { code: 'stitches-out-of-range', most: 27 } }));
  it('in set-up rows it waits for the pattern', () => {
    const early = { ...yoke, sections: [{ ...yoke.sections[1]!, shaping: [], panels: [panelDraft('s', 's', 'Set-up row (RS): k8.\nRow 1 (WS): p8.\nRow 2: k8.', { withSetUp: true })] }] };
    expect(splitDraft(on(early, 0), 4, 'right')).toEqual({ ok: false, error: { code: 'not-in-this-row' } });
    expect(stitchesToSplit(on(early, 0))).toBeNull();
  });
}); // prettier-ignore

it('the mirror image of a part has its stitches at the other side', () => {
  const right = part(on(yoke, 9), 11, 'right');
  const image = mirrorDraft(right.draft);
  if (!image) throw new Error('unsound');
  const other = on(image, 0);
  for (let r = 1; r <= right.sheet.rows; r += 1) {
    const cells = charted(right.sheet, r).laid.cells.map(({ cell }) => cellKey(mirrorCell(cell)));
    expect([r, keys(other, r)]).toEqual([r, cells.reverse()]);
  }
});

describe('a join', () => {
  it('of the two parts of a split is the piece as it would have been', () => {
    const done = 9;
    const whole = on(yoke, done);
    const [right, left] = [part(whole, 16, 'right'), part(whole, 16, 'left')];
    for (const later of [0, 4, 10]) {
      const joined = joinDrafts({ ...right, done: later }, { ...left, done: later });
      if (!joined.ok) throw new Error(JSON.stringify(joined.error));
      const piece = on(joined.value, 0);
      for (let r = 1; r <= piece.sheet.rows; r += 1)
        expect([later, r, keys(piece, r)]).toEqual([later, r, keys(whole, done + later + r)]);
    }
  });
  it('needs both to come to the same side', () => {
    const mat: PieceDraft = {
      ...yoke,
      sections: [{ ...yoke.sections[0]!, panels: yoke.sections[0]!.panels }],
    };
    expect(joinDrafts(on(mat, 2), on(mat, 3))).toEqual({ ok: false, error: { code: 'sides-differ' } });
    const byHand: PieceDraft = { ...mat, construction: 'unturned' };
    expect(joinDrafts(on(mat, 2), on(byHand, 2))).toEqual({
      ok: false,
      error: { code: 'constructions-differ' },
    });
    const two = joinDrafts(on(mat, 2), on(mat, 2));
    expect(two.ok && stitchesToSplit(on(two.value, 0))).toBe(64);
  });
  it('a piece whose rows are all done goes on in its last section', () => {
    const mat: PieceDraft = { ...yoke, sections: [yoke.sections[0]!] };
    const joined = joinDrafts(on(mat, 3), on(mat, 3));
    expect(joined.ok && joined.value).toMatchObject({ firstSide: 'WS', sections: [{ rows: 20 }] });
  });
});

describe('what is left of a schedule', () => {
  it('said in phases, stands for the same rows', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 12 }),
        (picked) => {
          const rows = [...picked].sort((a, b) => a - b);
          let next = rows[0] as number;
          const again = phasesOfRows(rows).flatMap(({ every, times }, i) =>
            Array.from({ length: times }, (_, n) => (next = i === 0 && n === 0 ? next : next + every)),
          );
          expect(again).toEqual(rows);
        },
      ),
    ));
});
