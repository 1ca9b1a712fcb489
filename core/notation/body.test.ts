/** The words of one row; how each phrase is meant: common practice, no published source. */
import { cellKey } from '../stitch/cells';
import { crossingOfWords } from '../stitch/working';
import { BodyReader } from './body';
import type { Item, Meaning } from './syntax';
import { Cursor } from './text';
import { PLAIN_CONTEXT } from './words';
import { table } from '../testing/table';

const SHORT: Readonly<Record<string, string>> = { knit: 'k', purl: 'p', knitTbl: 'kt', purlTbl: 'pt' };
const seen = (meaning: Meaning) =>
  cellKey(
    meaning.kind === 'picture'
      ? meaning.cell
      : crossingOfWords(meaning.words, { side: 'RS', direction: 'rightToLeft' }),
  );

/** An item in a word: k2, [k1 p1]x2, {k1 p1}>2 for a repeat to the last 2, {..}>? where the text does not say. */
function short(item: Item): string {
  const inside = (items: readonly Item[]) => items.map(short).join(' ');
  switch (item.kind) {
    case 'cell': {
      const key = cellKey(item.cell);
      return `${SHORT[key] ?? key}${item.count}`;
    }
    case 'slip':
      return `sl${item.count}${item.yarn === 'wrongSide' ? '' : item.yarn}`;
    case 'named':
      return seen(item.meaning);
    case 'texture':
      return `${item.period === 'garter' ? 'garter' : item.period.map((face) => SHORT[face]).join('')}x${item.count}`;
    case 'panel':
      return `${item.name}#${item.setUp === null ? '' : `s${item.setUp}`}${item.row ?? ''}/${item.over ?? ''}`;
    case 'group':
      return `[${inside(item.items)}]x${item.times.join('|')}`;
    case 'repeat':
      return `{${inside(item.items)}}>${item.toLast ?? '?'}`;
    case 'presented':
      return `${item.slipPurls ? 'slipping' : item.established ? 'established' : 'presented'}>${item.toLast ?? '?'}`;
  }
}

function read(words: string): string {
  const reader = new BodyReader(new Cursor(words), PLAIN_CONTEXT);
  const body = reader.read();
  if (reader.problems.length > 0) return reader.problems.map(({ code }) => `!${code}`).join(' ');
  if (body.kind === 'copy') return `copy ${body.first}-${body.last} x${body.times}`;
  const start = body.startAfter === null ? '' : `after ${body.startAfter}: `;
  const count = body.stated ? ` =${body.stated.count}` : '';
  return `${start}${body.items.map(short).join(' ')}${count}`;
}

const X2 = 'xright:knit.knit/knit.knit';

describe('stitches and gaps', () => {
  it.each([
    ['k2, p2', 'k2 p2'],
    ['k2; p2.', 'k2 p2'],
    ['k2 & p2', 'k2 p2'],
    ['k2, then p2', 'k2 p2'],
    ['k2 and p2', 'k2 p2'],
    ['k2, and then p2, next k1', 'k2 p2 k1'],
    ['k2. P2.', 'k2 p2'],
    ['k2 - p2', 'k2 p2'],
    ['k2p2', 'k2 p2'],
    ['C4B twice', `[${X2}]x2`],
    ['C4B x 3, p2', `[${X2}]x3 p2`],
    ['k2tog 3 times', '[dec:2:right:knit1]x3'],
    ['C4B over next 4 sts', X2],
    ['C4B, across the next 4', X2],
    ['C4B on 4 sts', X2],
    ['work a C4B', X2],
    ['make the C4B', X2],
    ['C4B (sl 2 to cn, hold in back, k2, k2 from cn), p1', `${X2} p1`],
    ['C4B [sl 2 to cn, hold in back, k2, k2 from cn.] p1', `${X2} p1`],
    ['sl 1 wyif, k2, slip 1 purlwise with yarn in back', 'sl1front k2 sl1back'],
    ['k1 (edge st), p2', 'k1 p2'],
    ['k1 (the left-hand border stitches), p2', 'k1 p2'],
    ['k1 (selvedge), p1 (first edge sts)', 'k1 p1'],
    ['k2, pm, p2, sm, k1', 'k2 p2 k1'],
    ['k2, place a marker, p2', 'k2 p2'],
    ['k2, slip the marker, p2, remove m', 'k2 p2'],
    ['k2 (slip marker) p2', 'k2 p2'],
    ['k2, p2. Turn.', 'k2 p2'],
    ['k2 (the pretty bit), p2', 'k2 p2'],
    ['cable four back', X2],
    ['k, p', 'k1 {p1}>0'],
    ['k, p2', 'k1 p2'],
  ])('%s', (words, items) => expect(read(words)).toBe(items));
});

