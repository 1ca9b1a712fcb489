/** What a literal-minded knitter makes of a telling, and where she refuses to guess. */
import type { Cell, Face, Stitch } from '../stitch/types';
import type { Working } from '../stitch/working';
import { perform, type Needle } from './perform';
import type { CrossingStep, RunStep, SpecialStep, Step } from './steps';
import type { PanelTelling, Part, Reach, RowTelling, Rule, Slips } from './telling';

const FROM_RS: Working = { side: 'RS', direction: 'rightToLeft' };
const FROM_WS: Working = { side: 'WS', direction: 'leftToRight' };

const FACES: Readonly<Record<string, Face | null>> = { k: 'knit', p: 'purl', '?': null };
/** Panels as letters: k shows a V, p a bump, ? nothing. */
const needle = (panels: Readonly<Record<string, string>>, round = false): Needle => ({
  round,
  panels: Object.entries(panels).map(([id, faces]) => ({
    id,
    rest: false,
    faces: [...faces].map((face) => FACES[face] ?? null),
  })),
});

const run = (stitch: Stitch, count = 1): RunStep => ({ kind: 'run', columns: [], run: { stitch, count } });
const special = (cell: Cell, count = 1, more: Partial<SpecialStep> = {}): SpecialStep => ({
  kind: 'special',
  columns: [],
  cell,
  count,
  ...more,
});
const OFF: Cell = { kind: 'bindOff' };
const ROPE: CrossingStep = {
  kind: 'crossing',
  columns: [],
  hold: 'front',
  lean: 'left',
  held: [{ stitch: 'knit', count: 2 }],
  then: [{ stitch: 'knit', count: 2 }],
  heldCount: 2,
  thenCount: 2,
  over: 2,
  under: 2,
  yarn: null,
};
const step = (what: Step): Part => ({ kind: 'step', step: what });
const stretch = (rule: Rule, reach: Reach, slips: Slips | null = null): Part => ({
  kind: 'stretch',
  rule,
  reach,
  slips,
});
const over = (count: number): Reach => ({ to: 'over', count });

const panel = (id: string, parts: readonly Part[], more: Partial<PanelTelling> = {}): PanelTelling => ({
  panel: { id, name: id },
  rest: false,
  ruled: false,
  parts,
  ropes: null,
  ...more,
});
const telling = (panels: readonly PanelTelling[], more: Partial<RowTelling> = {}): RowTelling => ({
  rule: null,
  ends: null,
  panels,
  single: panels.length === 1,
  ...more,
});
const ruled = (rule: Rule, panels: readonly PanelTelling[] = [], more: Partial<RowTelling> = {}) =>
  telling(panels, { rule: { rule, slips: null }, ...more });
const parts = (...list: readonly Part[]) => telling([panel('a', list)]);

/** What comes out in words, or the code of the refusal. */
function result(told: RowTelling, on: Needle, working = FROM_RS): string {
  const done = perform(told, on, working);
  if (!done.ok) return done.error.code;
  return done.value
    .map(({ panel: at, cell }) => `${at}${cell.kind === 'stitch' ? cell.stitch : cell.kind}`)
    .join(' ');
}

