/** Who and what is let in, tried from outside: names, sites, methods, kinds and sizes of posts, lines nobody reads. */
import { spawn } from 'node:child_process';
import type { RouteConfigEntry } from '@react-router/dev/routes';
import { startApp, type RunningApp } from './helpers/app';
import { ask, begun, pour, unread, type Asked } from './helpers/http';
import routes from '../app/routes';
import { FORM, JSON_TEXT } from '../server/takes';
import { some } from '@core/testing/size';

let app: RunningApp;
let piece: string;
const to = (asked: Asked, where = app) => ask(where.address, asked);
const statusOf = async (asked: Asked, where = app) => (await to(asked, where)).status;

beforeAll(async () => {
  app = await startApp({ demo: true });
  piece = /href="(\/pieces\/[0-9a-f-]{36})"/.exec((await to({})).text)?.[1] ?? '';
  expect(piece).not.toBe('');
});
afterEach(() => app.revive());
afterAll(() => app?.close());

const JSON_HEADERS = { 'content-type': JSON_TEXT };
const row = (n: number) => ({
  events: [
    {
      id: `01a2ffff-0000-7000-8000-${String(n).padStart(12, '0')}`,
      device: 'tester',
      deviceTime: '2026-11-24T10:00:00.000Z',
      kind: 'note',
      row: 1,
      text: `note ${n}`,
    },
  ],
});
const notes = async (where = app) =>
  (await to({ path: `${piece}/events` }, where)).text.match(/"note \d+"/g) ?? [];
const postNote = (n: number, headers: Readonly<Record<string, string>>, where = app) =>
  to(
    {
      method: 'POST',
      path: `${piece}/events`,
      headers: { ...JSON_HEADERS, ...headers },
      body: JSON.stringify(row(n)),
    },
    where,
  );

describe('names', () => {
  it.each(['evil.example', 'evil.example:4321', '10.0.0.1', 'localhost.evil.example', 'a b'])(
    'that are not its own are turned away: %j',
    async (host) => {
      const { status, text } = await to({ headers: { host } });
      expect(status).toBe(421);
      expect(text).not.toContain('bolster');
      expect(text).toContain('GRITCH_HOSTS');
    },
  );
  it.each(['localhost', 'LOCALHOST:1', '127.0.0.1:80', '[::1]'])(
    'of this machine are its own: %s',
    async (host) => expect(await statusOf({ headers: { host } })).toBe(200),
  );
  it('another host said by whoever asks is not believed', async () =>
    expect(await statusOf({ headers: { host: 'evil.example', 'x-forwarded-host': 'localhost' } })).toBe(421));
});

describe('sites', () => {
  const own = () => app.address;
  it.each<[string, () => Record<string, string>]>([
    ['another host', () => ({ origin: 'http://evil.example' })],
    ['another port of this machine', () => ({ origin: 'http://127.0.0.1:1' })],
    ['another scheme', () => ({ origin: own().replace('http:', 'https:') })],
    ['nowhere', () => ({ origin: 'null' })],
    ['a made-up origin', () => ({ origin: `${own()}.evil.example` })],
    ['its own origin, but sent from elsewhere', () => ({ origin: own(), 'sec-fetch-site': 'cross-site' })],
    ['a page of the same site', () => ({ 'sec-fetch-site': 'same-site' })],
    [
      'a forged proxy',
      () => ({
        origin: 'https://evil.example',
        'x-forwarded-host': 'evil.example',
        'x-forwarded-proto': 'https',
      }),
    ],
  ])('a post from %s is turned away, from rows and from page actions', async (_, headers) => {
    const before = (await notes()).length;
    expect((await postNote(1, headers())).status).toBe(403);
    const settings = {
      method: 'POST',
      path: '/knitter',
      headers: { 'content-type': FORM, ...headers() },
      body: 'intent=wrong-side&wrongSide=ask',
    };
    expect(await statusOf(settings)).toBe(403);
    expect(await statusOf({ ...settings, path: '/knitter.data' })).toBe(403);
    expect((await notes()).length).toBe(before);
  });
  it.each<[string, () => Record<string, string>]>([
    ['its own page', () => ({ origin: own(), 'sec-fetch-site': 'same-origin' })],
    ['the knitter herself', () => ({ 'sec-fetch-site': 'none' })],
    ['a program', () => ({})],
  ])('a post from %s is taken', async (_, headers) =>
    expect((await postNote(2, headers())).status).toBe(200),
  );
  it('may link here, but not load anything from here', async () => {
    const foreign = { 'sec-fetch-site': 'cross-site' };
    expect(await statusOf({ headers: { ...foreign, 'sec-fetch-mode': 'navigate' } })).toBe(200);
    for (const path of ['/', `${piece}/events`, `${piece}/live`, `${piece}/file`, '/icon.svg'])
      expect(await statusOf({ path, headers: { ...foreign, 'sec-fetch-mode': 'no-cors' } })).toBe(403);
  });
});

