/** Whole pieces written by panels; the manner of writing: common practice, no published source. */
import { cellKey } from '../stitch/cells';
import { castOnCount, charted } from '../piece/worksheet';
import { checkDraft } from './draft';
import { readPiece } from './read-piece';

const TEXT = `Reed mat

Eel rope (8 sts, 4 rows)
Row 1 (RS): p2, C4B, p2.
Row 2: k2, p4, k2.
Row 3: p2, k4, p2.
Row 4: k2, p4, k2.

Lopsided braid
Row 1 (RS): Reach, k1.
Row 2: p4.

Reach = slip next st to cable needle and hold in front, k2, k1 from cable needle

The mat
Row 1 (RS): k3, work row 1 of Eel rope over next 16 sts, p1, work row 1 of Lopsided braid over next 4 sts, k3.
Row 2: k3, work row 2 of lopsided braid over next 4 sts, k1, work row 2 of Eel rope over next 16 sts, k3.`;

const problems = (text: string) => {
  const read = readPiece(text, 'x', 'fraction');
  return !read || read.ok ? [] : read.error.map(({ code, at }) => `${code} ${at.line}`);
};

it('is known by the charts that its rows work', () => {
  expect(readPiece(TEXT, 'x', 'hold')?.ok).toBe(true);
  expect(readPiece('Eel rope\nRow 1: p2, C4B, p2.', 'x', 'hold')).toBeNull();
  expect(readPiece('Dear friend', 'x', 'hold')).toBeNull();
});

it('becomes a piece with those panels, from the right edge, that can be cast on', () => {
  const read = readPiece(TEXT, 'Reed mat', 'fraction');
  if (!read?.ok) throw new Error(JSON.stringify(read?.error));
  expect(read.value.panels).toEqual(['Right edge', 'Eel rope', 'Ground 3', 'Lopsided braid', 'Left edge']);
  const checked = checkDraft(read.value.draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  const { sheet } = checked.value;
  // 3 + 16 + 1 + 4 + 3, counted by hand; the rope lies twice across.
  expect(castOnCount(sheet)).toBe(27);
  expect(read.value.draft.firstSide).toBe('RS');
  const row = charted(sheet, 1);
  expect(row.panels.map(({ panel }) => panel.repeats)).toEqual([1, 2, 1, 1, 1]);
  expect(row.panels.flatMap(({ cells }) => cells.map(({ cell }) => cell.kind)).filter((kind) => kind === 'crossing')).toHaveLength(3); // prettier-ignore
});

it('the ground beside the panels lies as it is knitted, from either side', () => {
  const text = TEXT.replace('(RS): k3, work', '(RS): k1, p2, work').replace(/k3\.$/, 'p2, k1.');
  const read = readPiece(text, 'x', 'fraction');
  const checked = read?.ok && checkDraft(read.value.draft);
  if (!checked || !checked.ok) throw new Error(JSON.stringify(read));
  const { sheet } = checked.value;
  const edge = [1, 2].map((row) => charted(sheet, row).panels[0]?.cells.map(({ cell }) => cellKey(cell)));
  expect(edge).toEqual([
    ['knit', 'purl', 'purl'],
    ['purl', 'knit', 'knit'],
  ]);
});

it('reads "the next row" and starts panels where the text does', () => {
  const text = TEXT.replace('row 1 of Eel rope', 'row 3 of Eel rope').replace('work row 2 of Eel rope', 'work next row of Eel rope'); // prettier-ignore
  const read = readPiece(text, 'x', 'hold');
  expect(read?.ok && read.value.draft.sections[0]?.panels[1]?.startRow).toBe(3);
});

const SET_UP = TEXT.replace(
  'Row 1 (RS): p2, C4B, p2.',
  'Set-up row (WS): k2, p4, k2.\nRow 1 (RS): p2, C4B, p2.',
).replace(
  /Row 1 \(RS\): k3, work[\s\S]*$/,
  `Row 1 (WS): k3, work row 1 of Lopsided braid over next 4 sts, k1, work set-up row of Eel rope over next 16 sts, k3.
Row 2: k3, work row 1 of Eel rope over next 16 sts, p1, work row 2 of Lopsided braid over next 4 sts, k3.`,
);

describe('set-up rows of a chart', () => {
  it('are worked where the piece works them, and the rows of the chart after them', () => {
    const read = readPiece(SET_UP, 'x', 'fraction');
    if (!read?.ok) throw new Error(JSON.stringify(read?.error));
    expect(read.value.draft.sections[0]?.panels[1]).toMatchObject({
      withSetUp: true,
      startRow: 1,
      repeats: 2,
    });
    // Its row 1 is a wrong-side row.
    expect(read.value.draft.firstSide).toBe('WS');
    const checked = checkDraft(read.value.draft);
    if (!checked.ok) throw new Error(JSON.stringify(checked.error));
    expect([1, 2].map((row) => charted(checked.value.sheet, row).panels[1]?.name)).toEqual([
      { kind: 'setUp', number: 1 },
      { kind: 'row', number: 1 },
    ]);
  });
  it('that the piece does not work are named, and so are rows out of turn behind them', () => {
    expect(problems(TEXT.replace('Row 1 (RS): p2', 'Set-up row (WS): k2, p4, k2.\nRow 1 (RS): p2'))).toEqual([
      'set-up-not-worked 17',
    ]);
    expect(problems(SET_UP.replace('work row 1 of Eel rope', 'work row 2 of Eel rope'))).toEqual([
      'panel-row-differs 18',
    ]);
  });
});

describe('what does not fit is named', () => {
  it.each([
    [
      'a chart that is not there',
      TEXT.replace('row 1 of Eel rope', 'row 1 of Otter').replace('row 2 of Eel rope', 'row 2 of Otter'),
      ['no-such-panel 16'],
    ],
    [
      'a width that no number of repeats has',
      TEXT.replaceAll('next 16 sts', 'next 12 sts'),
      ['panel-width-differs 16'],
    ],
    ['a row out of turn', TEXT.replace('row 2 of Eel rope', 'row 4 of Eel rope'), ['panel-row-differs 17']],
    [
      'charts that change places',
      TEXT.replace(
        'work row 2 of lopsided braid over next 4 sts, k1',
        'k1, work row 2 of lopsided braid over next 4 sts',
      ),
      ['panels-differ 17'],
    ],
    ['an unreadable chart', TEXT.replace('p2, k4, p2', 'p2, zap, p2'), ['unknown-word 6']],
  ])('%s', (_, text, expected) => expect(problems(text)).toEqual(expected));
});
