/** Kills in the middle of posts from several devices: whatever was acknowledged must be there afterwards, once. */
import http from 'node:http';
import { count, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { openDatabase } from '~/db/client.server';
import { events } from '~/db/schema';
import { longPiece } from './long-piece';
import { equal, type Line } from './numbers';
import { Served } from './served';

const KILLS = 12;
const DEVICES = 8;
const IN_A_POST = 10;
const SHORTEST_MS = 150;
const LONGEST_MS = 900;

const batch = () =>
  Array.from({ length: IN_A_POST }, (_, i) => ({
    id: uuid(),
    device: 'bench',
    deviceTime: new Date().toISOString(),
    kind: 'note',
    row: i + 1,
    text: 'a note',
  }));

/** True if the whole batch was acknowledged. */
const post = (address: string, pieceId: string, list: readonly object[]): Promise<boolean> =>
  new Promise((resolve) => {
    const request = http.request(
      `${address}/pieces/${pieceId}/events`,
      { method: 'POST', agent: false, headers: { 'content-type': 'application/json' } },
      (answer) => {
        answer.resume();
        answer.on('end', () => resolve(answer.statusCode === 200));
        answer.on('error', () => resolve(false));
      },
    );
    request.on('error', () => resolve(false));
    request.end(JSON.stringify({ events: list }));
  });

export async function kills(): Promise<Line[]> {
  const served = new Served();
  const acknowledged = new Set<string>();
  let pieceId = '';
  try {
    await served.fill(async (db) => {
      pieceId = await longPiece(db, 0);
    });
    for (let i = 0; i < KILLS; i += 1) {
      await served.start();
      let going = true;
      const devices = Array.from({ length: DEVICES }, async () => {
        while (going) {
          const list = batch();
          if (await post(served.address, pieceId, list)) list.forEach(({ id }) => acknowledged.add(id));
          else return;
        }
      });
      const wait = SHORTEST_MS + ((LONGEST_MS - SHORTEST_MS) * i) / KILLS;
      await new Promise((resolve) => setTimeout(resolve, wait));
      await served.kill();
      going = false;
      await Promise.all(devices);
    }
    const db = await openDatabase(served.folder);
    const rows = await db.select({ id: events.id }).from(events).where(eq(events.pieceId, pieceId));
    const [all] = await db.select({ n: count() }).from(events);
    db.$client.close();
    const stored = new Set(rows.map(({ id }) => id));
    const lost = [...acknowledged].filter((id) => !stored.has(id)).length;
    return [
      equal(`of ${acknowledged.size} entries acknowledged over ${KILLS} kills lost, and none`, lost, 0),
      equal('entries stored once, and in all', stored.size, all?.n ?? 0),
      equal('entries of a post stored by halves, and none', stored.size % IN_A_POST, 0),
    ];
  } finally {
    served.stop();
  }
}
