/**
 * The charts that ship with the app, as written rows in our own notation (flat, over/under names). Traditional
 * kinds of stitch pattern; stitch counts and row orders are our own. One entry a kind:
 * key, name as shown, kind, whether it serves as an edge, and the rows.
 */
import type { ShelfEntry } from './entry';
import { MORE_CHARTS } from './more';

const PRESENTED = 'knit the knits and purl the purls.';

const FIRST_CHARTS: readonly ShelfEntry[] = [
  {
    key: 'rope-4',
    name: 'Rope of 2 over 2',
    kind: 'rope',
    edge: false,
    rows: `Row 1 (RS): p2, k4, p2.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p2, 2/2 RC, p2.`,
  },
  {
    key: 'rope-6',
    name: 'Rope of 3 over 3',
    kind: 'rope',
    edge: false,
    rows: `Row 1 (RS): p2, k6, p2.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p2, 3/3 LC, p2.
Row 5: p2, k6, p2.`,
  },
  {
    key: 'rope-pair',
    name: 'Mirrored pair of ropes',
    kind: 'pair',
    edge: false,
    rows: `Row 1 (RS): p1, k4, p2, k4, p1.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p1, k4, p2, k4, p1.
Row 5: p1, 2/2 RC, p2, 2/2 LC, p1.`,
  },
  {
    key: 'braid-3',
    name: 'Three-strand braid',
    kind: 'braid',
    edge: false,
    rows: `Row 1 (RS): p2, k2, 2/2 RC, p2.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p2, k6, p2.
Row 5: p2, 2/2 LC, k2, p2.
Row 7: p2, k6, p2.`,
  },
  {
    key: 'honeycomb',
    name: 'Honeycomb',
    kind: 'allover',
    edge: false,
    rows: `Multiple of 8 sts.
Row 1 (RS): knit.
Row 2 and all WS rows: purl.
Row 3: *2/2 RC, 2/2 LC; rep from * to end.
Row 5: knit.
Row 7: *2/2 LC, 2/2 RC; rep from * to end.`,
  },
  {
    key: 'lattice',
    name: 'Lattice with set-up rows',
    kind: 'allover',
    edge: false,
    rows: `Multiple of 6 sts.
Set-up row 1 (WS): *k1, p4, k1; rep from * to end.
Row 1 (RS): *p1, 2/2 RC, p1; rep from * to end.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p1, k2, *2/1 LPC, 2/1 RPC; rep from * to last 3 sts, k2, p1.
Row 5: p1, k2, *p1, 2/2 LC, p1; rep from * to last 3 sts, k2, p1.
Row 7: p1, k2, *2/1 RPC, 2/1 LPC; rep from * to last 3 sts, k2, p1.`,
  },
  {
    key: 'diamond',
    name: 'Diamond with purl travels',
    kind: 'motif',
    edge: false,
    rows: `Row 1 (RS): p5, 2/2 RC, p5.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p4, 2/1 RPC, 2/1 LPC, p4.
Row 5: p3, 2/1 RPC, p2, 2/1 LPC, p3.
Row 7: p2, 2/1 RPC, p4, 2/1 LPC, p2.
Row 9: p2, k2, p6, k2, p2.
Row 11: p2, 2/1 LPC, p4, 2/1 RPC, p2.
Row 13: p3, 2/1 LPC, p2, 2/1 RPC, p3.
Row 15: p4, 2/1 LPC, 2/1 RPC, p4.`,
  },
  {
    key: 'wave',
    name: 'Wave',
    kind: 'wave',
    edge: false,
    rows: `Row 1 (RS): p2, k6, p2.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p2, k2, 2/2 RC, p2.
Row 5: p2, 2/2 RC, k2, p2.
Row 7: p2, k6, p2.
Row 9: p2, 2/2 LC, k2, p2.
Row 11: p2, k2, 2/2 LC, p2.`,
  },
  {
    key: 'ogee',
    name: 'Ogee of slipped ridges',
    kind: 'motif',
    edge: false,
    rows: `Row 1 (RS): p3, k1, p4, k1, p3.
Row 2 and all WS rows: knit the knits and slip the purls wyif.
Row 3: p3, 1/1 LPC, p2, 1/1 RPC, p3.
Row 5: p4, 1/1 LPC, 1/1 RPC, p4.
Row 7: p5, 1/1 RC, p5.
Row 9: p4, 1/1 RPC, 1/1 LPC, p4.
Row 11: p3, 1/1 RPC, p2, 1/1 LPC, p3.`,
  },
  {
    key: 'ribbed-rope',
    name: 'Ribbed rope',
    kind: 'rope',
    edge: false,
    rows: `Ribbed left = slip next 3 sts to cable needle and hold at front, k1, p1, k1, then k1, p1, k1 from cable needle.
Row 1 (RS): p2, k1, p1, k1, k1, p1, k1, p2.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p2, k1, p1, k1, k1, p1, k1, p2.
Row 5: p2, Ribbed left, p2.
Row 7: p2, k1, p1, k1, k1, p1, k1, p2.`,
  },
  {
    key: 'garter',
    name: 'Garter stitch',
    kind: 'edge',
    edge: true,
    rows: `Row 1 (RS): knit.
Row 2 (WS): knit.`,
  },
  {
    key: 'slipped-chain',
    name: 'Slipped-chain edge',
    kind: 'edge',
    edge: true,
    rows: `Row 1 (RS): sl 1 wyib, k1.
Row 2 (WS): sl 1 wyif, p1.`,
  },
  {
    key: 'i-cord',
    name: 'I-cord edge',
    kind: 'edge',
    edge: true,
    rows: `Row 1 (RS): k3.
Row 2 (WS): sl 3 wyif.`,
  },
  {
    key: 'rib-2-2',
    name: 'Rib of 2 and 2',
    kind: 'ground',
    edge: true,
    rows: `Row 1 (RS): *k2, p2; rep from * to end.
Row 2 (WS): *k2, p2; rep from * to end.`,
  },
  {
    key: 'reverse',
    name: 'Reverse stockinette',
    kind: 'ground',
    edge: true,
    rows: `Row 1 (RS): purl.
Row 2 (WS): knit.`,
  },
  {
    key: 'stockinette',
    name: 'Stockinette',
    kind: 'ground',
    edge: true,
    rows: `Row 1 (RS): knit.
Row 2 (WS): purl.`,
  },
];

export const SHELF: readonly ShelfEntry[] = [...FIRST_CHARTS, ...MORE_CHARTS];
