/** What a telling says, as data: the words are tried where they are printed. */
import fc from 'fast-check';
import type { Plan } from '../piece/plan';
import { cellKey } from '../stitch/cells';
import type { Hand } from '../stitch/types';
import { lineCharts } from '../testing/arbitrary';
import { Loops } from '../testing/loops';
import { chartFrom, ringFrom, sheetOf } from '../testing/plans';
import { runs } from '../testing/size';
import { cueFor } from './cue';
import { perform } from './perform';
import type { Step } from './steps';
import { fullTelling, needleOf, tellPanels, tellRow } from './tell';
import { stepsTold, type Part, type RowTelling, type Slips } from './telling';

const PRESENTED = 'knit the knits and purl the purls.';

/** A step in few letters: a run, `special×count`, or a crossing as hold and group sizes. */
const inShort = (step: Step): string =>
  step.kind === 'run'
    ? `${step.run.stitch} ${step.run.count}`
    : step.kind === 'special'
      ? `${step.cell.kind}×${step.count}`
      : `${step.hold} ${step.heldCount}/${step.thenCount}`;
const slipsInShort = (slips: Slips | null) =>
  slips ? ` (${slips.kind === 'list' ? slips.sizes.join() : `${slips.size}×${slips.times}`})` : '';
const partInShort = (part: Part): string => {
  if (part.kind === 'step') return inShort(part.step);
  if (part.kind === 'group') return `[${part.parts.map(partInShort).join('; ')}]×${part.times}`;
  const { reach, rule, slips } = part;
  return `${rule} ${reach.to}${'count' in reach ? ` ${reach.count}` : ''}${slipsInShort(slips)}`;
};
function short({ rule, ends, panels, single }: RowTelling): string[] {
  const lines = [];
  if (ends) lines.push(`ends ${ends.stitch} ${ends.first}, ${ends.last}`);
  if (rule) lines.push(`${rule.rule}${slipsInShort(rule.slips)}`);
  for (const { panel, parts, ruled, rest } of panels)
    lines.push(
      `${single ? '' : `${panel.id}${rest ? ' (rest)' : ''}: `}${ruled ? 'but ' : ''}${parts.map(partInShort).join('; ')}`,
    );
  return lines;
}

const rowOf = (
  rows: string | readonly string[],
  row: number,
  more: Partial<Plan> = {},
  repeats = 1,
  hand: Hand = 'right',
) => {
  const panels = [rows].flat().map((chart) => ({ chart: chartFrom(chart), repeats }));
  const named = panels.map((panel, i) => ({ ...panel, id: `p${i + 1}` }));
  return cueFor(sheetOf([{ rows: 24, panels: named }], more), row, hand);
};
const told = (...of: Parameters<typeof rowOf>) => short(tellRow(rowOf(...of)));

