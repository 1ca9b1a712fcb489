import { judge } from '@core/notation/judge';
import { readRows } from '@core/notation/read';
import { DEMO_PATTERNS } from './patterns';
import { checkDraft } from '@core/draft/draft';
import { FIRST_LIFE, type JournalEvent } from '@core/journal/events';
import { fold } from '@core/journal/fold';
import { eventSchema } from '@core/journal/schema';
import { sittings } from '@core/journal/sittings';
import { changePlan } from '@core/piece/change-plan';
import { charted, NO_FACTS, worksheet } from '@core/piece/worksheet';
import { crossingAt } from '@core/repair/plan';
import { DEMO } from './scenario';

const journalOf = (key: string): JournalEvent[] => {
  const piece = DEMO.find((p) => p.key === key);
  const ids = new Map<number, string>();
  return (piece?.journal ?? []).map(({ minutes, happening }, i) => {
    const what = happening((row) => ids.get(row) ?? '');
    const id = `demo-event-${i}`;
    if (what.kind === 'rowDone') ids.set(what.row, id);
    return { id, device: 'test', deviceTime: new Date(minutes * 60_000).toISOString(), ...what };
  });
};
const planOf = (key: string) => {
  const checked = checkDraft(DEMO.find((p) => p.key === key)?.draft as never);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value;
};

it.each(DEMO.map(({ key }) => key))('%s can be knitted and its journal counts every row', (key) => {
  const { sheet } = planOf(key);
  const events = journalOf(key);
  for (const event of events) expect(eventSchema.safeParse(event).success).toBe(true);
  const state = fold(events);
  expect(state.done).toBe(events.filter(({ kind }) => kind === 'rowDone').length);
  expect(state.done).toBeLessThan(sheet.rows);
  expect(state.life).toBe(FIRST_LIFE);
});

it.each(DEMO.map(({ key }) => key))('%s, its plan changed to itself at any row, is the same piece', (key) => {
  const { plan, sheet } = planOf(key);
  const cells = (of: typeof sheet, row: number) => JSON.stringify(charted(of, row).laid);
  const wrong: unknown[] = [];
  for (let done = 1; done < sheet.rows; done += 3) {
    const facts = { ...NO_FACTS, done };
    const before = worksheet(plan, facts);
    const changed = changePlan(before, plan, done, 2, facts);
    if (!changed.ok) throw new Error(JSON.stringify([done, changed.error]));
    const after = worksheet(changed.value.plan, facts);
    if (after.rows !== before.rows) wrong.push([done, after.rows, before.rows]);
    for (let row = 1; row <= before.rows; row += 1)
      if (cells(after, row) !== cells(before, row)) wrong.push([done, row]);
  }
  expect(wrong).toEqual([]);
});

it('the bolster has five panels that repeat every 4, 6, 8, 16 and 24 rows, 62 rows in nine sittings, and a lifeline', () => {
  const { plan } = planOf('bolster');
  const panels = plan.sections[1]?.panels.filter(({ edge }) => !edge) ?? [];
  expect(
    panels.map(({ chart }) => plan.charts[chart]?.rows.length).sort((a, b) => (a ?? 0) - (b ?? 0)),
  ).toEqual([4, 6, 8, 16, 24]);
  const events = journalOf('bolster');
  expect(sittings(events)).toHaveLength(9);
  expect(fold(events)).toMatchObject({ done: 62, lifelines: [{ row: 50 }] });
});

it('the fault marked on the swatch is on a charted crossing', () => {
  const { sheet } = planOf('swatch');
  const [fault] = fold(journalOf('swatch')).faults;
  expect(fault && crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale)?.cell).toEqual(fault?.charted);
});

describe("Wren's own patterns", () => {
  it.each(DEMO_PATTERNS)('$name is read as it came', ({ name, text, choices }) => {
    const read = readRows(text, name, { choices });
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    const found = judge(text, read.value).map(({ doubt }) => doubt.code);
    expect(found).toEqual(name === 'Tide-mill braid' ? ['alternation'] : []);
  });
});
