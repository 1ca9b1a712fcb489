/** Made-up data: Wren Attlow's bench at a fen-side ferry house. Nothing in it is real. */
import { panelDraft, type PanelDraft, type PieceDraft } from '@core/draft/draft';
import { shapingDraft } from '@core/draft/shaping-draft';
import { FIRST_LIFE, type Happening } from '@core/journal/events';
import { NO_MAKING } from '@core/piece/making';
import { SHELF } from '@core/shelf/data';
import type { Yarn } from '~/knitter/settings';

/** What happens at a number of minutes after the first evening began. */
export type DemoEvent = {
  readonly minutes: number;
  readonly happening: (rowEvent: (row: number) => string) => Happening;
};
export type DemoPiece = {
  readonly key: string;
  readonly draft: PieceDraft;
  readonly yarn: Yarn;
  readonly journal: readonly DemoEvent[];
};

const shelf = (key: string) => SHELF.find((entry) => entry.key === key)?.rows ?? '';

const PRESENTED = 'knit the knits and purl the purls.';
const WAVE = `Row 1 (RS): p2, k6, p2.
Row 2 and all WS rows: ${PRESENTED}
Row 3: p2, 2/2 RC, k2, p2.
Row 5: p2, k2, 2/2 LC, p2.`;
const HURDLE = `Multiple of 6 sts.
Row 1 (RS): *p1, 2/2 RC, p1; rep from * to end.
Row 2 and all WS rows: ${PRESENTED}
Rows 3, 5, 21 and 23: *p1, k4, p1; rep from * to end.
Row 7: p1, k2, *2/1 LPC, 2/1 RPC; rep from * to last 3 sts, k2, p1.
Rows 9 and 17: p1, k2, *p1, 2/2 LC, p1; rep from * to last 3 sts, k2, p1.
Rows 11, 13 and 15: p1, k2, *p1, k4, p1; rep from * to last 3 sts, k2, p1.
Row 19: p1, k2, *2/1 RPC, 2/1 LPC; rep from * to last 3 sts, k2, p1.`;

const edge = (id: string, name: string, repeats: number, more: Partial<PanelDraft> = {}) =>
  panelDraft(id, name, shelf('garter'), { repeats, edge: true, ...more });

const bolster: PieceDraft = {
  name: 'Ferry-bench bolster',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    { id: 'hem', name: 'Hem', rows: 6, panels: [edge('hem-ridge', 'hem', 62)] },
    {
      id: 'cables',
      name: 'Cables',
      rows: 112,
      panels: [
        edge('right-edge', 'right edge', 4),
        panelDraft('eel', 'eel rope', shelf('rope-4')),
        panelDraft('wave', 'plover wave', WAVE),
        panelDraft('diamond', 'sluice diamond', shelf('diamond')),
        panelDraft('braid', 'tide-mill braid', shelf('braid-3')),
        panelDraft('hurdle', 'hurdle lattice', HURDLE, { repeats: 2 }),
        edge('left-edge', 'left edge', 4),
      ],
    },
    { id: 'top', name: 'Top hem', rows: 6, panels: [edge('top-ridge', 'top hem', 62)] },
  ],
  making: {
    ...NO_MAKING,
    swatch: { stitches: 19, widthCm: 14, rows: 30, heightCm: 13, grams: 9 },
    wanted: { stitches: 13, rows: 23 },
    panelWidths: { eel: 5, braid: 7.5 },
    needle: { mm: 5.5, kind: 'circular', lengthCm: 60 },
    ball: { grams: 100, metres: 160, count: 2 },
    targetCm: 42,
  },
};

const LANTERN = `Multiple of 5 sts.
Set-up round 1: *k3, p1, m1p, p1; rep from * to end.
Round 1: *p1, 2/2 RC, p1; rep from * to end.
Rounds 2, 4, 6 and 8: ${PRESENTED}
Round 3: p1, k2, *2/1 LPC, 2/1 RPC; rep from * to last 3 sts, k2, p1.
Round 5: p1, k2, *p1, 2/2 LC, p1; rep from * to last 3 sts, k2, p1.
Round 7: p1, k2, *2/1 RPC, 2/1 LPC; rep from * to last 3 sts, k2, p1.`;

