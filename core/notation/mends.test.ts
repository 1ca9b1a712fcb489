/** One press mends: the mended text is read again, and reads as it was meant. */
import { chartKey } from '../chart/chart';
import { NO_CHOICES } from './choices';
import { mended, mendsOf } from './mends';
import { readRows } from './read';
import { table } from '../testing/table';

const problemsOf = (text: string) => {
  const read = readRows(text, 'x');
  return read.ok ? [] : read.error;
};
const keyOf = (text: string) => {
  const read = readRows(text, 'x');
  return read.ok ? chartKey(read.value.chart) : read.error;
};
const mendsIn = (text: string) => problemsOf(text).flatMap((problem) => mendsOf(text, problem));

describe('one problem, one press', () => {
  it.each([
    [
      'a word misspelled',
      'Row 1: p1, kint 4, p2.\nRow 2: k2, p4, k1.',
      'Row 1: p1, k4, p2.\nRow 2: k2, p4, k1.',
    ],
    [
      'two letters exchanged in a phrase',
      'Row 1: p1, kinit the nxet 4, p2.\nRow 2: k2, p4, k1.',
      'Row 1: p1, k4, p2.\nRow 2: k2, p4, k1.',
    ],
    ['an l for a 1', 'Row 1: pl, k4, p2.\nRow 2: k2, p4, k1.', 'Row 1: p1, k4, p2.\nRow 2: k2, p4, k1.'],
    [
      'a label misspelled',
      'Row 1: p1, k4, p2.\nRwo 2: k2, p4, k1.',
      'Row 1: p1, k4, p2.\nRow 2: k2, p4, k1.',
    ],
    ['a range backwards', 'Row 1: k4.\nRows 4-2: p4.', 'Row 1: k4.\nRows 2-4: p4.'],
    ['a bracket too many', 'Row 1: p1], k4.\nRow 2: p4, k1.', 'Row 1: p1, k4.\nRow 2: p4, k1.'],
    [
      'to the end, with stitches behind',
      'Row 1: *k2, p2; rep from * to end, k2.\nRow 2: *p2, k2; rep from * to last 2 sts, p2.',
      'Row 1: *k2, p2; rep from * to last 2 sts, k2.\nRow 2: *p2, k2; rep from * to last 2 sts, p2.',
    ],
    [
      'row 1 on nothing but the cast-on',
      'Row 1: knit the knits and purl the purls.\nRow 2: k2, p4.\nRow 3: C4B, p2.\nRow 4: k2, p4.',
      'Row 1: k4, p2.\nRow 2: k2, p4.\nRow 3: C4B, p2.\nRow 4: k2, p4.',
    ],
    [
      'how often an order means',
      'Row 1: k4.\nRow 2: p4.\nRep rows 1 and 2 twice.\nRow 3: C4B.\nRow 4: p4.',
      'Row 1: k4.\nRow 2: p4.\nRep rows 1 and 2 two more times.\nRow 3: C4B.\nRow 4: p4.',
    ],
    [
      'where a repeat begins',
      'Row 1: p2, C4B to end.\nRow 2: *p4, k2; rep from * to end.',
      'Row 1: *p2, C4B; rep from * to end.\nRow 2: *p4, k2; rep from * to end.',
    ],
  ])('%s', (_, text, meant) => {
    expect(problemsOf(text)).toHaveLength(1);
    const [mend] = mendsIn(text);
    if (!mend) throw new Error('no mend');
    expect(keyOf(mended(text, mend))).toEqual(keyOf(meant));
  });

  it('both ways are offered where only the knitter can know', () => {
    const text = 'Row 1: *k2, p2; rep from * 3 times.';
    const read = mendsIn(text).map((mend) => keyOf(mended(text, mend)));
    expect(read).toEqual([keyOf('Row 1: [k2, p2] 3 times.'), keyOf('Row 1: [k2, p2] 4 times.')]);
  });
});

describe('a spoken row is a few problems, never one for each word', () => {
  it('a phrase is one', () =>
    expect(problemsOf('Row 1: p2, with the wool held loosely in hand k4.').map(({ code }) => code)).toEqual([
      'unknown-word',
    ]));
  it('a row that is hardly understood is one', () => {
    const text =
      'Row 1: now take the needle, and while you hold it, bring the yarn forward, go round twice, pull it snug, then work on as the mood takes you, until the hare is back.';
    expect(problemsOf(text).map(({ code }) => code)).toEqual(['row-not-understood']);
  });
});

