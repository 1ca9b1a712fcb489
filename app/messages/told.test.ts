/** Tellings of single rows, worked out by hand; aloud; what a literal knitter refuses; no two tellings in the same words. */
import { DEMO } from '../../demo/scenario';
import { closeToRing } from '@core/chart/chart';
import { cueFor, type RowCue } from '@core/cue/cue';
import { perform } from '@core/cue/perform';
import { needleOf, tellRow } from '@core/cue/tell';
import { WAYS, wayFor } from '@core/cue/technique';
import { checkDraft } from '@core/draft/draft';
import type { Plan } from '@core/piece/plan';
import { cellKey } from '@core/stitch/cells';
import type { Hand } from '@core/stitch/types';
import { chartFrom, sheetOf } from '@core/testing/plans';
import { readTelling } from '../testing/telling-reader';
import { aloud, tellingLines, tellingSaid, tellingWords, type Telling } from './telling';

const HANDS: readonly Hand[] = ['right', 'left'];
const howFor = (cue: RowCue, way: (typeof WAYS)[number] = 'cableNeedle'): Telling => ({
  wayOf: (step) => wayFor(step, way),
  round: cue.round,
});

const told = (
  rows: string,
  row: number,
  more: Partial<Plan> = {},
  repeats = 1,
  hand: Hand = 'right',
  withSetUp = false,
) => {
  const sheet = sheetOf([{ rows: 24, panels: [{ chart: chartFrom(rows), repeats, withSetUp }] }], more);
  const cue = cueFor(sheet, row, hand);
  return tellingWords(tellRow(cue), howFor(cue));
};
const PRESENTED = 'knit the knits and purl the purls.';

// Worked out by hand from the rows as written; common practice, no published source.
describe('check values', () => {
  it('every purl slipped on a WS row: the rule and the runs to expect, not a sum', () =>
    expect(
      told(
        'Row 1 (RS): p1, k1, p6, k2, p6, k1, p1.\nRow 2: k1, sl1 wyif, k6, sl2 wyif, k6, sl1 wyif, k1.',
        2,
      ),
    ).toBe('Knit the knits, slip the purls with the yarn in front (1, 2, 1).'));
  it('a cord-edged row with slips of 1, 1, 2, 2, 1, 1', () =>
    expect(
      told(
        'Row 1 (RS): k1, p2, k1, p3, k2, p4, k2, p3, k1, p2, k1.\nRow 2: sl1 wyif, k2, sl1 wyif, k3, sl2 wyif, k4, sl2 wyif, k3, sl1 wyif, k2, sl1 wyif.',
        2,
      ),
    ).toBe('Knit the knits, slip the purls with the yarn in front (1, 1, 2, 2, 1, 1).'));
  it('garter edges of three are told together, at their places', () =>
    expect(told('Row 1 (RS): k3, p2, k4, p2, k3.\nRow 2: k5, p4, k5.', 2)).toBe('Knit 5, purl 4, knit 5.'));
  it('garter edges beside much that faces her', () =>
    expect(
      told(
        `Row 1 (RS): k3, p2, k4, p2, k4, p2, k4, p2, k3.\nRow 2: k3, k2, p4, k2, p4, k2, p4, k2, k3.\nRow 3: k3, p1, p1, k4, p2, k4, p2, k4, p1, p1, k3.`,
        2,
      ),
    ).toBe('First 3 and last 3: knit; between: knit the knits, purl the purls.'));
  it('twenty staggered ropes: which of them, and what lies between', () => {
    const ropes = `Row 1 (RS): *p2, 2/2 LC, p2, k4; rep from * to last 2 sts, p2.\nRow 2: ${PRESENTED}\nRow 3: *p2, k4, p2, k4; rep from * to last 2 sts, p2.\nRow 4: ${PRESENTED}\nRow 5: *p2, k4, p2, 2/2 LC; rep from * to last 2 sts, p2.\nRow 6: ${PRESENTED}`;
    expect(told(ropes, 1, {}, 10)).toBe(
      '[Purl 2, (yarn to back, 2 to the FRONT, knit 2, then knit the held 2), purl 2, knit 4] 10 times, purl 2 (every second rope of 20, from the first).'.replace(
        '[Purl',
        '[purl',
      ),
    );
    expect(told(ropes, 5, {}, 10)).toMatch(/every second rope of 20, from the second\)\.$/);
    expect(told(ropes, 5, {}, 10, 'left')).toMatch(/every second rope of 20, from the first\)\.$/);
    expect(told(ropes, 2, {}, 10)).toBe('Knit the knits, purl the purls.');
  });
  it('six designer’s repeats of 18 are one group, whole', () => {
    const row = 'k1, p1, k2, p2, 2/2 RC, p2, k2, p1, k1, p2';
    const words = told(`Row 1 (RS): *${row}; rep from * to last 2 sts, k2.\nRow 2: ${PRESENTED}`, 1, {}, 6);
    expect(words).toMatch(/^\[knit 1, purl 1, .*\] 6 times, knit 2\.$/);
  });
  it('increases say after which stitch', () =>
    expect(
      told(
        'Set-up row (RS): *k4, m1l; rep from * 7 times more, k4.\nRow 1 (WS): purl.\nRow 2: knit.',
        1,
        {},
        1,
        'right',
        true,
      ),
    ).toBe('[knit 4, make 1 left] 8 times, knit 4.'));
  it('p2tog over two purls is p2tog, from either side', () => {
    expect(told('Row 1 (RS): k2, p2tog, k2, yo.', 1)).toBe('Knit 2, p2tog, knit 2, yarn over.');
    expect(told('Row 1 (WS): k2, p2tog, k2, yo.', 1, { firstSide: 'WS' })).toBe(
      'Knit 2, p2tog, knit 2, yarn over.',
    );
  });
  it('left-handed, and unturned from left to right, a lean is made with the other decrease', () => {
    const rows = 'Row 1 (RS): k1, k2tog, yo, k1.\nRow 2: purl.';
    expect(told(rows, 1, {}, 1, 'left')).toBe('Knit 1, yarn over, ssk, knit 1.');
    expect(told(rows, 1, { construction: 'unturned', firstDirection: 'leftToRight' })).toBe(
      'Knit 1, yarn over, ssk, knit 1.',
    );
    expect(told(rows, 1, { construction: 'unturned' }, 1, 'left')).toBe('Knit 1, k2tog, yarn over, knit 1.');
  });
  it('left-handed in the round a crossing over the join waits for the round’s end on her side', () => {
    const ring = closeToRing(
      chartFrom(
        'Row 1 (RS): *p2, 2/2 RC; rep from * to end.\nRow 2: purl.\nRow 3: p2, *k2, 2/2 RPC; rep from * to last 4 sts, k4.\nRow 4: purl.',
      ),
    );
    const sheet = sheetOf([{ rows: 8, panels: [{ chart: ring.ok ? ring.value : '', repeats: 2 }] }], {
      construction: 'round',
    });
    const cue = cueFor(sheet, 3, 'left');
    expect(cue.marker).toMatchObject({ moved: 2, start: 10 });
    expect(tellingWords(tellRow(cue), howFor(cue))).toMatch(
      /^\[knit 2, \(yarn to front, 2 to the FRONT, purl 2, yarn to back, knit the held 2\)\] 2 times\.$/,
    );
  });
});

