/**
 * Rows worked once: texts and grids typed by hand, the counts worked out by hand, and the same texts worked word by word.
 * How each phrase is meant: common practice, no published source.
 */
import fc from 'fast-check';
import { checkStretches } from '../chart/stretches';
import { chartKey } from '../chart/chart';
import { countFor, expandRow, givesOf, takesOf } from '../chart/row';
import { cellKey } from '../stitch/cells';
import { lineCharts } from '../testing/arbitrary';
import { gridChart } from '../testing/grid';
import { workText } from '../testing/word-by-word';
import { workCells } from '../testing/worked-chart';
import { WORKED_ONCE } from '../testing/worked-once';
import { mended, mendsOf } from './mends';
import { readRows } from './read';
import type { ReadChart } from './read-chart';
import { writePatternRows, writeRows } from './write';
import { runs, soundCases } from '../testing/size';

function sound(text: string, name = 'x'): ReadChart {
  const read = readRows(text, name);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return read.value;
}
const codes = (text: string) => {
  const read = readRows(text, 'x');
  return read.ok ? [] : read.error.map(({ code }) => code);
};
const doubts = (text: string) => sound(text).doubts.map(({ code }) => code);
/** Name, times, repeats across, set-up rows and rows of each stretch. */
const shape = ({ stretches }: ReadChart) =>
  stretches.map(({ chart, times, across }) => [
    chart.name,
    times,
    across,
    chart.setUp.length,
    chart.rows.length,
  ]);

describe.each(WORKED_ONCE)('$what', ({ text, grid, side, repeats, counts }) => {
  const { chart, castOn } = sound(text);
  const times = ((counts[0] as number) - castOn.base) / castOn.perRepeat;
  const rows = chart.rows.map((row) => expandRow(row, times));
  it('is the grid, cell by cell, and is worked once', () => {
    const typed = gridChart(grid, side).rows.map((row) => expandRow(row, repeats));
    expect(rows.map((cells) => cells.map(cellKey))).toEqual(typed.map((cells) => cells.map(cellKey)));
    expect(chart.once).toBe(true);
  });
  it('comes to the counts that were worked out by hand', () =>
    expect([takesOf(rows[0] ?? []), ...rows.map(givesOf)]).toEqual(counts));
  it('is what the hands make, word by word', () => {
    const made = workText(text, counts[0] as number);
    expect(made).not.toBeNull();
    expect(made).toEqual(workCells(rows, counts[0] as number));
  });
  it('is read again as it is written out', () => {
    const construction = /rnd|round/i.test(text) ? ('round' as const) : ('flat' as const);
    const again = sound(writeRows(chart, { family: 'fraction', construction }));
    expect(chartKey(again.chart)).toBe(chartKey(chart));
  });
});

const CROWN = 'Rnd 1: *k6, k2tog; rep from * around\nRnd 2: knit\nRnd 3: *k5, k2tog; rep from * around';