describe('behind a proxy', () => {
  const forwarded = { host: '127.0.0.1', 'x-forwarded-host': 'fen.example', 'x-forwarded-proto': 'https' };
  const settings = (origin: string) => ({
    method: 'POST',
    headers: { 'content-type': FORM, ...forwarded, origin },
    path: '/knitter',
    body: 'intent=nothing',
  });
  it.each([
    ['trusted by its address', { GRITCH_PROXY: 'loopback', GRITCH_HOSTS: 'fen.example' }],
    ['trusted by its origin', { GRITCH_PROXY: 'https://fen.example' }],
  ])('%s pages load and their actions are taken, others are not', async (_, env) => {
    const behind = await startApp({ env });
    try {
      expect(await statusOf({ headers: forwarded }, behind)).toBe(200);
      // 400: the action itself was asked, and knows no such choice.
      expect(await statusOf(settings('https://fen.example'), behind)).toBe(400);
      expect(await statusOf(settings('http://fen.example'), behind)).toBe(403);
      expect(await statusOf(settings('https://evil.example'), behind)).toBe(403);
      expect(await statusOf({ headers: { ...forwarded, 'x-forwarded-host': 'evil.example' } }, behind)).toBe(
        421,
      );
    } finally {
      await behind.close();
    }
  });
  it('that rewrites the host and says no other, its origin is enough', async () => {
    const behind = await startApp({ env: { GRITCH_PROXY: 'https://fen.example' } });
    try {
      const { headers, ...rest } = settings('https://fen.example');
      const plain = { 'content-type': headers['content-type'], origin: headers.origin, host: '127.0.0.1' };
      expect(await statusOf({ ...rest, headers: plain }, behind)).toBe(400);
    } finally {
      await behind.close();
    }
  });
});

const BIG = 150_000_000;
const BLOCK = Buffer.alloc(1_000_000, 'x');

describe('posts', () => {
  it('of a kind that the route does not take: 415', async () => {
    for (const type of ['text/plain', 'multipart/form-data; boundary=x', 'application/xml', ''])
      expect((await postNote(3, { 'content-type': type })).status).toBe(415);
    expect((await postNote(3, { 'content-encoding': 'gzip' })).status).toBe(415);
    expect((await postNote(3, { 'content-type': 'application/JSON; charset=utf-8' })).status).toBe(200);
  });
  it('that are no text: 400', async () => {
    const body = Buffer.from([0x7b, 0xff, 0xfe, 0x7d]);
    const { status, text } = await to({
      method: 'POST',
      path: `${piece}/events`,
      headers: JSON_HEADERS,
      body,
    });
    expect([status, text]).toEqual([400, expect.stringContaining('UTF-8')]);
  });
  it.each([
    ['rows', () => `${piece}/events`, JSON_TEXT],
    ['a piece', () => '/pieces/new', JSON_TEXT],
    ["a piece, by the framework's own request", () => '/pieces/new.data', JSON_TEXT],
    ['a plan', () => `${piece}/plan`, JSON_TEXT],
    ['a pattern', () => '/patterns/new', JSON_TEXT],
    ['settings', () => '/knitter', FORM],
    ['a piece file', () => '/pieces/open.data', 'text/plain'],
  ])('of %s above the limit are cut, said to be long or not', async (_, path, type) => {
    const headers = { 'content-type': type };
    const said = { ...headers, 'content-length': String(BIG) };
    expect(await pour(app.address, path(), said, BLOCK, BIG)).toBe(413);
    expect(await pour(app.address, path(), headers, BLOCK, BIG)).toBe(413);
    expect(await statusOf({ path: '/health' })).toBe(200);
  });
  it('of 39 MB of brackets are refused at once, and nobody waits for them', async () => {
    const brackets = Buffer.alloc(39_000_000, '[');
    const asked = {
      method: 'POST',
      path: '/pieces/open',
      headers: { 'content-type': 'text/plain' },
      body: brackets,
    };
    const { status, text } = await to(asked);
    expect([status, text]).toEqual([400, expect.stringContaining('levels')]);
  });
});

