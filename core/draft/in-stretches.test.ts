/** Patterns of several stretches in a draft, and sections made to fit on each other. */
import { cueFor } from '../cue/cue';
import { perform } from '../cue/perform';
import { needleOf, tellRow } from '../cue/tell';
import { readRows } from '../notation/read';
import { castOnCount, charted } from '../piece/worksheet';
import { cellKey } from '../stitch/cells';
import { checkDraft, panelDraft, type PieceDraft } from './draft';
import { fitSeams } from './fit-seams';
import { takePattern, type Taken } from './in-stretches';

const HAT = `Work the rows under each heading one after the other.
Cast on 64 sts.
Rib
Rnd 1: *k2, p2; rep from * around.
Rnd 2: *k2, p2; rep from * around.
Body
Set-up rnd: *k6, p2; rep from * around.
Rnd 1: *k6, p2; rep from * around.
Rnd 2: *3/3 RC, p2; rep from * around.
Rnd 3: *k6, p2; rep from * around.
Rnd 4: *k6, p2; rep from * around.
Crown
Rnd 1: *k2tog, k2, k2tog, p2; rep from * around. (48 sts)
Rnd 2: *k4, p2; rep from * around.
Rnd 3: *k2tog, k2tog, p2; rep from * around. (32 sts)`;

function taken(text: string, more: Taken['more'] = {}): Taken {
  const read = readRows(text, 'Hat');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return { stretches: read.value.stretches, family: 'fraction', more };
}
function fresh() {
  let next = 0;
  return (kind: string) => `${kind}-new-${(next += 1)}`;
}
const EMPTY: PieceDraft = {
  name: 'Hat',
  construction: 'round',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [{ id: 'one', name: 'Body', rows: 40, panels: [] }],
};
const edge = (id: string) => panelDraft(id, id, 'Row 1 (RS): k1.\nRow 2: k1.', { edge: true, repeats: 3 });
function laid(draft: PieceDraft) {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value.sheet;
}

describe('a pattern of three stretches in an empty section', () => {
  const draft = takePattern(EMPTY, 0, 0, taken(HAT, { repeats: 8 }), fresh());
  const sheet = laid(draft);
  it('becomes three sections, each as often across as it must be', () => {
    expect(draft.sections.map(({ name, panels }) => [name, panels[0]?.repeats])).toEqual([
      ['Rib', 16],
      ['Body', 8],
      ['Crown', 8],
    ]);
    expect(castOnCount(sheet)).toBe(64);
    // 20 times 2, a set-up round and 10 times 4, and the crown once.
    expect(sheet.rows).toBe(40 + 41 + 3);
  });
  it('can be knitted to the last row: what each row leaves the next one takes, told and performed', () => {
    let left = castOnCount(sheet);
    for (let row = 1; row <= sheet.rows; row += 1) {
      const { laid: here } = charted(sheet, row);
      expect(here.takes).toBe(left);
      const cue = cueFor(sheet, row, 'right');
      const done = perform(tellRow(cue), needleOf(cue), cue.working);
      if (!done.ok) throw new Error(`${row}: ${JSON.stringify(done.error)}`);
      expect(done.value.map(({ cell }) => cellKey(cell))).toEqual(
        here.cells.map(({ cell }) => cellKey(cell)),
      );
      left = here.gives;
    }
    expect(left).toBe(32);
  });
  it('a crown has the rows that it has', () => {
    const longer = {
      ...draft,
      sections: draft.sections.map((one, s) => (s === 2 ? { ...one, rows: 4 } : one)),
    };
    const checked = checkDraft(longer);
    expect(checked.ok ? [] : checked.error).toEqual([
      { code: 'rows-worked-once', has: 3, rows: 4, section: 2, panel: 0 },
    ]);
    const open = {
      ...draft,
      making: undefined,
      sections: draft.sections.map((one, s) =>
        s === 2
          ? { ...one, length: { kind: 'repeats' as const, repeats: 2, of: one.panels[0]?.id ?? '' } }
          : one,
      ),
    };
    const twice = checkDraft(open);
    expect(twice.ok ? [] : twice.error.map(({ code }) => code)).toEqual(['rows-worked-once']);
  });
});

