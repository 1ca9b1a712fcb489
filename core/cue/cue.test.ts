import { ringFrom, planOf, sheetOf } from '../testing/plans';
import { worksheet } from '../piece/worksheet';
import { cueFor } from './cue';
import type { Step } from './steps';
import { movesOf } from './technique';

const say = (step: Step): string => {
  if (step.kind === 'run') return `${step.run.stitch} ${step.run.count}`;
  if (step.kind === 'special') return `${step.cell.kind} ${step.count}`;
  const moves = movesOf(step, 'cableNeedle').map((m) => {
    if (m.do === 'hold') return `${m.count} to the ${m.where}`;
    if (m.do === 'yarn') return `yarn to the ${m.to}`;
    return m.do === 'work' ? `${m.run.stitch} ${m.run.count} from ${m.from}` : m.do;
  });
  return `[${step.lean}: ${moves.join('; ')}]`;
};
const steps = (chart: string, row: number, hand: 'right' | 'left' = 'right', more = {}) =>
  cueFor(sheetOf([{ rows: 20, panels: [{ chart }] }], more), row, hand).panels.flatMap((panel) =>
    panel.steps.map(say),
  );

describe('steps in working order', () => {
  const lopsided = 'Row 1 (RS): k1, p2, 2/1 RPC, k3.\nRow 2: p3, k1, p2, k2, p1.';
  it('RS, right hand: from the right edge', () =>
    expect(steps(lopsided, 1)).toEqual([
      'knit 1',
      'purl 2',
      '[right: yarn to the back; 1 to the back; knit 2 from feeding; yarn to the front; purl 1 from cableNeedle]',
      'knit 3',
    ]));
  it('WS, right hand: from the left edge, faces flipped, alike ones merged', () =>
    expect(steps(lopsided, 2)).toEqual(['purl 3', 'knit 1', 'purl 2', 'knit 2', 'purl 1']));
  it('RS, left hand: from the left edge, and the hold changes sides', () =>
    expect(steps(lopsided, 1, 'left')).toEqual([
      'knit 3',
      '[right: yarn to the front; 2 to the front; purl 1 from feeding; yarn to the back; knit 2 from cableNeedle]',
      'purl 2',
      'knit 1',
    ]));
  it('an odd interval puts a crossing on a WS row: hold back still leans right, knit where the RS shows purls', () =>
    expect(steps('Row 1 (WS): C4B.\nRow 2: k4.', 1, 'right', { firstSide: 'WS' })).toEqual([
      '[right: 2 to the back; knit 2 from feeding; knit 2 from cableNeedle]',
    ]));
  it('unturned rows run to and fro and the hold goes with them (common practice, no published source)', () => {
    const more = { construction: 'unturned' as const };
    const chart = 'Row 1 (RS): k1, 2/2 RC.\nRow 2: p5.\nRow 3: k1, 2/2 RC.';
    expect(steps(chart, 1, 'right', more)[1]).toMatch(/2 to the back/);
    expect(steps(chart, 4, 'right', more)[0]).toMatch(/2 to the front/);
  });
  it('a left-handed knitter works the mirror image of a decrease', () => {
    const cell = (hand: 'right' | 'left') => {
      const panel = cueFor(
        sheetOf([{ rows: 2, panels: [{ chart: 'Row 1 (RS): k2tog, yo.\nRow 2: purl.' }] }]),
        1,
        hand,
      ).panels[0];
      return panel?.steps.find((s) => s.kind === 'special' && s.cell.kind === 'decrease');
    };
    expect(cell('right')).toMatchObject({ cell: { lean: 'right' } });
    expect(cell('left')).toMatchObject({ cell: { lean: 'left' } });
  });
});

it('a ring crossing moves the marker, and the round begins after it', () => {
  const ring = ringFrom(
    'Row 1 (RS): *p2, 2/2 RC; rep from * to end.\nRow 2: purl.\nRow 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.\nRow 4: purl.',
  );
  const cue = cueFor(
    sheetOf([{ rows: 8, panels: [{ chart: ring, repeats: 2 }] }], { construction: 'round' }),
    3,
    'right',
  );
  expect(cue.marker).toEqual({ start: 2, moved: 2 });
  const all = cue.panels.flatMap((panel) => panel.steps.flatMap(({ columns }) => columns));
  expect(all).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 0, 1]);
});