const cosy: PieceDraft = {
  name: 'Lantern-room bottle cosy',
  construction: 'round',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    {
      id: 'rib',
      name: 'Rib',
      rows: 10,
      panels: [panelDraft('foot-rib', 'rib', 'Round 1: *k3, p2; rep from * to end.', { repeats: 6 })],
    },
    {
      id: 'body',
      name: 'Body',
      rows: 49,
      panels: [
        panelDraft('lattice', 'hurdle lattice', LANTERN, { repeats: 6, withSetUp: true, closed: true }),
      ],
    },
    {
      id: 'neck',
      name: 'Neck',
      rows: 8,
      panels: [panelDraft('neck-rib', 'neck rib', 'Round 1: *k2, p1; rep from * to end.', { repeats: 12 })],
    },
  ],
  making: {
    ...NO_MAKING,
    swatch: { stitches: 15, widthCm: 10, rows: 20, heightCm: 10, grams: 11 },
    needle: { mm: 6, kind: 'doublePointed', lengthCm: 20 },
    ball: { grams: 100, metres: 120, count: 1 },
    targetCm: 22,
  },
};

const GROUND = 'Row 1 (RS): k1.\nRow 2: p1.';
const front: PieceDraft = {
  name: 'Sluice-keeper’s waistcoat, right front',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    { id: 'front-hem', name: 'Hem', rows: 8, panels: [edge('front-ridge', 'hem', 44)] },
    {
      id: 'front-more',
      name: 'Increases',
      rows: 1,
      panels: [],
      spread: { does: 'increase', times: 6, way: 'even', lean: 'mirrored', ground: 'knit', columns: [] },
    },
    {
      id: 'front-body',
      name: 'Body',
      rows: 60,
      length: { kind: 'until', cm: 26, from: 'castOn', ending: { side: 'WS' } },
      panels: [
        edge('band', 'front band', 5, { startRow: 2 }),
        panelDraft('front-eel', 'eel rope', shelf('rope-4'), { startRow: 4 }),
        panelDraft('front-wave', 'plover wave', WAVE, { startRow: 6 }),
        panelDraft('front-eel-2', 'flank eel', shelf('rope-4'), { startRow: 4, mirrored: true }),
        panelDraft('side', 'flank', GROUND, { repeats: 19, startRow: 2 }),
      ],
    },
    {
      id: 'front-arm',
      name: 'Armhole and neck',
      rows: 56,
      panels: [
        edge('band', 'front band', 5, { carryOn: true }),
        panelDraft('front-eel', 'eel rope', shelf('rope-4'), { carryOn: true }),
        panelDraft('front-wave', 'plover wave', WAVE, { carryOn: true }),
        panelDraft('front-eel-2', 'flank eel', shelf('rope-4'), { mirrored: true, carryOn: true }),
        panelDraft('side', 'flank', GROUND, { repeats: 19, carryOn: true }),
      ],
      shaping: [
        shapingDraft('arm-off', { at: 'leftEdge', does: 'bindOff', inset: 0, stitches: 5, from: { row: 2 }, phases: [{ every: 2, times: 1 }] }),
        shapingDraft('arm', { at: 'leftEdge', inset: 1, from: { row: 3 }, phases: [{ every: 2, times: 5 }, { every: 4, times: 2 }] }),
        shapingDraft('neck', { at: 'rightEdge', inset: 5, from: { row: 1 }, phases: [{ every: 4, times: 13 }] }),
      ],
    },
  ],
  making: {
    ...NO_MAKING,
    swatch: { stitches: 20, widthCm: 10, rows: 28, heightCm: 10, grams: 8 },
    wanted: { stitches: 20, rows: 28 },
    panelWidths: { 'front-eel': 3.4, 'front-eel-2': 3.4 },
    needle: { mm: 4.5, kind: 'straight', lengthCm: 35 },
    ball: { grams: 50, metres: 90, count: 4 },
    targetCm: 24,
  },
}; // prettier-ignore

const THICK_ROPE = `Rows 1-4: p1, k4, p1.
Row 5: p1, 2/2 LC, p1.`;
const pouf: PieceDraft = {
  name: 'Sluice-house floor pouf',
  construction: 'unturned',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    {
      id: 'wall',
      name: 'Wall',
      rows: 30,
      panels: [
        panelDraft('right-purl', 'right edge', 'Row 1: p1.', { edge: true }),
        panelDraft('eel', 'eel rope', THICK_ROPE, { repeats: 2 }),
        panelDraft('left-purl', 'left edge', 'Row 1: p1.', { edge: true }),
      ],
    },
  ],
};