// Worked out by hand; common practice, no published source: a row is said by what most of it does, and by its exceptions.
describe('the shortest true telling', () => {
  const WELT = 'Row 1 (RS): k4.\nRow 2: p4.';
  const ROPE = `Row 1 (RS): p2, 2/2 LC, p2.\nRow 2: ${PRESENTED}\nRow 3: ${PRESENTED}\nRow 4: ${PRESENTED}`;
  const RIBS = `Row 1 (RS): k1, p2, k2, p1, k3, p3, k1, p1.\nRow 2: ${PRESENTED}`;
  const SLIPS = 'Row 1 (RS): p1, k1, p6, k2, p6, k1, p1.';
  /** Ribs of 1 and of 2 by turns with a purl between, from the left edge; on the WS row above as many are slipped. */
  const cord = (ribs: number) => {
    const sizes = Array.from({ length: ribs }, (_, i) => 1 + (i % 2));
    const above = sizes.map((size) => `sl${size} wyif`).join(', k1, ');
    return `Row 1 (RS): ${sizes
      .map((size) => `k${size}`)
      .reverse()
      .join(', p1, ')}.\nRow 2: ${above}.`;
  };

  it.each([
    ['all as it faces her', RIBS, 2, ['asTheyFace']],
    [
      'over the cast-on there is no rule',
      RIBS,
      1,
      ['knit 1; purl 2; knit 2; purl 1; knit 3; purl 3; knit 1; purl 1'],
    ],
    [
      'purls slipped, and the runs to expect',
      `${SLIPS}\nRow 2: k1, sl1 wyif, k6, sl2 wyif, k6, sl1 wyif, k1.`,
      2,
      ['slipPurlsFront (1,2,1)'],
    ],
    [
      'purls slipped with the yarn behind',
      `${SLIPS}\nRow 2: k1, sl1 wyib, k6, sl2 wyib, k6, sl1 wyib, k1.`,
      2,
      ['slipPurlsBack (1,2,1)'],
    ],
    [
      'knits slipped',
      `${SLIPS}\nRow 2: sl1 wyif, p1, sl6 wyif, p2, sl6 wyif, p1, sl1 wyif.`,
      2,
      ['slipKnitsFront (1,6,6,1)'],
    ],
    [
      'three runs alike are counted',
      'Row 1 (RS): p1, k2, p3, k2, p2, k2, p1.\nRow 2: k1, sl2 wyif, k2, sl2 wyif, k3, sl2 wyif, k1.',
      2,
      ['slipPurlsFront (2×3)'],
    ],
    [
      'two runs alike are listed',
      'Row 1 (RS): p1, k2, p3, k2, p4, k1.\nRow 2: p1, k4, sl2 wyif, k3, sl2 wyif, k1.',
      2,
      ['purl 1; slipPurlsFront end (2,2)'],
    ],
    ['eight runs are listed, and no more', cord(8), 2, ['slipPurlsFront (1,2,1,2,1,2,1,2)']],
    ['nine are not', cord(9), 2, ['slipPurlsFront']],
    [
      'a list where it is as short',
      'Row 1 (RS): k3, p2, k4, p2, k3.\nRow 2: k5, p4, k5.',
      2,
      ['knit 5; purl 4; knit 5'],
    ],
    [
      'both ends together',
      'Row 1 (RS): k3, p2, k4, p2, k4, p2, k3.\nRow 2: k5, p4, k2, p4, k5.\nRow 3: k3, p2, k4, p2, k4, p2, k3.\nRow 4: k5, p4, k2, p4, k5.',
      4,
      ['ends knit 3, 3', 'asTheyFace'],
    ],
    [
      'one crossing amid the rule; what follows it at the end need not be said',
      `Row 1 (RS): k1, p1, k2, p2, k4, p1, k1, p2.\nRow 2: ${PRESENTED}\nRow 3: k1, p1, k2, p2, 2/2 LC, p1, k1, p2.`,
      3,
      ['asTheyFace', 'but asTheyFace over 6; front 2/2'],
    ],
    [
      'the last stitches otherwise',
      `Row 1 (RS): k1, p1, k2, p2, k4, p1, k1, p3.\nRow 2: k3, p1, k1, p4, k2, p2, k1, p1.\nRow 3: k1, p1, k2, p2, k4, p1, k1, p2, k1.`,
      3,
      ['asTheyFace last 1; knit 1'],
    ],
    [
      'stitches that are alike in a crossing row',
      'Row 1 (RS): p6, k2.\nRow 2: p2, k6.\nRow 3: p6, k2.',
      3,
      ['asTheyFace'],
    ],
    [
      'a head, a group, a tail',
      'Row 1 (RS): p3, k1, p1, k1, p1, k1, p1, k4.',
      1,
      ['purl 3; [knit 1; purl 1]×3; knit 4'],
    ],
  ])('%s', (_, rows, row, lines) => expect(told(rows, row)).toEqual(lines));

  it('a panel that does otherwise is named, the others are not', () => {
    expect(told([RIBS, ROPE, RIBS], 2)).toEqual(['asTheyFace']);
    expect(told([RIBS, ROPE, RIBS], 5)).toEqual(['asTheyFace', 'p2: but asTheyFace over 2; front 2/2']);
    expect(told([RIBS, ROPE, RIBS], 5, {}, 1, 'left')).toEqual([
      'asTheyFace',
      'p2: but asTheyFace over 2; back 2/2',
    ]);
  });
  it('panels at both ends that are of one stitch are told together', () => {
    const garter = 'Row 1 (RS): k3.\nRow 2: k3.';
    expect(told([garter, RIBS, garter], 2)).toEqual(['ends knit 3, 3', 'asTheyFace']);
    expect(told([garter, RIBS, garter.replaceAll('k3', 'p3')], 2)).toEqual([
      'asTheyFace',
      'p3: purl 3',
      'p1: knit 3',
    ]);
    expect(told([garter, RIBS], 2)).toEqual(['asTheyFace', 'p1: knit 3']);
  });
  it('a stretch that is not the row’s rule goes to the marker, or to the end', () => {
    const slips = `${SLIPS}\nRow 2: k1, sl1 wyif, k6, sl2 wyif, k6, sl1 wyif, k1.`;
    expect(told([RIBS, `${SLIPS}\nRow 2: p1, p1, k6, sl2 wyif, k6, sl1 wyif, k1.`, RIBS], 2)).toEqual([
      'asTheyFace',
      'p2: purl 2; slipPurlsFront marker (2,1)',
    ]);
    const plain =
      'Row 1 (RS): p6, k3, p2, k2, p1, k1.\nRow 2: sl1 wyif, k1, sl2 wyif, k2, sl3 wyif, k1, p1, k4.';
    expect(told([RIBS, plain, RIBS], 2)).toEqual([
      'asTheyFace',
      'p2: slipPurlsFront over 10 (1,2,3); purl 1; knit 4',
    ]);
    expect(told([RIBS, slips, RIBS], 2)).toEqual(['asTheyFace', 'p2: slipPurlsFront marker (1,2,1)']);
    expect(told([slips, RIBS, RIBS], 2)).toEqual(['asTheyFace', 'p1: slipPurlsFront end (1,2,1)']);
  });
  it('the designer’s own repeat, from either hand', () => {
    const rows = `Row 1 (RS): *k1, p1, 2/2 RC, p2; rep from * to last 3 sts, k3.\nRow 2: ${PRESENTED}`;
    expect(told(rows, 1, {}, 6)).toEqual(['[knit 1; purl 1; back 2/2; purl 2]×6; knit 3']);
    expect(told(rows, 1, {}, 6, 'left')).toEqual(['knit 3; [purl 2; front 2/2; purl 1; knit 1]×6']);
  });
  it('bare of any rule where panels are told one by one', () => {
    const cue = rowOf([RIBS, WELT], 3);
    const each = ['p1: knit 1; purl 2; knit 2; purl 1; knit 3; purl 3; knit 1; purl 1', 'p2: knit 4'];
    expect(short(tellPanels(cue))).toEqual(each);
    expect(short(fullTelling(cue))).toEqual(each);
  });
  it('a round that begins inside a panel comes back to it', () => {
    const ring = ringFrom(
      'Row 1 (RS): *p2, 2/2 RC; rep from * to end.\nRow 2: purl.\nRow 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.\nRow 4: purl.',
    );
    const sheet = sheetOf(
      [
        { rows: 4, panels: [{ chart: ring, repeats: 2, id: 'ring' }] },
        {
          rows: 4,
          panels: [
            { chart: 'Row 1 (RS): k3, p3.\nRow 2: p1, k2, p1, k2.', id: 'a' },
            { chart: 'Row 1 (RS): p6.\nRow 2: p1, k1, p1, k1, p1, k1.', id: 'b' },
          ],
        },
      ],
      { construction: 'round' },
    );
    expect(short(tellRow(cueFor(sheet, 3, 'left')))).toEqual(['[knit 2; front 2/2]×2']);
    expect(short(tellRow(cueFor(sheet, 5, 'left')))).toEqual([
      'ends purl 4, 2',
      'asTheyFace',
      'a: but purl 3',
    ]);
    expect(short(tellRow(cueFor(sheet, 6, 'left')))).toEqual([
      'asTheyFace',
      'b: but [knit 1; asTheyFace over 1]×2',
      'a: but knit 1; asTheyFace over 3; purl 2',
      'b (rest): but knit 1',
    ]);
  });
});

