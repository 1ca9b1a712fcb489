import { cueFor } from '@core/cue/cue';
import type { CrossingStep } from '@core/cue/steps';
import type { Way } from '@core/cue/technique';
import { HAPPENINGS } from '@core/journal/kinds';
import { entry, SAMPLES } from '@core/testing/entries';
import { readRows } from '@core/notation/read';
import type { Hand } from '@core/stitch/types';
import { chartFrom, sheetOf } from '@core/testing/plans';
import { beforeCrossing, countdownWords, holdWords, restOfCrossing, stepWords } from './cue';
import { eventWords } from './journal';
import { doubtWords, formWords, notationWords } from './notation';

/** The crossing of a row written on the right side, as its own knitter is told of it. */
function crossingIn(row: string, hand: Hand = 'right', way: Way = 'cableNeedle'): string {
  const sheet = sheetOf([
    {
      rows: 2,
      panels: [{ chart: chartFrom(`Row 1 (RS): ${row}.\nRow 2: knit the knits and purl the purls.`) }],
    },
  ]);
  const step = cueFor(sheet, 1, hand)
    .panels.flatMap(({ steps }) => steps)
    .find((s): s is CrossingStep => s.kind === 'crossing');
  return step ? `${holdWords(step, way)}: ${restOfCrossing(step, way)}` : 'no crossing';
}

describe('a crossing in words (common practice, no published source)', () => {
  it.each([
    ['2/2 RC', 'right', '2 to the BACK: knit 2, then knit the held 2'],
    ['2/2 LC', 'right', '2 to the FRONT: knit 2, then knit the held 2'],
    ['2/1 RPC', 'right', '1 to the BACK: knit 2, yarn to front, purl the held 1'],
    ['2/1 LPC', 'right', '2 to the FRONT: purl 1, yarn to back, knit the held 2'],
    [
      'slip next st to cn, hold in back, k1 tbl, k1 from cn',
      'right',
      '1 to the BACK: knit 1 through the back, then knit the held 1',
    ],
    ['2/2 RC', 'left', '2 to the FRONT: knit 2, then knit the held 2'],
    ['2/1 LPC', 'left', '1 to the BACK: knit 2, yarn to front, purl the held 1'],
  ] as const)('%s by the %s hand', (name, hand, words) =>
    expect(crossingIn(`p2, ${name}, p2`, hand)).toBe(words),
  );
  it.each([
    ['marker', '2/1 LPC', '2 on a pin, to the FRONT: purl 1, put the 2 back, yarn to back, knit 2'],
    ['hangFree', '2/2 RC', 'let 2 hang at the BACK: knit 2, put the 2 back, knit 2'],
    ['reorder', '2/2 LC', 'order first, 2 to the FRONT: knit 2, knit 2'],
    ['slipBack', '2/2 RC', 'slip 2, to be caught at the BACK: knit 2, reach back for the 2, knit 2'],
    ['secondFirst', '1/1 LC', 'second stitch first, from BEHIND: knit it, knit the first, drop both'],
    [
      'secondFirst',
      '1/1 RPC',
      'second stitch first, in FRONT: knit it, yarn to front, purl the first, drop both',
    ],
  ] as const)('%s names what she does: nothing is said to be held that is not', (way, name, words) =>
    expect(crossingIn(`p2, ${name}, p2`, 'right', way)).toBe(words),
  );
  it('the yarn is moved before the crossing where its first group needs it elsewhere', () => {
    const before = (row: string) => {
      const sheet = sheetOf([{ rows: 1, panels: [{ chart: chartFrom(`Row 1 (RS): ${row}.`) }] }]);
      const step = cueFor(sheet, 1, 'right').panels[0]?.steps.find(
        (s): s is CrossingStep => s.kind === 'crossing',
      );
      return step && beforeCrossing(step, 'cableNeedle');
    };
    expect(['p2, 2/2 RC', 'k2, 2/2 RC', 'k1, 2/1 LPC', 'sl 1 wyif, 2/2 RC', '2/2 RC'].map(before)).toEqual([
      'yarn to back',
      null,
      'yarn to front',
      'yarn to back',
      null,
    ]);
  });
  it('a ribbed group is said stitch by stitch, a centre from a needle of its own', () => {
    const legend =
      'Rib twist = slip next 2 sts to cable needle and hold in back, k1, p1, then k1, p1 from cable needle\n';
    const centred =
      'Knot = slip next 2 sts to cable needle and hold in front, slip next 1 st to second cable needle and hold behind all, k2, p1 from second cable needle, k2 from cable needle\n';
    const told = (text: string, name: string) => {
      const read = readRows(
        `${text}Row 1 (RS): p1, ${name}, p1.\nRow 2: knit the knits and purl the purls.`,
        'x',
      );
      if (!read.ok) throw new Error(JSON.stringify(read.error));
      const sheet = sheetOf([{ rows: 2, panels: [{ chart: read.value.chart }] }]);
      const step = cueFor(sheet, 1, 'right').panels[0]?.steps.find(
        (s): s is CrossingStep => s.kind === 'crossing',
      );
      return step && restOfCrossing(step, 'cableNeedle');
    };
    expect(told(legend, 'rib twist')).toBe(
      'knit 1, yarn to front, purl 1, yarn to back, the held 2: knit 1, purl 1',
    );
    expect(told(centred, 'knot')).toMatch(
      /^next 1 to a second needle, behind all, knit 2, yarn to front, purl the middle 1, yarn to back, knit the held 2$/,
    );
  });
});

