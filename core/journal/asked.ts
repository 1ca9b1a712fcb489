/** What the journal's entries leave open, and only the knitter knows. */
import { doublesIn } from './doubles';
import { FIRST_LIFE, type EventOf, type JournalEvent } from './events';
import type { Judge } from './judge';
import type { JournalState, Late, OldPlan } from './state';

/** The life that an entry belongs to, as far as deciding about it goes. */
export function lifeOf(
  event: JournalEvent,
  { entries, lifeWhenLate }: Pick<JournalState, 'entries' | 'lifeWhenLate'>,
): string {
  if ('life' in event) return event.life;
  const target = event.kind === 'undo' ? entries.get(event.target) : undefined;
  return target && 'life' in target ? target.life : (lifeWhenLate.get(event.id) ?? FIRST_LIFE);
}

/** Whether the knitter has not decided about an entry yet: it is of a life that came after she last did. */
export function undecidedIn(judge: Judge): (event: JournalEvent) => boolean {
  const settledAt = new Map(judge.live('settled').map(({ life, id }) => [life, judge.placeOf(id)]));
  return (event) => judge.placeOf(event.id) > (settledAt.get(lifeOf(event, judge)) ?? -1);
}

/** Rows told twice by devices that did not know of each other, and nothing said about it yet. */
export function openPairs(judge: Judge) {
  const open = undecidedIn(judge);
  return judge.toldTwice.filter(({ again }) => judge.verdicts.get(again.id) === 'again' && open(again));
}

export function straysIn(judge: Judge): EventOf<'rowDone'>[] {
  const doubles = new Set(doublesIn(openPairs(judge)).map(({ id }) => id));
  const open = undecidedIn(judge);
  return judge.all('rowDone').filter((row) => {
    const verdict = judge.verdicts.get(row.id);
    if (verdict === 'again') return doubles.has(row.id);
    const loose = verdict === 'deadLife' || verdict === 'outOfPlace' || verdict === 'unaware';
    return loose && open(row);
  });
}

export function lateIn(judge: Judge): Late[] {
  const found: readonly Late[] = [
    ...judge.all('ripped'),
    ...judge.all('rowSet'),
    ...judge.all('undo'),
    ...judge.all('sectionEnded'),
  ];
  const open = undecidedIn(judge);
  return found.filter((event) => judge.verdicts.get(event.id) === 'unaware' && open(event));
}

const changesIn = (judge: Judge): OldPlan['change'][] => [
  ...judge.live('planChanged').slice(-1),
  ...judge.live('sectionEnded'),
];

/** Whether a row was told after a change, by a device that did not know of it, and is not decided about. */
function unawareOf(judge: Judge, change: OldPlan['change']): (row: EventOf<'rowDone'>) => boolean {
  const decided = judge.live('settled').findLast(({ life }) => life === change.id);
  const after = Math.max(judge.placeOf(change.id), decided ? judge.placeOf(decided.id) : 0);
  return (row) => judge.placeOf(row.id) > after && !judge.knew(row, change.id);
}

/** What was made under the old plan stays made: the knitter is asked whether the change begins above these rows. */
export function oldPlanIn(judge: Judge): OldPlan | null {
  for (const change of changesIn(judge)) {
    const isUnaware = unawareOf(judge, change);
    const from = change.kind === 'planChanged' ? change.from : change.row + 1;
    const rows = judge.rowEvents.slice(from - 1).flatMap((id) => {
      const row = judge.entries.get(id ?? '');
      return row?.kind === 'rowDone' && isUnaware(row) ? [row] : [];
    });
    if (rows.length > 0) return { change, rows };
  }
  return null;
}

/** Rows that were told so and taken down since: if they come back, they are asked about. */
export const toldUnaware = (judge: Judge): EventOf<'rowDone'>[] =>
  changesIn(judge).flatMap((change) => judge.live('rowDone').filter(unawareOf(judge, change)));
