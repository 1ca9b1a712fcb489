/** The built app as a process of its own, on a folder that was filled before. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { openDatabase, type Database } from '~/db/client.server';

export class Served {
  readonly folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-bench-'));
  address = '';
  private child: ChildProcess | null = null;

  async fill(work: (db: Database) => Promise<void>) {
    const db = await openDatabase(this.folder);
    await work(db);
    db.$client.close();
  }

  async start(script = 'scripts/start.mjs') {
    this.child = spawn('node', [script], {
      env: {
        ...process.env,
        NODE_ENV: 'production',
        GRITCH_LOG: 'error',
        HOST: '127.0.0.1',
        PORT: '0',
        GRITCH_DATA: this.folder,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.address = await new Promise((resolve) => {
      this.child?.stdout?.on('data', (chunk: Buffer) => {
        const found = /http:\/\/\S+/.exec(chunk.toString());
        if (found) resolve(found[0]);
      });
    });
  }

  /** Memory that the process holds, in MB, as the system counts it. */
  memory(): number {
    const status = readFileSync(`/proc/${this.child?.pid}/status`, 'utf8');
    return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1]) / 1024;
  }

  /** One page: its time in ms and its size in kB, gzipped. */
  page(at: string): Promise<{ readonly ms: number; readonly kB: number; readonly status: number }> {
    const from = performance.now();
    return new Promise((resolve, reject) => {
      const request = http.get(
        `${this.address}${at}`,
        { headers: { 'accept-encoding': 'gzip' } },
        (answer) => {
          let bytes = 0;
          answer.on('data', (chunk: Buffer) => (bytes += chunk.length));
          answer.on('end', () =>
            resolve({ ms: performance.now() - from, kB: bytes / 1000, status: answer.statusCode ?? 0 }),
          );
        },
      );
      request.on('error', reject);
    });
  }

  /** As a power cut would; resolves when it has gone. */
  kill(): Promise<void> {
    return new Promise((resolve) => {
      this.child?.once('exit', () => resolve());
      this.child?.kill('SIGKILL');
    });
  }

  stop() {
    this.child?.kill('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}
