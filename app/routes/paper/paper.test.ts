import { DEMO } from '../../../demo/scenario';
import { checkDraft, type PieceDraft } from '@core/draft/draft';
import { markerGroups, findMiscount } from '@core/plan/cast-on';
import { charted } from '@core/piece/worksheet';
import { keepEdges } from '../cast-on/count-check';
import { changeMaking, firstSetUp, nextSpread, setRepeats, withoutEdges } from '../setup/draft-state';
import { furtherSummary, shapingSummary } from '../setup/summaries';
import { numbersWithRoom } from './paper-fabric';
import { paperColumns, paperRows } from './paper-rows';

const draftOf = (key: string) => DEMO.find((piece) => piece.key === key)?.draft as PieceDraft;
const sheetOf = (draft: PieceDraft) => {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value.sheet;
};

describe('the coming rows on paper', () => {
  const sheet = sheetOf(draftOf('front'));
  const rows = paperRows(sheet, 1, sheet.rows, 'right', () => 'cableNeedle');
  it('say every row’s stitches, side and way as the plan has them', () => {
    for (const { row, side, direction, takes, gives } of rows) {
      const { laid, side: planned } = charted(sheet, row);
      expect([row, takes, gives, side]).toEqual([row, laid.takes, laid.gives, planned]);
      expect(direction).toBe(side === 'RS' ? 'rightToLeft' : 'leftToRight');
    }
  });
  it('mark every crossing with its hold and what follows, and nothing else as one', () => {
    for (const { row, cells } of rows)
      for (const [id, { words, crosses }] of Object.entries(cells)) {
        const cable = charted(sheet, row).panels.find(({ panel }) => panel.id === id);
        expect([row, id, crosses]).toEqual([row, id, cable?.cells.some(({ cell }) => cell.kind === 'crossing')]);
        expect(/\(.*\d to the (?:BACK|FRONT), .*\)/.test(words)).toBe(crosses);
      }
  });
  it('have a column for each panel that says something, the left edge first', () => {
    const body = rows.slice(20, 30);
    expect(paperColumns(sheet, body).map(({ name }) => name)).toEqual(['flank', 'flank eel', 'plover wave', 'eel rope', 'front band']);
  });
  it('as fabric, have their numbers where there is room', () => {
    expect(numbersWithRoom([21, 22, 25, 27, 29], 3)).toEqual([21, 25, 29]);
    expect(numbersWithRoom([21, 22], 0.5)).toEqual([21, 22]);
    expect(numbersWithRoom([], 1)).toEqual([]);
  });
  it('name shaping beside the row', () =>
    expect(rows.filter(({ notices }) => notices.some((words) => words.includes('bind off') || words.includes('bound off'))).map(({ takes, gives }) => takes - gives)).toEqual([5]));
}); // prettier-ignore

describe('a cast-on that was counted otherwise', () => {
  const draft = firstSetUp({ family: 'fraction', wanted: null, draft: null }).draft;
  const groups = markerGroups(sheetOf({ ...draft, name: 'x' }));
  const kept = (counted: number[]) => keepEdges(draft, groups, findMiscount(groups, counted));
  it('may keep plain edges as wide as they are', () => {
    const changed = kept([6, 8, 4]);
    expect(changed?.sections[0]?.panels.map(({ repeats }) => repeats)).toEqual([6, 1, 4]);
  });
  it.each([[[4, 7, 4]], [[5, 7, 4]], [[0, 8, 4]]])('not so %p', (counted) =>
    expect(kept(counted)).toBeNull(),
  );
});

describe('a draft being set up', () => {
  const { draft } = firstSetUp({ family: 'fraction', wanted: null, draft: null });
  it('grows wherever a panel stands, and loses its edges in the round', () => {
    const id = draft.sections[0]?.panels[1]?.id ?? '';
    const twice = { ...draft, sections: [...draft.sections, ...draft.sections] };
    expect(setRepeats(twice, [id], 5).sections.map(({ panels }) => panels[1]?.repeats)).toEqual([5, 5]);
    expect(withoutEdges(draft).sections[0]?.panels.map(({ edge }) => edge)).toEqual([false]);
  });
  it('keeps what was measured beside what is measured next', () => {
    const one = changeMaking(draft, { targetCm: 48 });
    expect(changeMaking(one, { panelWidths: { a: 3 } }).making).toMatchObject({ targetCm: 48, panelWidths: { a: 3 }, swatch: null });
  });
  it('says in a line what is folded away', () => {
    const front = draftOf('front').sections[3];
    expect(front && [shapingSummary(front), furtherSummary(front)]).toEqual(['3 schedules', '']);
    expect(furtherSummary({ ...draft.sections[0]!, lastRow: { text: '', mirrored: false }, changes: [{ row: 1, what: 'yarn', text: '' }] })).toBe('last row replaced, 1 change');
    expect(nextSpread(draft, 'decrease').spread).toMatchObject({ way: 'cables' });
  });
}); // prettier-ignore