const NEVER_TAKEN = ['PUT', 'PATCH', 'DELETE', 'TRACE', 'PROPFIND', 'SEARCH', 'REPORT', 'LINK'];
const paths = () => {
  const all = (routes as RouteConfigEntry[]).map(({ path }) => `/${path ?? ''}`);
  const made = ['nowhere', '%00', '__proto__', 'A'.repeat(2000), '..%2f', '%F0%9F', 'constructor'];
  // By day each path is asked with a third of the ids that nobody has, and its neighbours with the others.
  const filled = all.flatMap((path, i) =>
    path.includes(':')
      ? [piece.split('/')[2] as string, ...some(made, 3, i)].map((id) =>
          path.replace(/:(pieceId|patternId|key)/, id).replace(':row', id),
        )
      : [path.replace('*', 'sleeves')],
  );
  return [
    ...filled,
    ...filled.map((path) => `${path}.data`),
    '/_root.data',
    '//',
    '/%',
    '/assets/',
    '/health',
  ];
};
const BODIES = [
  '',
  '{',
  'null',
  '[]',
  '{"__proto__":{"a":1}}',
  '{"draft":{"constructor":1}}',
  'intent=settings',
];
const TYPES = [JSON_TEXT, FORM, 'text/plain'];

describe('every page and method', () => {
  it('gives an answer that is not a fault, whatever is sent', async () => {
    const posts = TYPES.flatMap((type) =>
      BODIES.map((body) => ({ headers: { 'content-type': type }, body })),
    );
    // By day each path gets a part of them, and its neighbours the others.
    const asked: Asked[] = paths().flatMap((path, i) => [
      ...['GET', 'HEAD', 'OPTIONS']
        .filter((method) => !(method === 'GET' && path.endsWith('/live')))
        .map((method) => ({ method, path })),
      ...some(NEVER_TAKEN, 4, i).map((method) => ({ method, path })),
      ...some(posts, 3, i).map((one) => ({ method: 'POST', path, ...one })),
    ]);
    const faults: string[] = [];
    for (let at = 0; at < asked.length; at += 8)
      await Promise.all(
        asked.slice(at, at + 8).map(async (one) => {
          const status = await statusOf(one);
          const wrong = status >= 500 || (NEVER_TAKEN.includes(one.method ?? '') && status !== 405);
          if (wrong) faults.push(`${status} ${one.method} ${one.path} ${String(one.body)}`);
        }),
      );
    expect(faults).toEqual([]);
    expect(app.said()).not.toContain('"level":"error"');
    // One of all these put the piece into the bin.
    const back = `intent=take-out&piece=${piece.split('/')[2]}`;
    expect(
      await statusOf({ method: 'POST', path: '/safe', headers: { 'content-type': FORM }, body: back }),
    ).toBe(200);
    expect(await statusOf({ path: piece })).toBe(200);
  });
  it.each([
    ['POST', '/sleeves', 404],
    ['POST', '/', 405],
    ['POST', '/patterns', 405],
    ['TRACE', '/', 405],
    ['DELETE', '/sleeves', 405],
  ])('%s %s is told so: %i', async (method, path, status) =>
    expect(await statusOf({ method, path })).toBe(status),
  );
  it('says what it takes', async () => {
    const { status, headers } = await to({ method: 'OPTIONS', path: '/knitter' });
    expect([status, headers.allow]).toEqual([204, 'GET, HEAD, OPTIONS, POST']);
  });
});