describe('counts behind a row', () => {
  it.each(
    table(`
    k2, p2 (4 sts) → k2 p2 =4 | k2, p2 [4 sts remain] → k2 p2 =4 | k2, p2 (4) → k2 p2 =4
    k2, p2 (4 sts in all) → k2 p2 =4 | k2, p2 - 4 sts. → k2 p2 =4 | k2, p2: 4 sts → k2 p2 =4
    k2, p2 = 4 sts left → k2 p2 =4 | k2, p2- 4 sts on needles → k2 p2 =4 | k2, p2. 4 sts. → k2 p2 =4
    k2, p2.  4 stitches total. → k2 p2 =4 | k2, p2 (4 sts rem) → k2 p2 =4 | k2, p2. 4 sts remain → k2 p2 =4
    knit (56 sts) → {k1}>0 =56
  `),
  )('%s', (words, items) => expect(read(words)).toBe(items));
});

describe('repeats', () => {
  it.each([
    ['*k2, p2; rep from * to end', '{k2 p2}>0'],
    ['*k2, p2, repeat from * to last 2 sts, k2', '{k2 p2}>2 k2'],
    ['**k2, p2; rep from ** to end', '{k2 p2}>0'],
    ['*k2, p2* rep from * to * to end', '{k2 p2}>0'],
    ['*k2, p2*; repeat between first * and * twice', '[k2 p2]x2|3'],
    ['*k2, p2*; rep from the * 3 times in all', '[k2 p2]x3'],
    ['*k2, p2; rep from * 3 times', '[k2 p2]x3|4'],
    ['*k2, p2; rep from * twice altogether', '[k2 p2]x2'],
    ['*k2, p2; rep from * 2 more times', '[k2 p2]x3'],
    ['*k2, p2; rep from * once more', '[k2 p2]x2'],
    ['*k2, p2; rep from *, three times more', '[k2 p2]x4'],
    ['*k2, p2* 3 times', '[k2 p2]x3'],
    ['*k2, p2*', '{k2 p2}>?'],
    ['*k2, p2; rep from *', '{k2 p2}>?'],
    ['*k2, p2; rep', '{k2 p2}>?'],
    ['*k2, p2; rep from *, ending k2', '{k2 p2}>? k2'],
    ['*k2, p2; rep from *, end with k1', '{k2 p2}>? k1'],
    ['*k2, p2; rep from * to end, ending row k1', '{k2 p2}>0 k1'],
    ['*k2, p2; rep from * across', '{k2 p2}>0'],
    ['(k2, p2) to end', '{k2 p2}>0'],
    ['[k2, p2] 3 times', '[k2 p2]x3'],
    ['{k2, p2} x 2', '[k2 p2]x2'],
    ['(k2, p2) rep 3 times', '[k2 p2]x3|4'],
    ['(k2, p2) repeat to last 4 sts, k4', '{k2 p2}>4 k4'],
    ['[k1, (p1, k1) twice] 2 times', '[k1 [p1 k1]x2]x2'],
    ['(C4B)', X2],
    ['(C4B), p2', `${X2} p2`],
    ['k2, *p2, k2; rep from * 3 times, ending p1', 'k2 [p2 k2]x3|4 p1'],
    ['*k2, p2; rep from *s to end', '{k2 p2}>0'],
    ['k2, p2 all the way around', '{k2 p2}>0'],
    ['k2, p2, and repeat around', '{k2 p2}>0'],
    ['k2, p2 across the row (8 sts)', '{k2 p2}>0 =8'],
    ['k2, p2, keep repeating these 4 stitches', '{k2 p2}>?'],
    ['k1, k2, p2, repeat these 4 sts to last 2 sts, p2', 'k1 {k2 p2}>2 p2'],
    ['C4B, C4F to end', `{${X2} ${X2.replace('right', 'left')}}>0`],
    ['C4B, then C4F to last 2 sts, k2', `{${X2} ${X2.replace('right', 'left')}}>2 k2`],
    ['k2, *p2, k2; rep from * to last 4 sts; p2, k2', 'k2 {p2 k2}>4 p2 k2'],
    ['p1, *k2, p2* to marker, sm, p1', 'p1 {k2 p2}>? p1'],
  ])('%s', (words, items) => expect(read(words)).toBe(items));
});

