/** Rows completed through the action against the bare handler: the same posts, in turns, from a few connections. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { count, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { checkDraft } from '@core/draft/draft';
import { LOCAL_KNITTER, openDatabase } from '~/db/client.server';
import { createPiece } from '~/db/pieces.server';
import { events } from '~/db/schema';
import { DRAFT, ROWS } from './long-piece';
import { atLeast, equal, median, type Line } from './numbers';

const CONNECTIONS = 8;
const ROUNDS = 7;
const EVENTS_IN_A_ROUND = 480;

class Contender {
  readonly folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-bench-'));
  private child: ChildProcess | null = null;
  private address = '';
  private pieceId = '';
  private next = 1;
  private readonly agent = new http.Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  acknowledged = 0;
  refused = 0;

  constructor(private readonly script: string) {}

  async start() {
    const db = await openDatabase(this.folder);
    const checked = checkDraft(DRAFT);
    if (!checked.ok) throw new Error('the bench piece is unsound');
    this.pieceId = await createPiece(db, LOCAL_KNITTER, {
      draft: DRAFT,
      plan: checked.value.plan,
      yarn: 'oat',
    });
    db.$client.close();
    this.child = spawn('node', [this.script], {
      env: { ...process.env, NODE_ENV: 'production', HOST: '127.0.0.1', PORT: '0', GRITCH_DATA: this.folder },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.address = await new Promise((resolve) => {
      this.child?.stdout?.on('data', (chunk: Buffer) => {
        const found = /http:\/\/\S+/.exec(chunk.toString());
        if (found) resolve(found[0]);
      });
    });
  }

  private post(batch: number): Promise<void> {
    const list = Array.from({ length: batch }, () => ({
      id: uuid(),
      device: 'bench',
      deviceTime: new Date().toISOString(),
      kind: 'rowDone',
      life: 'cast-on',
      row: ((this.next++ - 1) % ROWS) + 1,
    }));
    const headers = { 'content-type': 'application/json' };
    return new Promise((resolve, reject) => {
      const request = http.request(
        `${this.address}/pieces/${this.pieceId}/events`,
        { method: 'POST', agent: this.agent, headers },
        (response) => {
          response.resume();
          response.on('end', () => {
            if (response.statusCode === 200) this.acknowledged += batch;
            else this.refused += 1;
            resolve();
          });
        },
      );
      request.on('error', reject);
      request.end(JSON.stringify({ events: list }));
    });
  }

  /** Rows per second over one round. */
  async round(batch: number): Promise<number> {
    const posts = Math.max(CONNECTIONS * 3, Math.round(EVENTS_IN_A_ROUND / Math.sqrt(batch)));
    let left = posts;
    const from = performance.now();
    const connection = async () => {
      while (left-- > 0) await this.post(batch);
    };
    await Promise.all(Array.from({ length: CONNECTIONS }, connection));
    return (posts * batch * 1000) / (performance.now() - from);
  }

  async stored(): Promise<number> {
    const db = await openDatabase(this.folder);
    const [row] = await db.select({ rows: count() }).from(events).where(eq(events.pieceId, this.pieceId));
    db.$client.close();
    return row?.rows ?? 0;
  }

  async stop() {
    this.agent.destroy();
    this.child?.kill('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}

export async function posting(): Promise<Line[]> {
  const action = new Contender('scripts/start.mjs');
  const bare = new Contender('build/tools/bare.mjs');
  try {
    await action.start();
    await bare.start();
    const lines: Line[] = [];
    for (const batch of [1, 20]) {
      await action.round(batch);
      await bare.round(batch);
      const ratios: number[] = [];
      for (let i = 0; i < ROUNDS; i += 1)
        ratios.push((await action.round(batch)) / (await bare.round(batch)));
      lines.push(
        atLeast(`rows through the action against a bare handler, ${batch} to a post`, median(ratios), 0.3),
      );
    }
    lines.push(equal('posts refused or failed as busy, action and bare', action.refused, bare.refused));
    lines.push(
      equal('rows acknowledged and stored by the action', action.acknowledged, await action.stored()),
    );
    return lines.map((line) =>
      line.what.startsWith('posts')
        ? { ...line, aim: '0 and 0', met: action.refused + bare.refused === 0 }
        : line,
    );
  } finally {
    await action.stop();
    await bare.stop();
  }
}
