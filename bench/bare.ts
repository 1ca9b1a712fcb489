/**
 * The yardstick for the events action: a bare node:http handler that makes the same durable transaction with the
 * same client, and does nothing else. Prints its address.
 */
import { createServer } from 'node:http';
import type { JournalEvent } from '@core/journal/events';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { appendEvents } from '~/db/journal.server';

const db = await database();
const server = createServer((request, response) => {
  const chunks: Buffer[] = [];
  request.on('data', (chunk: Buffer) => chunks.push(chunk));
  request.on('end', () => {
    const { events } = JSON.parse(Buffer.concat(chunks).toString()) as { events: JournalEvent[] };
    const pieceId = request.url?.split('/')[2] ?? '';
    void appendEvents(db, LOCAL_KNITTER, pieceId, events).then((result) => {
      response.writeHead(result.ok ? 200 : 409, { 'content-type': 'application/json' });
      response.end(JSON.stringify(result.ok ? { events: result.events } : result));
    });
  });
});
server.listen(0, '127.0.0.1', () =>
  console.log(`http://127.0.0.1:${(server.address() as { port: number }).port}`),
);