describe('a pattern among others', () => {
  it('its later stretches get sections in which the others carry on', () => {
    const flat: PieceDraft = {
      ...EMPTY,
      construction: 'flat',
      sections: [{ id: 'one', name: 'Front', rows: 40, panels: [edge('right'), edge('left')] }],
    };
    const text =
      'Row 1 (RS): *k4, p4; rep from * to end\nRow 2: *k4, p4; rep from * to end\nRep rows 1 and 2 for 10 cm.\nRow 3: *k2tog, k2, p4; rep from * to end (21 sts)\nRow 4: *k4, p3; rep from * to end\nWork these rows once.';
    const draft = takePattern(flat, 0, 1, taken(text, { repeats: 3 }), fresh());
    expect(
      draft.sections.map(({ panels }) => panels.map(({ id, carryOn }) => [id.replace(/-.*/, ''), carryOn])),
    ).toEqual([
      [
        ['right', false],
        ['panel', false],
        ['left', false],
      ],
      [
        ['right', true],
        ['panel', false],
        ['left', true],
      ],
    ]);
    expect(draft.sections[0]?.name).toBe('Front');
    const sheet = laid(draft);
    expect(charted(sheet, sheet.rows).laid.gives).toBe(3 + 21 + 3);
  });
  it('one stretch that repeats leaves the length of its section as it was', () => {
    const rope = taken('Row 1 (RS): k4\nRow 2: p4\nRow 3: 2/2 RC\nRow 4: p4');
    const draft = takePattern(EMPTY, 0, 0, rope, fresh());
    expect(draft.sections).toMatchObject([{ name: 'Body', rows: 40 }]);
    expect(draft.sections[0]).not.toHaveProperty('length');
  });
  it('rows worked once set it where nothing stands beside them', () => {
    const once = taken('Row 1 (RS): k4\nRow 2: p4\nWork these rows once.');
    expect(takePattern(EMPTY, 0, 0, once, fresh()).sections).toMatchObject([{ name: 'Body', rows: 2 }]);
    const beside = takePattern(EMPTY, 0, 0, taken('Row 1: k4\nRow 2: p4'), fresh());
    expect(takePattern(beside, 0, 1, once, fresh()).sections[0]?.rows).toBe(40);
  });
  it('in place of the panel that was pasted, and nowhere in a section that is not there', () => {
    const pasted = {
      ...EMPTY,
      sections: [{ id: 'one', name: 'Body', rows: 40, panels: [panelDraft('mine', 'Mine', HAT)] }],
    };
    const checked = checkDraft(pasted);
    expect(checked.ok ? [] : checked.error).toEqual([
      { code: 'several-stretches', section: 0, panel: 0, count: 3 },
    ]);
    const made = takePattern(pasted, 0, 0, taken(HAT), fresh(), true);
    expect(made.sections.flatMap(({ panels }) => panels.map(({ name }) => name))).toEqual([
      'Rib',
      'Body',
      'Crown',
    ]);
    expect(takePattern(EMPTY, 4, 0, taken(HAT), fresh())).toBe(EMPTY);
  });
});

describe('sections that no longer fit on each other', () => {
  const draft = takePattern(EMPTY, 0, 0, taken(HAT), fresh());
  const with_ = (repeats: number, section = 0): PieceDraft => ({
    ...draft,
    sections: draft.sections.map((one, s) =>
      s === section ? { ...one, panels: one.panels.map((panel) => ({ ...panel, repeats })) } : one,
    ),
  });
  it('are made to fit by the repeats of those that follow', () => {
    const found = fitSeams(with_(24));
    expect(found?.fitted).toEqual([
      { section: 1, panel: 0, repeats: 12 },
      { section: 2, panel: 0, repeats: 12 },
    ]);
    expect(castOnCount(laid(found?.draft as PieceDraft))).toBe(96);
  });
  it('are left alone where all fit, where no whole number does, and where several panels could grow', () => {
    expect(fitSeams(draft)).toBeNull();
    expect(fitSeams(with_(25))).toBeNull();
    const two = with_(24);
    const [first, second, ...rest] = two.sections;
    const doubled = {
      ...second,
      panels: [...(second?.panels ?? []), panelDraft('other', 'Other', 'Row 1: k1.')],
    };
    expect(fitSeams({ ...two, sections: [first, doubled, ...rest] as PieceDraft['sections'] })).toBeNull();
  });
});
