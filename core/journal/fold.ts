/**
 * Entries folded to where the knitting stands: in the journal's order, from its beginning or from a standing on, then this
 * device's unsent ones.
 */
import type { Feature } from '../piece/feature';
import { patternPosition, pieceRow, wale } from '../indices';
import type { Once } from '../piece/once';
import type { Amendment } from '../piece/spans';
import type { Facts } from '../piece/worksheet';
import { undecidedIn, lateIn, lifeOf, oldPlanIn, straysIn } from './asked';
import type { JournalEvent } from './events';
import type { Judge } from './judge';
import { resume, type Standing } from './standing';
import type { FaultState, JournalState } from './state';

export type { FaultState, JournalState, Late, Verdict } from './state';

/** The lowest row that the fabric was taken down to after an entry. */
type LowestSince = (id: string) => number;
function lowestSince(judge: Judge): LowestSince {
  const lowerings = judge.allLowerings();
  return (id) => {
    const at = judge.placeOf(id);
    return Math.min(...lowerings.flatMap((turn) => (turn.at > at ? [turn.to] : [])));
  };
}

function amendments(judge: Judge, lowered: LowestSince): Amendment[] {
  return judge.live('panelRowSet').flatMap(({ id, panel, from, position, since }) => {
    const at = { panel, from: pieceRow(from), position: patternPosition(position) };
    if (since === null) return [{ ...at, chartedFrom: pieceRow(from), madeFrom: pieceRow(from) }];
    const lowest = Math.min(from - 1, lowered(id));
    if (lowest < since) return [];
    return [{ ...at, chartedFrom: pieceRow(lowest + 1), madeFrom: pieceRow(since) }];
  });
}

/** Whether what was said of a row is still so: the row is there, and was not taken down since. */
type Stands = (row: number, id: string) => boolean;

/** A one-off row said beforehand is planned and stays; one said of a row already done ends with that row. */
function onces(judge: Judge, stands: Stands): Once[] {
  return judge
    .live('rowOnce')
    .flatMap(({ id, row, panel, instead }) =>
      row > (judge.doneAt.get(id) ?? 0) || stands(row, id) ? [{ row, panel, instead }] : [],
    );
}

function faultsIn(judge: Judge, stands: Stands): FaultState[] {
  const mended = new Set(judge.live('mended').map(({ fault }) => fault));
  const left = new Map(judge.live('left').map(({ fault, as }) => [fault, as]));
  return judge
    .live('fault')
    .filter((f) => stands(f.pieceRow, f.id) && (judge.rowEvents[f.pieceRow - 1] ?? null) === f.rowEvent)
    .map((f) => ({ ...f, mended: mended.has(f.id), left: left.get(f.id) ?? null }));
}

function repairsIn(judge: Judge, faults: readonly FaultState[]) {
  const open = new Set(faults.filter(({ mended }) => !mended).map(({ id }) => id));
  return judge.live('repairBegun').filter((repair) => repair.faults.some((id) => open.has(id)));
}

function factsOf(
  judge: Judge,
  { lowered, stands }: { lowered: LowestSince; stands: Stands },
  { faults, ends }: Pick<JournalState, 'faults' | 'ends'>,
): Facts {
  const newest = judge.live('measured').findLast(({ row, id }) => stands(row, id));
  return {
    amendments: amendments(judge, lowered),
    deviations: faults
      .filter((f) => !f.mended)
      .map((f) => ({ pieceRow: pieceRow(f.pieceRow), panel: f.panel, wale: wale(f.wale), made: f.made })),
    ends,
    done: judge.rowEvents.length,
    onces: onces(judge, stands),
    features: featuresIn(judge, faults),
    lengthened: judge.live('repeatsChanged').map(({ section, panel, by }) => ({ section, panel, by })),
    ...(newest && { rowsPer10: ((newest.row - newest.since) / newest.cm) * 10 }),
  };
}

/** Odd crossings that are crossed so on purpose from a row on. */
function featuresIn(judge: Judge, faults: readonly FaultState[]): Feature[] {
  return judge.live('left').flatMap((left) => {
    const fault = faults.find(({ id, mended }) => id === left.fault && !mended);
    if (!fault || left.as !== 'feature') return [];
    const common = { like: fault.pieceRow, from: left.from };
    const places = [{ panel: fault.panel, wale: fault.wale }, ...(left.also ? [left.also] : [])];
    return places.map((place) => ({ ...place, ...common }));
  });
}

function partsBefore(judge: Judge, event: JournalEvent): boolean {
  const isBefore = (id: string) => judge.placeOf(id) < judge.base;
  const life = lifeOf(event, judge);
  const ended = judge.turns.some((turn) => turn.life === life && isBefore(turn.id));
  return isBefore(event.id) || ended || (event.kind === 'undo' && isBefore(event.target));
}

/** Whether more is to be told than is at hand: what is asked, with all that came since it parted from what counts. */
const passesBase = (judge: Judge, asked: readonly JournalEvent[]) =>
  judge.rowEvents.at(-1) === '' ||
  asked.some((event) => partsBefore(judge, event)) ||
  judge.beforeBase.some(undecidedIn(judge)) ||
  judge.live('fault').some(({ pieceRow }) => judge.rowEvents[pieceRow - 1] === '');

function stateOf(judge: Judge): JournalState {
  const done = judge.rowEvents.length;
  const lowered = lowestSince(judge);
  const stands: Stands = (row, id) => row <= done && lowered(id) >= row;
  const still = <E extends { row: number; id: string }>(said: readonly E[]) =>
    said.filter(({ row, id }) => stands(row, id));
  const faults = faultsIn(judge, stands);
  const ends = still(judge.live('sectionEnded'));
  const asked = { strays: straysIn(judge), late: lateIn(judge), oldPlan: oldPlanIn(judge) };
  const open = [...asked.strays, ...asked.late, ...(asked.oldPlan?.rows ?? [])];
  return {
    life: judge.life,
    done,
    rowEvents: judge.rowEvents,
    lifelines: still(judge.live('lifeline')),
    notes: judge.live('note'),
    faults,
    repairs: repairsIn(judge, faults),
    measured: still(judge.live('measured')),
    weighings: still(judge.live('weighed')),
    facts: factsOf(judge, { lowered, stands }, { faults, ends }),
    ...asked,
    verdicts: judge.verdicts,
    entries: judge.entries,
    places: judge.places,
    count: judge.count,
    lifeWhenLate: judge.lifeWhenLate,
    said: judge.said(),
    unsure: judge.unsure || passesBase(judge, open),
    ends,
    anchors: still(judge.live('anchored')),
    looked: new Set(still(judge.live('looked')).map(({ row }) => row)),
    inspected: judge.live('inspected').filter(({ to, id }) => stands(to, id)),
    doneAt: judge.doneAt,
    steps: judge.steps,
    undoTarget: judge.steps[judge.steps.length - 1]?.id ?? null,
    redoTarget: judge.undone[judge.undone.length - 1] ?? null,
  };
}

/** @param base stands for the entries before those given */
export function fold(events: Iterable<JournalEvent>, base: Standing | null = null): JournalState {
  const judge = resume(base);
  for (const event of events) judge.apply(event);
  return stateOf(judge);
}
