/** What the table of kinds says, the journal does: common practice, no published source; the oracle is the fold itself. */
import { entry, rowsDone, SAMPLES } from '../testing/entries';
import { fold } from './fold';
import { HAPPENINGS, NATURES } from './kinds';
import { eventSchema } from './schema';

const kinds = HAPPENINGS.map((kind) => [kind] as const);
/** Four rows, the entry, and what came after it. */
const journal = (kind: (typeof HAPPENINGS)[number], after: number) => {
  const said = entry({ ...SAMPLES[kind], ...(kind === 'sectionEnded' && { row: 4 }) } as never);
  return { said, events: [...rowsDone(1, 4), said, ...rowsDone(5, 4 + after)] };
};

it('every kind is in the table once, and the schema takes each', () => {
  expect([...HAPPENINGS].sort()).toEqual(Object.keys(SAMPLES).sort());
  for (const kind of HAPPENINGS) expect(eventSchema.safeParse(entry(SAMPLES[kind])).error).toBeUndefined();
});

it.each(kinds)('%s: undo takes it back when it is on top, if it is a step', (kind) => {
  const { said, events } = journal(kind, 0);
  // A row told again and a row that is not the last are no steps that count.
  const counts = fold(events).verdicts.get(said.id) === 'counted';
  if (counts) expect(fold(events).undoTarget === said.id).toBe(NATURES[kind].step);
  else expect(['rowDone', 'undo']).toContain(kind);
});

it.each(kinds.filter(([kind]) => NATURES[kind].byItself))(
  '%s: is taken back by itself under two more rows, which stay',
  (kind) => {
    const { said, events } = journal(kind, 2);
    const state = fold([...events, entry({ kind: 'undo', target: said.id })]);
    expect([state.verdicts.get(said.id), state.done]).toEqual(['undone', 6]);
  },
);