describe('rows that do not come back', () => {
  it('are asked after, and one press says that they are worked once', () => {
    const read = readRows(CROWN, 'x');
    const [problem] = read.ok ? [] : read.error;
    expect(problem).toMatchObject({
      code: 'worked-once',
      takes: { base: 0, perRepeat: 8 },
      gives: { base: 0, perRepeat: 6 },
      at: { line: 3 },
    });
    const [mend] = problem ? mendsOf(CROWN, problem) : [];
    expect(mend && sound(mended(CROWN, mend)).chart.once).toBe(true);
  });
  it('are asked after in a text whose last row shares its line with another', () => {
    const text = 'Row 3: *k5, k2tog; rep from * to end. Row 1: *k6, k2tog; rep from * to end. Row 2: purl.';
    const read = readRows(text, 'x');
    const [problem] = read.ok ? [] : read.error;
    const [mend] = problem ? mendsOf(text, problem) : [];
    expect(mend && sound(mended(text, mend)).chart).toMatchObject({ once: true, rows: { length: 3 } });
  });
  it('a word that is not understood is told alone: whether they come back is asked after it', () =>
    expect(codes(CROWN.replace('knit', 'kint'))).toEqual(['unknown-word']));
  it('are doubted where the text does not say what they come to, and are not where it does', () => {
    expect(doubts(`${CROWN}\nWork these rows once.`)).toEqual(['count-unstated']);
    expect(codes(CROWN.replace('around\n', 'around (56 sts)\n'))).toEqual(['worked-once']);
    const all = CROWN.replace('around\n', 'around (56 sts)\n').replace(/around$/, 'around (48 sts)');
    const begun = `Cast on 64 sts.\n${all}`;
    expect([codes(begun), doubts(begun)]).toEqual([[], []]);
  });
  it('are asked after where the count to begin with is not said, for a slip in the first row would not show', () => {
    const all = CROWN.replace('around\n', 'around (56 sts)\n').replace(/around$/, 'around (48 sts)');
    expect(codes(all)).toEqual(['worked-once']);
    expect(doubts(`${all}\nWork these rows once.`)).toEqual(['count-unstated']);
    expect(codes(`Cast on 72 sts.\n${all}`)).toEqual(['worked-once']);
  });
  it('a count that is stated otherwise is told, not taken for a proof', () => {
    const wrong = CROWN.replace('around\n', 'around (56 sts)\n').replace(/around$/, 'around (40 sts)');
    expect(codes(wrong)).toEqual(['worked-once']);
    expect(doubts(`${wrong}\nThese rows are worked once only.`)).toContain('stated-count-wrong');
  });
  it('a slip in rows that repeat is asked after too, and rows said to repeat are never worked once', () => {
    const rows = 'Row 1: *k2, yo, k2tog; rep from *\nRow 2: purl';
    expect(codes(rows)).toEqual([]);
    expect(codes(rows.replace('yo, k2tog', 'yo, k2'))).toEqual(['worked-once']);
    expect(codes(`${rows.replace('yo, k2tog', 'yo, k2')}\nRep rows 1 and 2 for pattern.`)).toEqual([
      'counts-differ',
    ]);
  });
  it.each(['All rows are worked once.', 'Work all the rows just once', '(These rows are only worked once.)'])(
    '%s',
    (sentence) => expect(sound(`${CROWN}\n${sentence}`).chart.once).toBe(true),
  );
  it('that repeat by one line and are worked once by another are refused', () =>
    expect(codes('Row 1: k4\nRow 2: p4\nRep rows 1 and 2.\nWork these rows once.')).toEqual([
      'once-and-again',
    ]));
  it('rows that come back may be worked once as well', () =>
    expect(shape(sound('Row 1: k4\nRow 2: p4\nWork these rows once.'))).toEqual([['x', 1, 1, 0, 2]]));
});

describe('what rows come to', () => {
  it.each([
    ['in brackets', '(56 sts)', '(48 sts remain)'],
    ['in square ones', '[56 sts]', '[48 sts]'],
    ['behind a dash', '- 56 sts.', '- 48 sts left'],
    ['behind a colon', ': 56 sts', ': 48 sts.'],
    ['behind a full stop', '. 56 sts', '. 48 sts.'],
    ['behind an equals sign', '= 56 sts', '= 48 sts'],
  ])('%s', (_, one, two) => {
    const text = `Cast on 64 sts.\nRnd 1: [k6, k2tog] around${one}\nRnd 2: knit\nRnd 3: [k5, k2tog] around ${two}`;
    expect([codes(text), doubts(text)]).toEqual([[], []]);
    expect(doubts(text.replace('Cast on 64', 'Work these rows once.\nCast on 72'))).toContain(
      'stated-count-wrong',
    );
  });
  it('a stretch of stitches that lost its letter is no count', () =>
    expect(codes('Row 1: k4, p2, 4 sts\nRow 2: k4, p2, k4')).not.toEqual([]));
});

describe('increases', () => {
  it('from a few stitches outwards are worked once, without a doubt', () => {
    const text =
      'Cast on 8 sts.\nRnd 1: *kfb; rep from * around (16 sts)\nRnd 2: knit\nRnd 3: *k1, kfb; rep from * around (24 sts)';
    expect([shape(sound(text)), doubts(text)]).toEqual([[['x', 1, 1, 0, 3]], []]);
  });
  it('in a set-up row of a narrower repeat, where it says what it comes to', () => {
    const text =
      'Set-up row (WS): *p2, pfb; rep from * to end (32 sts)\nRow 1 (RS): *k4, 2/2 RC; rep from * to end\nRow 2: purl';
    const { chart, castOn } = sound(text);
    expect([castOn, chart.once]).toEqual([{ base: 0, perRepeat: 6 }, undefined]);
    expect(doubts(text)).toEqual([]);
    expect(codes(text.replace(' (32 sts)', ''))).toEqual(['counts-differ']);
    expect(codes(text.replace('p2, pfb', 'p3, pfb'))).toEqual(['counts-differ']);
  });
});

