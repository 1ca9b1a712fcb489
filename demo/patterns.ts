/** Wren Attlow's own patterns (made up), as they came to her: in other people's words. */
import { NO_CHOICES, type Choices } from '@core/notation/choices';

export type DemoPattern = { readonly name: string; readonly text: string; readonly choices: Choices };

export const DEMO_PATTERNS: readonly DemoPattern[] = [
  {
    name: 'Eel rope',
    choices: NO_CHOICES,
    text: `Eel rope, copied from the ferry book
Panel of 12 sts

C8F: slip next 4 sts to c.n. and hold in front, k4, then k4 from c.n.

1st row (RS): P2, K8, P2.
2nd and every alt row: K2, P8, K2.
3rd row: P2, C8F, P2.
5th row: as 1st row. 7th row: as 1st row.
Rep rows 1-8.`,
  },
  {
    name: 'Tide-mill braid',
    choices: NO_CHOICES,
    text: `Tide-mill braid. Multiple of 12 stitches.

Row 1 (RS): P1, K2, 2/2 RC, 2/2 RC, P1.
Row 2 and all WS rows: knit the knits and purl the purls.
Row 3: P1, K10, P1.
Row 5: P1, 2/2 LC, 2/2 LC, K2, P1.
Row 7: P1, K10, P1.
Row 9: P1, K2, 2/2 RC, 2/2 LC, P1.
Row 11: P1, K10, P1.
Row 13: P1, 2/2 LC, 2/2 LC, K2, P1.
Row 15: P1, K10, P1.`,
  },
  {
    name: 'Plover wave',
    choices: {
      ...NO_CHOICES,
      meanings: {
        C3B: { kind: 'crossing', lean: 'right', over: ['knit', 'knit'], under: ['knit'] },
        C3F: { kind: 'crossing', lean: 'left', over: ['knit', 'knit'], under: ['knit'] },
      },
    },
    text: `Plover wave
Row 1 (RS): *p2, k3; rep from * to last 2 sts, p2.
Row 2 and all WS rows: *k2, p3; rep from * to last 2 sts, k2.
Row 3: *p2, C3B; rep from * to last 2 sts, p2.
Row 5: *p2, k3; rep from * to last 2 sts, p2.
Row 7: *p2, C3F; rep from * to last 2 sts, p2.`,
  },
  {
    name: 'Lantern cap',
    choices: NO_CHOICES,
    text: `Lantern cap, for the bottle that came without one.
Work the rows under each heading one after the other.
Cast on 64 sts and join in the round.

Rib
Rnd 1: *k2, p2; rep from * around.
Rnd 2: *k2, p2; rep from * around.

Body
Rnds 1-3: *p1, k6, p1; rep from * around.
Rnd 4: *p1, C6F, p1; rep from * around.
Rnds 5 and 6: *p1, k6, p1; rep from * around.

Crown
Rnd 1: *p1, k2tog, k2, ssk, p1; rep from * around. (48 sts)
Rnd 2: *p1, k4, p1; rep from * around.
Rnd 3: *p1, C4F, p1; rep from * around.
Rnd 4: *p1, k2tog, ssk, p1; rep from * around. (32 sts)
Rnd 5: *p1, k2, p1; rep from * around.
Rnd 6: *p1, k2tog, p1; rep from * around. (24 sts)
Rnd 7: *p1, k2tog; rep from * around. (16 sts)
Rnd 8: *k2tog; rep from * around. (8 sts)`,
  },
];
