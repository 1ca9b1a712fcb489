/** Legend entries; how they are meant: common practice, no published source. */
import { cellKey } from '../stitch/cells';
import { crossingOfWords } from '../stitch/working';
import { readLegend, type LegendEntry } from './legend';
import { readRows } from './read';
import { scan } from './scan';
import { table } from '../testing/table';

const ROW = '\nRow 1: k2\nRow 2: p2\n';
const legendOf = (text: string) => readLegend(scan(text + ROW), {});

/** An entry in a word: the picture it stands for, or what else became of it. */
function told({ meaning, options, differs, half, idle }: LegendEntry): string {
  if (meaning)
    return cellKey(
      meaning.kind === 'picture'
        ? meaning.cell
        : crossingOfWords(meaning.words, { side: 'RS', direction: 'rightToLeft' }),
    );
  if (options.length > 0) return `one of ${options.length}`;
  if (differs) return 'held differs';
  if (half) return 'half';
  return idle ? 'idle' : 'nothing';
}
const entries = (text: string) => legendOf(text).entries.map((entry) => [entry.name, told(entry)]);

describe('what an entry stands for', () => {
  it.each(
    table(`
    Reed = sl 2 to cn, hold in back, k2, k2 from cn → xright:knit.knit/knit.knit
    Reed = sl 2 to cn, hold in front, p1, k2 from cn. Worked over 3 sts. → xleft:knit.knit/purl
    Reed = sl 2 to cn, hold in front, p1, k2 from cn (loosely) → xleft:knit.knit/purl
    Reed = over the next 4 sts, sl 2 to cn, hold in back, k2, k2 from cn → xright:knit.knit/knit.knit
    Reed = worked on RS rows: slip next 2 sts to cn, hold in back, k2, k2 from cn → xright:knit.knit/knit.knit
    Reed = knit the 2nd stitch in front of the first, then knit the first, slip both off → xright:knit/knit
    Reed = knit the 2nd stitch, then knit the first, slip both off → nothing
    Reed = worked over 2 sts: knit the second stitch from behind, then knit the first, slip both off → xleft:knit/knit
    Reed = 3/3 LC → xleft:knit.knit.knit/knit.knit.knit | Reed = C4F. → xleft:knit.knit/knit.knit
    Reed = C5B → one of 2 | Reed = k2tog → dec:2:right:knit | Reed = knit 2 stitches together → dec:2:right:knit
    Reed = k1 tbl → knitTbl | Reed = sl 3 to cn, hold in back, k2, k2 from cn → held differs
    Reed = sl 2 to cn, hold in back → half | Reed = k2 → nothing | Reed = k1, p1 → nothing
    Reed = C4F, C4B → nothing | Reed = C5B, k1 → nothing | Reed = as row 1 → nothing
    Reed = wave it about → nothing | Reed = sl 2 to cn, hold in back, k2 → nothing
    Reed = sl 2 to cn, hold in back, k2, k2 from cn. P2 → nothing
    Reed = sl 2 to cn, hold in back, k2, k2 from cn and on → nothing
    Reed = sl 2 to cn, hold in back, k2, k2 from cn and on (slowly) → nothing
    Reed = sl 2 to cn, hold in back, k2, k2 from cn ; → xright:knit.knit/knit.knit
    Reed = knit the 2nd stitch in front of the first, then knit the first, slip both off, k2 → nothing
    Reed = slip it somehow, k2 → nothing | k = knit → idle | k = purl → nothing
  `),
  )('%s', (text, found) => expect(entries(text).map(([, one]) => one)).toEqual([found]));
});

