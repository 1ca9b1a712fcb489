import fc from 'fast-check';
import { expandRow } from '../chart/row';
import { checkChart, rowAt } from '../chart/chart';
import { cellKey } from '../stitch/cells';
import { patternPosition } from '../indices';
import { judge } from './judge';
import { mended, mendsOf } from './mends';
import { readRows } from './read';
import { MOST_CHARACTERS } from './scan';
import { runs } from '../testing/size';

function chartOf(text: string) {
  const read = readRows(text, 'test');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return read.value.chart;
}

/** A row from the right edge as seen from the RS: k p t(wisted) s(lipped) and crossings as lean + over/under. */
function picture(text: string, row: number, repeats = 1): string {
  const chart = chartOf(text);
  const found = rowAt(chart, patternPosition(chart.setUp.length + row - 1)).row;
  return expandRow(found, repeats)
    .map(cellKey)
    .map((key) => ({ knit: 'k', purl: 'p', knitTbl: 't', slipBehind: 's', slipBefore: 'S' })[key] ?? key)
    .join(' ');
}

const codes = (text: string) => {
  const read = readRows(text, 'test');
  return read.ok ? [] : read.error.map(({ code, at }) => `${code} ${at.line}:${at.column}`);
};

describe('rows as they look from the right side, typed by hand', () => {
  it.each([
    ['an RS row runs from the right edge', 'Row 1 (RS): k1, p2, k3.', 1, 1, 'k p p k k k'],
    [
      'a WS row runs from the left edge and its faces flip',
      'Row 1 (RS): k1, p2, k3.\nRow 2: k1, p5.',
      2,
      1,
      'k k k k k p',
    ],
    ['a round is always read from the right', 'Rnd 1: k1, p2, k3.\nRnd 2: k1, p5.', 2, 1, 'k p p p p p'],
    ['the star', 'Row 1 (RS): P2, *K4, P2; rep from * to end.', 1, 2, 'p p k k k k p p k k k k p p'],
    [
      'the star on the WS',
      'Row 1 (RS): p2, *k2, p1; rep from * to end.\nRow 2: *k1, p2; rep from * to last 2 sts, k2.',
      2,
      2,
      'p p k k p k k p',
    ],
    [
      'brackets with counts',
      'Row 1: [k1, p1] twice, (p2, [k1] x 2) 2 times.',
      1,
      1,
      'k p k p p p k k p p k k',
    ],
    ['to last st', 'Row 1: *k1, p1; rep from * to last st, k1.', 1, 2, 'k p k p k'],
    ['fills', 'Row 1 (RS): *k2, p2; rep from * to end.\nRow 2: k1, p to last 2 sts, k2.', 2, 1, 'p p k p'],
    ['listed rows', 'Row 1 (RS): k2, p1.\nRows 2, 4 and 6: p3.\nRow 3: p3.\nRow 5: k1, p2.', 6, 1, 'k k k'],
    ['a range of rows', 'Rows 1-3: k3.\nRow 4: p1, k2.', 3, 1, 'k k k'],
    [
      'as presented',
      'Row 1 (RS): k1, p2, 2/2 RC.\nRow 2 and all WS rows: knit the knits and purl the purls.\nRow 3: p7.',
      4,
      1,
      'p p p p p p p',
    ],
    [
      'as presented over a purled under group',
      'Row 1 (RS): k1, 2/1 LPC.\nRow 2: k the knits, p the purls.',
      2,
      1,
      'k p k k',
    ],
    [
      'slip the purls wyif',
      'Row 1 (RS): p1, k2.\nRow 2 and all WS rows: knit the knits and slip the purls wyif.',
      2,
      1,
      'p s s',
    ],
    [
      'repeated rows',
      'Row 1 (RS): k1, p2.\nRow 2: p3.\nRow 3: p1, k2.\nRow 4: k3.\nRows 5-8: rep rows 1-4.',
      7,
      1,
      'p k k',
    ],
    [
      '"as row 1" repeats the words, so faces flip on the other side',
      'Row 1 (RS): k1, p2.\nRow 2: as row 1.',
      2,
      1,
      'k k p',
    ],
    ['row 1 on the wrong side', 'Row 1 (WS): k1, p2.\nRow 2 (RS): k1, p2.', 1, 1, 'k k p'],
    [
      'set-up rows stand outside the repeat',
      'Set-up row (WS): k1, p2.\nRow 1 (RS): 2/1 RC.',
      1,
      1,
      'xright:knit.knit/knit',
    ],
    ['through the back loop', 'Row 1: k1 tbl, p2, k1tbl.', 1, 1, 't p p t'],
    [
      'both families',
      'Row 1 (RS): C4F, T3B, 2/2 LC, 2/1 RPC.',
      1,
      1,
      'xleft:knit.knit/knit.knit xright:knit.knit/purl xleft:knit.knit/knit.knit xright:knit.knit/purl',
    ],
    [
      'a stated multiple',
      'Multiple of 4 sts plus 2.\nRow 1: k2, *p2, k2; rep from * to end.',
      1,
      1,
      'k k p p k k',
    ],
    [
      'a small repeat inside a larger one',
      'Row 1 (RS): *k4, p4; rep from * to end.\nRow 2: *k1, p1; rep from * to end.',
      2,
      1,
      'k p k p k p k p',
    ],
    ['any dash, CRLF and odd spaces', 'Row\u00a01\u202f(RS): k2, p1.\r\nRows 2\u20133: k3.', 1, 1, 'k k p'],
    ['wrapped lines', 'Row 1 (RS): k2,\n  p1, k1.\n\nA remark of no weight.', 1, 1, 'k k p k'],
  ])('%s', (_, text, row, repeats, expected) => expect(picture(text, row, repeats)).toBe(expected));
});