describe('names that are asked', () => {
  const asked = (text: string) =>
    problemsOf(text).flatMap((p) =>
      p.code === 'ambiguous-name'
        ? [[p.word, p.options.map(({ name, fits }) => `${name}${fits ? ' fits' : ''}`)]]
        : [],
    );

  it.each(['LT', 'T1L', 'twist left', 'twist 1 left', 'left twist'])(
    '%s where the next rows want a purl',
    (name) => {
      const text = `Row 1: p2, ${name}, p2.\nRow 2: k2, p1, k1, k2.\nRow 3: p2, p1, k1, p2.\nRow 4: k2, p1, k1, k2.`;
      expect(asked(text)).toEqual([[name, ['1/1 LPC fits', '1/1 LT with twisted stitches fits', '1/1 LC']]]);
    },
  );
  it('LT is not asked where the rows go on with knits', () =>
    expect(asked('Row 1: p2, LT, p2.\nRow 2: k2, p2, k2.')).toEqual([]));
  it('mirrored names have the same choices, mirrored', () => {
    const [[, right], [, left]] = asked('Row 1: CR4B, CL4F.\nRow 2: p8.') as [
      [string, string[]],
      [string, string[]],
    ];
    expect(left).toEqual(right.map((name) => name.replace(/R/g, 'L')));
  });
  it('the meaning with which the rows fit comes first', () => {
    const [[, options]] = asked(
      'Row 1: k1, C5B, p2.\nRow 2: k2, p6.\nRow 3: C2F, k4, p2.\nRow 4: k2, p6.',
    ) as [[string, string[]]];
    expect(options).toHaveLength(2);
    const [[, cr]] = asked(
      'Row 1: k2, CR4B, k2.\nRow 2: p2, k2, p4.\nRow 3: k4, p2, k2.\nRow 4: p2, k2, p4.',
    ) as [[string, string[]]];
    expect(cr[0]).toBe('2/2 RPC fits');
  });
  it('a pick settles it', () => {
    const text = 'Row 1: p2, LT, p2.\nRow 2: k2, p1, k1, k2.\nRow 3: p2, p1, k1, p2.\nRow 4: k2, p1, k1, k2.';
    const [problem] = problemsOf(text);
    if (problem?.code !== 'ambiguous-name') throw new Error('not asked');
    const meanings = { LT: problem.options[0]?.cell ?? { kind: 'noStitch' as const } };
    expect(readRows(text, 'x', { choices: { ...NO_CHOICES, meanings } }).ok).toBe(true);
  });
});

describe('counts that must agree', () => {
  const codes = (text: string) => problemsOf(text).map(({ code }) => code);
  it.each([
    'Row 1: sl 3 to cn, hold front, k3, k2 from cn.\nRow 2: p5.',
    'X = sl 3 to cn, hold front, k3, k2 from cn\nRow 1: X.\nRow 2: p5.',
    'Row 1: sl 2 to cn, hold back, k2, k3 from cn.\nRow 2: p5.',
    'Row 1: sl next sts to cn, hold back, k2, k2 from cn.\nRow 2: p4.',
    'Row 1: sl 3 sts to cn and hold in back, k2, sl last 0 st from cn back to left needle and p1, then k2 from cn.\nRow 2: p5.',
  ])('%s', (text) => expect(codes(text)).toEqual(['held-differs']));
});

it('"cast on 120" says how many repeats there are', () => {
  const read = readRows(
    'Cast on 120.\nRow 1: *k4, p2; rep from * to end.\nRow 2: *k2, p4; rep from * to end.',
    'x',
  );
  expect(read.ok && read.value.repeats).toBe(20);
});

describe('unturned rows from left to right', () => {
  const text =
    'Row 1: p1, k4, p2.\nRow 2: p2, C4B, p1.\nRow 3: p1, k4, p2.\nRow 4: p2, sl 2 to cn, hold in back, k2, k2 from cn, p1.';
  const context = { unturned: { firstDirection: 'rightToLeft' as const } };
  const leans = (source: string) => {
    const read = readRows(source, 'x', context);
    if (!read.ok) return read.error.map(({ code }) => code);
    return read.value.chart.rows.flatMap(({ repeat }) =>
      repeat.flatMap((cell) => (cell.kind === 'crossing' ? [cell.lean] : [])),
    );
  };

  it('what a hold means is asked once, with both crossings', () => {
    const read = readRows(text, 'x', context);
    expect(read.ok ? [] : read.error).toMatchObject([
      { code: 'unturned-holds', hands: { lean: 'left' }, picture: { lean: 'right' }, at: { line: 2 } },
    ]);
  });
  it('either answer is written into the text, for names and for holds spelled out alike', () => {
    const read = readRows(text, 'x', context);
    const [problem] = read.ok ? [] : read.error;
    const answers = problem ? mendsOf(text, problem).map((mend) => leans(mended(text, mend))) : [];
    expect(answers).toEqual([
      ['left', 'left'],
      ['right', 'right'],
    ]);
  });
  it('a lean is a lean in every row, and turned work asks nothing', () => {
    expect(leans('Row 1: p1, k4, p2.\nRow 2: p2, 2/2 RC, p1.')).toEqual(['right']);
    expect(readRows(text, 'x').ok).toBe(true);
  });
});