describe('rows repeated on the way', () => {
  const EDGES =
    'Cast on 44 sts.\nRow 1 (RS): k1, ssk, k to last 3 sts, k2tog, k1\nRow 2: purl\nRep rows 1 and 2 ';
  it.each([
    ['six more times. Bind off.', 14, 30],
    ['until 30 sts remain.', 14, 30],
    ['until there are 8 sts left', 36, 8],
  ])('%s', (order, rows, left) => {
    const text = `${EDGES}${order}\nWork these rows once.`;
    const { chart, repeats } = sound(text);
    expect(chart.rows).toHaveLength(rows);
    expect(givesOf(expandRow(chart.rows[rows - 1] as (typeof chart.rows)[number], repeats ?? 0))).toBe(left);
  });
  it('"until 8 sts remain" needs a beginning from which it is reached', () => {
    const order = `${EDGES}until 8 sts remain.`;
    expect(codes(order.replace('Cast on 44 sts.\n', ''))).toEqual(['left-of-what']);
    expect(codes(order.replace('44', '45'))).toEqual(['left-not-reached']);
    expect(codes('Cast on 12 sts.\nRow 1: knit\nRow 2: purl\nRep rows 1 and 2 until 8 sts remain.')).toEqual([
      'left-not-reached',
    ]);
  });
  it('two such orders, the second from what the first leaves', () => {
    const text = `Cast on 44 sts.
Row 1 (RS): k1, ssk, k to last 3 sts, k2tog, k1
Row 2: purl
Rep rows 1 and 2 until 20 sts remain.
Row 3: k1, ssk, ssk, k to last 5 sts, k2tog, k2tog, k1
Row 4: purl
Rep rows 3 and 4 until 8 sts remain.`;
    // 44 to 20 by twos are 12 times, 20 to 8 by fours 3 times.
    expect(sound(text).chart.rows).toHaveLength(2 * 12 + 2 * 3);
  });
  it.each([
    ['rows numbered after them', 'Row 9: *p2, C4F, p2*\nRow 10: *k2, p4, k2*', 10],
    ['rows numbered on', 'Row 5: *p2, C4F, p2*\nRow 6: *k2, p4, k2*', 10],
    ['no rows behind', '', 4],
  ])('"work 4 rows in pattern as set", %s', (_, rest, rows) => {
    const rope = 'Row 1: *p2, k4, p2*\nRow 2: *k2, p4, k2*\nRow 3: *p2, C4B, p2*\nRow 4: *k2, p4, k2*';
    const { chart } = sound(`${rope}\nWork 4 rows in pattern as set.\n${rest}`);
    expect(chart.rows).toHaveLength(rows);
    if (rows > 4) expect(chart.rows.slice(4, 8)).toEqual(chart.rows.slice(0, 4));
  });
  it('"work 3 rows in pattern" with other numbers behind it is asked after', () =>
    expect(
      codes(
        'Row 1: *k4, p4*\nRow 2: *k4, p4*\nWork 3 rows in pattern.\nRow 4: *p8*\nRow 5: *k8*\nRow 6: *p8*',
      ),
    ).toEqual(['goes-on-differs']));
});

