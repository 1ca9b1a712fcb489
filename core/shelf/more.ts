/** More charts of the shelf, as in data.ts: traditional kinds, stitch counts and row orders of our own. */
import type { ShelfEntry } from './entry';

const PRESENTED = 'Row 2 and all WS rows: knit the knits and purl the purls.';

const entry = (
  key: string,
  name: string,
  kind: ShelfEntry['kind'],
  rows: string,
  edge = false,
): ShelfEntry => ({
  key,
  name,
  kind,
  edge,
  rows,
});

export const MORE_CHARTS: readonly ShelfEntry[] = [
  entry('twist-rib', 'Rib of twists', 'rope', `Multiple of 5 sts plus 3.
Row 1 (RS): p3, *k2, p3; rep from * to end.
${PRESENTED}
Row 3: p3, *1/1 LC, p3; rep from * to end.`),
  entry('rope-8', 'Rope of 4 over 4', 'rope', `Row 1 (RS): p2, k8, p2.
${PRESENTED}
Row 3: p2, k8, p2.
Row 5: p2, 4/4 RC, p2.
Row 7: p2, k8, p2.
Row 9: p2, k8, p2.
Row 11: p2, k8, p2.`),
  entry('rope-lopsided', 'Lopsided rope', 'rope', `Row 1 (RS): p1, k5, p2.
${PRESENTED}
Row 3: p1, 2/3 LC, p2.
Row 5: p1, k5, p2.`),
  entry('rope-corded', 'Corded rope', 'rope', `Row 1 (RS): p2, k1, 2/2 RC, k1, p2.
${PRESENTED}
Row 3: p2, k6, p2.`),
  entry('rope-ladder', 'Rope between eyelets', 'rope', `Row 1 (RS): p1, k2tog, yo, k4, yo, ssk, p1.
Row 2 (WS): k1, p8, k1.
Row 3: p1, k2, 2/2 LC, k2, p1.
Row 4: k1, p8, k1.`),
  entry('braid-4', 'Four-strand braid', 'braid', `Row 1 (RS): p2, 2/2 LC, 2/2 LC, p2.
${PRESENTED}
Row 3: p2, k8, p2.
Row 5: p2, k2, 2/2 RC, k2, p2.
Row 7: p2, k8, p2.`),
  entry('braid-5', 'Five-strand braid', 'braid', `Row 1 (RS): p1, k2, 2/2 RC, 2/2 RC, p1.
${PRESENTED}
Row 3: p1, k10, p1.
Row 5: p1, 2/2 LC, 2/2 LC, k2, p1.
Row 7: p1, k10, p1.
Row 9: p1, k10, p1.
Row 11: p1, k2, 2/2 RC, 2/2 RC, p1.
Row 13: p1, k10, p1.
Row 15: p1, 2/2 LC, 2/2 LC, k2, p1.
Row 17: p1, k10, p1.
Row 19: p1, k10, p1.`),
  entry('braid-broad', 'Broad braid of threes', 'braid', `Row 1 (RS): p2, k9, p2.
${PRESENTED}
Row 3: p2, 3/3 RC, k3, p2.
Row 5: p2, k9, p2.
Row 7: p2, k9, p2.
Row 9: p2, k3, 3/3 LC, p2.
Row 11: p2, k9, p2.`),
  entry('braid-ribbed', 'Ribbed braid', 'braid', `Row 1 (RS): p2, [k1, p1] 4 times, k1, p2.
${PRESENTED}
Row 3: p2, Ribbed reach right, [p1, k1] twice, p2.
Row 5: p2, [k1, p1] 4 times, k1, p2.
Row 7: p2, [k1, p1] twice, Ribbed reach left, p2.

Ribbed reach right = slip next 2 sts to cable needle and hold at back, k1, p1, k1, then p1, k1 from cable needle.
Ribbed reach left = slip next 3 sts to cable needle and hold at front, k1, p1, then k1, p1, k1 from cable needle.`),
  entry('hoof', 'Hoof', 'pair', `Row 1 (RS): p2, k8, p2.
${PRESENTED}
Row 3: p2, 2/2 RC, 2/2 LC, p2.
Row 5: p2, k8, p2.
Row 7: p2, k8, p2.`),
  entry('hoof-down', 'Hoof upside down', 'pair', `Row 1 (RS): p2, k8, p2.
${PRESENTED}
Row 3: p2, k8, p2.
Row 5: p2, 2/2 LC, 2/2 RC, p2.
Row 7: p2, k8, p2.
Row 9: p2, k8, p2.`),
  entry('ropes-apart', 'Ropes with a ridge between', 'pair', `Row 1 (RS): k6, p1, k1 tbl, p1, k6.
Row 2 and all WS rows: p6, k1, p1, k1, p6.
Row 3: 3/3 RC, p1, k1 tbl, p1, 3/3 LC.
Row 5: k6, p1, k1 tbl, p1, k6.
Row 7: k6, p1, k1 tbl, p1, k6.`),
  entry('antler', 'Antler', 'motif', `Row 1 (RS): p1, k4, 2/2 RC, 2/2 LC, k4, p1.
${PRESENTED}
Row 3: p1, k2, 2/2 RC, k4, 2/2 LC, k2, p1.
Row 5: p1, 2/2 RC, k8, 2/2 LC, p1.`),
  entry('serpent', 'Serpent', 'wave', `Row 1 (RS): p3, k4, p3.
${PRESENTED}
Row 3: p3, 2/2 RC, p3.
Row 5: p3, k4, p3.
Row 7: p3, k4, p3.
Row 9: p3, 2/2 LC, p3.
Row 11: p3, k4, p3.`),
  entry('ripple', 'Ripple of two stitches', 'wave', `Multiple of 4 sts.
Row 1 (RS): *p2, 1/1 RC; rep from * to end.
${PRESENTED}
Row 3: *p1, 2/1 RPC; rep from * to end.
Row 5: *2/1 RPC, p1; rep from * to end.
Row 7: *1/1 LC, p2; rep from * to end.
Row 9: *2/1 LPC, p1; rep from * to end.
Row 11: *p1, 2/1 LPC; rep from * to end.`),
  entry('basket', 'Basket weave', 'allover', `Multiple of 4 sts.
Row 1 (RS): knit.
Row 2 and all WS rows: purl.
Row 3: *2/2 LC; rep from * to end.
Row 5: knit.
Row 7: k2, *2/2 RC; rep from * to last 2 sts, k2.`),
  entry('trellis', 'Trellis of single stitches', 'allover', `Multiple of 8 sts.
Row 1 (RS): *p3, 1/1 RC, p3; rep from * to end.
${PRESENTED}
Row 3: *p2, 1/1 RPC, 1/1 LPC, p2; rep from * to end.
Row 5: *p1, 1/1 RPC, p2, 1/1 LPC, p1; rep from * to end.
Row 7: *1/1 RPC, p4, 1/1 LPC; rep from * to end.
Row 9: k1, *p6, 1/1 LC; rep from * to last 7 sts, p6, k1.
Row 11: *1/1 LPC, p4, 1/1 RPC; rep from * to end.
Row 13: *p1, 1/1 LPC, p2, 1/1 RPC, p1; rep from * to end.
Row 15: *p2, 1/1 LPC, 1/1 RPC, p2; rep from * to end.`),
  entry('staggered', 'Staggered ropes', 'allover', `Multiple of 12 sts plus 2.
Row 1 (RS): *p2, k4; rep from * to last 2 sts, p2.
${PRESENTED}
Row 3: *p2, 2/2 RC, p2, k4; rep from * to last 2 sts, p2.
Row 5: *p2, k4; rep from * to last 2 sts, p2.
Row 7: *p2, k4, p2, 2/2 RC; rep from * to last 2 sts, p2.`),
  entry('links', 'Chain of links', 'motif', `Row 1 (RS): p2, k8, p2.
${PRESENTED}
Row 3: p2, 2/2 RC, 2/2 LC, p2.
Row 5: p2, k8, p2.
Row 7: p2, 2/2 LC, 2/2 RC, p2.`),
  entry('links-doubled', 'Links and crosses', 'motif', `Row 1 (RS): p2, 2/2 RC, 2/2 LC, p2.
${PRESENTED}
Row 3: p2, k8, p2.
Row 5: p2, 2/2 LC, 2/2 RC, p2.
Row 7: p2, k8, p2.
Row 9: p2, 2/2 LC, 2/2 RC, p2.
Row 11: p2, k8, p2.
Row 13: p2, 2/2 RC, 2/2 LC, p2.
Row 15: p2, k8, p2.`),
  entry('gate', 'Gate with a purl post', 'motif', `Gate = slip next 2 sts to cable needle and hold in front, slip next st to second cable needle and hold in back, k2, p1 from second cable needle, then k2 from cable needle.

Row 1 (RS): p3, k2, p1, k2, p3.
${PRESENTED}
Row 3: p3, k2, p1, k2, p3.
Row 5: p3, Gate, p3.
Row 7: p3, k2, p1, k2, p3.
Row 9: p3, k2, p1, k2, p3.`),
  entry('lantern', 'Lantern with a bobble', 'motif', `Row 1 (RS): p4, 2/2 LC, p4.
${PRESENTED}
Row 3: p3, 2/1 RPC, 2/1 LPC, p3.
Row 5: p2, 2/1 RPC, p2, 2/1 LPC, p2.
Row 7: p2, k2, p1, mpb, p2, k2, p2.
Row 9: p2, 2/1 LPC, p2, 2/1 RPC, p2.
Row 11: p3, 2/1 LPC, 2/1 RPC, p3.`),
  entry('rib-1-1', 'Rib of 1 and 1', 'ground', `Row 1 (RS): *k1, p1; rep from * to end.
Row 2 (WS): *k1, p1; rep from * to end.`, true),
  entry('seed', 'Seed stitch', 'ground', `Row 1 (RS): *k1, p1; rep from * to end.
Row 2 (WS): *p1, k1; rep from * to end.`, true),
  entry('ridged', 'Ridges', 'ground', `Row 1 (RS): knit.
Row 2 (WS): purl.
Row 3: purl.
Row 4: purl.`, true),
]; // prettier-ignore
