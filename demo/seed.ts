/** Fills an empty data folder with the demo scenario. The folder comes from GRITCH_DATA. */
import path from 'node:path';
import { v7 as uuid } from 'uuid';
import { checkDraft } from '@core/draft/draft';
import type { JournalEvent } from '@core/journal/events';
import { LOCAL_KNITTER, openDatabase } from '~/db/client.server';
import { appendEvents } from '~/db/journal.server';
import { keepPattern } from '~/db/patterns.server';
import { createPiece } from '~/db/pieces.server';
import { readRows } from '@core/notation/read';
import { DEMO_PATTERNS } from './patterns';
import { DEMO, type DemoPiece } from './scenario';

const FIRST_EVENING = Date.parse('2026-11-06T18:40:00Z');
const BATCH = 100;

function eventsOf(piece: DemoPiece): JournalEvent[] {
  const rowEvents = new Map<number, string>();
  return piece.journal.map(({ minutes, happening }) => {
    const msecs = FIRST_EVENING + minutes * 60_000;
    const what = happening((row) => rowEvents.get(row) ?? '');
    const id = uuid({ msecs });
    if (what.kind === 'rowDone') rowEvents.set(what.row, id);
    return { id, device: 'ferry-house-tablet', deviceTime: new Date(msecs).toISOString(), ...what };
  });
}

const db = await openDatabase(path.resolve(process.env.GRITCH_DATA ?? '.cache/demo'));
for (const piece of DEMO) {
  const checked = checkDraft(piece.draft);
  if (!checked.ok) throw new Error(`${piece.key}: ${JSON.stringify(checked.error)}`);
  const id = await createPiece(db, LOCAL_KNITTER, {
    draft: piece.draft,
    plan: checked.value.plan,
    yarn: piece.yarn,
  });
  const events = eventsOf(piece);
  for (let at = 0; at < events.length; at += BATCH) {
    const result = await appendEvents(db, LOCAL_KNITTER, id, events.slice(at, at + BATCH));
    if (!result.ok) throw new Error(`${piece.key}: ${result.code}`);
  }
}
for (const { name, text, choices } of DEMO_PATTERNS) {
  const read = readRows(text, name, { choices });
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.error)}`);
  const { stretches, inTheRound } = read.value;
  await keepPattern(db, LOCAL_KNITTER, { name, text, choices, inTheRound, stretches });
}
