/** The bench page with 500 pieces on it against the same page with 5. */
import { v7 as uuid } from 'uuid';
import { checkDraft } from '@core/draft/draft';
import type { JournalEvent } from '@core/journal/events';
import { LOCAL_KNITTER, type Database } from '~/db/client.server';
import { appendEvents } from '~/db/journal.server';
import { createPiece } from '~/db/pieces.server';
import { DEMO } from '../demo/scenario';
import { atMost, median, type Line } from './numbers';
import { Served } from './served';

const FEW = 5;
const MANY = 500;
const ROUNDS = 15;
const ROWS_DONE = 30;

const rows = (): JournalEvent[] =>
  Array.from({ length: ROWS_DONE }, (_, i) => ({
    id: uuid(),
    device: 'bench',
    deviceTime: new Date().toISOString(),
    kind: 'rowDone',
    life: 'cast-on',
    row: i + 1,
  }));

const pieces = (count: number) => async (db: Database) => {
  for (let i = 0; i < count; i += 1) {
    const { draft, yarn } = DEMO[i % DEMO.length] as (typeof DEMO)[number];
    const checked = checkDraft(draft);
    if (!checked.ok) throw new Error('a demo piece is unsound');
    const id = await createPiece(db, LOCAL_KNITTER, {
      draft: { ...draft, name: `${draft.name} ${i + 1}` },
      plan: checked.value.plan,
      yarn,
    });
    await appendEvents(db, LOCAL_KNITTER, id, rows());
  }
};

/** Until every glance is kept. */
async function warm(served: Served) {
  for (let i = 0; i < 400; i += 1) if ((await served.page('/?all')).ms < 140) return;
}

export async function fullBench(): Promise<Line[]> {
  const [few, many] = [new Served(), new Served()];
  try {
    await few.fill(pieces(FEW));
    await many.fill(pieces(MANY));
    await few.start();
    await many.start();
    const first = await many.page('/');
    const plain = await many.page('/knitter');
    await warm(few);
    await warm(many);
    const ratios: number[] = [];
    for (let i = 0; i < ROUNDS; i += 1) ratios.push((await many.page('/')).ms / (await few.page('/')).ms);
    return [
      atMost(`bench page with ${MANY} pieces, gzipped`, (await many.page('/')).kB, 150, ' kB'),
      atMost(`bench page with ${MANY} pieces against ${FEW}`, median(ratios), 3),
      atMost(`its very first time, nothing kept, against a plain page`, first.ms / plain.ms, 60),
    ];
  } finally {
    few.stop();
    many.stop();
  }
}
