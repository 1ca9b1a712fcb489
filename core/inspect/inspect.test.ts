/** Stories of a track against every possible one; planted slips are found; what is typed is read or refused. */
import fc from 'fast-check';
import { shelfCharts } from '../shelf/shelf';
import type { Lean } from '../stitch/types';
import { mirrorChart } from '../chart/mirrored';
import { patternPosition, pieceRow } from '../indices';
import { worksheet, type Worksheet } from '../piece/worksheet';
import { chartFrom, sheetOf } from '../testing/plans';
import { marksOf, outOfStep, unmarked } from './marks';
import { panelStories } from './panel-story';
import { normalised, readTold, SEEN, sidesChanged, sightsOf, type Seen, type Sight } from './seen';
import { COSTS, extraCost, pairCost, storiesOf, wholeCost, type Story } from './story';
import { courseOf, mirrorOf, rowsThrough, tracksOf, walkOrder, walkUp, type Track } from './track';
import { expected, wholes, type Course, type Place, type Whole } from './wholes';
import { runs } from '../testing/size';

const lean = fc.constantFrom<Lean[]>('left', 'right');
const places = fc
  .array(fc.tuple(fc.integer({ min: 2, max: 6 }), lean), { minLength: 1, maxLength: 5 })
  .map((steps) => {
    let row = 1;
    return steps.map(([step, own]): Place => ({ row: (row += step), lean: own }));
  });
const sights = fc.array(
  fc.record({
    seen: fc.constantFrom<Seen[]>(...SEEN),
    row: fc.option(fc.integer({ min: 1, max: 26 }), { nil: null }),
  }),
  { minLength: 1, maxLength: 5 },
) satisfies fc.Arbitrary<Sight[]>;

/** Every way to lay what is seen against what is expected: its cost, and the rows it finds missing. */
function* everyWay(
  some: readonly Place[],
  seen: readonly Sight[],
): Generator<{ cost: number; missed: number[] }> {
  const [place, ...above] = some;
  const [sight, ...later] = seen;
  if (!place && !sight) yield { cost: 0, missed: [] };
  if (place && sight)
    for (const rest of everyWay(above, later)) yield { ...rest, cost: rest.cost + pairCost(place, sight) };
  if (place)
    for (const rest of everyWay(above, seen))
      yield { cost: rest.cost + COSTS.missed, missed: [place.row, ...rest.missed] };
  if (sight) for (const rest of everyWay(some, later)) yield { ...rest, cost: rest.cost + extraCost(sight) };
}

it('the first story is the cheapest of all that can be told, ties in the missing one listed', () =>
  fc.assert(
    fc.property(places, sights, (charted, seen) => {
      const rowsKnown = seen.some(({ row }) => row !== null);
      const course = {
        charted,
        begun: [{ by: 1, places: charted.map((one) => ({ ...one, row: one.row + 1 })) }],
      };
      const possible: Whole[] = [{ kind: 'asCharted' }, ...wholes([course], rowsKnown, 'everyRow')];
      const all = possible.map((whole) => {
        const cost = wholeCost(whole, charted.length);
        const ways = [...everyWay(expected(course, whole), seen)];
        const least = Math.min(...ways.map((way) => way.cost));
        const missed = ways.filter((way) => Math.abs(way.cost - least) < 1e-9).flatMap((way) => way.missed);
        return { whole, cost: cost + least, missed: [...new Set(missed)].sort((a, b) => a - b) };
      });
      const [best] = storiesOf(course, seen) as [Story];
      expect(best.cost).toBeCloseTo(Math.min(...all.map(({ cost }) => cost)), 9);
      const same = all.find(({ whole }) => JSON.stringify(whole) === JSON.stringify(best.whole));
      expect(best.cost).toBeCloseTo(same?.cost ?? NaN, 9);
      const missing = best.slips.flatMap((slip) => (slip.kind === 'missed' ? [slip.rows] : []));
      if (missing.length === 1) expect([...(missing[0] ?? [])].sort((a, b) => a - b)).toEqual(same?.missed);
    }),
    { numRuns: runs(100, 1500) },
  ));

const rows = (count: number, every = 4, of: (i: number) => Lean = () => 'right'): Place[] =>
  Array.from({ length: count }, (_, i) => ({ row: 3 + every * i, lean: of(i) }));
const asSeen = (track: readonly Place[]): Sight[] => track.map(({ row, lean: seen }) => ({ row, seen }));
const told = (charted: readonly Place[], seen: readonly Sight[]) => storiesOf({ charted }, seen);
const marked = (charted: readonly Place[], story: Story) =>
  marksOf({ charted }, story).map(({ row, made }) => ({ row, made }));