describe('two patterns in one text', () => {
  const text =
    'Eel rope\nRow 1: p1, Reed, p1.\nRow 2: k1, p4, k1.\n\nSedge twist:\nRow 1: p2, RT, p2.\nRow 2: k2, p2, k2.\n\nReed = 2/2 LC';
  it('which one is asked, by its heading', () =>
    expect(problemsOf(text)).toMatchObject([{ code: 'choose-pattern', names: ['Eel rope', 'Sedge twist'] }]));
  it.each([
    [0, 'Row 1: p1, 2/2 LC, p1.\nRow 2: k1, p4, k1.'],
    [1, 'Row 1: p2, RT, p2.\nRow 2: k2, p2, k2.'],
  ])('pattern %i is read by itself, with the legend of both', (part, alone) => {
    const read = readRows(text, 'x', { choices: { ...NO_CHOICES, part } });
    expect(read.ok ? chartKey(read.value.chart) : read.error).toEqual(keyOf(alone));
  });
  it('a row written twice is no second pattern', () =>
    expect(problemsOf('Row 1: k4.\nRow 1: k4.\nRow 2: p4.').map(({ code }) => code)).toEqual(['row-twice']));
});

describe('the row that is likely wrong', () => {
  const rows = (text: string) => problemsOf(text).map(({ code, row }) => `${code} ${row?.number ?? ''}`);
  it.each([
    ['by the cast-on', 'Cast on 8 sts.\nRow 1: p2, k4, p3.\nRow 2: k2, p4, k2.', ['counts-differ 1']],
    ['by a count behind a row', 'Row 1: p2, k4, p3. (8 sts)\nRow 2: k2, p4, k2.', ['counts-differ 1']],
    [
      'by most of the others',
      'Row 1: p2, k4, p3.\nRow 2: k2, p4, k2.\nRow 3: p2, C4B, p2.',
      ['counts-differ 1'],
    ],
    ['with nothing to go by, the second', 'Row 1: p2, k4, p3.\nRow 2: k2, p4, k2.', ['counts-differ 2']],
  ])('%s', (_, text, expected) => expect(rows(text)).toEqual(expected));
});

describe('"in pattern" where the rows change their texture', () => {
  const doubts = (text: string) => {
    const read = readRows(text, 'x');
    return read.ok ? read.value.doubts.map(({ code }) => code) : read.error;
  };
  it('is doubted', () =>
    expect(
      doubts('Row 1: k4, C4B.\nRow 2: p4, k4.\nRow 3: k8.\nRow 4: k8.\nRow 5: k8.\nRow 6: in pattern.'),
    ).toContain('established'));
  it('and is not where they only go on', () =>
    expect(
      doubts('Row 1: p2, k4, p2.\nRow 2: in pattern.\nRow 3: p2, C4B, p2.\nRow 4: as established.'),
    ).toEqual([]));
});

describe('what stands in brackets behind a stitch is not dropped', () => {
  const codes = (text: string) => problemsOf(text).map(({ code }) => code);
  it.each([
    'Row 1: k2, p2 (through the back), k2.\nRow 2: p2, k2, p2.',
    'Row 1: C4B (both groups twisted), p2.\nRow 2: k2, p4.',
    'Row 1: p1 C4B (sl 2 to cn, hold in front, k2, k2 from cn) p2\nRow 2: k2, p4, k1.',
  ])('%s', (text) => expect(codes(text)).not.toEqual([]));
  it('an explanation that says the same is no second crossing', () =>
    expect(codes('Row 1: p1 C4B (sl 2 to cn, hold in back, k2, k2 from cn) p2\nRow 2: k2, p4, k1.')).toEqual(
      [],
    ));
});

it('rows repeated beyond all bounds are refused, not cut short', () =>
  expect(
    problemsOf('Row 1: k4.\nRow 2: p4.\nRep rows 1 and 2 4000 more times.\nRow 3: C4B.\nRow 4: p4.').map(
      ({ code }) => code,
    ),
  ).toEqual(['too-many-rows']));

it('a word that may be two is offered as either', () =>
  expect(mendsIn('Row 1: p1, knitz the nxet 4, p2.\nRow 2: k2, p4, k1.').map(({ shows }) => shows)).toEqual(
    expect.arrayContaining(['knit the next 4', 'knits the next 4']),
  ));