describe('stretches one after the other', () => {
  const HAT = `Rnds 1-4: *k2, p2; rep from * around
Rep rnds 1-4 until piece measures 5 cm.
Rnd 5: *k4, p4; rep from * around
Rnd 6: *C4B, p4; rep from * around
Rep rnds 5-6 for 10 cm.
Rnd 7: *k2tog, k2, p4; rep from * around (42 sts)
Rnd 8: *k2tog, k1, p4; rep from * around (36 sts)`;
  it('by what the orders say', () =>
    expect(shape(sound(HAT, 'Hat'))).toEqual([
      ['Hat, rounds 1 to 4', null, 1, 0, 4],
      ['Hat, rounds 5 to 6', null, 1, 0, 2],
      ['Hat, rounds 7 to 8', 1, 1, 0, 2],
    ]));
  it('rows before a stretch that repeats set it up', () => {
    const text =
      'Row 1: p8\nRow 2: *k4, p4*\nRow 3: *C4B, p4*\nRep rows 2-3 to desired length.\nRow 4: p8\nWork these rows once.';
    expect(shape(sound(text))).toEqual([
      ['x, rows 1 to 3', null, 1, 1, 2],
      ['x, row 4', 1, 1, 0, 1],
    ]);
  });
  it('an order without an end, with rows behind it, is asked after and mended', () => {
    const text = HAT.replace(' until piece measures 5 cm', '');
    const read = readRows(text, 'x');
    const [problem] = read.ok ? [] : read.error;
    expect(problem).toMatchObject({ code: 'order-without-end', first: 1, last: 4 });
    const [mend] = problem ? mendsOf(text, problem) : [];
    expect(mend && shape(sound(mended(text, mend), 'Hat'))).toHaveLength(3);
  });
  it('an order that stands elsewhere repeats other rows', () =>
    expect(codes(`${HAT}\nRep rnds 1-6 until tired.`)).toContain('repeats-other-rows'));

  const PARTS = `Cast on 64 sts.
Rib
Rnd 1: *k2, p2; rep from * around
Rnd 2: *k2, p2; rep from * around
Body
Rnd 1: *k6, p2; rep from * around
Rnd 2: *C6B, p2; rep from * around
Crown
Rnd 1: *k2tog, k2, k2tog, p2; rep from * around (48 sts)
Rnd 2: *k2tog, k2tog, p2; rep from * around (32 sts)`;
  it('under headings: asked which one, or all of them, each as often across as it must be', () => {
    const read = readRows(PARTS, 'Hat');
    const [problem] = read.ok ? [] : read.error;
    expect(problem).toMatchObject({ code: 'choose-pattern', names: ['Rib', 'Body', 'Crown'], follow: true });
    const [mend] = problem ? mendsOf(PARTS, problem) : [];
    const whole = mend && sound(mended(PARTS, mend), 'Hat');
    expect(whole && shape(whole)).toEqual([
      ['Rib', null, 2, 0, 2],
      ['Body', null, 1, 0, 2],
      ['Crown', 1, 1, 0, 2],
    ]);
    // Both repeating stretches are shown twice.
    expect(whole?.chart.rows).toHaveLength(10);
    expect(whole?.words).toHaveLength(10);
    expect(whole && checkStretches(whole.stretches).ok).toBe(true);
  });
  it('a rib of one round under its heading is a pattern too, and one that is merely numbered twice is a slip', () => {
    const text = PARTS.replace('Rnd 2: *k2, p2; rep from * around\n', 'Rep rnd 1 until 5 cm.\n');
    const read = readRows(text, 'Hat');
    const [problem] = read.ok ? [] : read.error;
    expect(problem).toMatchObject({ code: 'choose-pattern', names: ['Rib', 'Body', 'Crown'], follow: true });
    const [mend] = problem ? mendsOf(text, problem) : [];
    expect(mend && shape(sound(mended(text, mend), 'Hat'))[0]).toEqual(['Rib', null, 2, 0, 1]);
    expect(codes('Row 1: k4\nRow 1: p4')).toEqual(['row-twice']);
  });
  it('that do not fit on each other are only asked which one', () => {
    const text = PARTS.replace('k2tog, k2, k2tog, p2', 'k1, k2tog, k2, k2tog, p2');
    const read = readRows(text, 'Hat');
    expect(read.ok ? null : read.error[0]).toMatchObject({ code: 'choose-pattern', follow: false });
    const turn = `Work the rows under each heading one after the other.\n${PARTS.replaceAll('rep from * around', 'rep from * to last st, k1').replace('*k2, p2; rep from * to last st, k1', '*k2, p2; rep from * to last 3 sts, k3')}`;
    expect(codes(turn)).not.toEqual([]);
  });
  it('an entry that one of them uses is no entry too many', () => {
    const text = `Work the rows under each heading one after the other.
Reed = slip next 2 sts to cable needle and hold in back, k2, k2 from cable needle
${PARTS.replace('C6B', 'Reed, k2')}`;
    expect(sound(text).doubts).toEqual([]);
  });
  it('written out, they are read again', () => {
    const text = `Work the rows under each heading one after the other.\n${PARTS}`;
    const { stretches } = sound(text);
    for (const family of ['fraction', 'hold', 'words'] as const) {
      const written = writePatternRows(stretches, { family, construction: 'round', presented: true });
      expect(shape(sound(written))).toEqual(shape(sound(text)));
    }
  });
  it('any chart and itself, worked once, are read again as two stretches', () => {
    const sane = soundCases(0.9);
    fc.assert(
      fc.property(lineCharts, (chart) => {
        const bare = { ...chart, setUp: [] };
        const stretches = [
          { chart: bare, times: null, across: 1 },
          { chart: { ...bare, once: true as const }, times: 1 as const, across: 1 },
        ] as const;
        if (!sane.is(checkStretches(stretches).ok)) return;
        const written = writePatternRows(stretches, { family: 'fraction', construction: 'flat' });
        const read = sound(written);
        expect(read.stretches.map((one) => chartKey(one.chart))).toEqual(
          stretches.map((one) => chartKey(one.chart)),
        );
      }),
      { numRuns: runs(60, 600) },
    );
    sane.enough();
  });
  it('counts go through all of them', () => {
    const text = `Work the rows under each heading one after the other.\n${PARTS}`;
    const { chart, castOn } = sound(text);
    const counts = chart.rows.map((row) => givesOf(expandRow(row, 8)));
    expect([countFor(castOn, 8), ...counts]).toEqual([64, 64, 64, 64, 64, 64, 64, 64, 64, 48, 32]);
  });
});