describe('which ropes cross', () => {
  const turns = (...crossing: readonly string[]) => {
    const ropes = (at: number) => crossing.map((name, i) => `p2, ${i === at ? name : 'k4'}`).join(', ');
    const row = (i: number) =>
      `Row ${2 * i + 1}${i ? '' : ' (RS)'}: *${ropes(i)}; rep from * to last 2 sts, p2.\nRow ${2 * i + 2}: ${PRESENTED}`;
    return crossing.map((_, i) => row(i)).join('\n');
  };
  const TWO = turns('2/2 RC', '2/2 LC');
  const THREE = turns('2/2 RC', '2/2 LC', '2/2 RC');
  const ropes = (...of: Parameters<typeof rowOf>) => tellPanels(rowOf(...of)).panels.map((one) => one.ropes);

  it.each([
    [
      'every second from the first',
      TWO,
      1,
      3,
      'right',
      { of: 6, which: { kind: 'every', every: 2, from: 1 } },
    ],
    [
      'every second from the second',
      TWO,
      3,
      3,
      'right',
      { of: 6, which: { kind: 'every', every: 2, from: 2 } },
    ],
    [
      'the same counted by the other hand',
      TWO,
      3,
      3,
      'left',
      { of: 6, which: { kind: 'every', every: 2, from: 1 } },
    ],
    ['every third', THREE, 5, 3, 'right', { of: 9, which: { kind: 'every', every: 3, from: 3 } }],
    ['two of them are listed', TWO, 1, 2, 'right', { of: 4, which: { kind: 'list', ropes: [1, 3] } }],
    ['one of three', THREE, 3, 1, 'right', { of: 3, which: { kind: 'list', ropes: [2] } }],
    ['two ropes need no counting', TWO, 1, 1, 'right', null],
    ['a row without crossings', TWO, 2, 3, 'right', null],
    ['all of them cross', turns('2/2 RC'), 1, 4, 'right', null],
  ] as const)('%s', (_, rows, row, repeats, hand, which) => {
    expect(ropes(rows, row, {}, repeats, hand)).toEqual([which]);
  });
  it('strands that travel are no ropes', () => {
    const travelling = `Row 1 (RS): *p2, 2/2 LC, k2; rep from * to end.\nRow 2: ${PRESENTED}\nRow 3: *p2, k2, 2/2 RC; rep from * to end.\nRow 4: ${PRESENTED}`;
    expect(ropes(travelling, 1, {}, 4)).toEqual([null]);
  });
});