// By the meaning of the words; common practice, no published source.
describe('what comes out', () => {
  it.each<[string, RowTelling, Needle, string]>([
    [
      'runs in order',
      parts(step(run('knit', 2)), step(run('purl'))),
      needle({ a: '???' }),
      '0knit 0knit 0purl',
    ],
    ['as the stitches face', ruled('asTheyFace'), needle({ a: 'kp', b: 'pk' }), '0knit 0purl 1purl 1knit'],
    ['purls slipped', ruled('slipPurlsFront'), needle({ a: 'kpk' }), '0knit 0slipBefore 0knit'],
    ['knits slipped', ruled('slipKnitsBack'), needle({ a: 'kpk' }), '0slipBehind 0purl 0slipBehind'],
    [
      'a group so many times',
      parts({ kind: 'group', parts: [step(run('knit')), step(run('purl'))], times: 2 }),
      needle({ a: '????' }),
      '0knit 0purl 0knit 0purl',
    ],
    [
      'to the marker, then the next panel',
      telling([panel('a', [stretch('asTheyFace', { to: 'marker' })]), panel('b', [step(run('purl', 2))])]),
      needle({ a: 'kkp', b: 'kk' }),
      '0knit 0knit 0purl 1purl 1purl',
    ],
    [
      'to the end',
      telling([panel('a', [step(run('purl')), stretch('asTheyFace', { to: 'end' })])]),
      needle({ a: 'kkp' }),
      '0purl 0knit 0purl',
    ],
    [
      'to the last stitch',
      parts(stretch('asTheyFace', { to: 'last', count: 1 }), step(run('purl'))),
      needle({ a: 'kpk' }),
      '0knit 0purl 0purl',
    ],
    [
      'one panel otherwise',
      ruled('asTheyFace', [panel('b', [step(run('purl', 2))])]),
      needle({ a: 'kp', b: 'kk', c: 'p' }),
      '0knit 0purl 1purl 1purl 2purl',
    ],
    [
      'one panel otherwise in part',
      ruled('asTheyFace', [panel('b', [step(run('purl'))], { ruled: true })]),
      needle({ a: 'k', b: 'kkp' }),
      '0knit 1purl 1knit 1purl',
    ],
    [
      'both ends, the rule between',
      ruled('asTheyFace', [], { ends: { stitch: 'knit', first: 2, last: 1 } }),
      needle({ a: 'ppppp' }),
      '0knit 0knit 0purl 0purl 0knit',
    ],
    [
      'ends that are panels',
      ruled('asTheyFace', [], { ends: { stitch: 'knit', first: 1, last: 1 } }),
      needle({ a: 'p', b: 'pk', c: 'p' }),
      '0knit 1purl 1knit 2knit',
    ],
    [
      'the runs of slips that were said',
      ruled('slipPurlsFront', [], {
        rule: { rule: 'slipPurlsFront', slips: { kind: 'list', sizes: [2, 1] } },
      }),
      needle({ a: 'ppkp' }),
      '0slipBefore 0slipBefore 0knit 0slipBefore',
    ],
    [
      'a stitch that is told ends a run of slips',
      ruled('slipPurlsFront', [panel('b', [step(run('knit'))])], {
        rule: { rule: 'slipPurlsFront', slips: { kind: 'list', sizes: [1, 1] } },
      }),
      needle({ a: 'p', b: 'k', c: 'p' }),
      '0slipBefore 1knit 2slipBefore',
    ],
    [
      'the same, alike ones counted',
      parts(stretch('slipPurlsFront', over(5), { kind: 'each', size: 1, times: 3 })),
      needle({ a: 'pkpkp' }),
      '0slipBefore 0knit 0slipBefore 0knit 0slipBefore',
    ],
    [
      'a crossing takes its stitches',
      parts(step(ROPE), step(run('knit'))),
      needle({ a: '?????' }),
      '0crossing 0knit',
    ],
    [
      'bound off at the beginning',
      parts(step(special(OFF, 2)), step(run('knit', 2))),
      needle({ a: 'kkkk' }),
      '0bindOff 0bindOff 0knit 0knit',
    ],
    [
      'bound off at the end with the yarn cut',
      parts(step(run('knit', 2)), step(special(OFF, 2, { cutsYarn: true }))),
      needle({ a: 'kkkk' }),
      '0knit 0knit 0bindOff 0bindOff',
    ],
    [
      'all bound off',
      parts(step(special(OFF, 4))),
      needle({ a: 'kkkk' }),
      '0bindOff 0bindOff 0bindOff 0bindOff',
    ],
    [
      'bound off over an unworked stitch before a crossing',
      parts(step(special(OFF, 1, { overUnworked: true })), step(ROPE)),
      needle({ a: 'kkkkk' }),
      '0bindOff 0crossing',
    ],
    [
      'bound off by one, then by another',
      parts(step(special(OFF)), step(special(OFF)), step(run('purl', 2))),
      needle({ a: 'kkkk' }),
      '0bindOff 0bindOff 0purl 0purl',
    ],
    [
      'bound off, then by the rule',
      parts(step(special(OFF)), stretch('asTheyFace', over(3))),
      needle({ a: 'kkpk' }),
      '0bindOff 0knit 0purl 0knit',
    ],
    ['nothing at all on an empty panel', ruled('asTheyFace'), needle({ a: '', b: 'k' }), '1knit'],
  ])('%s', (_, told, on, wanted) => expect(result(told, on)).toBe(wanted));

  it('from the WS a stitch shows its other face on the RS', () => {
    expect(result(parts(step(run('knit')), step(run('purl'))), needle({ a: '??' }), FROM_WS)).toBe(
      '0purl 0knit',
    );
    expect(result(ruled('slipPurlsFront'), needle({ a: 'pk' }), FROM_WS)).toBe('0slipBehind 0purl');
  });
  it('a crossing keeps its centre, and says what lies over what', () => {
    const centre = { runs: [{ stitch: 'purl', count: 1 }], count: 1, depth: 'below' } as const;
    const done = perform(parts(step({ ...ROPE, centre })), needle({ a: '?????' }), FROM_RS);
    const knits = ['knit', 'knit'];
    expect(done).toEqual({
      ok: true,
      value: [
        {
          panel: 0,
          cell: {
            kind: 'crossing',
            lean: 'left',
            over: knits,
            under: knits,
            centre: { stitches: ['purl'], depth: 'below' },
          },
        },
      ],
    });
  });
  it('make 1 lies between stitches; in the round it may stand at the join', () => {
    const made = step(special({ kind: 'increase', how: 'make', lean: 'left', face: 'knit' }));
    const k2 = step(run('knit', 2));
    expect(result(parts(k2, made, k2), needle({ a: 'kkkk' }))).toBe('0knit 0knit 0increase 0knit 0knit');
    expect(result(parts(made, k2), needle({ a: 'kk' }))).toBe('no-strand');
    expect(result(parts(k2, made), needle({ a: 'kk' }))).toBe('no-strand');
    expect(result(parts(k2, made), needle({ a: 'kk' }, true))).toBe('0knit 0knit 0increase');
    expect(
      result(
        parts(k2, step(special({ kind: 'increase', how: 'frontBack', face: 'knit' }))),
        needle({ a: 'kkk' }),
      ),
    ).toBe('0knit 0knit 0increase');
    const over = step(special({ kind: 'increase', how: 'yarnOver' }));
    expect(result(parts(over, k2), needle({ a: 'kk' }))).toBe('0increase 0knit 0knit');
  });
});