describe('other words', () => {
  it('countdowns are never a bare number', () =>
    expect([0, 1, 5].map(countdownWords)).toEqual([
      'cross now',
      '1 plain, then cross',
      '5 plain, then cross',
    ]));
  it.each([
    ['k3', 'knit 3'],
    ['p1 tbl', 'purl 1 through the back'],
    ['sl 2 wyib', 'slip 2 with the yarn at the back'],
    ['sl 1 wyif', 'slip 1 with the yarn in front'],
    ['mb', 'make a bobble'],
  ])('%s', (word, words) => {
    const sheet = sheetOf([{ rows: 1, panels: [{ chart: chartFrom(`Row 1 (RS): ${word}.`) }] }]);
    expect(
      cueFor(sheet, 1, 'right').panels[0]?.steps.map((step) => stepWords(step, () => 'cableNeedle')),
    ).toEqual([words]);
  });
  it('stitch counts for any number of repeats', () =>
    expect([{ base: 4, perRepeat: 0 }, { base: 0, perRepeat: 8 }, { base: 2, perRepeat: 8 }, { base: -4, perRepeat: 6 }].map(formWords)).toEqual([
      '4 stitches',
      '8 stitches',
      '8 stitches per repeat plus 2',
      '6 stitches per repeat minus 4',
    ])); // prettier-ignore
  it('every kind of event has words of its own', () => {
    for (const line of ['row', 'round'] as const) {
      const said = HAPPENINGS.map((kind) => eventWords(entry(SAMPLES[kind]), () => 'eel rope', 'in', line));
      expect(new Set(said).size).toBe(HAPPENINGS.length);
      expect(said.join()).not.toMatch(/undefined|NaN/);
      if (line === 'round') expect(said.join()).not.toMatch(/\brow/i);
    }
  });
});

describe('what is wrong with a text', () => {
  it.each([
    [''],
    ['Dear diary'],
    ['Row 1: k2, zap, p2.'],
    ['Row 1: k2, C5B.'],
    ['Row 1: [k2, p2.'],
    ['Row 1: k2], p2.'],
    ['Row 1: *k2, p2.'],
    ['Row 1: *k2; rep from * 3 times.'],
    ['Row 1: (k2, p2), k1.'],
    ['Row 1: k0.'],
    ['Row 1: k2.\nRow 1: k2.'],
    ['Row 1: k2.\nRow 4: k2.'],
    ['Row 1: k2.\nRow 2: as row 7.'],
    ['Row 1: k2.\nRnd 2: k2.'],
    ['Row 1: knit the knits and purl the purls.'],
    ['Row 1: k6.\nRow 2: p6.\nRow 3: k4, 2/2 RC.'],
    ['Rope = do something clever\nRow 1: Rope.'],
    ['<b>Row 1:</b> k2'],
    ['Row 1: k2\u0000, p2.'],
    ['Row 1: k4 (6, 8).'],
    ['Row 1: k4.\nRep rows 1-4.'],
    ['Row 1: sl 2 to cn and hold in back, then wait.'],
    ['CR = 2/2 RC\nCr = 2/2 LC\nRow 1: cr.'],
    ['Worked in the round.\nRow 1: k2.'],
    ['Row 1: work row 1 of Rope over next 8 sts.'],
    ['k2, p2 without a row'],
    ['Row 1 (RS): k2.\nRow 2 (RS): k2.'],
    ['Row 1:'],
  ])('%j is said with line, column and a remedy', (text) => {
    const read = readRows(text, 'x');
    expect(read.ok).toBe(false);
    for (const problem of read.ok ? [] : read.error) {
      const { place, text: words } = notationWords(problem);
      expect(place).toMatch(/^Line \d+, column \d+/);
      expect(words).toMatch(/^.{15,}[.”?]$/);
      expect(words).not.toMatch(/undefined|NaN|\[object/);
    }
  });
});

describe('what a text says of itself and its rows deny', () => {
  it.each([
    [
      'Multiple of 5 sts.\nRow 1: *k4; rep from * to end.',
      /says a multiple of 5, but the rows work over 4 stitches/,
    ],
    ['Panel of 5 sts.\nRow 1: k4.', /says 5 stitches, but the rows work over 4 stitches/],
    ['Row 1: *k2, p2; rep from * to end. (26 sts)', /says 26 stitches, but the row leaves 4 stitches/],
    ['A 6-row repeat.\nRow 1: k4.', /says 6 rows, but 1 repeat/],
    ['Rope = 2/2 RC\nRow 1: k4.', /“Rope” is explained, but no row uses it/],
  ])('%j', (text, words) => {
    const read = readRows(text, 'x');
    const [doubt] = read.ok ? read.value.doubts : [];
    expect(doubt && doubtWords(doubt).text).toMatch(words);
    expect(doubt && doubtWords(doubt).place).toMatch(/^Line \d+, column \d+/);
  });
});
