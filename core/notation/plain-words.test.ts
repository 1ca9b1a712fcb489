/** Stitches in plain words; how each is meant: common practice, no published source. */
import { leftAfter, readCounted, readFill, readSingle, readSlip, TO } from './plain-words';
import { Cursor } from './text';
import { cellsOf, table } from '../testing/table';

/** What a reading makes of the beginning of some words, and what it leaves of them. */
function of<T>(words: string, reading: (cursor: Cursor) => T | null) {
  const cursor = new Cursor(words);
  const read = reading(cursor);
  return { read, rest: cursor.text.slice(cursor.at) };
}
const stitches = (stitch: string, count: number) => ({
  kind: 'cell',
  cell: { kind: 'stitch', stitch },
  count,
});

describe('counted stitches', () => {
  it.each(
    table(`
    k4 → knit → 4 | K 4 → knit → 4 | p12 → purl → 12 | knit four → knit → 4 | purl the next 3 → purl → 3
    knit next 2 stitches → knit → 2 | k. 3 → knit → 3 | purl first 2 sts → purl → 2 | knit 2 more sts → knit → 2
    knit each of the following 5 sts → knit → 5 | p the last 2 st → purl → 2 | 4k → knit → 4 | 3 purl → purl → 3
    two knits → knit → 2 | 3 purls → purl → 3 | 4 knit stitches → knit → 4 | 2p sts → purl → 2
    k2 tbl → knitTbl → 2 | k2tbl → knitTbl → 2 | p1-tbl → purlTbl → 1 | k 1 (tbl) → knitTbl → 1
    k3 through the back loops → knitTbl → 3 | p2 through back leg → purlTbl → 2
    knit 1 in the back loop → knitTbl → 1 | 2k tbl → knitTbl → 2 | ktbl → knitTbl → 1 | p-tbl → purlTbl → 1
    k tbl → knitTbl → 1 | knit the next st → knit → 1 | purl the following stitch → purl → 1
    k the last st tbl → knitTbl → 1
  `),
  )('%s', (words, stitch, count) =>
    expect(of(words, readCounted)).toEqual({ read: stitches(stitch, Number(count)), rest: '' }),
  );

  it.each([
    ['k2p2', 'p2'],
    ['k2, p2', ', p2'],
    ['knit 2.', '.'],
  ])('of %s the first alone is taken', (words, rest) => expect(of(words, readCounted).rest).toBe(rest));

  it.each(
    cellsOf(`
    k2tog | k2/2 | k | knit | k2x | p2tog | ktblx | 2kk | 2 knitted | kn4
  `),
  )('%s is none', (words) => expect(of(words, readCounted)).toEqual({ read: null, rest: words }));
});

describe('slips', () => {
  const slip = (count: number, yarn: string) => ({ kind: 'slip', count, yarn });
  it.each(
    table(`
    sl 1 → 1 → wrongSide | sl1 → 1 → wrongSide | slip 2 sts → 2 → wrongSide | slip next st → 1 → wrongSide
    slip the first two stitches purlwise → 2 → wrongSide | sl 1p → 1 → wrongSide | sl 1 k → 1 → wrongSide
    sl 1 pwise → 1 → wrongSide | sl 1 as if to purl → 1 → wrongSide | sl 1, knitwise → 1 → wrongSide
    sl → 1 → wrongSide | sl 1 wyif → 1 → front | sl 1 wyib → 1 → back | sl 2 wyab → 2 → back
    sl 1 (wyif) → 1 → front | sl 1 p-wise, wyif → 1 → front | slip 1 st with yarn in front → 1 → front
    slip 1 with the yarn at the back → 1 → back | slip 3 with yarn to the front of the work → 3 → front
    slip 1 purlwise with yarn in back of work → 1 → back
  `),
  )('%s', (words, count, yarn) =>
    expect(of(words, readSlip)).toEqual({ read: slip(Number(count), yarn), rest: '' }),
  );

  it.each(['slide 1', 'sl2tog', 'sk2p'])('%s is none', (words) =>
    expect(of(words, readSlip)).toEqual({ read: null, rest: words }),
  );
});

describe('how far a repeat goes', () => {
  it.each(
    table(`
    to end → 0 | to the end → 0 | to end of row → 0 | to the end of the rnd → 0 | across → 0 | around → 0
    until end → 0 | across the row → 0 | around the round → 0 | across all → 0 | repeat across → 0 | rep around → 0
    repeating to end → 0 | across row to end → 0 | to last 2 sts → 2 | to the last 3 → 3
    until last two stitches → 2 | to last st → 1 | to the last stitch → 1 | to 4 sts before end → 4
    to within 2 sts of the end → 2 | until 3 sts from end of row → 3 | to within last 2 sts of end → 2
    across to last 2 sts → 2 | across the row to last 3 sts → 3 | across in pattern to last st → 1
    until 1 st remains → 1 | until only 2 sts remain → 2 | until 3 sts are left → 3 | until 2 left → 2
    until 4 sts rem → 4 | to marker → null | until the next m → null | to the first marker → null
  `),
  )('%s', (words, left) => {
    const { read, rest } = of(words, (cursor) => cursor.take(TO));
    expect([read && String(leftAfter(read)), rest]).toEqual([left, '']);
  });

  it.each(
    cellsOf(`
    to endless | to last | to 4 sts | until 3 sts | to m1 | acrosst | to lasts 2 | until last stx
  `),
  )('%s is none', (words) =>
    expect(of(words, (cursor) => cursor.take(TO))).toEqual({ read: null, rest: words }),
  );
});

describe('one stitch over and over', () => {
  const fill = (stitch: string, toLast: number | null) => ({ cell: { kind: 'stitch', stitch }, toLast });
  it.each(
    table(`
    knit → knit → 0 | p → purl → 0 | purl. → purl → 0 | k to end → knit → 0 | purl all sts → purl → 0
    knit every stitch → knit → 0 | knit the rem sts → knit → 0 | k tbl to end → knitTbl → 0 | purl across → purl → 0
    p to last 3 sts → purl → 3 | knit to marker → knit → null | knit (56 sts) → knit → 0
    purl each st to end → purl → 0 | knit all the stitches → knit → 0 | k remaining → knit → 0
    knit sts to last st → knit → 1
  `),
  )('%s', (words, stitch, toLast) =>
    expect(of(words, readFill).read).toEqual(fill(stitch, toLast === 'null' ? null : Number(toLast))),
  );

  it.each(
    cellsOf(`
    knit, p2 | k2 | knitting | knit (twice) | purl and | p/k
  `),
  )('%s is no fill', (words) => expect(of(words, readFill)).toEqual({ read: null, rest: words }));
});

it.each([
  ['k, p2', 'knit', ', p2'],
  ['purl ; k', 'purl', ' ; k'],
  ['p)', 'purl', ')'],
  ['knit]', 'knit', ']'],
  ['k*', 'knit', '*'],
  ['p}', 'purl', '}'],
])('in %s a stitch without a number is one', (words, stitch, rest) =>
  expect(of(words, readSingle)).toEqual({ read: stitches(stitch, 1), rest }),
);
it.each(['k', 'knit p', 'kk, p', 'knits, p'])('%s begins with no single stitch', (words) =>
  expect(of(words, readSingle)).toEqual({ read: null, rest: words }),
);
