/** Rows that do not come back to their first count, beside grids (see grid.ts) and the counts that they come to, by hand. */
import type { Side } from '../stitch/types';

export type WorkedOnce = {
  readonly what: string;
  readonly text: string;
  /** Rows from the top down, cells from left to right. */
  readonly grid: string;
  readonly side?: Side;
  /** Of the grid. */
  readonly repeats: number;
  /** Stitches to begin with and after each row. */
  readonly counts: readonly number[];
};

const k = (count: number) => Array.from({ length: count }, () => 'k').join(' ');

export const WORKED_ONCE: readonly WorkedOnce[] = [
  {
    what: 'a crown that states what each round comes to',
    text: `Cast on 64 sts.
Rnd 1: *k6, k2tog; rep from * to end (56 sts)
Rnd 2: knit.
Rnd 3: *C4B, k1, k2tog; rep from * to end (48 sts)
Rnd 4: knit.
Rnd 5: *k4, k2tog; rep from * to end (40 sts)
Rnd 6: *k3, k2tog; rep from * to end (32 sts)`,
    grid: `[ k2tog k k k ]
      [ k2tog k k k k ]
      [ k k k k k k ]
      [ k2tog k R2/2 ]
      [ k k k k k k k ]
      [ k2tog k k k k k k ]`,
    repeats: 8,
    counts: [64, 56, 56, 48, 48, 40, 32],
  },
  {
    what: 'a crown down to one stitch in four, which no repeat of the first round shows',
    text: `Cast on 64 sts.
Rnd 1: *k2, k2tog; rep from * to end (48 sts)
Rnd 2: *k1, k2tog; rep from * to end (32 sts)
Rnd 3: *k2tog; rep from * to end (16 sts)
Rnd 4: *k2tog; rep from * to end (8 sts)`,
    grid: `[ k2tog ]
      [ k2tog k2tog ]
      [ k2tog k k2tog k ]
      [ k2tog k k k2tog k k ]`,
    repeats: 8,
    counts: [64, 48, 32, 16, 8],
  },
  {
    what: 'purls that go first, said to be worked once',
    text: `Round 1: *k4, p2tog; rep from * to end.
Round 2: *2/2 RC, p1; rep from * to end.
Round 3: *k2tog, k2tog, p1; rep from * to end.
Work these rows once.`,
    grid: `[ p k2tog k2tog ]
      [ p R2/2 ]
      [ p2tog k k k k ]`,
    repeats: 10,
    counts: [60, 50, 50, 30],
  },
  {
    what: 'a flat top that slopes at both edges',
    text: `Cast on 14 sts.
Row 1 (RS): k1, ssk, k2, C4F, k2, k2tog, k1 (12 sts)
Row 2: purl.
Row 3: k1, ssk, k6, k2tog, k1 (10 sts)
Row 4: purl.
Row 5: k1, ssk, C4F, k2tog, k1 (8 sts)`,
    grid: `k k2tog L2/2 ssk k
      k k k k k k k k k k
      k k2tog k k k k k k ssk k
      k k k k k k k k k k k k
      k k2tog k k L2/2 k k ssk k`,
    repeats: 1,
    counts: [14, 12, 12, 10, 10, 8],
  },
  {
    what: 'gussets that end in a point, the fill in the middle',
    text: `Cast on 20 sts.
Row 1 (RS): k1, ssk, k to last 3 sts, k2tog, k1 (18 sts)
Row 2: purl.
Row 3: k1, ssk, k to last 3 sts, k2tog, k1 (16 sts)
Row 4: purl.`,
    grid: `${k(16)}
      k k2tog ${k(12)} ssk k
      ${k(18)}
      k k2tog ${k(14)} ssk k`,
    repeats: 1,
    counts: [20, 18, 18, 16, 16],
  },
];