describe('aloud', () => {
  it('a row is a list in order, with every crossing in it; groups say when they are over', () => {
    const sheet = sheetOf([
      { rows: 4, panels: [{ chart: chartFrom('Row 1 (RS): p1, 2/2 RC, k1, 2/2 LC, p1.'), repeats: 1 }] },
    ]);
    const cue = cueFor(sheet, 1, 'right');
    const said = tellingSaid(tellRow(cue), howFor(cue));
    expect(said).toBe(
      'Purl 1. Yarn to back, 2 to the back, knit 2, then knit the held 2. Knit 1. 2 to the front, knit 2, then knit the held 2. Purl 1.',
    );
    expect(
      tellingSaid(
        tellRow(cueFor(sheetOf([{ rows: 4, panels: [{ chart: 'rope-4', repeats: 3 }] }]), 3, 'right')),
        howFor(cue),
      ),
    ).toMatch(/3 times in all\. .*2 to the back.* End of the 3 times\./);
  });
  it('nothing that is printed is left unsaid: every hold, slip, knit and purl, in the same order', () => {
    const heard = (text: string) =>
      text.toLowerCase().match(/to the (?:back|front)|slip|knit|purl|yarn over|make 1|(?:after|then) \d+/g);
    for (const { draft } of DEMO) {
      const checked = checkDraft(draft);
      if (!checked.ok) throw new Error('no demo');
      for (let row = 1; row <= checked.value.sheet.rows; row += 1) {
        const cue = cueFor(checked.value.sheet, row, 'right');
        const telling = tellRow(cue);
        const named = telling.panels.reduce(
          (text, { panel }) => text.replaceAll(panel.name, ''),
          tellingWords(telling, howFor(cue)),
        );
        const said = telling.panels.reduce(
          (text, { panel }) => text.replaceAll(new RegExp(panel.name, 'gi'), ''),
          tellingSaid(telling, howFor(cue)),
        );
        expect([row, heard(said)]).toEqual([row, heard(aloud(named))]);
      }
    }
  });
  it('a slipped row says its slips', () =>
    expect(
      tellingSaid(
        tellRow(cueFor(sheetOf([{ rows: 4, panels: [{ chart: 'slipped-chain', repeats: 1 }] }]), 2, 'right')),
        { wayOf: () => 'cableNeedle', round: false },
      ),
    ).toMatch(/slip/i));
});