describe('where she refuses', () => {
  const DECREASE: Cell = { kind: 'decrease', of: 2, lean: 'right', face: 'knit' };
  it.each<[string, RowTelling, Needle, string]>([
    [
      'more stitches than are before the marker',
      parts(step(run('knit', 3))),
      needle({ a: 'kk' }),
      'marker-in-the-way',
    ],
    [
      'a crossing over the marker',
      telling([panel('a', [step(ROPE)]), panel('b', [step(run('knit', 2))])]),
      needle({ a: 'kk', b: 'kk' }),
      'marker-in-the-way',
    ],
    [
      'a decrease with one stitch left',
      parts(step(special(DECREASE))),
      needle({ a: 'k' }),
      'marker-in-the-way',
    ],
    ['stitches of which nothing is said', parts(step(run('knit'))), needle({ a: 'kk' }), 'stitches-left'],
    [
      'a panel of which nothing is said',
      telling([panel('a', [step(run('knit'))])]),
      needle({ a: 'k', b: 'k' }),
      'panel-untold',
    ],
    [
      'a panel that is not there',
      ruled('asTheyFace', [panel('b', [step(run('knit'))])]),
      needle({ a: 'k' }),
      'no-such-panel',
    ],
    [
      'panels in another order',
      telling([panel('b', [step(run('knit'))]), panel('a', [step(run('knit'))])]),
      needle({ a: 'k', b: 'k' }),
      'panel-untold',
    ],
    [
      'the rest of a panel told for its beginning',
      ruled('asTheyFace', [panel('a', [step(run('knit'))], { rest: true })]),
      needle({ a: 'k' }),
      'no-such-panel',
    ],
    [
      'to the marker, in the last panel',
      parts(stretch('asTheyFace', { to: 'marker' })),
      needle({ a: 'kk' }),
      'no-such-panel',
    ],
    ['as it faces, over the cast-on', ruled('asTheyFace'), needle({ a: 'k?' }), 'face-unknown'],
    [
      'a group once',
      parts({ kind: 'group', parts: [step(run('knit'))], times: 1 }),
      needle({ a: 'k' }),
      'nothing-to-repeat',
    ],
    [
      'a group of nothing',
      parts({ kind: 'group', parts: [], times: 2 }),
      needle({ a: 'k' }),
      'nothing-to-repeat',
    ],
    [
      'to the end, at the end',
      parts(step(run('knit', 2)), stretch('asTheyFace', { to: 'end' })),
      needle({ a: 'kk' }),
      'nothing-to-repeat',
    ],
    [
      'to the last 2, where they come',
      parts(stretch('asTheyFace', { to: 'last', count: 2 }), step(run('knit', 2))),
      needle({ a: 'kk' }),
      'nothing-to-repeat',
    ],
    [
      'slips other than were said',
      parts(stretch('slipPurlsFront', over(3), { kind: 'list', sizes: [2] })),
      needle({ a: 'pkp' }),
      'slips-differ',
    ],
    [
      'as many slips in other runs',
      parts(stretch('slipPurlsFront', over(3), { kind: 'each', size: 2, times: 1 })),
      needle({ a: 'pkp' }),
      'slips-differ',
    ],
    [
      'slips of the whole row',
      telling([], { rule: { rule: 'slipPurlsFront', slips: { kind: 'list', sizes: [1] } } }),
      needle({ a: 'kk' }),
      'slips-differ',
    ],
    [
      'slips between ends',
      telling([], {
        rule: { rule: 'slipPurlsFront', slips: { kind: 'list', sizes: [1] } },
        ends: { stitch: 'knit', first: 1, last: 1 },
      }),
      needle({ a: 'pkkp' }),
      'slips-differ',
    ],
    [
      'bound off at the end, the yarn left at the edge',
      parts(step(run('knit', 2)), step(special(OFF, 2))),
      needle({ a: 'kkkk' }),
      'yarn-left-behind',
    ],
    [
      'on after the yarn is cut',
      parts(step(special(OFF, 2, { cutsYarn: true })), step(run('knit', 2))),
      needle({ a: 'kkkk' }),
      'yarn-left-behind',
    ],
    [
      'on by the rule after the yarn is cut',
      ruled('asTheyFace', [panel('a', [step(special(OFF, 1, { cutsYarn: true }))], { ruled: true })]),
      needle({ a: 'kk' }),
      'yarn-left-behind',
    ],
    [
      'bound off onto a worked stitch, which a crossing wants as it was',
      parts(step(special(OFF)), step(ROPE)),
      needle({ a: 'kkkkk' }),
      'stitch-already-worked',
    ],
    [
      'the same with a decrease',
      parts(step(special(OFF)), step(special(DECREASE))),
      needle({ a: 'kkk' }),
      'stitch-already-worked',
    ],
    [
      'the same with a slip',
      parts(step(special(OFF)), step(run('slipBehind')), step(run('knit'))),
      needle({ a: 'kkk' }),
      'stitch-already-worked',
    ],
    [
      'the same with a slip by the rule',
      parts(step(special(OFF)), stretch('slipPurlsBack', over(2))),
      needle({ a: 'kpk' }),
      'stitch-already-worked',
    ],
  ])('%s', (_, told, on, code) => expect(result(told, on)).toBe(code));

  it('says where, and how many', () => {
    expect(perform(parts(step(run('knit'))), needle({ a: 'kkk' }), FROM_RS)).toEqual({
      ok: false,
      error: { code: 'stitches-left', panel: 'a', count: 2 },
    });
    expect(perform(parts(step(run('knit', 3))), needle({ a: 'kk' }), FROM_RS)).toMatchObject({
      error: { panel: 'a' },
    });
    expect(perform(ruled('asTheyFace', [panel('z', [])]), needle({ a: 'k' }), FROM_RS)).toMatchObject({
      error: { panel: 'z' },
    });
  });
});