describe('stories', () => {
  it('one wrong crossing is one, not ten', () => {
    const track = rows(12);
    const seen = asSeen(track).with(5, { row: 23, seen: 'left' });
    const [story] = told(track, seen) as [Story];
    expect(story).toMatchObject({ whole: { kind: 'asCharted' }, slips: [{ kind: 'wrongLean', row: 23 }] });
    expect(marked(track, story)).toEqual([{ row: 23, made: 'left' }]);
    expect(story.sure).toBeGreaterThan(0.9);
  });
  it('a mirrored half, and a habit that switched, are one slip each', () => {
    const track = rows(9);
    const mirrored = asSeen(track).map((one) => ({ ...one, seen: 'left' as const }));
    expect(told(track, mirrored)[0]?.whole).toEqual({ kind: 'mirrored' });
    const switched = asSeen(track).map((one, i) => (i < 5 ? one : { ...one, seen: 'left' as const }));
    expect(told(track, switched)[0]).toMatchObject({ whole: { kind: 'switched', from: 23 }, slips: [] });
    expect(marked(track, told(track, switched)[0] as Story).map(({ row }) => row)).toEqual([23, 27, 31, 35]);
  });
  it('in a wave, leaning the same way from somewhere on is one slip', () => {
    const wave = rows(10, 4, (i) => (i % 2 ? 'left' : 'right'));
    const seen = asSeen(wave).map((one, i) => (i < 4 ? one : { ...one, seen: 'right' as const }));
    const kinds = told(wave, seen).map(({ whole }) => whole.kind);
    expect(kinds[0]).toBe('always');
  });
  it('a panel that was begun at another row lies so many rows off throughout', () => {
    const sheet = sheetOf([{ rows: 60, panels: [{ chart: 'rope-4', id: 'p' }] }]);
    const [track] = tracksOf(sheet, 'p', 60) as [Track];
    const course = courseOf(sheet, track, 60);
    const seen = course.begun?.find(({ by }) => by === 2)?.places ?? [];
    const [story] = storiesOf(course, asSeen(seen)) as [Story];
    expect(story).toMatchObject({ whole: { kind: 'startedAt', by: 2 }, slips: [] });
    expect([outOfStep(story), marksOf(course, story)]).toEqual([true, []]);
    // Looked at in its charted rows alone, by how much cannot be told.
    const none = course.charted.map(({ row }): Sight => ({ row, seen: 'none' }));
    expect(storiesOf(course, none, 'chartedRows')[0]?.whole.kind).toBe('startedElsewhere');
  });
  it('one crossing left out of equal ones, without counts: any of them, which is said; with counts it is the one', () => {
    const track = rows(5);
    const four: Sight[] = Array.from({ length: 4 }, () => ({ seen: 'right', row: null }));
    expect(told(track, four)[0]?.slips).toEqual([{ kind: 'missed', rows: [3, 7, 11, 15, 19] }]);
    const counted = asSeen(track).filter((_, i) => i !== 2);
    expect(told(track, counted)[0]?.slips).toEqual([{ kind: 'missed', rows: [11] }]);
  });
  it('early by a row is early, not two faults', () => {
    const track = rows(6, 6);
    const seen = asSeen(track).with(3, { row: 20, seen: 'right' });
    const [story] = told(track, seen) as [Story];
    expect(story.slips).toEqual([{ kind: 'shifted', row: 21, by: -1, wrongLean: false }]);
    expect([marked(track, story), unmarked(story)]).toEqual([
      [
        { row: 20, made: 'right' },
        { row: 21, made: 'uncrossed' },
      ],
      0,
    ]);
  });
  it('one crossing too many is marked where its row is known', () => {
    const track = rows(5, 6);
    const counted: Sight[] = asSeen(track).toSpliced(2, 0, { row: 12, seen: 'left' });
    const [story] = told(track, counted) as [Story];
    expect([marked(track, story), unmarked(story)]).toEqual([[{ row: 12, made: 'left' }], 0]);
    const [blind] = told(
      track,
      counted.map(({ seen }) => ({ seen, row: null })),
    ) as [Story];
    expect([marked(track, blind), unmarked(blind)]).toEqual([[], 1]);
  });
});