describe('a crossing on a WS row (common practice, no published source)', () => {
  const on = (words: string) => picture(`Row 1 (WS): ${words}.\nRow 2 (RS): k4.`, 1);
  it('C4B is 2 over 2 leaning right, all purl bumps', () =>
    expect(on('C4B')).toBe('xright:purl.purl/purl.purl'));
  it('T4B is 2 over 2 leaning right with its under group purled, as on the RS', () =>
    expect(on('T4B')).toBe('xright:knit.knit/purl.purl'));
  it('2/1 right is 1 over 2, right', () =>
    expect(picture('Row 1 (WS): 2/1 RC.\nRow 2: k3.', 1)).toBe('xright:purl/purl.purl'));
});

describe('the legend', () => {
  const rows = 'Row 1 (RS): p1, C4B, p1.';
  it('overrides a usual name', () =>
    expect(
      picture(
        `C4B = slip next 2 sts to cable needle and hold in front, k2, then k2 from cable needle.\n${rows}`,
        1,
      ),
    ).toContain('xleft'));
  it('may stand below the rows and use names of two words', () =>
    expect(
      picture(
        'Row 1: Eel left, k1.\n\nEel left = sl next st to cn and hold in front, k1, p1, then k1 from cn',
        1,
      ),
    ).toBe('xleft:knit/knit.purl k'));
  it('takes ribbed groups and a centre', () =>
    expect(
      picture(
        'Row 1: Big.\n\nBig = slip next 2 sts to cable needle and hold at back, slip next 1 st to second cable needle and hold behind all, k1, p1, then p1 from second cable needle, then k2 from cable needle.',
        1,
      ),
    ).toBe('xright:knit.purl/knit.knit|below:purl'));
  it('may simply give another name', () =>
    expect(picture('Row 1: Twine.\nTwine = 3/3 LC', 1)).toBe('xleft:knit.knit.knit/knit.knit.knit'));
});

