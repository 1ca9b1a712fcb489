/** Every way to work a crossing, played through move by move, leaves the same stitches in the same crossed order. */
import fc from 'fast-check';
import { crossings } from '../testing/arbitrary';
import { crossingFromOtherSide } from '../stitch/looks';
import type { Run } from '../stitch/runs';
import { wordsOfCrossing, type Working } from '../stitch/working';
import type { Crossing, Stitch } from '../stitch/types';
import { framesOf } from './frames';
import { actsOf, stepsOf, withYarn, type CrossingStep } from './steps';
import { canWork, movesOf, WAYS, wayFor, type Move, type Way } from './technique';
import { layRow } from '../chart/laid';

const WORKINGS: readonly Working[] = [
  { side: 'RS', direction: 'rightToLeft' },
  { side: 'WS', direction: 'leftToRight' },
  { side: 'RS', direction: 'leftToRight' },
  { side: 'WS', direction: 'rightToLeft' },
];
const stepFor = (crossing: Crossing, working: Working) => {
  const row = layRow([crossing]);
  return stepsOf(row, row.cells, working)[0] as CrossingStep;
};
const spread = (runs: readonly Run[]): Stitch[] =>
  runs.flatMap(({ stitch, count }) => Array.from({ length: count }, () => stitch));
const workOf = (moves: readonly Move[]) => spread(moves.flatMap((move) => ('run' in move ? [move.run] : [])));

const k2 = ['knit', 'knit'] as const;
const C4B: Crossing = { kind: 'crossing', lean: 'right', over: [...k2], under: [...k2] };
const T3B: Crossing = { kind: 'crossing', lean: 'right', over: [...k2], under: ['purl'] };
const TWIST_LEFT: Crossing = { kind: 'crossing', lean: 'left', over: ['knit'], under: ['purl'] };
const RIGHT_HANDED = WORKINGS[0] as Working;

it('before the first move all lie on the needle, the held group at its tip', () => {
  const [start] = framesOf(
    stepFor({ ...T3B, centre: { stitches: ['purl'], depth: 'below' } }, RIGHT_HANDED),
    [],
  );
  expect(start?.feeding.map(({ group }) => group)).toEqual(['held', 'centre', 'then', 'then']);
});
it('two single stitches are worked the second first, but not where one is slipped', () => {
  const can = (over: Stitch, under: Stitch) =>
    canWork(stepFor({ ...TWIST_LEFT, over: [over], under: [under] }, RIGHT_HANDED), 'secondFirst');
  expect([can('knit', 'purl'), can('slipBehind', 'purl'), can('knit', 'slipBehind')]).toEqual([
    true,
    false,
    false,
  ]);
});
it('only a crossing is told where the yarn is', () => {
  const row = layRow([C4B, { kind: 'decrease', of: 2, lean: 'left', face: 'knit' }]);
  const acts = actsOf(row, row.cells, RIGHT_HANDED);
  expect(withYarn(acts)[1]).toBe(acts[1]);
});