describe('beside a row whose words are not understood a miscount in another is told all the same', () => {
  it.each([
    ['zap 2, p2', 'unknown-word'],
    ['[k2, p1], k1', 'missing-times'],
    ['[k4, p2', 'unclosed'],
    ['k4], p2', 'unopened'],
    ['', 'empty-row'],
    ['C5B, k1', 'ambiguous-name'],
    ['k99999, p2', 'count-out-of-range'],
    ['k4, rep from * to end', 'repeat-without-star'],
  ])('Row 3: %s', (row, code) => {
    const text = `Row 1 (RS): k4, p2.\nRow 2: k2, p4.\nRow 3: ${row}.\nRow 4: k2, p5.\nRow 5: k4, p2.\nRow 6: k2, p4.`;
    expect(problemsOf(text).map((one) => one.code)).toEqual([code, 'counts-differ']);
  });
  it('Row 3 with a name whose entry says nothing', () => {
    const text =
      'Zig = wave it\nRow 1 (RS): k4, p2.\nRow 2: k2, p4.\nRow 3: Zig, p2.\nRow 4: k2, p5.\nRow 5: k4, p2.\nRow 6: k2, p4.';
    expect(problemsOf(text).map((one) => one.code)).toEqual(['legend-not-understood', 'counts-differ']);
  });
});

describe('a slip in a word that rows use', () => {
  const at = (text: string, words: string) => ({
    line: 1,
    column: 1,
    length: words.length,
    from: text.indexOf(words),
  });
  const offered = (words: string) => {
    const text = `Row 1: k4, ${words}, p2.`;
    return mendsOf(text, { code: 'unknown-word', word: words, at: at(text, words) }).map(
      ({ shows }) => shows,
    );
  };
  it.each(
    table(`
    knt → knit | purll → purl | silp → slip | repat → repeat | rpe → rep | form → from | lats → last | edn → end
    stich → stitch | sttiches → stitches | stss → sts | tims → times | twcie → twice | onc → once | nxet → next
    cabel → cable | nedle → needle | hodl → hold | fornt → front | bakc → back | corss → cross | rihgt → right
    lfet → left | oevr → over | tehn → then | adn → and | acros → across | arond → around | markr → marker
    k2tgo → k2tog | p2otg → p2tog | sks → ssk | sps → ssp | kbf → kfb | tlb → tbl | wyfi → wyif | wybi → wyib
    oen → one | wto → two | thre → three | fuor → four | fvie → five | sxi → six | sevn → seven | eigth → eight
    nien → nine | etn → ten | trun → turn | konits → knits | puruls → purls | hte → the | rwo → row | rosw → rows
    ronud → round | ronuds → rounds | rnsd → rnds | rmd → rnd
  `),
  )('%s may be %s', (slip, word) => expect(offered(slip)).toContain(word));

  it('what is right in a phrase stays as it is', () => {
    expect(offered('kint 12 adn p2')).toEqual(['knit 12 and p2']);
    expect(offered('Kint kl')).toEqual(['knit k1']);
    expect(offered('pi kint')).toEqual(['p1 knit']);
    expect(offered('p| kint')).toEqual(['p1 knit']);
  });
  it('nothing is offered for a phrase with a word that is far from all of them, nor for one that is right', () => {
    expect(offered('kint zoo')).toEqual([]);
    expect(offered('zk')).toEqual([]);
    expect(offered('knit')).toEqual([]);
    expect(offered('k12')).toEqual([]);
    expect(offered('kk12')).toEqual([]);
  });
  it('no more than three are offered, each once', () => {
    const many = offered('rnts');
    expect(many.length).toBeLessThanOrEqual(3);
    expect(new Set(many).size).toBe(many.length);
  });
});

describe('a slip in a label', () => {
  const offered = (label: string) => {
    const text = `Row 1: k4.\n${label}: p4.`;
    const at = { line: 2, column: 1, length: label.length, from: 11 };
    return mendsOf(text, { code: 'header-not-understood', text: label, at }).map((mend) =>
      mended(text, mend).slice(11),
    );
  };
  it.each([
    ['Rwo 2', ['Row 2: p4.']],
    ['Rosw 2 and 4', ['Row 2 and 4: p4.', 'Rows 2 and 4: p4.']],
    ['Ruond 2', ['Round 2: p4.']],
    ['Ronuds 2, 4', ['Rounds 2, 4: p4.']],
    ['rndd 2', ['Rnd 2: p4.', 'Rnds 2: p4.']],
    ['Rows 6-2', ['Rows 2-6: p4.']],
    ['Rows 6 - 2 (WS)', ['Rows 2 - 6 (WS): p4.']],
    ['Rows 2-6', []],
    ['Rows 2-2', []],
    ['Row 2x', []],
    ['rnds 2x', []],
    ['Otter 2', []],
    ['12', []],
  ])('%s', (label, mends) => expect(offered(label)).toEqual(mends));
});
