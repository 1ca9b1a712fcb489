/** Words for setting up: every one of them says something, in the knitter's units. */
import { CAUTIONS } from '@core/plan/cautions';
import { parseMeasure } from '~/ui/inputs';
import { miscountWords, groupName } from './cast-on';
import { cautionWords } from './cautions';
import { adviceWords, gaugeLine, needleWords } from './gauge';
import { goOnWords } from './go-on';
import { lengthWords, weightWords, yarnWords } from './measures';
import { noticeWords } from './notices';
import { pieceFileWords } from './piece-file';
import { planWords } from './plan';

describe('measures', () => {
  it.each<[string, number | null]>([
    ['14', 14],
    [' 14.5 ', 14.5],
    ['14,5', 14.5],
    ['5½', 5.5],
    ['5 ¼', 5.25],
    ['½', 0.5],
    ['5 1/2', 5.5],
    ['15/2', 7.5],
    ['-3', -3],
    ['', null],
    ['  ', null],
    ['five', Number.NaN],
    ['5 cm', Number.NaN],
    ['1/0', Number.NaN],
    ['1.2.3', Number.NaN],
  ])('%j is read as %p', (typed, value) => expect(parseMeasure(typed)).toBe(value));
  it('are said in centimetres, grams and metres, or in inches, ounces and yards', () => {
    expect([lengthWords(38.1, 'cm'), lengthWords(38.1, 'in')]).toEqual(['38.1 cm', '15 in']);
    expect([weightWords(141.7, 'cm'), weightWords(5.5, 'cm'), weightWords(141.7, 'in')]).toEqual([
      '142 g',
      '5.5 g',
      '142 g (5 oz)',
    ]);
    expect([yarnWords(91.44, 'cm'), yarnWords(91.44, 'in')]).toEqual(['91 m', '100 yd']);
    expect(gaugeLine({ stitches: 22, rows: 30 }, 'in')).toBe('22.4 st × 30.5 rows to 4 in');
  });
});

describe('a needle', () => {
  const size = { mm: 4.5, us: '7' };
  it.each([
    [{ sizes: 1, needle: size, widthShare: 0.9, heightShare: 1 }, 'Take a needle one size thicker: 4.5 mm (US 7). Then swatch again. With these stitches it would come out 10 % narrower than wanted.'],
    [{ sizes: -2, needle: { mm: 7, us: null }, widthShare: 1.2, heightShare: 0.95 }, 'Take a needle 2 sizes thinner: 7 mm. Then swatch again. With these stitches it would come out 20 % wider and 5 % shorter than wanted.'],
    [{ sizes: 0, needle: size, widthShare: 1, heightShare: 1 }, 'The gauge is as wanted: keep the needle.'],
    [{ sizes: 0, needle: size, widthShare: 1, heightShare: 1.1 }, 'Keep the needle: no other comes nearer. With these stitches it would come out 10 % longer than wanted.'],
  ])('%#', (advice, words) => expect(adviceWords(advice)).toBe(words)); // prettier-ignore
  it('that does not suit the stitches is said with what would', () => {
    expect(needleWords({ code: 'needle-longer-than-round', roundCm: 22, lengthCm: 40 }, 'cm')).toMatch(/40 cm is longer than the round \(22 cm\).*double-pointed/);
    expect(needleWords({ code: 'needle-too-short', atLeastCm: 50.8, lengthCm: 30.48 }, 'in')).toMatch(/tight on 12 in: take a needle of 20 in/);
    expect(needleWords({ code: 'loop-too-short', atLeastCm: 100, lengthCm: 60 }, 'cm')).toMatch(/100 cm or more/);
    expect(needleWords({ code: 'straight-in-the-round' }, 'cm')).toMatch(/cannot go round/);
  }); // prettier-ignore
});

describe('a count between markers', () => {
  const group = (name: string, number?: number) => ({ panel: name, name, edge: false, stitches: 8, part: number === undefined ? null : { of: 'repeats' as const, number } }); // prettier-ignore
  const groups = [group('eel', 1), group('eel', 2), group('edge')];
  it('names the marker and the way, or the stitches', () => {
    expect(groups.map(groupName)).toEqual(['eel, repeat 1', 'eel, repeat 2', 'edge']);
    expect(miscountWords({ code: 'marker-astray', index: 0, by: 1 }, groups)).toMatch(/between eel, repeat 1 and eel, repeat 2 hangs 1 stitch astray.*eel, repeat 1 loses 1 to eel, repeat 2/);
    expect(miscountWords({ code: 'marker-astray', index: 0, by: -2 }, groups)).toMatch(/hangs 2 stitches astray.*eel, repeat 2 loses 2 to eel, repeat 1/);
    expect(miscountWords({ code: 'group-off', index: 2, has: 7, needs: 8 }, groups)).toMatch(/edge has 7 and needs 8: cast on 1 more/);
    expect(miscountWords({ code: 'group-off', index: 2, has: 9, needs: 8 }, groups)).toMatch(/take 1 off there/);
    expect(miscountWords({ code: 'all-right' }, groups)).toMatch(/All right/);
  }); // prettier-ignore
});