describe('the lattice of the round: the last crossing lies over the join', () => {
  const text =
    'Rnd 1: starting 0 sts after the marker, *p2, 2/2 RC; rep from * to end.\nRnd 2: starting 2 sts after the marker, *k2, 2/2 RPC; rep from * to end.';
  it('is read as a ring', () => expect(chartOf(text).rows[1]).toMatchObject({ kind: 'ring', phase: 2 }));
});

describe('what cannot be read is named with its place', () => {
  it.each([
    ['nothing at all', '', ['no-rows 1:1']],
    ['a letter to a friend', 'Dear friend,\nthe ferry is late again.', ['no-rows 1:1']],
    ['an unknown word', 'Row 1 (RS): p2, grumble, p2.', ['unknown-word 1:17']],
    ['a bare C5B', 'Row 1 (RS): p2, C5B, p2.', ['ambiguous-name 1:17']],
    ['an unclosed bracket', 'Row 1: k2, [p1, k1.', ['unclosed 1:12']],
    ['an unopened one', 'Row 1: k2], p1.', ['unopened 1:10']],
    ['a bracket without a count', 'Row 1: [k2, p1], k1.', ['missing-times 1:8']],
    ['a repeat without a star', 'Row 1: k2, p1; rep from * to end.', ['repeat-without-star 1:16']],
    [
      'rows that do not add up',
      'Row 1 (RS): *k4, p2; rep from * to end.\nRow 2: *k2, p3; rep from * to last 3 sts, k3.',
      ['counts-differ 2:1'],
    ],
    [
      'a crossing that runs past the row',
      'Row 1 (RS): p2, k4, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k3, 2/2 RC.',
      ['crossing-past-end 3:1'],
    ],
    ['a row too few', 'Row 1: k2.\nRow 3: k2.', ['row-missing 2:1']],
    ['a row twice', 'Row 1: k2.\nRow 1: p2.', ['row-twice 2:1']],
    ['sides that contradict', 'Row 1 (RS): k2.\nRow 3 (WS): k2.\nRow 2: k2.', ['side-contradicts 2:1']],
    ['rows and rounds mixed', 'Rnd 1: k2.\nRow 2: k2.', ['rows-and-rounds 2:1']],
    [
      'to last n sts that is not so',
      'Row 1: *k2, p2; rep from * to last 3 sts, k2.',
      ['to-last-differs 1:8'],
    ],
    ['an unclear count of repeats', 'Row 1: *k2, p2; rep from * 3 times.', ['repeat-count-unclear 1:8']],
    [
      'a legend entry that says nothing',
      'Row 1: Zig.\n\nZig = wiggle it',
      ['legend-not-understood 3:1'],
    ],
    [
      'rows that copy each other',
      'Row 1: as row 2.\nRow 2: as row 1.',
      ['copies-itself 2:8'],
    ],
    ['a stitch count beyond reason', 'Row 1: k99999.', ['count-out-of-range 1:8']],
    ['nothing to be presented', 'Row 1: knit the knits and purl the purls.', ['nothing-below 1:1']],
    [
      'row 1 that presents itself in two ways',
      'Set-up row (WS): k2.\nRow 1 (RS): knit the knits and purl the purls.\nRow 2: p2.',
      ['presents-two-ways 2:1'],
    ],
    ['stitches outside any row', 'k2, p2 all along\n\nRow 1: k2.', ['stray-line 1:1']],
    ['a remark after the row', 'Row 1: *p2, k2; rep from * to end. and on', ['unknown-word 1:40']],
    ['a count behind plain stitches, which may be meant for more', 'Row 1: k2, p2 3 times.', ['unknown-word 1:15']],
    ['an order for every row', 'Row 1: k2.\n\nSides: knit 2 at each end of every row', ['stray-line 3:1']],
    ['a definition that goes on with stitches', 'X = sl 2 sts to cn, hold in back, k2, k2 from cn. K1.\nRow 1: X.', ['legend-not-understood 1:1']],
    ['a crossing over other stitches than it says', 'Row 1: C4B over next 6 sts.', ['over-differs 1:8']],
    ['names that differ in capitals only', 'CR = 2/2 RC\nCr = 2/2 LC\nRow 1: cR.', ['name-clash 3:8']],
    ['a spelled crossing cut short', 'Row 1: sl 2 to cn and hold in back, k2.', ['crossing-not-understood 1:8']],
    ['a basic word explained as another', 'p = knit\nRow 1: p2.', ['legend-not-understood 1:1']],
    ['rows beyond the repeat', 'Row 1: k2.\nRow 2: p2.\nRow 3: k2.\nRep rows 1-2.', ['repeats-other-rows 4:1']],
    ['rounds called rows', 'Worked in the round.\nRow 1: k2.', ['flat-or-round 2:1']],
    ['sizes, none chosen', 'Row 1: k4 (6, 8), p2.', ['choose-size 1:9']],
    ['sizes that differ', 'Row 1: k4 (6, 8), p2 (3, 4, 5).', ['sizes-differ 1:20']],
    ['a character that is none', 'Row 1: k2\u0000.', ['odd-character 1:10']],
    ['charts worked inside rows', 'Row 1: k3, work row 1 of Rope over next 8 sts.', ['panels-in-rows 1:12']],
    ['a bare T2B, Cr3R, RC, C6 and M1', 'Row 1: T2B, Cr3R, RC, C6, M1.', ['ambiguous-name 1:8', 'ambiguous-name 1:13', 'ambiguous-name 1:19', 'ambiguous-name 1:23', 'ambiguous-name 1:27']],
    ['a centre held beside the group', 'Row 1: sl 2 to cn and hold in back, sl 1 to second cn and hold in back, k2, p1 from second cn, k2 from cn.', ['ambiguous-name 1:8']],
    ['a number without stitch', 'Row 1: 3, p2.', ['unknown-word 1:8']],
    ['markup', '<b>Row 1:</b> k2', ['markup 1:1']],
  ])('%s', (_, text, expected) => expect(codes(text)).toEqual(expected)); // prettier-ignore

  it('brackets nested a thousand deep and a huge text are refused at once', () => {
    expect(codes(`Row 1: ${'['.repeat(1000)}k1${']'.repeat(1000)}`)[0]).toMatch(/^too-deep/);
    expect(codes('k'.repeat(MOST_CHARACTERS + 1))).toEqual(['text-too-long 1:1']);
    expect(codes('Row 1: [[[k1] 1000 times] 1000 times] 1000 times.')[0]).toMatch(/^count-out-of-range/);
  });

  it('every row that differs from most of the others is named, beside words that are not understood', () => {
    expect(
      codes(
        'Row 1 (RS): p2, k4, p3.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p5, k2.\nRow 5: p2, zap.\nRow 6: k8.',
      ),
    ).toEqual(['counts-differ 1:1', 'counts-differ 4:1', 'unknown-word 5:12']);
    expect(
      codes(
        'Row 1: *k4, p2; rep from * to end.\nRow 2: *k2, p4; rep from * to end.\nRow 3: *k4, p3; rep from * to end.',
      ),
    ).toEqual(['counts-differ 3:1']);
  });

  it('all problems are reported, not only the first', () =>
    expect(codes('Row 1: zip, k2.\nRow 2: zap, k2, [p1.')).toEqual([
      'unknown-word 1:8',
      'unknown-word 2:8',
      'unclosed 2:17',
    ]));
});