describe('tracks together', () => {
  const sheet = sheetOf([
    {
      rows: 36,
      panels: [
        { chart: 'honeycomb', id: 'p', repeats: 2 },
        { chart: 'rope-4', id: 'rope' },
        { chart: mirrorChart(chartFrom('rope-4')), id: 'left rope' },
      ],
    },
  ]);
  const coursesOf = (panel: string) => tracksOf(sheet, panel, 36).map((track) => courseOf(sheet, track, 36));
  const seenAs = (courses: readonly Course[], whole: Whole) =>
    courses.map((course) => ({ ...course, sights: asSeen(expected(course, whole)) }));
  const courses = coursesOf('p');

  it.each<Whole>([
    { kind: 'mirrored' },
    { kind: 'switched', from: courses[0]?.charted[2]?.row ?? 0 },
    { kind: 'startedAt', by: 2 },
  ])('%j runs through all of them and is told once', (whole) => {
    const [best] = panelStories(seenAs(courses, whole));
    expect(best?.whole).toEqual(whole);
    expect(best?.tracks.every(([own]) => own?.slips.length === 0)).toBe(true);
  });
  it('one odd crossing is told on its own track', () => {
    const seen = seenAs(courses, { kind: 'asCharted' });
    const [first] = seen as [(typeof seen)[number]];
    const row = first.sights[1]?.row ?? 0;
    const odd = first.sights.with(1, { row, seen: 'none' });
    const [best] = panelStories(seen.with(0, { ...first, sights: odd }));
    expect(best?.whole.kind).toBe('asCharted');
    expect(best?.tracks.map(([own]) => own?.slips.length)).toEqual(courses.map((_, i) => (i === 0 ? 1 : 0)));
    expect(best?.tracks[0]?.[0]?.slips).toEqual([{ kind: 'uncrossed', row }]);
  });
  it('one track alone tells what it tells by itself', () => {
    const [course] = courses as [Course];
    const sights = asSeen(course.charted).with(0, { row: course.charted[0]?.row ?? 0, seen: 'none' });
    expect(panelStories([{ ...course, sights }])[0]?.tracks).toEqual([storiesOf(course, sights)]);
  });
  it('the two halves of a pair that changed places are one slip', () => {
    expect([mirrorOf(sheet, 'rope', 36), mirrorOf(sheet, 'left rope', 36)]).toEqual(['left rope', 'rope']);
    const pair = [...coursesOf('rope'), ...coursesOf('left rope')];
    expect(panelStories(seenAs(pair, { kind: 'mirrored' }))[0]).toMatchObject({
      whole: { kind: 'mirrored' },
    });
  });
});

describe('planted slips', () => {
  const charts = shelfCharts().filter(({ chart }) => !chart.once);
  const tracks = charts.flatMap(({ key, chart }) => {
    const sheet = sheetOf([{ rows: 60, panels: [{ chart, id: 'p', repeats: 2 }] }]);
    return tracksOf(sheet, 'p', 60)
      .filter(({ crossings }) => crossings.length >= 4)
      .map((track) => ({ key, track }));
  });
  /** Repeatable: the same numbers in every run. */
  const draw = (seed: number) => () => {
    seed = (seed * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return seed / 4_294_967_296;
  };

  it.each([
    [1, 0.98],
    [2, 0.9],
  ] as const)('%d of them are in what is told in at least %d of all cases', (count, share) => {
    const random = draw(20_261_128);
    let [found, all] = [0, 0];
    for (let i = 0; i < 400; i += 1) {
      const { track } = tracks[i % tracks.length] as (typeof tracks)[number];
      const charted = track.crossings.map(({ row, lean: own }) => ({ row, lean: own }));
      const planted = new Map<number, 'left' | 'right' | 'none'>();
      while (planted.size < count) {
        const at = charted[Math.floor(random() * charted.length)] as Place;
        planted.set(at.row, random() < 0.3 ? 'none' : at.lean === 'left' ? 'right' : 'left');
      }
      const known = random() < 0.5;
      const seen = charted.map(({ row, lean: own }): Sight => ({
        row: known ? row : null,
        seen: planted.get(row) ?? own,
      }));
      const wanted = JSON.stringify(
        [...planted]
          .map(([row, made]) => ({ row, made: made === 'none' ? 'uncrossed' : made }))
          .sort((a, b) => a.row - b.row),
      );
      all += 1;
      if (told(charted, seen).some((story) => JSON.stringify(marked(charted, story)) === wanted)) found += 1;
    }
    expect(found / all).toBeGreaterThanOrEqual(share);
  });
});

describe('what is typed', () => {
  it.each([
    ['r r l r', ['right', 'right', 'left', 'right'], [null, null, null], null, null],
    ['R, right; L 5 none ?', ['right', 'right', 'left', 'none', 'unsure'], [null, null, 5, null], null, null],
    ['2 r 5 l 3', ['right', 'left'], [5], 2, 3],
  ] as const)('%s', (text, seen, between, below, above) =>
    expect(readTold(text, 60)).toEqual({ ok: true, value: { seen, between, below, above } }),
  );
  it.each([
    ['', { code: 'nothing-told' }],
    ['r x l', { code: 'unknown-word', word: 'x', at: 2 }],
    ['5', { code: 'nothing-told' }],
    ['r 40 l 40', { code: 'longer-than-piece', told: 82, most: 60 }],
    ['r 5 5 l', { code: 'count-out-of-place', word: '5', at: 4 }],
    ['r 80 l', { code: 'longer-than-piece', told: 82, most: 60 }],
  ] as const)('%j is refused, and where', (text, error) =>
    expect(readTold(text, 60)).toMatchObject({ ok: false, error }),
  );
  it('from the top or in a mirror it is the same track', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom<Seen[]>(...SEEN), { minLength: 1 }),
        fc.boolean(),
        fc.boolean(),
        (seen, mirrored, fromTop) => {
          const track = { seen, between: seen.slice(1).map((_, i) => i), below: 3, above: null };
          const view = { side: 'RS' as const, upsideDown: false, mirrored };
          expect(normalised(normalised(track, view, fromTop), view, fromTop)).toEqual(track);
        },
      ),
    ));
  it('right is left from the wrong side, upside down or in a mirror, and right again with two of them', () =>
    expect(
      (['RS', 'WS'] as const).flatMap((side) =>
        [false, true].flatMap((upsideDown) =>
          [false, true].map((mirrored) => sidesChanged({ side, upsideDown, mirrored })),
        ),
      ),
    ).toEqual([false, true, true, false, true, false, false, true]));
  const reach = { first: 1, done: 30, charted: 3 };
  it.each([
    [[5, 5], null, null, [3, 9, 15]],
    [[5, 5], 4, null, [5, 11, 17]],
    [[5, 5], null, 2, [16, 22, 28]],
    [[5, null], null, 2, [null, null, 28]],
    [[null, null], null, null, [null, null, null]],
  ] as const)('counts %j between, %j below and %j above give rows %j', (between, below, above, rowsOf) =>
    expect(
      sightsOf({ seen: ['right', 'right', 'left'], between, below, above }, reach).map(({ row }) => row),
    ).toEqual(rowsOf),
  );
});

