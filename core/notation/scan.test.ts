/** A pasted text cut into rows, entries, orders and remarks; how they are meant: common practice, no published source. */
import { scan } from './scan';
import { table } from '../testing/table';

/** What a text is cut into, in its order: row, entry, order, remark (or one that works stitches), or a problem. */
function cut(text: string, passedOver: readonly string[] = []): string {
  const { rows, legend, loose, orders, problems } = scan(text, null, passedOver);
  const piece = (from: number, to: number) => text.slice(from, to).replace(/\s+/g, ' ').trim();
  const ordered = new Set(orders.map(({ at }) => at.from));
  const unclear = new Set(problems.map(({ at }) => at.from));
  const found = [
    ...rows.map(({ from, to, bodyFrom, header }) => ({
      from,
      said: `row ${header.numbers[0] ?? '-'}<${piece(bodyFrom, to)}>`,
    })),
    ...legend.map(({ from, to, name, bodyFrom, defines }) => ({
      from,
      said: `${defines ? 'define' : 'entry'} ${name}<${piece(bodyFrom, to)}>`,
    })),
    ...orders.map(({ at }) => ({ from: at.from, said: 'order' })),
    ...loose.flatMap(({ from, to, holdsStitches }) =>
      ordered.has(from) || unclear.has(from)
        ? []
        : [{ from, said: `${holdsStitches ? 'stray' : 'remark'}<${piece(from, to)}>` }],
    ),
    ...problems.map(({ code, at }) => ({ from: at.from, said: `!${code}` })),
  ];
  return found
    .sort((a, b) => a.from - b.from)
    .map(({ said }) => said)
    .join(' ');
}

it.each(
  table(String.raw`
    Row 1: k2. → row 1<k2.>
    Row 1: k2. Row 2: p2. → row 1<k2.> row 2<p2.>
    Row 1: k2,\np2.\nRow 2: p4. → row 1<k2, p2.> row 2<p4.>
    Row 1: k2\nthen p2\nRow 2: p4 → row 1<k2 then p2> row 2<p4>
    Row 1: k2.\n\nloosely → row 1<k2.> remark<loosely>
    Row 1: k2.\nloosely all along\n → row 1<k2.> remark<loosely all along>
    Row 1: k2\nWork loosely\nRow 2: p2 → row 1<k2> remark<Work loosely> row 2<p2>
    Row 1: k2 and\nThen p2 → row 1<k2 and Then p2>
    Row 1: k2, hold the\nNeedle still → row 1<k2, hold the Needle still>
    Row 1: k2; rep\nFrom * on → row 1<k2; rep From * on>
    1: k2\n2: p2 → row 1<k2> row 2<p2>
    k2, p2 all along → stray<k2, p2 all along>
    (a quiet pattern) → remark<(a quiet pattern)>
    (k2, p2) → stray<(k2, p2)>
    Row 1: k2.\n(a quiet row)\np2 → row 1<k2.> remark<(a quiet row)> stray<p2>
    Rep rows 1-2. → order
    Row 1: k2. Rep row 1 twice. → row 1<k2.> order
    Rep rows 1-2 until 10 cm. Row 3: k2 → order row 3<k2>
    Reed = sl 2 to cn, k2 → define Reed<sl 2 to cn, k2>
    Reed: sl 2 to cn, k2 → entry Reed<sl 2 to cn, k2>
    Reed - k2 from cn → entry Reed<k2 from cn>
    Reed means slip 2 to cn → entry Reed<slip 2 to cn>
    Reed stands for: slip 2 to cn → entry Reed<slip 2 to cn>
    Reed is worked as follows: slip 2 → entry Reed<slip 2>
    Reed = sl 2 to cn,\nk2 from cn → define Reed<sl 2 to cn, k2 from cn>
    Note: Reed = C4B → define Reed<C4B>
    Abbreviations: Reed = C4B. Rush = C4F → define Reed<C4B.> define Rush<C4F>
    Note: the yarn is red → remark<Note: the yarn is red>
    Gauge: 20 sts → remark<Gauge: 20 sts>
    Row 1: k2. Reed = k1 tbl → row 1<k2.> define Reed<k1 tbl>
    Row 1: p1, Otter (sl 2 to cn, hold in back, k2, k2 from cn), p1 → row 1<p1, Otter (sl 2 to cn, hold in back, k2, k2 from cn), p1> define Otter<sl 2 to cn, hold in back, k2, k2 from cn>
    Row 1: *Otter [slip 2 to cn, k2, k2 from cn] twice* → row 1<*Otter [slip 2 to cn, k2, k2 from cn] twice*>
    Row 1: p1, knit (sl 2 to cn, hold in back, k2, k2 from cn) → row 1<p1, knit (sl 2 to cn, hold in back, k2, k2 from cn)>
    Rwo 1: k2 → !header-not-understood
    Row: k2 → !header-not-understood
    Row 9-2: k2 → !header-not-understood
    Repaet rows 1 and 2 → !order-not-understood
    These 8 rows form the pattern → remark<These 8 rows form the pattern>
    Row 1: k2\nWork these rows once.\nand on → row 1<k2> remark<and on>
    <b>Row 1:</b> k2 → !markup
    Row 1:&nbsp;k2 → !markup
    Row 1: k2 &#39; → !markup
    A < b and c > d → remark<A < b and c > d>
  `).map(([text = '', ...rest]) => [text.replaceAll(String.raw`\n`, '\n'), ...rest]),
)('%j', (text = '', pieces) => expect(cut(text)).toBe(pieces));

it('a line that the knitter passed over is a remark, whatever it holds', () => {
  expect(cut('k2, p2 all along', ['k2, p2 all along'])).toBe('remark<k2, p2 all along>');
  expect(cut('Row 1: k2\n  Rwo 2: p2  \nRow 3: k2', ['Rwo 2: p2'])).toBe(
    'row 1<k2> remark<Rwo 2: p2> row 3<k2>',
  );
  expect(cut('k2, p2 all along', [' k2, p2 all along '])).toBe('remark<k2, p2 all along>');
});

it('texts that cannot be read at all are refused with the place', () => {
  expect(scan('Row 1: k2\u0001').problems).toMatchObject([
    { code: 'odd-character', at: { line: 1, column: 10 } },
  ]);
  expect(scan('\tRow 1: k2\r\n').problems).toEqual([]);
  expect(scan('Row 1: k\ufffd').problems).toMatchObject([{ code: 'odd-character', at: { column: 9 } }]);
  expect(scan('Row 1: \u007f').problems).toMatchObject([{ code: 'odd-character', at: { column: 8 } }]);
  expect(scan('k'.repeat(200_000)).problems).toEqual([]);
  expect(scan('k'.repeat(200_001)).problems).toMatchObject([{ code: 'text-too-long' }]);
});

it('an order counts the rows before it', () =>
  expect(
    scan('Row 1: k2\nRow 2: p2\nRep rows 1-2\nRow 3: k2. Rep row 3.').orders.map(({ after }) => after),
  ).toEqual([2, 3]));

it('more rows than a panel may have are refused once', () => {
  const scanned = scan(Array.from({ length: 5102 }, (_, i) => `Row ${i + 1}: k2`).join('\n'));
  expect([scanned.rows.length, scanned.problems.map(({ code, at }) => `${code} ${at.line}`)]).toEqual([
    5100,
    ['too-many-rows 5101'],
  ]);
});