describe('rows', () => {
  it.each([
    [{ kind: 'shaping', deed: 'bindOff', place: 'beginning', count: 5 }, 'bind off 5 at the beginning'],
    [{ kind: 'shaping', deed: 'increase', place: 'inside', count: 1 }, 'increase 1 inside'],
    [
      { kind: 'cut', panel: 'eel', now: 'smaller' },
      'eel: a smaller crossing, with the stitches that are left',
    ],
    [{ kind: 'change', what: 'yarn', text: 'grey' }, 'change colour: grey'],
    [{ kind: 'change', what: 'needle', text: '4 mm' }, 'change needle: 4 mm'],
    [{ kind: 'change', what: 'other', text: 'thread the cord' }, 'thread the cord'],
    [{ kind: 'lastRow' }, 'a different pattern ends this section'],
    [{ kind: 'section', name: 'Neck' }, 'now the section “Neck”'],
    [{ kind: 'shapesAndCrosses' }, 'shape and cross at the same time'],
  ] as const)('%j', (notice, words) => expect(noticeWords(notice)).toBe(words));
});

it('every caution, refusal and remedy says something of its own', () => {
  const said = [
    ...CAUTIONS.map(cautionWords),
    ...(['not-in-this-row', 'sides-differ', 'constructions-differ'] as const).map((code) =>
      goOnWords({ code }),
    ),
    goOnWords({ code: 'stitches-out-of-range', most: 7 }),
    pieceFileWords({ code: 'file-too-large', most: 4_000_000 }),
    pieceFileWords({ code: 'not-json' }),
    pieceFileWords({ code: 'other-format' }),
    pieceFileWords({ code: 'newer-version', version: 9, known: 2 }),
    pieceFileWords({ code: 'not-as-described', path: 'plan.sections.0', message: 'too short' }),
    pieceFileWords({ code: 'plan-unsound', section: null }),
    pieceFileWords({ code: 'plan-unsound', section: 1 }),
    pieceFileWords({ code: 'event-twice', index: 3 }),
    pieceFileWords({ code: 'event-of-another-piece', index: 3, why: 'the piece has no panel x' }),
  ];
  expect(new Set(said).size).toBe(said.length);
  expect(said.join(' ')).not.toMatch(/undefined|NaN/);
  expect(said).toContain(
    'The piece file is not as it should be at “plan.sections.0”: too short. Mend that place, or save the file anew.',
  );
});

it.each([
  [{ code: 'seam-differs', has: 64, needs: 80, section: 1 }, /leaves 64 stitches, but this one needs 80.*16 increases/],
  [{ code: 'seam-differs', has: 80, needs: 64, section: 1 }, /16 decreases/],
  [{ code: 'nothing-left', shaping: 0, row: 12 }, /row 12 no stitch would be left/],
  [{ code: 'shaping-past-the-end', shaping: 0, row: 40, rows: 30 }, /row 40, but the section ends with row 30/],
  [{ code: 'more-than-gaps', section: 1, times: 70, gaps: 63 }, /70 do not fit in one row: there is room for 63/],
  [{ code: 'crossings-in-the-way', section: 1, times: 9, fit: 1 }, /Only once can it be done.*not 9 times/],
  [{ code: 'swatch', problem: { code: 'not-a-measure', field: 'widthCm', most: 500 } }, /width of the swatch must be more than 0/],
  [{ code: 'swatch', problem: { code: 'gauge-out-of-range', field: 'stitches', value: 1000, least: 0.5, most: 120 } }, /1000 stitches to 10 cm cannot be/],
  [{ code: 'measure', field: 'target', most: 2000 }, /width that you want must be more than 0/],
  [{ code: 'starts-outside', width: 20, section: 0 }, /outside the 20 stitches/],
] as const)('%j', (problem, words) => expect(planWords(problem)).toMatch(words)); // prettier-ignore