describe('what a text says of itself', () => {
  const doubts = (text: string) => {
    const read = readRows(text, 'test');
    return read.ok ? read.value.doubts.map(({ code, at }) => `${code} ${at.line}:${at.column}`) : read.error;
  };
  it.each([
    ['a false count', 'Row 1: *k2, p2; rep from * to end. (26 sts)', ['stated-count-wrong 1:36']],
    ['counts for different numbers of repeats', 'Row 1: *k2, p2; rep from * to end. (8 sts)\nRow 2: *k2, p2; rep from * to end. (12 sts)', ['stated-count-wrong 2:36']],
    ['a false multiple', 'Multiple of 6 sts.\nRow 1: *k2, p2; rep from * to end.', ['stated-multiple-wrong 1:1']],
    ['balance stitches stated with a whole repeat', 'Multiple of 4 sts plus 6.\nRow 1: k2, *p2, k2; rep from * to end.', []],
    ['a row that lost its star, in a text that repeats', 'Multiple of 4 sts plus 2.\nRow 1: k2, *p2, k2; rep from * to end.\nRow 2: p2, k2, p2.', ['stated-multiple-wrong 1:1']],
    ['a false width and a false number of rows', 'Panel of 9 sts, 4-row repeat\nRow 1: k8.\nRow 2: p8.', ['stated-width-wrong 1:1', 'stated-rows-wrong 1:17']],
    ['an odd number of rows in turned work', 'Row 1: k8.\nRow 2: p8.\nRow 3: C8B.', ['odd-rows 3:1']],
    ['a stitch that is said twice where the other rows show another', 'Row 1 (RS): k2, p4.\nRow 2: k4, p2.\nRow 3: p2, p4.\nRow 4: k4, p2.', ['said-twice 3:8']],
    ['a marker between the two', 'Row 1 (RS): k2, p4.\nRow 2: k4, p2.\nRow 3: p2, pm, p4.\nRow 4: k4, p2.', []],
    ['an entry that no row uses', 'Reed = 2/2 RC\nRow 1: k8.', ['legend-unused 1:1']],
    ['nothing false', 'Multiple of 4 sts + 2\n2-row repeat\nRow 1: k2, *p2, k2; rep from * to end. (14 sts)\nRow 2: *p2, k2; rep from * to last 2 sts, p2. (14 sts)', []],
  ])('%s', (_, text, expected) => expect(doubts(text)).toEqual(expected)); // prettier-ignore
});

