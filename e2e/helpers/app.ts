/** The built app, on a free port of 127.0.0.1 and a data folder of its own: this worker's server, or a process apart. */
import { spawn, execFileSync, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

export type Bench = { readonly address: string; readonly folder: string };
export type RunningApp = Bench & {
  /** Where its build lies. */
  readonly built: string;
  /** Everything the process has said so far, in either stream. */
  said(): string;
  /** Asks it to close, and waits until it has; resolves with its exit code. */
  stop(): Promise<number | null>;
  /** Ends the process at once, as a power cut would. */
  kill(): Promise<void>;
  /** Starts it again on the same port and data; `room`: no file may grow beyond so many kB. */
  restart(room?: number | null): Promise<void>;
  /** Starts it again where a test that failed has left it dead. */
  revive(): Promise<void>;
  /** Ends it and removes its data. */
  close(): Promise<void>;
};

type Env = Readonly<Record<string, string>>;

const LEASHED = ['--import', path.resolve('e2e/leash.mjs'), 'scripts/start.mjs'];

/** The build in a folder of its own, for a test that changes a file of it. */
function ownBuild(): string {
  const place = mkdtempSync(path.join(os.tmpdir(), 'gritch-build-'));
  for (const copied of ['build', 'scripts']) cpSync(copied, path.join(place, copied), { recursive: true });
  for (const shared of ['node_modules', 'app', 'package.json', 'package-lock.json'])
    symlinkSync(path.resolve(shared), path.join(place, shared));
  return place;
}

function start(
  folder: string,
  port: string,
  more: Env,
  cwd: string,
  room: number | null = null,
): Promise<{ child: ChildProcess; address: string; said: () => string }> {
  // A shell that lets no file grow beyond a size stands for a disk that is full.
  const [command, ...args] =
    room === null
      ? ['node', ...LEASHED]
      : ['bash', '-c', `ulimit -f ${room}; exec node ${LEASHED.join(' ')}`];
  const child = spawn(command as string, args, {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HOST: '127.0.0.1',
      PORT: port,
      GRITCH_DATA: folder,
      ...more,
    },
    cwd,
    // It ends with the run that began it, however that ends.
    stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    let said = '';
    const listen = (chunk: Buffer) => {
      said += chunk.toString();
      const address = /http:\/\/[^\s]+/.exec(said)?.[0];
      if (address) resolve({ child, address, said: () => said });
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

/** Where this worker's browser and server can be asked for: see workplace.mjs. */
export function workplace(): { readonly control: string; readonly browser: string } {
  const all = JSON.parse(process.env.GRITCH_WORKPLACES ?? '[]') as { control: string; browser: string }[];
  const mine = all[Number(process.env.JEST_WORKER_ID ?? 1) - 1];
  if (!mine) throw new Error('no place of work was begun for this worker: run npm run e2e');
  return mine;
}

/**
 * An empty bench on this worker's server, which lasts until the next is asked for.
 * @param demo with the demo scenario's pieces instead
 */
export async function freshBench({ demo = false } = {}): Promise<Bench> {
  const answer = await fetch(`${workplace().control}/${demo ? 'demo' : 'empty'}`, { method: 'POST' });
  if (!answer.ok) throw new Error(await answer.text());
  return (await answer.json()) as Bench;
}

/**
 * A process apart, for tests that stop it, kill it, or read what it says.
 * @param demo with the demo scenario's pieces instead of an empty bench
 * @param env further settings
 * @param apart with a build of its own, in the folder `built`
 */
export async function startApp({ demo = false, env = {} as Env, apart = false } = {}): Promise<RunningApp> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-e2e-'));
  const built = apart ? ownBuild() : path.resolve('.');
  if (demo) execFileSync('node', ['build/tools/seed.mjs'], { env: { ...process.env, GRITCH_DATA: folder } });
  let { child, address, said } = await start(folder, '0', env, built);
  const port = new URL(address).port;
  return {
    address,
    folder,
    built,
    said: () => said(),
    stop: async () => {
      child.kill('SIGTERM');
      if (child.exitCode === null) await new Promise((resolve) => child.once('exit', resolve));
      return child.exitCode;
    },
    kill: () => ended(child),
    restart: async (room = null) => {
      ({ child, address, said } = await start(folder, port, env, built, room));
    },
    revive: async () => {
      const isDead = child.exitCode !== null || child.signalCode !== null;
      if (isDead) ({ child, address, said } = await start(folder, port, env, built));
    },
    close: async () => {
      await ended(child);
      rmSync(folder, { recursive: true, force: true });
      if (apart) rmSync(built, { recursive: true, force: true });
    },
  };
}