describe('the designer’s repeat', () => {
  const repeats = (chart: string, row: number, times: number, hand: 'right' | 'left' = 'right') =>
    cueFor(sheetOf([{ rows: 4, panels: [{ chart, repeats: times }] }]), row, hand).panels[0]?.repeats;
  const chart = 'Row 1 (RS): p1, *k2, p2; rep from * to last 3 sts, k3.\nRow 2: purl.';
  it('stands among the acts after what comes before it, from whichever edge', () => {
    expect(repeats(chart, 1, 5)).toEqual({ head: 1, unit: 4, times: 5 });
    expect(repeats(chart, 1, 5, 'left')).toEqual({ head: 3, unit: 4, times: 5 });
  });
  it('is none where it is worked once', () => expect(repeats(chart, 1, 1)).toBeNull());
  it('goes round a ring from where the round begins', () => {
    const ring = ringFrom('Row 1 (RS): *p2, k4; rep from * to end.\nRow 2: purl.');
    const sheet = sheetOf([{ rows: 4, panels: [{ chart: ring, repeats: 3 }] }], { construction: 'round' });
    expect(cueFor(sheet, 1, 'right').panels[0]?.repeats).toEqual({ head: 0, unit: 6, times: 3 });
  });
  it('is none in a row that is worked otherwise just once, or that shaping has changed', () => {
    const onces = [{ row: 1, panel: null, instead: { does: 'all', face: 'purl' } }] as const;
    const facts = { amendments: [], deviations: [], onces };
    const once = sheetOf([{ rows: 4, panels: [{ chart, repeats: 5 }] }], {}, facts);
    expect(cueFor(once, 1, 'right').panels[0]?.repeats).toBeNull();
    expect(cueFor(shaped({ kind: 'decrease', of: 2 }, 1), 1, 'right').panels[0]?.repeats).toBeNull();
  });
});

/** A rope of ten stitches, 5 rows, with one act of shaping at its right edge in a row. */
function shaped(act: object, row: number, edge: 'right' | 'left' = 'right', construction = 'flat') {
  const chart = 'Row 1 (RS): *k2, 2/2 RC, k4; rep from * to end.\nRow 2: purl.';
  const plan = planOf([{ rows: 5, panels: [{ chart, repeats: 2 }] }], { construction } as object);
  const place = { kind: 'edge', edge, inset: 0 };
  const shaping = [{ id: 'one', place, act, phases: [{ first: row, every: 1, times: 1 }] }];
  const sections = plan.sections.map((section) => ({ ...section, shaping }));
  return worksheet({ ...plan, sections } as typeof plan);
}

describe('binding off (common practice, no published source)', () => {
  const off = (row: number, stitches: number, ...more: ['right' | 'left', string?]) =>
    cueFor(shaped({ kind: 'bindOff', stitches }, row, ...more), row, 'right').panels.flatMap(
      ({ steps: all }) => all.flatMap((step) => (step.kind === 'special' ? [step] : [])),
    );
  it('before a stitch that is worked, that stitch is worked first', () => {
    const [step] = off(3, 1, 'right');
    expect(step).toMatchObject({ count: 1, cell: { kind: 'bindOff' } });
    expect(step).not.toHaveProperty('overUnworked');
    expect(step).not.toHaveProperty('cutsYarn');
  });
  it('before a crossing the last goes over a stitch as it is', () =>
    expect(off(3, 2, 'right')).toMatchObject([{ count: 2, overUnworked: true }]));
  it('at the end of a row the yarn is cut, in the round it goes on', () => {
    expect(off(3, 3, 'left')).toMatchObject([{ count: 3, cutsYarn: true }]);
    expect(off(3, 3, 'left', 'round')[0]).not.toHaveProperty('cutsYarn');
  });
});

describe('what the stitches show', () => {
  const chart = 'Row 1 (RS): k1, p2, k3.\nRow 2: knit.';
  const faces = (row: number, hand: 'right' | 'left' = 'right') =>
    cueFor(sheetOf([{ rows: 4, panels: [{ chart }] }]), row, hand)
      .faces?.map((face) => face[0])
      .join('');
  it('is not known over the cast-on', () => expect(faces(1)).toBeUndefined());
  it('is seen from the side she is on, by column from the right edge', () => {
    expect(faces(2)).toBe('pkkppp');
    expect(faces(3)).toBe('pppppp');
    expect(faces(2, 'left')).toBe('pkkppp');
  });
});