it('tracks run straight up, and the walk takes every crossing once', () => {
  const sheet = sheetOf([{ rows: 24, panels: [{ chart: 'braid-3', id: 'p' }] }]);
  const walk = walkUp(sheet, 'p', 24);
  const tracks = tracksOf(sheet, 'p', 24);
  expect(tracks.map(({ crossings }) => crossings.map(({ row }) => row))).toEqual([
    [5, 13, 21],
    [1, 9, 17],
  ]);
  expect(tracks.reduce((sum, { crossings }) => sum + crossings.length, 0)).toBe(walk.length);
});

it('a panel of which the record says that it lies otherwise is looked over as the record says', () => {
  const plain = sheetOf([{ rows: 24, panels: [{ chart: 'rope-4', id: 'p' }] }]);
  const rowsOf = (sheet: Worksheet) => walkUp(sheet, 'p', 16).map(({ row }) => row);
  expect(rowsOf(plain)).toEqual([3, 7, 11, 15]);
  const record = {
    panel: 'p',
    from: pieceRow(17),
    position: patternPosition(15),
    chartedFrom: pieceRow(17),
    madeFrom: pieceRow(1),
  };
  const told = worksheet(plain.plan, { amendments: [record], deviations: [] });
  expect(rowsOf(told)).toEqual([4, 8, 12, 16]);
});

describe('the order in which a panel is looked at', () => {
  const crossingsOfChart = (chart: string, repeats: number) =>
    walkUp(sheetOf([{ rows: 24, panels: [{ chart, id: 'p', repeats }] }]), 'p', 24);
  it.each([
    ['rope-4', 3, true],
    ['honeycomb', 3, true],
    ['rope-4', 1, false],
    ['diamond', 1, false],
  ] as const)('%s %d times: track by track %s, and none is left out', (chart, repeats, byTrack) => {
    const crossings = crossingsOfChart(chart, repeats);
    const walk = walkOrder('p', crossings);
    expect(walk.byTrack).toBe(byTrack);
    expect(new Set(walk.order)).toEqual(new Set(crossings));
    expect(walk.order.length).toBe(crossings.length);
    const jumps = walk.order.slice(1).filter((one, i) => one.row <= (walk.order[i]?.row ?? 0)).length;
    const tracks = new Set(crossings.map(({ wale }) => wale)).size;
    if (byTrack) expect(jumps).toBe(tracks - 1);
  });
  it('rows are looked at through as far as every crossing was said', () => {
    const crossings = crossingsOfChart('rope-4', 2);
    const rowsSaid = (...rows: number[]) =>
      rowsThrough(crossings, ({ row, wale }) => rows.includes(row) || (row === 11 && wale < 8));
    expect(rowsSaid()).toBeNull();
    expect(rowsSaid(3, 7)).toEqual({ from: 3, to: 7 });
    expect(rowsSaid(3, 15)).toEqual({ from: 3, to: 3 });
    expect(rowsSaid(3, 7, 11, 15, 19, 23)).toEqual({ from: 3, to: 23 });
  });
});
