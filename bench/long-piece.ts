/** A piece with a journal as long as wanted, written straight into the tables. */
import { v7 as uuid } from 'uuid';
import { checkDraft } from '@core/draft/draft';
import { LOCAL_KNITTER, type Database } from '~/db/client.server';
import { createPiece } from '~/db/pieces.server';
import { events } from '~/db/schema';
import { ropePiece } from '../e2e/helpers/pieces';

export const ROWS = 100_000;
const AT_ONCE = 500;

export const DRAFT = ropePiece('Bench', ROWS);

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