describe('the ways to work a crossing', () => {
  it.each(WAYS)('%s: every stitch once, held group last, in crossed order on the taking needle', (way) =>
    fc.assert(
      fc.property(crossings, fc.constantFrom(...WORKINGS), (crossing, working) => {
        const step = stepFor(crossing, working);
        fc.pre(canWork(step, way));
        const moves = movesOf(step, way);
        const words = wordsOfCrossing(crossing, working);
        expect(workOf(moves)).toEqual([...words.then, ...(words.centre?.stitches ?? []), ...words.held]);
        const last = framesOf(step, moves).at(-1);
        const order = last?.taking.toReversed();
        // Before, from the tip: held, centre, then. Within a group nothing is turned about.
        const [h, c] = [step.heldCount, step.centre?.count ?? 0];
        const all = Array.from({ length: h + c + step.thenCount }, (_, i) => i);
        expect(order?.map(({ id }) => id)).toEqual([...all.slice(h + c), ...all.slice(h, h + c), ...all.slice(0, h)]);
        expect(order?.every(({ worked }) => worked)).toBe(true);
        expect([last?.feeding, last?.waiting]).toEqual([[], []]);
      }),
    )); // prettier-ignore

  it('a frame never loses or doubles a stitch', () =>
    fc.assert(
      fc.property(crossings, fc.constantFrom(...WAYS), (crossing, wished) => {
        const step = stepFor(crossing, RIGHT_HANDED);
        const all = step.heldCount + step.thenCount + (step.centre?.count ?? 0);
        for (const frame of framesOf(step, movesOf(step, wayFor(step, wished)))) {
          const loops = [frame.feeding, frame.taking, ...frame.waiting.map((one) => one.loops)].flat();
          expect(new Set(loops.map(({ id }) => id)).size).toBe(all);
          expect(loops).toHaveLength(all);
        }
      }),
    ));

  const say = (crossing: Crossing, way: Way) => movesOf(stepFor(crossing, RIGHT_HANDED), way);
  // Each of these is common practice, no published source.
  it('reorder: for a right lean the needle goes in front into the far group, the near one is caught behind', () =>
    expect(say(C4B, 'reorder').slice(0, 3)).toEqual([
      { do: 'takeFar', count: 2, passing: 'front', free: 2 },
      { do: 'catchNear', count: 2, where: 'back' },
      { do: 'putFarBack', count: 2 },
    ]));
  it('slip and reach back: at the back for a right lean', () =>
    expect(say(C4B, 'slipBack')).toMatchObject([
      { do: 'slip', count: 2 },
      { do: 'work', run: { stitch: 'knit', count: 2 } },
      { do: 'reachBack', where: 'back' },
      { do: 'slideOut', waiting: 2, worked: 2 },
      { do: 'work', run: { stitch: 'knit', count: 2 } },
    ]));
  it('second stitch first, knit over purl to the left: purls the second from behind, then knits the first', () =>
    expect(say(TWIST_LEFT, 'secondFirst')).toEqual([
      { do: 'workSecond', run: { stitch: 'purl', count: 1 }, passing: 'back' },
      { do: 'yarn', to: 'back' },
      { do: 'workFirst', run: { stitch: 'knit', count: 1 } },
      { do: 'dropBoth' },
    ]));
  it('second stitch first leaves both on the needle until both are worked', () => {
    const step = stepFor(TWIST_LEFT, RIGHT_HANDED);
    const frames = framesOf(step, movesOf(step, 'secondFirst'));
    expect(frames.map(({ feeding }) => feeding.filter(({ worked }) => worked).length)).toEqual([
      0, 1, 1, 2, 0,
    ]);
    expect(frames.map(({ taking }) => taking.length)).toEqual([0, 0, 0, 0, 2]);
    expect(frames.map(({ yarn }) => yarn)).toEqual(['front', 'front', 'back', 'back', 'back']);
  });
  it('put in order first, the far group lies in its own order on the other needle: the farthest at the tip', () => {
    const step = stepFor(C4B, RIGHT_HANDED);
    const [, taken, , back] = framesOf(step, movesOf(step, 'reorder'));
    expect([taken?.taking.map(({ id }) => id), back?.feeding.map(({ id }) => id)]).toEqual([
      [3, 2],
      [2, 3, 0, 1],
    ]);
  });
  it.each(['cableNeedle', 'marker', 'reorder', 'slipBack', 'hangFree'] as const)(
    'knit over purl has the yarn move between the groups (%s)',
    (way) => expect(say(T3B, way).filter((move) => move.do === 'yarn')).toEqual([{ do: 'yarn', to: 'front' }]),
  ); // prettier-ignore
  it('the hold says the same from either side: what was in front is in front again for its own other side', () => {
    const ws = WORKINGS[1] as Working;
    expect(stepFor(crossingFromOtherSide(crossingFromOtherSide(C4B)), ws).hold).toBe('back');
  });
  it('only one over one can be worked second stitch first; a middle group wants something to wait on', () => {
    const centred: Crossing = { ...C4B, centre: { stitches: ['purl'], depth: 'below' } };
    const can = (crossing: Crossing) => WAYS.filter((way) => canWork(stepFor(crossing, RIGHT_HANDED), way));
    expect([can(C4B).includes('secondFirst'), can(TWIST_LEFT).includes('secondFirst')]).toEqual([false, true]);
    expect(can(centred)).toEqual(['cableNeedle', 'marker', 'hangFree']);
    expect(wayFor(stepFor(centred, RIGHT_HANDED), 'reorder')).toBe('cableNeedle');
  }); // prettier-ignore
});

// Common practice, no published source: stitches are worked off a cable needle, but not off a marker nor out of the air.
it('what waited on a marker or free is put back before it is worked', () => {
  const runs = (count: number) => [{ stitch: 'knit', count }] as const;
  const step: CrossingStep = {
    kind: 'crossing',
    columns: [],
    hold: 'back',
    lean: 'right',
    held: runs(2),
    then: runs(2),
    heldCount: 2,
    thenCount: 2,
    centre: { runs: runs(1), count: 1, depth: 'below' },
    over: 2,
    under: 2,
    yarn: null,
  };
  const back = (way: Way) =>
    movesOf(step, way).flatMap((move) => (move.do === 'putBack' ? [[move.count, move.from]] : []));
  const from = (way: Way) => movesOf(step, way).flatMap((move) => (move.do === 'work' ? [move.from] : []));
  expect(back('cableNeedle')).toEqual([]);
  expect(from('cableNeedle')).toEqual(['feeding', 'secondNeedle', 'cableNeedle']);
  for (const way of ['marker', 'hangFree'] as const)
    expect(from(way)).toEqual(['feeding', 'feeding', 'feeding']);
  expect(back('marker')).toEqual([
    [1, 'secondMarker'],
    [2, 'marker'],
  ]);
  expect(back('hangFree')).toEqual([
    [1, 'secondAir'],
    [2, 'air'],
  ]);
});
