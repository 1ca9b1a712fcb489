/** The built app as a process of its own, on a free port of 127.0.0.1 and a data folder of its own. */
import { spawn, execFileSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

export type RunningApp = {
  readonly address: string;
  readonly folder: string;
  /** Ends the process at once, as a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same port and data. */
  restart(): Promise<void>;
  /** Ends it and removes its data. */
  close(): Promise<void>;
};

function start(folder: string, port: string): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn('node', ['scripts/start.mjs'], {
    env: { ...process.env, NODE_ENV: 'production', HOST: '127.0.0.1', PORT: port, GRITCH_DATA: folder },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  return new Promise((resolve, reject) => {
    let said = '';
    const listen = (chunk: Buffer) => {
      said += chunk.toString();
      const address = /http:\/\/[^\s]+/.exec(said)?.[0];
      if (address) resolve({ child, address });
    };
    child.stdout?.on('data', listen);
    child.stderr?.on('data', listen);
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
  });
}

const ended = (child: ChildProcess) =>
  new Promise<void>((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once('exit', () => resolve());
    child.kill('SIGKILL');
  });

/** @param demo with the demo scenario's four pieces instead of an empty bench */
export async function startApp({ demo = false } = {}): Promise<RunningApp> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-e2e-'));
  if (demo) execFileSync('node', ['build/tools/seed.mjs'], { env: { ...process.env, GRITCH_DATA: folder } });
  let { child, address } = await start(folder, '0');
  const port = new URL(address).port;
  return {
    address,
    folder,
    kill: () => ended(child),
    restart: async () => {
      ({ child, address } = await start(folder, port));
    },
    close: async () => {
      await ended(child);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