const swatch: PieceDraft = {
  name: 'Practice swatch',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [
    {
      id: 'swatch',
      name: 'Swatch',
      rows: 36,
      panels: [
        panelDraft('right-chain', 'right edge', shelf('slipped-chain'), { edge: true }),
        panelDraft('ogee', 'reed ogee', shelf('ogee')),
        panelDraft('rope', 'eel rope', shelf('rope-6')),
        panelDraft('left-chain', 'left edge', shelf('slipped-chain'), { edge: true }),
      ],
    },
  ],
};

const EVENING = 24 * 60;

/** Rows knitted in a sitting, some minutes apart, with small pauses that never end it. */
function knitted(from: number, to: number, start: number, pace: number, life = FIRST_LIFE): DemoEvent[] {
  return Array.from({ length: to - from + 1 }, (_, i) => ({
    minutes: start + i * pace + (i % 3),
    happening: () => ({ kind: 'rowDone', life, row: from + i }),
  }));
}
const plain = (minutes: number, happening: Happening): DemoEvent => ({ minutes, happening: () => happening });

/** First row, last row and evening of each sitting of the bolster: nine of them. */
const SITTINGS: readonly (readonly [from: number, to: number, evening: number])[] = [
  [1, 6, 0],
  [7, 14, 1],
  [15, 20, 2],
  [21, 28, 4],
  [29, 36, 5],
  [37, 44, 8],
  [45, 50, 9],
  [51, 58, 12],
  [59, 62, 14],
];

const bolsterJournal: DemoEvent[] = [
  ...SITTINGS.flatMap(([from, to, evening]) => knitted(from, to, evening * EVENING, 5)),
  plain(EVENING + 44, { kind: 'note', row: 14, text: 'Second ball, same dye lot.' }),
  plain(0, { kind: 'weighed', row: 0, grams: 200 }),
  plain(8 * EVENING + 44, { kind: 'weighed', row: 44, grams: 138 }),
  plain(8 * EVENING + 45, { kind: 'measured', row: 44, since: 0, cm: 19 }),
  plain(9 * EVENING + 34, { kind: 'lifeline', row: 50 }),
  plain(14 * EVENING + 21, {
    kind: 'note',
    row: 62,
    text: 'In the photograph from Sunday something looks odd about twenty rows down. Look it over in daylight.',
  }),
];

const swatchJournal: DemoEvent[] = [
  ...knitted(1, 12, 6 * EVENING, 2),
  {
    minutes: 6 * EVENING + 30,
    happening: (rowEvent) => ({
      kind: 'fault',
      pieceRow: 9,
      rowEvent: rowEvent(9),
      panel: 'rope',
      wale: 16,
      charted: {
        kind: 'crossing',
        lean: 'left',
        over: ['knit', 'knit', 'knit'],
        under: ['knit', 'knit', 'knit'],
      },
      made: {
        kind: 'crossing',
        lean: 'right',
        over: ['knit', 'knit', 'knit'],
        under: ['knit', 'knit', 'knit'],
      },
    }),
  },
];

const inTime = (events: DemoEvent[]) => [...events].sort((a, b) => a.minutes - b.minutes);

export const DEMO: readonly DemoPiece[] = [
  { key: 'bolster', draft: bolster, yarn: 'oat', journal: inTime(bolsterJournal) },
  {
    key: 'cosy',
    draft: cosy,
    yarn: 'slate',
    journal: inTime([...knitted(1, 10, 3 * EVENING, 3), ...knitted(11, 23, 7 * EVENING, 3)]),
  },
  {
    key: 'front',
    draft: front,
    yarn: 'heather',
    journal: inTime([...knitted(1, 9, 11 * EVENING, 4), ...knitted(10, 40, 13 * EVENING, 4)]),
  },
  { key: 'pouf', draft: pouf, yarn: 'madder', journal: inTime(knitted(1, 8, 10 * EVENING, 6)) },
  { key: 'swatch', draft: swatch, yarn: 'moss', journal: inTime(swatchJournal) },
];
