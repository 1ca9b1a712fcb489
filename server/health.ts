/** `GET /health`: whether Gritch can answer from its data, for whatever watches over it. */
import type { RequestHandler } from 'express';
import { sql } from 'drizzle-orm';
import { database } from '~/db/client.server';

export const health: RequestHandler = async (_request, response) => {
  response.set('cache-control', 'no-store');
  await (await database()).get(sql`select 1`);
  response.json({ ok: true });
};