describe('performed on the needle as the row below left it', () => {
  const knitted = (sheet: Parameters<typeof cueFor>[0], hand: Hand) => {
    const loops = new Loops(cueFor(sheet, 1, hand).row.laid.takes);
    for (let row = 1; row <= sheet.rows; row += 1) {
      const cue = cueFor(sheet, row, hand);
      const wanted = cue.panels.flatMap(({ acts }) => acts.map(({ at }) => cellKey(at.cell)));
      for (const telling of [tellRow(cue), tellPanels(cue), fullTelling(cue)]) {
        for (const needle of [loops.needle(cue), needleOf(cue)]) {
          const done = perform(telling, needle, cue.working);
          expect(done.ok && done.value.map(({ cell }) => cellKey(cell))).toEqual(wanted);
        }
      }
      loops.work(
        cue.panels.flatMap(({ acts }) => acts.map(({ at }) => at.cell)),
        cue,
      );
    }
  };
  it('random charts side by side, however the piece is worked', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(lineCharts, fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 3 }),
        fc.constantFrom<Partial<Plan>>(
          {},
          { firstSide: 'WS' },
          { construction: 'round' },
          { construction: 'unturned' },
        ),
        fc.constantFrom<Hand>('right', 'left'),
        (charts, more, hand) =>
          knitted(
            sheetOf(
              [{ rows: 6, panels: charts.map(([chart, repeats], i) => ({ chart, repeats, id: `p${i}` })) }],
              more,
            ),
            hand,
          ),
      ),
      { numRuns: runs(25, 600) },
    ));
});

it('the steps of a telling, groups opened once', () => {
  const rows = `Row 1 (RS): *k1, p1, 2/2 RC, p2; rep from * to last 3 sts, k3.\nRow 2: ${PRESENTED}`;
  const [panel] = tellRow(rowOf(rows, 1, {}, 6)).panels;
  expect(stepsTold(panel?.parts ?? []).map(inShort)).toEqual([
    'knit 1',
    'purl 1',
    'back 2/2',
    'purl 2',
    'knit 3',
  ]);
});