describe('names', () => {
  const HOLD = 'sl 2 to cn, hold in back, k2, k2 from cn';
  const [RIGHT, LEFT] = ['xright:knit.knit/knit.knit', 'xleft:knit.knit/knit.knit'];
  it.each([
    [
      `Reed cross (RX) = ${HOLD}`,
      [
        ['Reed cross', RIGHT],
        ['RX', RIGHT],
        ['Reed cross (RX)', RIGHT],
      ],
    ],
    [
      `Reed (4 sts) = ${HOLD}`,
      [
        ['Reed', RIGHT],
        ['Reed (4 sts)', RIGHT],
      ],
    ],
    [
      `RX/LX = sl 2 to cn, hold in back (front), k2, k2 from cn`,
      [
        ['RX', RIGHT],
        ['LX', LEFT],
      ],
    ],
    [
      `LX (RX) = sl 2 to cn, hold in Front (Back), k2, k2 from cn`,
      [
        ['LX', LEFT],
        ['RX', RIGHT],
      ],
    ],
    [`RX or LX = ${HOLD}`, [['RX or LX', RIGHT]]],
    [
      'Left (sl) = C4F',
      [
        ['Left', LEFT],
        ['Left (sl)', LEFT],
      ],
    ],
  ])('%s', (text, found) => expect(entries(text)).toEqual(found));

  it('blanks within the brackets are no part of a name', () =>
    expect(entries('Reed cross ( RX ) = C4B').map(([name]) => name)).toContain('RX'));
  it('an entry that no row uses may be a row that lost its label', () => {
    const asked = (text: string) => {
      const read = readRows(`${text}\nRow 1: k4.\nRow 2: p4.`, 'x');
      return read.ok ? [] : read.error.map(({ code, at }) => `${code} ${at.line}`);
    };
    expect(asked('Wale seven: k2, p2')).toEqual(['entry-or-row 1']);
    expect(asked('Wale 7: k2')).toEqual(['entry-or-row 1']);
    expect(asked('Reed = sl 2 to cn, hold in back, k2, k2 from cn')).toEqual([]);
  });
  it('a remark behind two names is the name of neither', () =>
    expect(entries('AX (over four) = C4B\nBX (over four) = C4F').map(([name]) => name)).toEqual([
      'AX',
      'AX (over four)',
      'BX',
      'BX (over four)',
    ]));
  it('a name of its own goes before the same as a remark', () =>
    expect(entries('AX (BX) = C4B\nBX = C4F')).toEqual(
      expect.arrayContaining([
        ['AX', RIGHT],
        ['BX', LEFT],
      ]),
    ));
  it('the same name twice: alike is once, otherwise it is told', () => {
    expect(legendOf('Reed = C4B\nReed = C4B').problems).toEqual([]);
    expect(legendOf('Reed = C4B\nReed = C4F').problems).toMatchObject([
      { code: 'legend-twice', name: 'Reed', at: { line: 2 } },
    ]);
    expect(legendOf('k = knit\nk = knit').problems).toEqual([]);
  });
  it('a basic word that is explained as another is told', () =>
    expect(legendOf('p = knit').problems).toMatchObject([{ code: 'legend-not-understood', name: 'p' }]));
  it('four hundred are read and one more is refused at its place', () => {
    const many = (count: number) =>
      Array.from(
        { length: count },
        (_, i) =>
          `Reed ${String.fromCharCode(97 + (i % 26))}${String.fromCharCode(97 + Math.floor(i / 26))} = C4B`,
      ).join('\n');
    expect([legendOf(many(400)).entries.length, legendOf(many(400)).problems]).toEqual([400, []]);
    expect(legendOf(many(401))).toMatchObject({
      entries: [],
      problems: [{ code: 'too-many-entries', most: 400, at: { line: 401, length: 13 } }],
    });
  });
  it('a pick settles an entry that leaves something open', () => {
    const cell = { kind: 'crossing', lean: 'right', over: ['knit'], under: ['knit'] } as const;
    const scanned = scan(`Reed = C5B${ROW}`);
    expect(readLegend(scanned, { Reed: cell }).entries.map(told)).toEqual(['xright:knit/knit']);
    expect(readLegend(scanned, { Rope: cell }).entries.map(told)).toEqual(['one of 2']);
  });
  it('entries are sure by an equals sign, by figures, by capitals or by being short', () => {
    const sure = (line: string) => legendOf(line).entries[0]?.sure;
    expect(['Reeds = C4B', 'Reeds: C4B', 'Reed: C4B', 'REEDS: C4B', 'Reeds 4: C4B'].map(sure)).toEqual([
      true,
      false,
      true,
      true,
      true,
    ]);
  });
});