describe('long lists of rows in one label', () => {
  const even = (count: number) => Array.from({ length: count }, (_, i) => (i + 1) * 2);
  const text = (count: number) =>
    `${even(count)
      .map((n) => `Row ${n - 1}: ${n === 2 ? 'C4B' : 'k4'}.`)
      .join('\n')}\nRows ${even(count).join(', ')}: p4.`;
  it.each([20, 26, 27, 28, 29, 30, 31, 60, 120])('%i rows are all of them', (count) =>
    expect(chartOf(text(count)).rows).toHaveLength(count * 2),
  );
  it('a list that has no end is refused, not cut short', () =>
    expect(codes(text(300))).toContain('header-not-understood 301:1'));
});

describe('true texts raise no doubt', () => {
  it.each([
    [
      'a lattice with half a strand at either edge',
      `Multiple of 8 sts.
Row 1 (RS): *p2, 2/2 RC, p2; rep from * to end.
Row 2 and all WS rows: knit the knits and purl the purls.
Row 3: *2/2 RPC, 2/2 LPC; rep from * to end.
Row 5: k2, *p4, 2/2 LC; rep from * to last 6 sts, p4, k2.
Row 7: *2/2 LPC, 2/2 RPC; rep from * to end.`,
    ],
    [
      'a lattice shifted by half a repeat',
      `Row 1 (RS): *p2, 2/2 RC; rep from * to end.
Row 2: knit the knits and purl the purls.
Row 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.
Row 4: knit the knits and purl the purls.`,
    ],
    [
      'every second rope of a row',
      `Row 1 (RS): *k4, p2; rep from * to end.
Row 2 and all WS rows: *k2, p4; rep from * to end.
Row 3: *C4B, p2, k4, p2; rep from * to end.
Row 5: *k4, p2; rep from * to end.
Row 7: *k4, p2, C4B, p2; rep from * to end.`,
    ],
    [
      'edge stitches said apart',
      'Row 1 (RS): k1, k4, p2, k1.\nRow 2: k1, k2, p4, k1.\nRow 3: k1, C4B, p2, k1.\nRow 4: k1, k2, p4, k1.',
    ],
  ])('%s', (_, text) => {
    const read = readRows(text, 'x');
    expect(read.ok ? judge(text, read.value).map(({ key }) => key) : read.error).toEqual([]);
  });
});

