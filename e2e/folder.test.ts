/** The data folder and the process that has it: started twice, killed, closed, copied, put back. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ask } from './helpers/http';
import { startApp, type RunningApp } from './helpers/app';

let app: RunningApp;
let piece: string;
const place = mkdtempSync(path.join(os.tmpdir(), 'gritch-copies-'));

beforeAll(async () => {
  app = await startApp({ demo: true });
  piece = /href="(\/pieces\/[0-9a-f-]{36})"/.exec(await page('/'))?.[1] ?? '';
});
afterEach(() => app.revive());
afterAll(async () => {
  await app?.close();
  rmSync(place, { recursive: true, force: true });
});

const page = async (path: string) => (await ask(app.address, { path })).text;
const entries = async () =>
  (JSON.parse(await page(`${piece}/events`)) as { events: { id: string }[] }).events;
const noteId = (n: number) => `01a2eeee-0000-7000-8000-${String(n).padStart(12, '0')}`;
const note = (n: number) => {
  const what = { kind: 'note', row: 1, text: `note ${n}` };
  const event = { id: noteId(n), device: 'tester', deviceTime: '2026-11-24T10:00:00.000Z', ...what };
  return ask(app.address, {
    method: 'POST',
    path: `${piece}/events`,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ events: [event] }),
  });
};
const run = (script: string, args: string[], env: Record<string, string> = {}) => {
  const { status, stdout, stderr } = spawnSync('node', [script, ...args], {
    env: { ...process.env, GRITCH_DATA: app.folder, GRITCH_LOG: 'error', ...env },
    encoding: 'utf8',
    timeout: 60_000,
  });
  return { status, said: stdout + stderr };
};

describe('one folder', () => {
  it('is refused to a second Gritch, which is told where the first one is', () => {
    const { status, said } = run('scripts/start.mjs', [], { PORT: '0' });
    expect([status, said]).toEqual([1, expect.stringContaining(`open ${app.address} instead`)]);
  });
  it('a taken port is said before anything in the folder is touched', () => {
    const demo = path.join(place, 'demo');
    mkdirSync(demo);
    writeFileSync(path.join(demo, 'this-is-demo-data'), '');
    writeFileSync(path.join(demo, 'kept'), '');
    const { status, said } = run('scripts/demo.mjs', [], {
      PORT: new URL(app.address).port,
      GRITCH_DATA: demo,
    });
    expect([status, said]).toEqual([1, expect.stringContaining('is taken')]);
    expect(readdirSync(demo).sort()).toEqual(['kept', 'this-is-demo-data']);
  });
  it('that is new is laid out by the demo', async () => {
    const fresh = path.join(place, 'fresh');
    const child = spawn('node', ['scripts/demo.mjs'], {
      env: { ...process.env, PORT: '0', GRITCH_DATA: fresh, GRITCH_LOG: 'error' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    try {
      const address = await new Promise<string>((resolve, reject) => {
        child.stdout.on('data', (chunk: Buffer) => resolve(/http:\S+/.exec(chunk.toString())?.[0] ?? ''));
        child.once('exit', () => reject(new Error('the demo ended')));
      });
      expect((await ask(address, {})).text).toContain('Ferry-bench bolster');
    } finally {
      child.kill('SIGKILL');
    }
  });
  it('that is nobody’s demo is not cleared', () => {
    const { status, said } = run('scripts/demo.mjs', [], { PORT: '0', GRITCH_DATA: place });
    expect([status, said]).toEqual([1, expect.stringContaining("not the demo's")]);
  });
  it.each([
    [{ PORT: '99999' }, 'PORT'],
    [{ GRITCH_HOSTS: 'http://x/' }, 'GRITCH_HOSTS'],
    [{ HOST: '203.0.113.77' }, 'HOST'],
  ])('a setting that cannot be is said: %j', (env, word) => {
    const { status, said } = run('scripts/start.mjs', [], {
      PORT: '0',
      GRITCH_DATA: path.join(place, 'new'),
      ...env,
    });
    expect([status, said]).toEqual([1, expect.stringContaining(word)]);
    expect(said).not.toMatch(/^\s+at /m);
  });
});

describe('a copy of a running folder', () => {
  const copy = path.join(place, 'my copy.db');
  it('is taken, and put back once Gritch is closed', async () => {
    expect((await note(1)).status).toBe(200);
    const taken = run('scripts/folder.mjs', ['backup', copy]);
    expect([taken.status, taken.said]).toEqual([0, expect.stringMatching(/5 pieces, \d+ entries/)]);
    expect(run('scripts/folder.mjs', ['backup', copy])).toMatchObject({
      status: 1,
      said: expect.stringContaining('not written over'),
    });
    const before = await entries();
    await note(2);
    expect(run('scripts/folder.mjs', ['restore', copy])).toMatchObject({
      status: 1,
      said: expect.stringContaining('instead'),
    });
    await app.stop();
    expect(run('scripts/folder.mjs', ['restore', copy]).status).toBe(0);
    await app.restart();
    expect(await entries()).toEqual(before);
    expect(
      readdirSync(path.join(app.folder, 'copies')).some((name) => name.endsWith('before-restore.db')),
    ).toBe(true);
  });
  it('is not taken of a folder that is not there', () => {
    const { status, said } = run('scripts/folder.mjs', ['backup'], {
      GRITCH_DATA: path.join(place, 'nowhere'),
    });
    expect([status, said]).toEqual([1, expect.stringContaining('not there')]);
  });
});

describe('asked to close', () => {
  it('finishes what was begun, ends the lines, and leaves all in one file', async () => {
    const line = await fetch(`${app.address}${piece}/live`);
    const posts = Array.from({ length: 20 }, (_, i) => note(100 + i));
    await posts[0];
    const code = app.stop();
    const answers = await Promise.allSettled(posts);
    expect(await code).toBe(0);
    await expect(line.text().then(() => 'ended')).resolves.toBe('ended');
    const wal = path.join(app.folder, 'gritch.db-wal');
    expect(existsSync(wal) ? statSync(wal).size : 0).toBe(0);
    for (const beside of ['-wal', '-shm'])
      rmSync(path.join(app.folder, `gritch.db${beside}`), { force: true });
    await app.restart();
    const stored = new Set((await entries()).map(({ id }) => id));
    for (const [i, answer] of answers.entries())
      if (answer.status === 'fulfilled' && answer.value.status === 200)
        expect(stored).toContain(noteId(100 + i));
  });
});

describe('a disk that is full', () => {
  it('is said, loses nothing that was acknowledged, and harms nothing else', async () => {
    await app.stop();
    const { size } = statSync(path.join(app.folder, 'gritch.db'));
    await app.restart(Math.ceil(size / 1024) + 300);
    const taken: number[] = [];
    let full = 0;
    for (let n = 1000; n < 3000 && full < 3; n += 1) {
      const { status } = await note(n);
      if (status === 200) taken.push(n);
      else full = status >= 500 ? full + 1 : Number.NaN;
    }
    expect(full).toBe(3);
    expect((await ask(app.address, { path: piece })).status).toBe(200);
    await app.kill();
    await app.restart();
    const stored = new Set((await entries()).map(({ id }) => id));
    expect(taken.filter((n) => !stored.has(noteId(n)))).toEqual([]);
    expect(taken.length).toBeGreaterThan(10);
    expect((await note(5000)).status).toBe(200);
  });
});

describe('the log', () => {
  it('has a line for each request with its id, and nothing a knitter wrote', async () => {
    const { headers } = await ask(app.address, { path: `${piece}?secret=ferry-bench` });
    const id = headers['x-request-id'];
    await note(500);
    await new Promise((resolve) => setTimeout(resolve, 200));
    const lines = app
      .said()
      .split('\n')
      .filter((line) => line.startsWith('{'));
    const line = lines
      .map((text) => JSON.parse(text) as { req?: { id: string } })
      .find((one) => one.req?.id === id);
    expect(line).toMatchObject({ level: 'info', route: 'pieces/:pieceId', res: { status: 200 } });
    expect(app.said()).not.toMatch(/secret|bolster|note 500|Wren/);
  });
});