describe('every answer', () => {
  it('of a page allows its own scripts alone, and nobody to frame it', async () => {
    const { headers, text } = await to({});
    const policy = String(headers['content-security-policy']);
    const nonce = /script-src 'self' 'nonce-([^']+)'/.exec(policy)?.[1] ?? '';
    expect(nonce).not.toBe('');
    const inline = text.match(/<script(?![^>]*\ssrc=)[^>]*>/g) ?? [];
    expect(inline.length).toBeGreaterThan(0);
    expect(inline.every((script) => script.includes(`nonce="${nonce}"`))).toBe(true);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin' });
    const again = await to({});
    expect(String(again.headers['content-security-policy'])).not.toContain(nonce);
  });
  it('about a piece is stored nowhere on the way', async () => {
    for (const end of ['', '.data', '/events', '/file', '/logbook', '/rows/1'])
      expect((await to({ path: piece + end })).headers['cache-control']).toContain('no-store');
  });
});

describe('lines that nobody reads', () => {
  it('are cut when they have stood still for a while', async () => {
    // It tells how many connections are open, whenever one comes or goes.
    const code = `const { Server } = await import('node:net');
      const emit = Server.prototype.emit;
      let open = 0;
      const say = (by) => console.log('open ' + (open += by));
      Server.prototype.emit = function (name, socket) {
        if (name === 'connection') (say(1), socket.once('close', () => say(-1)));
        return emit.apply(this, arguments);
      };
      const { start } = await import('./build/server/index.js');
      console.log((await start({ port: 0, host: '127.0.0.1', folder: process.argv[1], idleMs: 1500 })).address);`;
    await app.stop();
    const child = spawn('node', ['--input-type=module', '-e', code, app.folder], {
      env: { ...process.env, NODE_ENV: 'production', GRITCH_LOG: 'error' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    try {
      const address: string = await new Promise((resolve) =>
        child.stdout.on('data', (chunk: Buffer) => resolve(chunk.toString().trim())),
      );
      // More than the system takes for a reader who does not read.
      const long = JSON.stringify({
        events: Array.from({ length: 200 }, (_, i) => ({
          ...row(1000 + i).events[0],
          text: 'n'.repeat(2000),
        })),
      });
      for (let i = 0; i < 30; i += 1)
        expect(
          (
            await ask(address, {
              method: 'POST',
              path: `${piece}/events`,
              headers: JSON_HEADERS,
              body: long.replaceAll('01a2ffff-0000', `01a2ffff-${String(i).padStart(4, '0')}`),
            })
          ).status,
        ).toBe(200);
      const told = (words: string) =>
        new Promise<void>((resolve) =>
          child.stdout.on('data', (chunk: Buffer) => chunk.toString().includes(words) && resolve()),
        );
      const all = told('open 5\n');
      const lines = Array.from({ length: 5 }, () => unread(address, `${piece}/live`));
      await all;
      await told('open 0\n');
      lines.forEach(({ read }) => read());
      await Promise.all(lines.map(({ cut }) => cut));
      expect((await ask(address, { path: '/health' })).status).toBe(200);
    } finally {
      child.kill('SIGTERM');
      await new Promise((resolve) => child.once('exit', resolve));
      await app.restart();
    }
  });

  it('by the thousand keep nobody else out', async () => {
    // A short journal: a thousand long ones would lie in the system's own buffers.
    const quiet = [...(await to({})).text.matchAll(/href="(\/pieces\/[0-9a-f-]{36})"/g)][2]?.[1] ?? '';
    const lines: ReturnType<typeof unread>[] = [];
    try {
      // No more at once than a system lets wait at a door.
      for (let more = 0; more < 1500; more += 250) {
        lines.push(...Array.from({ length: 250 }, () => unread(app.address, `${quiet}/live`)));
        expect(await statusOf({ path: '/health' })).toBe(200);
      }
      const full = async () => {
        for (let i = 0; i < 50; i += 1) if ((await begun(app.address, `${quiet}/live`)) === 429) return true;
        return false;
      };
      expect(await full()).toBe(true);
      expect(await statusOf({})).toBe(200);
      expect((await postNote(5000, {})).status).toBe(200);
    } finally {
      lines.forEach(({ close }) => close());
    }
  });
});