describe('what was passed over is listed', () => {
  it('remarks, and entries that say nothing of a name that no row uses', () => {
    const text = 'Otter run\nMB: (k1, p1) 3 times in next st, turn\nRow 1: k2.\nFor a warm evening.';
    const read = readRows(text, 'test');
    expect(read.ok && read.value.remarks.map(({ from, length }) => text.slice(from, from + length))).toEqual([
      'Otter run',
      'MB: (k1, p1) 3 times in next st, turn',
      'For a warm evening.',
    ]);
  });
});

describe('every cell knows its words', () => {
  it('whatever the side, and however often the words are used', () => {
    const text = 'Row 1 (RS): k1, [p1, 1/2 LC] twice.\nRow 2: p3, k1, p3, k1, p1.';
    const read = readRows(text, 'test');
    if (!read.ok) throw new Error('unread');
    const said = read.value.words.map(({ repeat }) => repeat.map(({ from, length }) => text.slice(from, from + length)).join(' ')); // prettier-ignore
    expect(said).toEqual(['k1 p1 1/2 LC p1 1/2 LC', 'p1 k1 p3 p3 p3 k1 p3 p3 p3']);
  });
});

describe('any text at all', () => {
  const words = [
    'Row 1 (RS): ', 'Row 2: ', 'Rows 3-4: ', 'Row 2 and all WS rows: ', 'Rnd 1: ', 'Set-up row: ', '\n', 'k2', 'p2', ', ', '.',
    '*', '; rep from * to end', '[', ']', ' 3 times', '(', ')', ' x 2', '2/2 RC', '1/2 LPC', 'C4B', 'C5B', 'k', 'p0', 'p999',
    'knit the knits and purl the purls', 'slip the purls wyif', 'k to last 2 sts', 'sl 1 wyif', 'kfb', 'k2tog', 'yo', 'no stitch',
    'as row 1', 'rep rows 1-2', ' (8 sts)', 'Multiple of 4 sts plus 2\n', 'X = 2/2 RC\n', 'X', 'starting 1 sts after marker, ', 'soup',
    'Rep rows 1-2 twice', 'Rep last 2 rows', 'garter st', ' over 4 sts', 'in pattern', ' to end', ' all the way around', 'LT', 'kint 2', 'Rwo 3: ',
    'Notes: ', 'SL2B = sl 2 to cn and hold in back\n', 'SL2B, k2, k2 from cn', 'Heading\n', '1: ', '2. ', 'Row 1: ',
  ]; // prettier-ignore
  const texts = fc.oneof(
    fc.string(),
    fc.array(fc.constantFrom(...words), { maxLength: 20 }).map((list) => list.join('')),
    fc.array(fc.constantFrom(...words), { maxLength: 20 }).map((list) => `Row 1 (RS): ${list.join('')}`),
  );
  it(
    'is read or refused, never thrown at, and every problem points into the text',
    () =>
      fc.assert(
        fc.property(texts, (text) => {
          const read = readRows(text, 'x');
          const lines = text.split('\n');
          for (const problem of read.ok ? [] : read.error) {
            const { at } = problem;
            for (const mend of mendsOf(text, problem)) expect(mended(text, mend)).not.toBe(text);
            expect(at.line).toBeLessThanOrEqual(Math.max(1, lines.length));
            expect(at.column).toBeLessThanOrEqual((lines[at.line - 1] ?? '').length + 1);
          }
          if (read.ok) expect(checkChart(read.value.chart).ok).toBe(true);
        }),
        { numRuns: runs(1000, 30_000) },
      ),
    30_000,
  );
});
