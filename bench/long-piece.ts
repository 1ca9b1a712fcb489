/** A piece with a journal as long as wanted, written straight into the tables. */
import { v7 as uuid } from 'uuid';
import { checkDraft, panelDraft, type PieceDraft } from '@core/draft/draft';
import { LOCAL_KNITTER, type Database } from '~/db/client.server';
import { createPiece } from '~/db/pieces.server';
import { events } from '~/db/schema';

export const ROWS = 100_000;
const AT_ONCE = 500;

export const DRAFT: PieceDraft = {
  name: 'Bench',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    {
      id: 'body',
      name: 'Body',
      rows: ROWS,
      panels: [panelDraft('rope', 'rope', 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.')],
    },
  ],
};

export async function longPiece(db: Database, entries: number): Promise<string> {
  const checked = checkDraft(DRAFT);
  if (!checked.ok) throw new Error('the bench piece is unsound');
  const pieceId = await createPiece(db, LOCAL_KNITTER, {
    draft: DRAFT,
    plan: checked.value.plan,
    yarn: 'oat',
  });
  const receivedAt = new Date().toISOString();
  const row = (seq: number) => {
    const id = uuid();
    const body = JSON.stringify({
      id,
      device: 'bench',
      deviceTime: receivedAt,
      kind: 'rowDone',
      life: 'cast-on',
      row: (seq % ROWS) + 1,
    });
    return { pieceId, seq: seq + 1, knitterId: LOCAL_KNITTER, id, body, receivedAt };
  };
  for (let at = 0; at < entries; at += AT_ONCE)
    await db
      .insert(events)
      .values(Array.from({ length: Math.min(AT_ONCE, entries - at) }, (_, i) => row(at + i)));
  return pieceId;
}
