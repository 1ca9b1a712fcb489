/**
 * Texts typed by hand beside grids typed by hand, most of them lopsided, so that a row read backwards shows.
 * The texts are our own; how each phrase is meant: common practice, no published source.
 */
import { chartKey } from '../chart/chart';
import { gridChart } from '../testing/grid';
import { NO_CHOICES, type Choices } from './choices';
import { readRows } from './read';

type Case = readonly [
  what: string,
  text: string,
  grid: string,
  more?: { readonly side?: 'RS' | 'WS'; readonly setUps?: number; readonly choices?: Partial<Choices> },
];

const CASES: readonly Case[] = [
  [
    'a crossing spelled out in the row, with its commas',
    `Row 1 (RS): p1, slip next 2 sts to cable needle and hold in back, k2, then p1, k1 from cable needle, k3.
Row 2 (WS): p4, k1, p2, k1.`,
    `k k k k p k k p
     k k k R:kk/kp p`,
  ],
  [
    'three groups, a wrapped line and a dash for a colon',
    `Row 1 (RS) - k1, p2,
      k3, p1.
Row 2 - k1, p3, k2, p1.`,
    `p k k k p p k
     p k k k p p k`,
  ],
  [
    'ordinals, and every other row',
    `1st row (RS): k2, p1, [k1, p1] twice.
2nd and every other row: k1, (p1, k1) twice, p2.
3rd row: C2F, p1, [k1, p1] twice.`,
    `p k p k p k k
     p k p k p L1/1
     p k p k p k k
     p k p k p k k`,
  ],
  [
    'several rows in a line, words for counts',
    'Row 1: knit two, three purl stitches. Row 2: knit three, purl 2. Row 3: p1, knit four. Row 4: p4, k one.',
    `k k k k p
     k k k k p
     p p p k k
     p p p k k`,
  ],
  [
    'plain words for crossings',
    'Round 1: cable four back, p1, twist 3 front.\nRound 2: k4, p2, k2.',
    `k k p p k k k k
     L2/1p p R2/2`,
  ],
  [
    'the legend contradicts the usual meaning',
    `C4B = slip next st to cable needle and hold in front, k3, k1 from cable needle.
Row 1 (RS): C4B, p2.
Row 2: k2, p4.`,
    `p p k k k k
     p p L1/3`,
  ],
  [
    'names that begin one another and clash in case',
    `Cr: slip next st to cn and hold in back, k1, k1 from cn
CR: slip next st to cn and hold in front, k1, k1 from cn
CR left: slip next st to cn and hold in front, p1, k1 from cn

Row 1 (RS): Cr, CR, CR left, p2.
Row 2: k2, p6.`,
    `p p k k k k k k
     p p L1/1p L1/1 R1/1`,
  ],
  [
    'two entries in one line of the legend',
    `C4F (C4B) = Slip next 2 sts to cable needle and hold at front (back), k2, then k2 from cable needle.
Row 1 (RS): p1, C4F, C4B.
Row 2: p8, k1.`,
    `k k k k k k k k p
     R2/2 L2/2 p`,
  ],
  [
    'a remark that looks like an entry',
    `Note: the ferry rope looks best in smooth yarn.
Gauge: 20 sts = 10 cm
Row 1 (RS): k1, RT, p3.
Row 2: k3, p3.`,
    `p p p k k k
     p p p R1/1 k`,
  ],
  [
    'a centre on a second needle',
    `Sluice = slip next 2 sts to cn and hold in front, slip next st to second cn and hold in back, k2, p1 from second cn, k2 from first cn.
Row 1 (RS): p2, Sluice, k1.
Row 2: p3, k1, p2, k2.`,
    `k k k p k k p p
     k L:kk/kk+p@below p p`,
  ],
  [
    'a centre handed back to the left needle',
    `Row 1 (RS): k1, sl 3 sts to cn and hold in back, k2, sl last st from cn back to left needle and p1, then k2 from cn, p2.
Row 2: k2, p2, k1, p3.`,
    `p p k k p k k k
     p p R:kk/kk+p@between k`,
  ],
  [
    'ribbed and twisted groups',
    `Rib R: slip next 3 sts to cable needle and hold at back, k1 tbl, p1, k1 tbl, then p1, k1 tbl, p1 from cable needle.
Rnd 1: k1, Rib R, p2.
Rnd 2: k1, [k1 tbl, p1] x 3, p2.`,
    `p p p t p t p t k
     p p R:tpt/ptp k`,
  ],
  [
    'set-up rows before row 1, and Row 0',
    `Set-up row (WS): k2, p3, k1.
Row 1 (RS): p1, 2/1 LPC, p2.
Row 2: k2, p2, k2.
Row 3: p1, p1, k2, p2.
Row 4: k2, p2, k2.`,
    `p p k k p p
     p p k k p p
     p p k k p p
     p p L2/1p p
     p p k k k p`,
    { setUps: 1 },
  ],
  [
    'rows before "Rep rows 3-4" are worked once',
    `Row 1 (RS): k4, p1.
Row 2: k1, p4.
Row 3: 2/2 LC, p1.
Row 4: k1, p4.
Rep rows 3-4 for pattern.`,
    `p k k k k
     p L2/2
     p k k k k
     p k k k k`,
    { setUps: 2 },
  ],
  [
    'row 1 on the wrong side; a crossing on a WS row shows all bumps',
    `Row 1 (Wrong side): k1, C4B, p2.
Row 2 (Right side): k2, p4, p1.`,
    `p p p p p k k
     p R2/2b k k`,
    { side: 'WS' },
  ],
  [
    'the words of row 1 repeated on the other side',
    'Row 1 (RS): k2, p1, k3.\nRow 2: as row 1.',
    `p p k p p p
     k k k p k k`,
  ],
  [
    'rep from * 3 times, settled by the row that has no star',
    `Row 1 (RS): k1, *p2, k1; rep from * 3 times, p1.
Row 2: k1, p1, k2, p1, k2, p1, k2, p1, k2, p1.`,
    `p k p p k p p k p p k p p k
     p k p p k p p k p p k p p k`,
  ],
  [
    '2 more times, and ending',
    `Row 1 (RS): *k2, p1; rep from * 2 more times, k1.
Row 2: p1, *k1, p2; rep from *, ending k1, p2.`,
    `k p k k p k k p k k
     k p k k p k k p k k`,
  ],
  [
    'a star of eight with balance stitches, to the last ones',
    `Multiple of 5 sts plus 3.
Row 1 (RS): p1, *k3, p2; rep from * to last 2 sts, k2.
Row 2: p2, *k2, p3; rep from * to last st, k1.
Row 3: p1, *2/1 RC, p2; rep from * to last 2 sts, k2.
Row 4: p2, *k2, p3; rep from * until 1 st remains, k1.`,
    `k k [ p p k k k ] p
     k k [ p p R2/1 ] p
     k k [ p p k k k ] p
     k k [ p p k k k ] p`,
  ],
  [
    'a repeat that starts elsewhere in another row',
    `Row 1 (RS): *p2, 2/2 RC; rep from * to end.
Row 2: *p4, k2; rep from * to end.
Row 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.
Row 4: knit the knits and purl the purls.`,
    `k k k k [ p p k k k k ] -1 p p
     k k k k [ R2/2p k k ] -1 p p
     [ k k k k p p ]
     [ R2/2 p p ]`,
  ],
  [
    'garter ends written out, the middle as it comes',
    `Row 1 (RS): k2, p1, k3, p2, k2.
Row 2: k2, work sts as they present themselves to last 2 sts, k2.`,
    `p p p p k k k p p p
     k k p p k k k p k k`,
  ],
  [
    'sizes: the second',
    `Sizes: small (middle, large)
Row 1 (RS): k1 (2, 3), p3, C4F.
Row 2: p4, k3, p1 (2, 3).`,
    `k k k k p p p k k
     L2/2 p p p k k`,
    { choices: { size: 1 } },
  ],
  [
    '"Row" said of work in the round, as the knitter says',
    'Row 1: k1, p2, k3.\nRow 2: k2, p4.',
    `p p p p k k
     k k k p p k`,
    { choices: { round: true } },
  ],
  [
    'a bare C5B, picked',
    'Row 1 (RS): k1, C5B, p2.\nRow 2: k2, p6.',
    `p p k k k k k k
     p p R3/2 k`,
    { choices: { meanings: { C5B: { kind: 'crossing', lean: 'right', over: ['knit', 'knit', 'knit'], under: ['knit', 'knit'] } } } }, // prettier-ignore
  ],
  [
    'second stitch first',
    `RT: knit the second stitch in front of the first, then knit the first stitch, slip both off together
Eel: knit the 2nd st from behind, then purl the first st, drop both from needle
Row 1 (RS): RT, p1, Eel, k2.
Row 2: p3, k2, p2.`,
    `k k k p p k k
     k k L:p/k p R1/1`,
  ],
  [
    'increases and decreases',
    `k2tog: knit 2 stitches together
Row 1 (RS): k2tog, k1, yo, p3.
Row 2: k3, p3.`,
    `p p p k k k
     p p p yo k k2tog`,
  ],
  [
    'rows out of order, CRLF, odd blanks and dashes, listed rows',
    'Row 3 (RS): k1,\u00a0p3.\r\nRow\u20091 (RS): k3, p1.\r\nRows 2 and 4: p\u20094.\r\n',
    `k k k k
     p p p k
     k k k k
     p k k k`,
  ],
  [
    'slips, with and without a word about the yarn',
    'Row 1 (RS): sl 1 wyib, k2, p1.\nRow 2: k1, p2, slip 1 purlwise with yarn in front.',
    `p k k s
     p k k s`,
  ],
  [
    'no commas, and counts before stitches',
    'Rnd 1: k2 p2 3k 1p\nRnd 2: K2, P2, K3, P1 (8 sts)',
    `p k k k p p k k
     p k k k p p k k`,
  ],
  [
    'edge words in brackets, markers by name',
    'Row 1 (RS): k1 (edge st), pm, C4L, sm, p2, k1 (edge st).\nRow 2: p1, k2, p5.',
    `k p p k k k k k
     k p p L2/2 k`,
  ],
  [
    'a legend with either name, and a definition with a closing remark',
    `Reed cross (RX): Slip 2 sts to cable needle, hold in FRONT of work, knit 1, knit 2 from cable needle. Worked over three stitches.
Row 1 (RS): RX, p1, Reed cross, k2.
Row 2: p5, k1, p3.`,
    `k k k k k p k k k
     k k L2/1 p L2/1`,
  ],
  [
    '"row 1 and all odd rows" of four rows does not make a fifth',
    'Rnd 1 and every odd rnd: k4, p1\nRnd 2: C4F, p1\nRnd 4: k1, C2B, k1, p1',
    `p k R1/1 k
     p k k k k
     p L2/2
     p k k k k`,
  ],
  [
    'no mark between header and row, the side behind the colon, a remark without a full stop',
    'Row 1 (RS) K3, P1, K1\nWork evenly throughout\nRow 2: (WS) P1, K1, P3',
    `k p k k k
     k p k k k`,
  ],
  [
    '"knit the knit sts and purl the purl sts", "work", "over next 4 sts"',
    'Rnd 1: work C4B over next 4 sts, p2, k1-tbl\nRnd 2: knit the knit sts & purl the purl sts',
    `k p p k k k k
     t p p R2/2`,
  ],
  [
    'held aside in one phrase',
    'Rnd 1: p1, sl 2 to front on cn, k1, k2 from cn\nRnd 2: p1, k3',
    `k k k p
     L2/1 p`,
  ],
  [
    'the second stitch first, knitted from behind or after both together',
    `RT: K2tog but do not slip off needle, knit first st again, then slip both sts off needle.
LT: Knit into the back of 2nd st on left needle, then knit first st, slip both off needle.
Rnd 1: RT, p3, LT, k1
Rnd 2: k2, p3, k3`,
    `k k k p p p k k
     k L1/1 p p p R1/1`,
  ],
  [
    'across to the last stitches, and a repeat that just goes on',
    `Row 1 (RS): *k3, p2; rep from *, end k3.
Row 2: (p3, k2) across to last 3 sts, p3.`,
    `k k k [ p p k k k ]
     k k k [ p p k k k ]`,
  ],
  [
    'entries in the middle of a line, behind a row and behind another entry',
    `Row 1 (RS): p2, Reed, Sedge. Reed = slip next 2 sts to cn and hold in front, k1, k2 from cn. Sedge = slip next st to cn and hold in back, k1, p1 from cn.
Row 2: p1, k1, p3, k2.`,
    `k p k k k p p
     R1/1p L2/1 p p`,
  ],
  [
    'the same remark behind several names, and an entry given twice alike',
    `C4B (worked over 4 sts): sl 2 sts to cn and hold in back, k2, k2 from cn
C4F (worked over 4 sts): sl 2 sts to cn and hold in front, k2, k2 from cn
C2X (RS): sl next st to cn and hold in front, p1, k1 from cn
C4B: sl 2 sts to cn and hold in back, k2, k2 from cn
Row 1 (RS): C4B, p1, C4F, C2X.
Row 2: p1, k1, p4, k1, p4.`,
    `k p k k k k p k k k k
     L1/1p L2/2 p R2/2`,
  ],
  [
    'four times in all, three times and an ending, a turn',
    `Row 1 (RS): *k2, p1; rep from * 4 times in all, k1. Turn.
Row 2: p1, *k1, p2; rep from * 3 times, ending k1, p2.`,
    `k p k k p k k p k k p k k
     k p k k p k k p k k p k k`,
  ],
  [
    'markers, and a repeat to one',
    'Rnd 1: k2, pm, *k1, p1; rep from * to marker, sm, p1.\nRnd 2: k to marker, sm, k1',
    `k [ k k ] k k
     p [ p k ] k k`,
  ],
  [
    'nested brackets and three times',
    'Rnd 1: [k1, (p1, k2) twice, p1] three times, k1.\nRnd 2: k25.',
    `k k k k k k k k k k k k k k k k k k k k k k k k k
     k p k k p k k p k p k k p k k p k p k k p k k p k`,
  ],
];

it('are at least twenty-five', () => expect(CASES.length).toBeGreaterThanOrEqual(25));

it.each(CASES.map(([what, text, grid, more = {}]) => ({ what, text, grid, more })))(
  '$what',
  ({ text, grid, more }) => {
    const read = readRows(text, 'x', { choices: { ...NO_CHOICES, ...more.choices } });
    expect(read.ok ? chartKey(read.value.chart) : read.error).toEqual(
      chartKey(gridChart(grid, more.side, more.setUps)),
    );
  },
);
