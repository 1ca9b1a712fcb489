import { ringFrom, sheetOf } from '../testing/plans';
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
