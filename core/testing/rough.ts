/** Rough texts beside grids (see grid.ts): spoken, abbreviated, half punctuated, as they are handed from knitter to knitter. */
import type { Choices } from '../notation/choices';
import type { Side } from '../stitch/types';

export type Rough = {
  readonly what: string;
  readonly text: string;
  /** Rows from the top down, cells from left to right. */
  readonly grid: string;
  readonly side?: Side;
  readonly setUps?: number;
  readonly choices?: Partial<Choices>;
};

const rough = (what: string, text: string, grid: string, more: Partial<Rough> = {}): Rough => ({
  what,
  text,
  grid,
  ...more,
});

/** p1, a rope of four and p2, crossed to the right in row 3. */
const ROPE = `p p k k k k p
  p p R2/2 p
  p p k k k k p
  p p k k k k p`;
/** The same, all four rows written out after a way of labelling them. */
const labelled = (one: string, two: string, three: string, four: string) =>
  `${one} p1, k4, p2\n${two} k2, p4, k1\n${three} p1, C4B, p2\n${four} k2, p4, k1`;

export const ROUGH: readonly Rough[] = [
  rough(
    'labels with what kind of row it is',
    labelled('Row 1 (RS):', 'Row 2 (WS):', 'Row 3 (cable row):', 'Row 4 (rest row):'),
    ROPE,
  ),
  rough(
    'the side and a word beside it',
    labelled('Row 1 (RS, plain):', 'Row 2 (WS):', 'Row 3 (RS, cable):', 'Row 4:'),
    ROPE,
  ),
  rough('an equals sign behind the label', labelled('Row 1 =', 'Row 2 =', 'Row 3 =', 'Row 4 ='), ROPE),
  rough('Rw for row', labelled('Rw 1:', 'Rw 2:', 'Rw 3:', 'Rw 4:'), ROPE),
  rough('numbers alone', labelled('1:', '2:', '3:', '4:'), ROPE),
  rough(
    'numbers and full stops, the side behind',
    labelled('1. (RS)', '2. (WS)', '3. (RS)', '4. (WS)'),
    ROPE,
  ),
  rough('numbers and brackets', labelled('1)', '2)', '3)', '4)'), ROPE),
  rough('numbers in words', labelled('Row one:', 'Row two:', 'Row three:', 'Row four:'), ROPE),
  rough('numbers in words, no mark', labelled('Row one', 'Row two', 'Row three', 'Row four'), ROPE),
  rough('row number so and so', labelled('Row number 1:', 'Row number 2:', 'Row no. 3:', 'Row #4:'), ROPE),
  rough('bullets', labelled('- Row 1:', '* Row 2:', '\u2022 Row 3:', '- Row 4:'), ROPE),
  rough('a byte-order mark', `\ufeff${labelled('Row 1:', 'Row 2:', 'Row 3:', 'Row 4:')}`, ROPE),
  rough(
    'ordinals with their side in brackets',
    labelled('1st row (RS):', '2nd row (WS):', '3rd row (RS):', '4th row (WS):'),
    ROPE,
  ),
  rough(
    'a dash, and counts first',
    'Row 1 - 1p, 4k, 2p\nRow 2 - 2k, 4p, 1k\nRow 3 - 1p, C4B, 2p\nRow 4 - 2k, 4p, 1k',
    ROPE,
  ),
  rough(
    'two odd rows in one label',
    'Rows 1/5: p1, k4, p2\nRow 3: p1, C4B, p2\nRow 2: k2, p4, k1\nRows 4+6: k2, p4, k1',
    'p p k k k k p\np p k k k k p\np p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p',
  ),
  rough('any WS row under one label', 'Row 1: p1, k4, p2\nRow (WS): k2, p4, k1\nRow 3: p1, C4B, p2', ROPE),
  rough(
    'the label on a line of its own',
    'Row 1 (RS)\np1, k4, p2\nRow 2 (WS)\nk2, p4, k1\nRow 3 (RS)\np1, C4B, p2\nRow 4 (WS)\nk2, p4, k1',
    ROPE,
  ),
  rough(
    'copies without a colon',
    'Row 1: p1, k4, p2.\nRow 2: k2, p4, k1.\nRow 3: p1, C4B, p2.\nRow 4 same as row 2.\nRow 5 work as row 1.\nRow 6 (WS) as row 2.',
    'p p k k k k p\np p k k k k p\np p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p',
  ),
  rough(
    'a starter row',
    'Starter row (WS): k2, p4, k1\nRow 1: p1, C4B, p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p',
    { setUps: 1 },
  ),
  rough(
    'row 1 says that it is the set-up',
    'Row 1 (WS) (set-up): k2, p4, k1\nRow 2 (RS): p1, C4B, p2\nRow 3: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p',
    { setUps: 1 },
  ),
  rough(
    'last rows once more',
    'Row 1: p1, k4, p2\nRow 2: k2, p4, k1\nRep last 2 rows once more.\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p',
  ),
  rough(
    'rows two more times, then on',
    'Row 1: p1, k4, p2\nRow 2: k2, p4, k1\nRepeat rows 1 and 2 two more times.\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p',
  ),
  rough(
    'a list that repeats two rows twice',
    'Row 1: p1, k4, p2\nRow 2: k2, p4, k1\nRows 3-6: rep rows 1 and 2 twice.\nRow 7: p1, C4B, p2\nRow 8: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p',
  ),
  rough(
    'rows that are counted on while they repeat',
    'Row 1: p1, k4, p2\nRow 2: k2, p4, k1\nRep rows 1 and 2 twice.\nRow 7: p1, C4B, p2\nRow 8: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p\np p k k k k p',
  ),
  rough(
    'rows that form the pattern',
    'Row 1: p1, k4, p2\nRow 2: k2, p4, k1\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1\nRows 3 and 4 form the pattern.',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p',
    { setUps: 2 },
  ),
  rough(
    'repeat from a row',
    'Row 1: p1, k4, p2\nRow 2: k2, p4, k1\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1\nRep from row 3.',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p k k k k p',
    { setUps: 2 },
  ),
  rough(
    'a whole pattern so many times',
    `${labelled('Row 1:', 'Row 2:', 'Row 3:', 'Row 4:')}\nRep rows 1-4 five times.`,
    ROPE,
  ),
  rough(
    'knit the knits and slip the purls, in brackets',
    'Row 1: p1, k4, p2\nRow 2: knit the knits and slip the purls (with the yarn in front)\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p s s s s p\np p k k k k p',
  ),
  rough(
    'k the k sts',
    'Row 1: p1, k4, p2\nRow 2: K the k sts and p the p sts\nRow 3: p1, C4B, p2\nRow 4: as row 2',
    ROPE,
  ),
  rough(
    'as they appear',
    'Row 1: p1, k4, p2\nRow 2: work all sts as they appear\nRow 3: p1, C4B, p2\nRow 4: work sts as they face you',
    ROPE,
  ),
  rough('as they present', 'Row 1: p1, k4, p2\nRows 2 and 4: as they present\nRow 3: p1, C4B, p2', ROPE),
  rough(
    'as established, in pattern',
    'Row 1: p1, k4, p2\nRow 2: work as established\nRow 3: p1, C4B, p2\nRow 4: in pattern',
    ROPE,
  ),
  rough(
    'stockinette by rows',
    'Rows 1 and 2: stockinette\nRow 3: k2, C4B, k2\nRow 4: St st',
    'k k k k k k k k\nk k R2/2 k k\nk k k k k k k k\nk k k k k k k k',
  ),
  rough(
    'garter stitch by rows',
    'Row 1: k2, C4B, k2\nRow 2: purl\nRows 3-4: garter stitch',
    'p p p p p p p p\nk k k k k k k k\nk k k k k k k k\nk k R2/2 k k',
  ),
  rough(
    'textures over so many stitches',
    'Row 1: work 2 sts in garter st, k4, 2 sts in garter stitch\nRow 2: garter st over 2 sts, p4, garter st over 2 sts\nRow 3: k2, C4B, k2\nRow 4: k2, p4, k2',
    'p p k k k k p p\nk k R2/2 k k\np p k k k k p p\nk k k k k k k k',
  ),
  rough(
    'reverse stockinette beside a rope',
    'Row 1: 3 sts in reverse stockinette, k4, rev St st over 3 sts\nRow 2: 3 sts in rev st st, p4, 3 sts in reverse stockinette\nRow 3: p3, C4F, p3\nRow 4: k3, p4, k3',
    'p p p k k k k p p p\np p p L2/2 p p p\np p p k k k k p p p\np p p k k k k p p p',
  ),
  rough(
    'ribs by rows',
    'Rnds 1-2: k2, p2 rib\nRnd 3: RT, p2\nRnd 4: k2, p2',
    'p p k k\np p R1/1\np p k k\np p k k',
  ),
  rough(
    'stars with nothing behind',
    'Row 1: *k4, p2*\nRow 2: *k2, p4*\nRow 3: *C4B, p2*\nRow 4: *k2, p4*',
    '[ p p k k k k ]\n[ p p R2/2 ]\n[ p p k k k k ]\n[ p p k k k k ]',
  ),
  rough(
    'all the way around',
    'Rnd 1: p2, k4 all the way around\nRnd 2: p2, C4B all the way around',
    '[ R2/2 p p ]\n[ k k k k p p ]',
  ),
  rough('crossings to the end', 'Row 1: C4B, C4F to end\nRow 2: purl', '[ k k k k k k k k ]\n[ L2/2 R2/2 ]'),
  rough(
    'repeat these stitches',
    'Row 1: k4, p2, repeat these 6 stitches to end\nRow 2: k2, p4, repeat these 6 stitches\nRow 3: C4B, p2, rep these 6 sts\nRow 4: k2, p4, rep these 6 sts',
    '[ p p k k k k ]\n[ p p R2/2 ]\n[ p p k k k k ]\n[ p p k k k k ]',
  ),
  rough(
    'single stitches by their letter',
    'Row 1: p, k4, p, p\nRow 2: k, k, p4, k1\nRow 3: p, C4B, p2\nRow 4: k2, p4, k1',
    ROPE,
  ),
  rough(
    'purl as an item',
    'Row 1: purl, k4, purl 2\nRow 2: k2, p4, k1\nRow 3: purl, C4B, p2\nRow 4: k2, p4, k1',
    ROPE,
  ),
  rough(
    'a slip knitwise at the edge',
    'Row 1: sl 1 knitwise, k4, p1\nRow 2: k1, p5\nRow 3: sl 1 knitwise, C4B, p1\nRow 4: k1, p5',
    'p k k k k k\np R2/2 s\np k k k k k\np k k k k s',
  ),
  rough(
    'sl2 without a blank',
    'Row 1: p1, sl2 to cn and hold in back, k2, k2 from cn, p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p R2/2 p',
  ),
  rough(
    'the first half under a name',
    'SL2B = slip 2 sts to cn and hold in back\nRow 1: p1, SL2B, k2, k2 from cn, p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p R2/2 p',
  ),
  rough(
    'square brackets round a crossing',
    'Row 1: p1, [sl 2 to cn, hold in back, k2, k2 from cn], p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p R2/2 p',
  ),
  rough(
    'brackets inside a crossing',
    'Row 1: p1, sl 2 to cn and hold in front, [k1, p1], [k2] from cn, p2\nRow 2: k2, p2, k1, p1, k1',
    'p p k k p k p\np p L:kk/pk p',
  ),
  rough(
    'an entry behind Notes',
    'Notes: Reed = sl 2 to cn, hold in front, k2, k2 from cn.\nRow 1: p1, Reed, p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p L2/2 p',
  ),
  rough(
    'an entry by means of means',
    'Loop means: sl 2 to cn, hold in front, k2, k2 from cn.\nRow 1: p1, Loop, p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p L2/2 p',
  ),
  rough(
    'a remark behind a name',
    'Row 1: p1, C4F (cross over the middle), p2\nRow 2: k2, p4, k1',
    'p p k k k k p\np p L2/2 p',
  ),
  rough(
    'three over three front',
    'Row 1: p1, 3 over 3 front cross, p2\nRow 2: k2, p6, k1',
    'p p k k k k k k p\np p L3/3 p',
  ),
  rough(
    'a left twist from behind through the front loop',
    'Eel: knit the second stitch from behind, through the front loop, then knit the first stitch, slip both off\nRow 1: p1, Eel, p2\nRow 2: k2, p2, k1',
    'p p k k p\np p L1/1 p',
  ),
  rough(
    'make one right and make 1 left',
    'Row 1: p2, make one right, k2tog, p1\nRow 2: k1, p2, k2\nRow 3: p2, ssk, make 1 left, p1\nRow 4: k1, p2, k2',
    'p k k p p\np ml ssk p p\np k k p p\np k2tog mr p p',
  ),
  rough(
    'a crossing explained in brackets',
    'Row 1: p1, C4B (sl 2 to cn, hold in back, k2, k2 from cn), p2\nRow 2: k2, p4, k1\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1',
    'p p k k k k p\np p R2/2 p\np p k k k k p\np p R2/2 p',
  ),
  rough(
    'a name of its own explained in brackets once',
    'Row 1: p1, Otter (sl 2 to cn, hold in front, k2, k2 from cn), p2\nRow 2: k2, p4, k1\nRow 3: p1, k4, p2\nRow 4: k2, p4, k1\nRow 5: p1, Otter, p2\nRow 6: k2, p4, k1',
    'p p k k k k p\np p L2/2 p\np p k k k k p\np p k k k k p\np p k k k k p\np p L2/2 p',
  ),
  rough(
    'spoken rows',
    'Row one, purl one, knit four, purl two.\nRow two, knit two, purl four, knit one.\nRow three, purl one, cable four back, purl two.\nRow four, knit two, purl four and knit one.',
    ROPE,
  ),
  rough(
    'spoken, then and last',
    'Row 1: purl 1, then knit the next 4 stitches, then purl the last 2 stitches\nRow 2: knit 2, purl the next 4 stitches, knit the last stitch\nRow 3: purl 1, cable 4 back, purl the last 2\nRow 4: knit 2, purl 4, knit 1',
    ROPE,
  ),
  rough('no commas at all', 'Row 1 p1 k4 p2\nRow 2 k2 p4 k1\nRow 3 p1 C4B p2\nRow 4 k2 p4 k1', ROPE),
  rough(
    'in one line, with semicolons',
    'Row 1: p1; k4; p2. Row 2: k2; p4; k1. Row 3: p1; C4B; p2. Row 4: k2; p4; k1.',
    ROPE,
  ),
  rough(
    'abbreviations with full stops',
    'Row 1: P.1, K.4, P.2.\nRow 2: K.2, P.4, K.1.\nRow 3: P.1, C.4.B., P.2.\nRow 4: K.2, P.4, K.1.',
    ROPE,
  ),
  rough(
    'capitals throughout',
    'ROW 1: PURL 1, KNIT 4, PURL 2.\nROW 2: KNIT 2, PURL 4, KNIT 1.\nROW 3: PURL 1, CABLE 4 BACK, PURL 2.\nROW 4: KNIT 2, PURL 4, KNIT 1.',
    ROPE,
  ),
  rough(
    'remarks between the rows',
    'This one is quick to work up.\nRow 1: p1, k4, p2\n(do not pull too tight here)\nRow 2: k2, p4, k1\nNow comes the crossing.\nRow 3: p1, C4B, p2\nRow 4: k2, p4, k1\nHave fun!',
    ROPE,
  ),
];
