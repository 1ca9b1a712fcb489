/** One entry of each kind, as the schema takes it, about row 3 of a piece with so many rows done. */
import type { Happening, JournalEvent } from '../journal/events';
import { FIRST_LIFE } from '../journal/events';

type Kind = Happening['kind'];

const id = (n: number) => `01a20000-0000-7000-8000-${String(n).padStart(12, '0')}`;
export const OTHER = id(999_999);

export const SAMPLES: { readonly [K in Kind]: Extract<Happening, { kind: K }> } = {
  rowDone: { kind: 'rowDone', life: FIRST_LIFE, row: 3 },
  undo: { kind: 'undo', target: OTHER },
  ripped: { kind: 'ripped', life: FIRST_LIFE, to: 2 },
  rowSet: { kind: 'rowSet', life: FIRST_LIFE, row: 3 },
  panelRowSet: { kind: 'panelRowSet', panel: 'rope', from: 4, position: 2, since: 1 },
  lifeline: { kind: 'lifeline', row: 3 },
  note: { kind: 'note', row: 3, text: 'mine' },
  fault: {
    kind: 'fault',
    pieceRow: 3,
    rowEvent: null,
    panel: 'rope',
    wale: 2,
    charted: { kind: 'crossing', lean: 'right', over: ['knit'], under: ['knit'] },
    made: 'uncrossed',
  },
  mended: { kind: 'mended', fault: OTHER, by: 'ladder', minutes: 5 },
  left: { kind: 'left', fault: OTHER, as: 'itLies' },
  repairBegun: { kind: 'repairBegun', faults: [OTHER], done: 3 },
  measured: { kind: 'measured', row: 3, since: 1, cm: 38.1 },
  weighed: { kind: 'weighed', row: 3, grams: 50 },
  sectionEnded: { kind: 'sectionEnded', section: 'body', row: 3 },
  planChanged: { kind: 'planChanged', revision: 2, from: 3 },
  anchored: { kind: 'anchored', what: 'marker', row: 3, panel: 'rope', text: 'mine' },
  rowOnce: { kind: 'rowOnce', row: 3, panel: 'rope', instead: { does: 'all', face: 'purl' } },
  repeatsChanged: { kind: 'repeatsChanged', section: 'body', panel: 'rope', by: 1 },
  settled: { kind: 'settled', life: FIRST_LIFE },
  looked: { kind: 'looked', row: 3 },
  inspected: { kind: 'inspected', panel: 'rope', from: 1, to: 3 },
};

let made = 0;
/** Said by a device, with an id of its own. */
export const entry = (happening: Happening): JournalEvent => ({
  id: id((made += 1)),
  device: 'tablet',
  deviceTime: '2026-11-20T18:00:00.000Z',
  ...happening,
});
export const rowsDone = (from: number, to: number): JournalEvent[] =>
  Array.from({ length: to - from + 1 }, (_, i) =>
    entry({ kind: 'rowDone', life: FIRST_LIFE, row: from + i }),
  );
