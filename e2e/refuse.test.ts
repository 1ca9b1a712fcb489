/** Forged, replayed, mistyped and out-of-date requests: a plain answer, a proper status, nothing stored by halves. */
import { shapingDraft } from '../core/draft/shaping-draft';
import { freshBench, type Bench } from './helpers/app';
import { JSON_TEXT, ropePiece } from './helpers/pieces';

let app: Bench;
let piece: string;

const DRAFT = ropePiece('Post office sock', 20);
const panelWith = (change: object) => [{ ...DRAFT.sections[0]?.panels[0], ...change }];
const sectionWith = (change: object) => ({ ...DRAFT, sections: [{ ...DRAFT.sections[0], ...change }] });

const post = (path: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(`${app.address}${path}`, {
    method: 'POST',
    redirect: 'manual',
    headers: { ...JSON_TEXT, ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const setUp = (draft: unknown, yarn: unknown = 'oat') => post('/pieces/new.data', { draft, yarn });

const idOf = (n: number) => `01a20000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const row = (n: number, more: object = {}) => ({
  id: idOf(n),
  device: 'tester',
  deviceTime: '2026-11-24T10:00:00.000Z',
  kind: 'rowDone',
  life: 'cast-on',
  row: n,
  ...more,
});
const send = (events: unknown, to = piece) => post(`/pieces/${to}/events`, { events });
const refusal = async (answer: Response) => ({
  status: answer.status,
  ...((await answer.json()) as { refused: { code: string; message: string; path?: string } }).refused,
});
const rowsShown = async () => {
  const html = await (await fetch(`${app.address}/pieces/${piece}`)).text();
  return Number(/data-testid="done">(\d+)</.exec(html)?.[1]);
};

beforeAll(async () => {
  app = await freshBench();
  const made = await post('/pieces/new', { draft: DRAFT, yarn: 'moss' });
  piece = made.headers.get('location')?.split('/').pop() ?? '';
  expect(piece).toMatch(/^[0-9a-f-]{36}$/);
});

describe('posts of events', () => {
  it('are acknowledged with their numbers, a replay with the same ones', async () => {
    const first = await send([row(1), row(2)]);
    expect(first.status).toBe(200);
    const answer = { events: [{ id: idOf(1), seq: 1 }, { id: idOf(2), seq: 2 }] }; // prettier-ignore
    expect(await first.json()).toEqual(answer);
    expect(await (await send([row(1), row(2)])).json()).toEqual(answer);
    expect(await rowsShown()).toBe(2);
  });

  it('an event twice in one post is once', async () => {
    expect((await (await send([row(3), row(3)])).json()) as object).toEqual({ events: [{ id: idOf(3), seq: 3 }, { id: idOf(3), seq: 3 }] }); // prettier-ignore
  });

  it('the same id with other content is refused, with all that came along', async () => {
    const answer = await refusal(await send([row(4), row(2, { row: 5 })]));
    expect(answer).toMatchObject({ status: 409, code: 'same-id-other-content' });
    expect(answer.message).toContain(idOf(2));
    expect(await rowsShown()).toBe(3);
  });

  it('the same id for another piece is refused', async () => {
    const other =
      (await post('/pieces/new', { draft: DRAFT, yarn: 'oat' })).headers.get('location')?.split('/').pop() ??
      '';
    expect((await send([row(1)], other)).status).toBe(409);
  });

  it('rows of a dead life are kept but not counted', async () => {
    const rip = { ...row(90), kind: 'ripped', to: 1, row: undefined };
    expect((await send([rip])).status).toBe(200);
    expect((await send([row(4)])).status).toBe(200);
    expect(await rowsShown()).toBe(1);
  });

  it.each([
    ['not JSON', '{"events": [', 400, 'not-json'],
    ['no events', { events: [] }, 400, 'not-an-event'],
    ['an unknown kind', { events: [row(5, { kind: 'teleported' })] }, 400, 'not-an-event'],
    ['a field too many', { events: [row(5, { knitter: 'somebody else' })] }, 400, 'not-an-event'],
    ['a row that is no number', { events: [row(5, { row: 'five' })] }, 400, 'not-an-event'],
    ['a negative row', { events: [row(5, { row: -5 })] }, 400, 'not-an-event'],
    ['an id that is none', { events: [row(5, { id: "x' or 1=1" })] }, 400, 'not-an-event'],
    ['an upper-cased id', { events: [row(5, { id: idOf(5).toUpperCase() })] }, 400, 'not-an-event'],
    ['a time that is none', { events: [row(5, { deviceTime: 'yesterday' })] }, 400, 'not-an-event'],
    ['a row beyond the piece', { events: [row(21)] }, 422, 'not-of-this-piece'],
    [
      'a panel that the piece has not',
      {
        events: [
          {
            ...row(6),
            kind: 'panelRowSet',
            panel: 'sleeve',
            from: 2,
            position: 0,
            since: null,
            life: undefined,
            row: undefined,
          },
        ],
      },
      422,
      'not-of-this-piece',
    ],
    [
      'too many events',
      { events: Array.from({ length: 201 }, (_, i) => row(1000 + i, { row: 1 })) },
      400,
      'not-an-event',
    ],
    ['far too much', `"${'x'.repeat(1_000_001)}"`, 413, 'too-large'],
  ])('%s', async (_, body, status, code) => {
    const answer = await refusal(await post(`/pieces/${piece}/events`, body));
    expect(answer).toMatchObject({ status, code });
    expect(answer.message.length).toBeGreaterThan(10);
    expect(await rowsShown()).toBe(1);
  });

  it('to an unknown piece: 404', async () => {
    expect(await refusal(await send([row(1)], idOf(777)))).toMatchObject({
      status: 404,
      code: 'no-such-piece',
    });
  });
  it('with another method: 405', async () => {
    expect((await fetch(`${app.address}/pieces/${piece}/events`, { method: 'DELETE' })).status).toBe(405);
  });
  it.each([['http://elsewhere.example'], ['null'], ['http://127.0.0.1:1']])(
    'from %s: refused, nothing stored',
    async (origin) => {
      const path = `/pieces/${piece}/events`;
      const answer = await refusal(
        await post(path, { events: [row(2)] }, { origin, 'content-type': 'text/plain' }),
      );
      expect(answer).toMatchObject({ status: 403, code: 'other-site' });
      const form = { origin, 'content-type': 'application/x-www-form-urlencoded' };
      expect((await post('/knitter', 'intent=wrongSide&wrongSide=faces', form)).status).toBe(403);
      expect(await rowsShown()).toBe(1);
    },
  );
});

describe('posts of pieces', () => {
  const told = async (draft: unknown, yarn?: unknown) => {
    const answer = await setUp(draft, yarn);
    return { status: answer.status, text: await answer.text() };
  };
  it.each([
    ['no panels', sectionWith({ panels: [] }), 422, 'no-panels'],
    ['0 repeats', sectionWith({ panels: panelWith({ repeats: 0 }) }), 422, 'repeats-out-of-range'],
    ['10,000 repeats', sectionWith({ panels: panelWith({ repeats: 10_000 }) }), 422, 'repeats-out-of-range'],
    ['half a repeat', sectionWith({ panels: panelWith({ repeats: 1.5 }) }), 422, 'repeats-out-of-range'],
    ['0 rows', sectionWith({ rows: 0 }), 422, 'rows-out-of-range'],
    [
      'a start beyond the pattern',
      sectionWith({ panels: panelWith({ startRow: 3 }) }),
      422,
      'start-row-out-of-range',
    ],
    [
      'text that is not knitting',
      sectionWith({ panels: panelWith({ text: 'Dear diary, nothing new.' }) }),
      422,
      'no-rows',
    ],
    [
      'rows that do not add up',
      sectionWith({ panels: panelWith({ text: 'Row 1: k4.\nRow 2: p5.' }) }),
      422,
      'counts-differ',
    ],
    [
      'a crossing past the end',
      sectionWith({ panels: panelWith({ text: 'Row 1: k6.\nRow 2: p6.\nRow 3: k4, 2/2 RC.' }) }),
      422,
      'crossing-past-end',
    ],
    ['no name', { ...DRAFT, name: ' ' }, 422, 'no-name'],
    ['no sections', { ...DRAFT, sections: [] }, 422, 'no-sections'],
    ['a construction of its own', { ...DRAFT, construction: 'sideways' }, 400, 'construction'],
    ['nothing at all', null, 400, 'not a piece'],
  ])('%s', async (_, draft, status, code) => {
    const answer = await told(draft);
    expect(answer.status).toBe(status);
    expect(answer.text).toContain(code);
    const bench = await (await fetch(app.address)).text();
    expect(bench.match(/class="bench-piece"/g)).toHaveLength(2);
  });
});

describe('posts of changed plans', () => {
  const change = (body: unknown, to = piece) => post(`/pieces/${to}/plan.data`, body);
  const said = async (answer: Response) => [answer.status, await answer.text()] as const;
  it.each<[string, unknown, number, RegExp]>([
    ['no JSON', '{"draft":', 400, /not JSON/],
    ['no draft', { revision: 1 }, 400, /This is not a piece/],
    ['a draft with a field too many', { draft: { ...DRAFT, owner: 'me' }, revision: 1 }, 400, /This is not a piece/],
    ['no number of the plan', { draft: DRAFT }, 409, /changed elsewhere meanwhile/],
    ['an older number', { draft: DRAFT, revision: 0 }, 409, /changed elsewhere meanwhile/],
    ['no rows', { draft: sectionWith({ rows: 0 }), revision: 1 }, 422, /cannot be knitted yet/],
    ['shaping that eats all stitches', { draft: sectionWith({ rows: 90, shaping: [shapingDraft('x', { phases: [{ every: 1, times: 60 }] })] }), revision: 1 }, 422, /cannot be knitted yet/],
    ['endless shaping', { draft: sectionWith({ length: { kind: 'until', cm: 9, from: 'section', ending: null }, shaping: [shapingDraft('x', { phases: [{ every: 1, times: 1e9 }] })] }), revision: 1 }, 422, /cannot be knitted yet/],
    ['a line-up that does not fit on the needle', { draft: sectionWith({ panels: panelWith({ repeats: 2 }) }), revision: 1 }, 422, /8 stitches are on the needle/],
  ])('%s', async (_, body, status, words) => {
    const [got, text] = await said(await change(body));
    expect([got, text]).toEqual([status, expect.stringMatching(words)]);
    const plan = await (await fetch(`${app.address}/pieces/${piece}/file`)).json() as { plan: { sections: unknown[] }; journal: { kind: string }[] };
    expect([plan.plan.sections.length, plan.journal.some(({ kind }) => kind === 'planChanged')]).toEqual([1, false]);
  }); // prettier-ignore
  it('made while rows are told begins above the rows that were told before it', async () => {
    const made = await post('/pieces/new', { draft: sectionWith({ rows: 200 }), yarn: 'oat' });
    const id = made.headers.get('location')?.split('/').pop() ?? '';
    let told = 0;
    let someTold = () => undefined as void;
    const twentyTold = new Promise<void>((resolve) => (someTold = resolve));
    const rows = (async () => {
      for (let n = 1; n <= 120; n += 1) {
        const one = row(n, { id: idOf(90_000 + n) });
        if ((await send([one], id)).status === 200) told = n;
        if (n === 20) someTold();
      }
    })();
    await twentyTold;
    const answer = await change({ draft: sectionWith({ rows: 240 }), revision: 1 }, id);
    await rows;
    const { events } = (await (await fetch(`${app.address}/pieces/${id}/events`)).json()) as {
      events: { kind: string; from?: number }[];
    };
    const at = events.findIndex(({ kind }) => kind === 'planChanged');
    expect([answer.status, told, events[at]?.from]).toEqual([200, 120, at + 1]);
  });
  it('rows worked from the plan before it, and told later, stay as they were made', async () => {
    const made = await post('/pieces/new', { draft: sectionWith({ rows: 40 }), yarn: 'oat' });
    const id = made.headers.get('location')?.split('/').pop() ?? '';
    const told = (n: number, more: object) => send([row(n, { id: idOf(95_000 + n), ...more })], id);
    for (let n = 1; n <= 4; n += 1) await told(n, { seen: n - 1 });
    const plain = panelWith({ text: 'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k2.' });
    expect((await change({ draft: sectionWith({ rows: 40, panels: plain }), revision: 1 }, id)).status).toBe(
      200,
    );
    // Row 5 crosses by the plan before; the device did not know of the change.
    for (const n of [5, 6]) expect((await told(n, { seen: 4 })).status).toBe(200);
    const crosses = async (n: number) =>
      /"cross/.test(
        JSON.stringify(
          ((await (await fetch(`${app.address}/pieces/${id}/rows/${n}`)).json()) as { tellings: unknown })
            .tellings,
        ),
      );
    expect(await crosses(5)).toBe(false);
    const later = (revision: number, at: number) => post(`/pieces/${id}/begin-later`, { revision, row: at });
    expect((await later(1, 6)).status).toBe(400);
    expect((await later(3, 6)).status).toBe(409);
    expect((await later(2, 6)).status).toBe(200);
    expect([await crosses(5), await crosses(7)]).toEqual([true, false]);
    expect((await later(2, 6)).status).toBe(409);
  });
  it('of an unknown piece: 404', async () =>
    expect((await change({ draft: DRAFT, revision: 1 }, '00000000-0000-7000-8000-000000000000')).status).toBe(
      404,
    ));
});

describe('piece files', () => {
  const open = (body: string) => post('/pieces/open.data', body, { 'content-type': 'text/plain' });
  it.each<[string, string, number, RegExp]>([
    ['nothing', '', 422, /damaged or cut short/],
    ['a picture', '<svg/>', 422, /damaged or cut short/],
    ['a pattern file', '{"format":"gritch-pattern","version":1}', 422, /not a piece file/],
    ['a later version', '{"format":"gritch-piece","version":99}', 422, /version 99/],
  ])('%s', async (_, body, status, words) => {
    const answer = await open(body);
    expect([answer.status, await answer.text()]).toEqual([status, expect.stringMatching(words)]);
  });
});

describe('addresses', () => {
  it.each([
    ['/pieces/nowhere'],
    ['/pieces/nowhere/logbook'],
    ['/pieces/%00'],
    ['/sleeves'],
    ['/pieces/new/twice'],
  ])('%s leads to a page that says so', async (path) => {
    const answer = await fetch(`${app.address}${path}`);
    expect(answer.status).toBe(404);
    expect(await answer.text()).toContain('Nothing on this hook');
  });
  it('a form that was tampered with changes nothing', async () => {
    const answer = await post('/knitter', 'intent=settings&hand=third', {
      'content-type': 'application/x-www-form-urlencoded',
    });
    expect(answer.status).toBe(400);
    expect(await answer.text()).toContain('has no such choice');
  });
});