describe('what a literal knitter refuses', () => {
  const cue = cueFor(
    sheetOf([
      {
        rows: 6,
        panels: [
          { chart: 'rib-2-2', repeats: 3 },
          { chart: 'garter', id: 'edge', repeats: 2 },
        ],
      },
    ]),
    3,
    'right',
  );
  const needle = needleOf(cue);
  const names = cue.row.panels.map(({ panel }) => panel);
  it.each([
    [
      'a stretch beyond the stitches',
      ['Panel-1: 13 as they face you.', 'Edge: knit 2.'],
      'marker-in-the-way',
    ],
    ['a panel left out', ['Panel-1: as they face you to the marker.'], 'panel-untold'],
    ['stitches left over', ['Panel-1: knit 2.', 'Edge: knit 2.'], 'stitches-left'],
    ['no group of one', ['Panel-1: [knit 2, purl 2] 1 times.', 'Edge: knit 2.'], 'nothing-to-repeat'],
    [
      'runs of slips that are not there',
      [
        'Panel-1: to the marker: knit the knits, slip the purls with the yarn in front (2, 2, 1).',
        'Edge: knit 2.',
      ],
      'slips-differ',
    ],
    [
      'make 1 before the first stitch',
      ['Panel-1: make 1 left, as they face you to the marker.', 'Edge: knit 2.'],
      'no-strand',
    ],
    [
      'a crossing with the stitch that binding off has worked',
      [
        'Panel-1: bind off 2 (the stitch that is left on the needle counts with what comes next), (2 to the FRONT, knit 2, then knit the held 2), as they face you to the marker.',
        'Edge: knit 2.',
      ],
      'stitch-already-worked',
    ],
    [
      'a bind-off at the end with the yarn',
      ['Panel-1: as they face you to the marker.', 'Edge: knit 1, bind off 1.'],
      'yarn-left-behind',
    ],
  ])('%s', (_, lines, code) => {
    const done = perform(readTelling(lines, names), needle, cue.working);
    expect(done.ok ? 'done' : done.error.code).toBe(code);
  });
  it('as they face you, where nothing is on the needle to see', () => {
    const bare = {
      ...needle,
      panels: needle.panels.map((panel) => ({ ...panel, faces: panel.faces.map(() => null) })),
    };
    const done = perform(readTelling(['Knit the knits, purl the purls.'], names), bare, cue.working);
    expect(done.ok ? 'done' : done.error.code).toBe('face-unknown');
  });
  it('a word is never lost: spoiled, a telling no longer comes out', () => {
    const lines = tellingLines(tellRow(cue), howFor(cue));
    const spoiled = lines.map((line) => line.replace(/knit (?=\d)/, 'purl '));
    const cells = (from: readonly string[]) => {
      const done = perform(readTelling(from, names), needle, cue.working);
      return done.ok ? done.value.map(({ cell }) => cellKey(cell)) : done.error.code;
    };
    expect(cells(lines)).not.toEqual(cells(spoiled));
  });
});

it('no two tellings of a piece print the same words unless they do the same', () => {
  const meant = new Map<string, string>();
  for (const { draft } of DEMO) {
    const checked = checkDraft(draft);
    if (!checked.ok) throw new Error('no demo');
    for (const hand of HANDS)
      for (let row = 2; row <= checked.value.sheet.rows; row += 1) {
        const cue = cueFor(checked.value.sheet, row, hand);
        for (const way of WAYS) {
          const telling = tellRow(cue);
          const words = tellingWords(telling, howFor(cue, way));
          const done = JSON.stringify(perform(telling, needleOf(cue), cue.working));
          const key = `${JSON.stringify([needleOf(cue), cue.working])} ${words}`;
          expect(meant.get(key) ?? done).toBe(done);
          meant.set(key, done);
        }
      }
  }
  expect(meant.size).toBeGreaterThan(100);
});