describe('as they come', () => {
  it.each(
    table(`
    knit the knits and purl the purls → presented>0 | k the knits, p the purls to last 2 sts, k2 → presented>2 k2
    purl all the purls & knit the knits → presented>0 | knit the knit sts, and purl the purl sts. → presented>0
    work all the stitches as they present themselves → presented>0 | sts as they appear → presented>0
    each stitch the way it faces you → presented>0 | as presented → presented>0
    k2, work sts as they come to last 2 sts, k2 → k2 presented>2 k2
    knit the knits and slip the purls wyif → slipping>0 | slip the purls purlwise with yarn in front → slipping>0
    sl the purls (wyif), k the knits → slipping>0 | in pattern → established>0
    work even in the established pattern → established>0 | continue as set → established>0
    as established to last 3 sts, p3 → established>3 p3 | k2, in pattern, k2 → k2 established>? k2
    knit the knits and purl the purls (8 sts) → presented>0 =8
  `),
  )('%s', (words, items) => expect(read(words)).toBe(items));
});

describe('textures, panels, copies and rounds that start late', () => {
  it.each(
    table(`
    garter st over 4 sts, p2 → garterx4 p2 | k2, work in stockinette to end → k2 {kx1}>0
    garter to last 3 sts, k3 → {garterx1}>3 k3 | 2x2 rib → {kkppx4}>? | reverse st st over next 6 sts, k1 → px6 k1
    work row 3 of Rope over the next 8 sts, p2 → Rope#3/8 p2 | next row of the Eel panel → Eel#/
    k2, set-up row of Rope chart over 8 sts → k2 Rope#s1/8 | set-up round 2 of Rope → Rope#s2/
    work Rope, row 5 → Rope#5/ | work the Rope (round 12) over 8 sts, k2 → Rope#12/8 k2 | as row 3 → copy 3-3 x1
    same as rows 1 to 4 → copy 1-4 x1 | repeat rows 1-2 → copy 1-2 x1 | work as for the 3rd row → copy 3-3 x1
    rep rnd 2 three times → copy 2-2 x3 | as rows 1 and 2, twice → copy 1-2 x2 | like row 1. → copy 1-1 x1
    knit the same as row 5 once more → copy 5-5 x1
    starting 2 sts after the marker, *k2, p2; rep from * to end → after 2: {k2 p2}>0
    start 1 stitch after marker: *k4* → after 1: {k4}>?
  `),
  )('%s', (words, items) => expect(read(words)).toBe(items));
});

describe('what is not understood is told, and nothing is left out for it', () => {
  it.each(
    table(`
    k2, waves, p2 → !unknown-word | k2 (twice), waves → !unknown-word !missing-times !unknown-word
    as row 3, k2 → !unknown-word | [k2, p2 → !unclosed | k2), p2 → !unopened | *k2, p2 → !unclosed
    (k2, p2), k1 → !missing-times | *k2, p2; rep from *, last k2 → !missing-times !unknown-word
    k2, p2; 4 sts → !unknown-word | [*k1, p1; rep from *] twice → !two-repeats
    k2, rep from * to end → !repeat-without-star | k2, p2 to end → !repeat-from-where
    k1, p2, k2, repeat these 3 sts → !over-differs | C4B over next 6 sts → !over-differs
    k1001 → !count-out-of-range | k0, p2 → !count-out-of-range | C4B 1001 times → !count-out-of-range
    C100B → !count-out-of-range | k2, C5B → !ambiguous-name | sl 2 to cn, p2 → !crossing-not-understood
    sl 2 to cn, hold in back, k2, k3 from cn → !held-differs
  `),
  )('%j', (words, codes) => expect(read(words)).toBe(codes));
});
it('a row without a word is told', () => expect(read('')).toBe('!empty-row'));
