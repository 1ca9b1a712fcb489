/** Whether an entry can be about a plan: its row, panel and section must be there. */
import { LIMITS, type Plan } from '../piece/plan';
import { chartFrom, planOf } from '../testing/plans';
import { FIRST_LIFE, type JournalEvent } from './events';
import { misfit, repeatsIn } from './misfit';

const PLAN = planOf([{ rows: 12, panels: [{ chart: 'rope-4', id: 'rope' }] }]);
const event = (more: object) =>
  ({
    id: 'one',
    device: 'phone',
    deviceTime: '2026-11-20T18:00:00.000Z',
    life: FIRST_LIFE,
    ...more,
  }) as JournalEvent;
const added = (by: number, panel = 'rope', section = 'section-1') =>
  event({ kind: 'repeatsChanged', section, panel, by }) as Extract<JournalEvent, { kind: 'repeatsChanged' }>;

describe('rows', () => {
  it.each([
    ['rowDone', 'row'],
    ['ripped', 'to'],
    ['fault', 'pieceRow'],
    ['inspected', 'to'],
    ['panelRowSet', 'from'],
    ['rowSet', 'row'],
  ])('%s: to the piece’s last row and no further', (kind, where) => {
    const at = (row: number) => misfit(PLAN, event({ kind, [where]: row, panel: 'rope' }));
    expect([at(1), at(12)]).toEqual([null, null]);
    expect(at(13)).toBe("row 13 is beyond the piece's last row, 12");
  });
  it('a plan may be changed from the row after the last', () => {
    const at = (from: number) => misfit(PLAN, event({ kind: 'planChanged', from }));
    expect([at(13), at(14)]).toEqual([null, "row 14 is beyond the piece's last row, 12"]);
  });
  it('an entry about no row fits', () => expect(misfit(PLAN, event({ kind: 'undo' }))).toBeNull());
  it('an open section goes on to the most rows that a piece may have', () => {
    const [section] = PLAN.sections;
    const length = { until: { cm: 10, from: 'section' }, estimate: 12 } as const;
    const open: Plan = { ...PLAN, sections: [{ ...(section as Plan['sections'][number]), length }] };
    expect(misfit(open, event({ kind: 'rowDone', row: LIMITS.rows }))).toBeNull();
    expect(misfit(open, event({ kind: 'rowDone', row: LIMITS.rows + 1 }))).toMatch(
      `last row, ${LIMITS.rows}`,
    );
  });
  it('added repeats make it longer, taken ones do not make it shorter', () => {
    const at = (row: number, ...more: readonly ReturnType<typeof added>[]) =>
      misfit(PLAN, event({ kind: 'rowDone', row }), more);
    const rows = chartFrom('rope-4').rows.length;
    expect(at(12 + 2 * rows, added(2))).toBeNull();
    expect(at(13 + 2 * rows, added(2))).toMatch(/is beyond/);
    expect(at(12 + 3 * rows, added(2), added(-1), added(1))).toBeNull();
    expect(at(12, added(-2))).toBeNull();
    expect(at(13, added(2, 'nobody'))).toMatch(/is beyond/);
    expect(at(13, added(2, 'rope', 'nowhere'))).toMatch(/is beyond/);
    expect(at(LIMITS.rows + 1, added(LIMITS.rows))).toMatch(`last row, ${LIMITS.rows}`);
  });
  it('the events that add repeats, of a journal', () =>
    expect(repeatsIn([event({ kind: 'undo' }), added(1), event({ kind: 'rowDone', row: 1 })])).toEqual([
      added(1),
    ]));
});

describe('panels and sections', () => {
  it('must be the piece’s; no panel at all is all of them', () => {
    const at = (panel: string | null) => misfit(PLAN, event({ kind: 'rowDone', row: 3, panel }));
    expect([at('rope'), at(null), at('eel')]).toEqual([null, null, 'the piece has no panel eel']);
    const on = (section: string) => misfit(PLAN, event({ kind: 'sectionEnded', section, row: 3 }));
    expect([on('section-1'), on('cuff')]).toEqual([null, 'the piece has no section cuff']);
  });
  it('a panel whose rows are worked once cannot be set to another of them', () => {
    const once = { ...chartFrom('rope-4'), once: true } as const;
    const plan = planOf([
      {
        rows: once.rows.length,
        panels: [
          { chart: once, id: 'yoke' },
          { chart: 'rope-4', id: 'rope' },
        ],
      },
    ]);
    const set = (panel: string) => misfit(plan, event({ kind: 'panelRowSet', from: 2, panel, row: 3 }));
    expect(set('rope')).toBeNull();
    expect(set('yoke')).toBe('the rows of panel yoke are worked once and follow the rows of the piece');
    expect(misfit(plan, event({ kind: 'fault', pieceRow: 2, panel: 'yoke' }))).toBeNull();
  });
});
