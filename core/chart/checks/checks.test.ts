/** Charts with one slip in them; what each check is about: common practice, no published source. */
import { shelfCharts } from '../../shelf/shelf';
import { gridChart } from '../../testing/grid';
import { chartFrom } from '../../testing/plans';
import { chartDoubts } from './checks';

const found = (grid: string, setUps = 0) =>
  chartDoubts(gridChart(grid, 'RS', setUps)).map(
    ({ code, at }) => `${code} row ${at.row + 1} cell ${at.cell}`,
  );

describe('sound charts raise no doubt', () => {
  it.each(shelfCharts().map(({ name, chart }) => [name, chart] as const))('%s', (_, chart) =>
    expect(chartDoubts(chart)).toEqual([]),
  );
});

describe('texture: what a crossing leaves against what the next row works', () => {
  it('a purl where a knit of the cable must go on', () =>
    expect(
      found(`p p k k k k p p
             p p k p k k p p
             p p R2/2 p p
             p p k k k k p p`),
    ).toContain('texture row 2 cell 2'));
  it('a row later, where the first row above only works what it finds', () =>
    expect(
      found(`p p k k k k p p
             p p k k k k p p
             p p k k p p p p
             p p R2/2p p p
             p p k k k k p p`).filter((doubt) => doubt.startsWith('texture')),
    ).toEqual(['texture row 2 cell 2']));
  it('a ridge over everything is meant', () =>
    expect(
      found(`p p k k k k p p
             p p p p p p p p
             p p R2/2 p p
             p p k k k k p p`).filter((doubt) => doubt.startsWith('texture')),
    ).toEqual([]));
});

const texture = (grid: string) => found(grid).filter((doubt) => doubt.startsWith('texture'));

describe('texture at its edges', () => {
  it('the third row above a crossing is not looked at', () =>
    expect(
      texture(`p p k k p k p p
               p p k k k k p p
               p p k k k k p p
               p p R2/2 p p
               p p k k k k p p`),
    ).toEqual([]));
  it('all of a crossing changed, and others with it, is meant: a part of it is not', () => {
    const under = `p p R2/2 p p
                   p p k k k k p p`;
    expect(texture(`p p p p p p k p\n${under}`)).toEqual([]);
    expect(texture(`p p p k k k k p\n${under}`)).toEqual(['texture row 2 cell 2']);
    expect(texture(`p p p p p p p p\n${under}`)).toEqual([]);
  });
  it('a row of slips shows nothing, and hides nothing', () =>
    expect(
      texture(`p p k k p k p p
               s s s s s s s s
               p p R2/2 p p
               p p k k k k p p`),
    ).toEqual([]));
  it('the last row of a repeat is looked at from its first; that of rows worked once from none', () => {
    const rows = `p p R2/2 p p
                  p p k k k k p p
                  p p k k p k p p`;
    expect(texture(rows)).toEqual(['texture row 3 cell 2']);
    const once = { ...gridChart(rows), once: true as const };
    expect(chartDoubts(once).filter(({ code }) => code === 'texture')).toEqual([]);
  });
});

describe('over and under in turn', () => {
  const braid = (one: string, two: string, three = 'R2/2', four = 'L2/2') => `k k k k k k
     k k ${four}
     k k k k k k
     ${three} k k
     k k k k k k
     k k ${two}
     k k k k k k
     ${one} k k`;
  it('a true plait has none', () => expect(found(braid('R2/2', 'L2/2'))).toEqual([]));
  it('one crossing the wrong way is found', () =>
    expect(found(braid('R2/2', 'L2/2', 'L2/2'))).toContain('alternation row 5 cell 2'));
  it('honeycomb strands do not alternate, and are left alone', () =>
    expect(chartDoubts(chartFrom('honeycomb'))).toEqual([]));
});

describe('mirrored everywhere but once', () => {
  const pair = (odd: string) => `k k k k p k k k k
     ${odd} p R2/2
     k k k k p k k k k
     L2/2 p R2/2
     k k k k p k k k k
     L2/2 p R2/2`;
  it('a true pair raises none', () => expect(found(pair('L2/2'))).toEqual([]));
  it('the odd one of a pair', () =>
    expect(found(pair('R2/2'))).toEqual(['alternation row 5 cell 2', 'mirror row 5 cell 2']));
  it('half of a diamond that goes the wrong way', () =>
    expect(
      found(`p p p p k k k k p p p p
             p p p R2/1p L2/1p p p p
             p p R2/1p p p L2/1p p p
             p p k k p p p p k k p p
             p p L2/1p p p R1/2p p p
             p p p L2/1p R2/1p p p p`).some((doubt) => doubt.startsWith('mirror row 2')),
    ).toBe(true));
});

describe('strands and repeats that do not go on', () => {
  it('a strand that is purled away', () =>
    expect(
      found(`p p p p p p
             p p p p p p
             p p p p k k
             p p p p k k
             p p p p k k
             p p p R2/1p
             p p p k k p`),
    ).toContain('strand-ends row 2 cell 0'));
  it('row 1 that does not go on where the last row ends', () =>
    expect(
      found(`p k k p p
             p k k p p
             p k k p p
             p L2/1p p
             p p k k p`),
    ).toEqual(['does-not-close row 1 cell 1']));
  it('a crossing right above another, where plain rows lie between elsewhere', () =>
    expect(
      found(`k k k k
             R2/2
             k k k k
             R2/2
             R2/2
             k k k k`),
    ).toEqual(['crossed-again row 3 cell 0']));
  it('of one stitch over one, or sharing but one strand, do so everywhere', () => {
    expect(
      found(`k k k k
             R1/1 k k
             R1/1 k k
             k k k k`).filter((doubt) => doubt.startsWith('crossed-again')),
    ).toEqual([]);
    expect(
      found(`k k k k k k k
             R2/2 k k k
             k k k R2/2
             k k k k k k k`).filter((doubt) => doubt.startsWith('crossed-again')),
    ).toEqual([]);
  });
  it('as often as not is the way of the chart', () => {
    const again = (rows: string) => found(rows).filter((doubt) => doubt.startsWith('crossed-again'));
    const twice = `R2/2
                   R2/2
                   k k k k`;
    // Two in one repeat: one stands on a plain row, one on a crossing.
    expect(again(twice)).toEqual(['crossed-again row 3 cell 0']);
    expect(again(`R2/2\n${twice}`)).toEqual([]);
  });
  it('a strand purled in one row only, or with most of the row, has not ended', () => {
    const ends = (rows: string) => found(rows).filter((doubt) => doubt.startsWith('strand-ends'));
    const rope = `p p p p k k
                  p p p p k k
                  p p p p k k
                  p p p R2/1p
                  p p p k k p`;
    expect(ends(`p p p p k k\np p p p p p\n${rope}`)).toEqual([]);
    expect(ends(`p p p p p p\np p p p p p\n${rope}`)).toEqual(['strand-ends row 2 cell 0']);
    expect(ends(`k k k p p p\nk k k p p p\n${rope}`)).toEqual([]);
  });
  it('all strands of a crossing end, not one of them alone', () => {
    const ends = (above: string) =>
      found(`${above}
             ${above}
             p p p p k k
             p p p p k k
             p p p R2/1p
             p p p k k p`).filter((doubt) => doubt.startsWith('strand-ends'));
    expect(ends('p p p p p p')).toEqual(['strand-ends row 2 cell 0']);
    expect([ends('p p p p p k'), ends('p p p p k p')]).toEqual([[], []]);
  });
  it('only what changes in the row where it ends counts, not the seam nor a row further up', () => {
    const ends = (rows: string) => found(rows).filter((doubt) => doubt.startsWith('strand-ends'));
    const rope = `p p p p k k
                  p p p p k k
                  p p p R2/1p`;
    expect(ends(`p p p p p p\np p p p p p\n${rope}\nk k k k k p`)).toEqual(['strand-ends row 2 cell 0']);
    expect(ends(`k k k k p p\np p p p p p\np p p p p p\n${rope}\np p p k k p`)).toEqual([
      'strand-ends row 2 cell 0',
    ]);
    expect(ends(`p p p k k p\nk k k p p p\nk k k p p p\n${rope}\np p p k k p`)).toEqual([]);
  });
  it('a strand may end over the seam, in row 1', () => {
    const ends = (width: string) =>
      found(`${width} p p p p k k
             ${width} p p p p k k
             ${width} p p R2/2p
             ${width} p p k k p p
             ${width} p p k k p p`).filter((doubt) => doubt.startsWith('strand-ends'));
    expect(ends('p p p p p p')).toEqual(['strand-ends row 3 cell 0']);
    expect(ends('')).toEqual([]);
  });
  it('two rows do not close or fail to, and rows worked once have no seam', () => {
    const rows = `p k k p p
                  p L2/1p p
                  p p k k p`;
    const closes = (grid: string) => found(grid).filter((doubt) => doubt.startsWith('does-not'));
    expect(closes(`p k k p p\n${rows}`)).toEqual(['does-not-close row 1 cell 1']);
    expect(closes(rows)).toEqual(['does-not-close row 1 cell 1']);
    expect(closes('p k k p p\np p k k p')).toEqual([]);
    const once = { ...gridChart(rows), once: true as const };
    expect(chartDoubts(once).filter(({ code }) => code === 'does-not-close')).toEqual([]);
  });
});

describe('mirrored, at its edges', () => {
  const mirrored = (rows: string) => found(rows).filter((doubt) => doubt.startsWith('mirror'));
  it('two rows of crossings are too few to tell', () => {
    const rows = `k k k k p k k k k
                  R2/2 p R2/2
                  k k k k p k k k k
                  L2/2 p R2/2`;
    expect(mirrored(rows)).toEqual([]);
    expect(mirrored(`k k k k p k k k k\nL2/2 p R2/2\n${rows}`)).toEqual(['mirror row 3 cell 2']);
  });
  it('two odd rows are a pattern', () =>
    expect(
      mirrored(`R2/2 p R2/2
                k k k k p k k k k
                R2/2 p R2/2
                k k k k p k k k k
                L2/2 p R2/2
                k k k k p k k k k
                L2/2 p R2/2`),
    ).toEqual([]));
  it('columns of unlike width are no pair', () =>
    expect(
      mirrored(`k k k k p k k k k k k
                R2/2 p R3/3
                k k k k p k k k k k k
                L2/2 p R3/3
                k k k k p k k k k k k
                L2/2 p R3/3`),
    ).toEqual([]));
  it('where one of a pair is left out, the other is named', () =>
    expect(
      mirrored(`k k k k p k k k k
                k k k k p R2/2
                k k k k p k k k k
                L2/2 p R2/2
                k k k k p k k k k
                L2/2 p R2/2`),
    ).toEqual(['mirror row 5 cell 0']));
  it('on whichever side it is left out', () =>
    expect(
      mirrored(`k k k k p k k k k
                L2/2 p k k k k
                k k k k p k k k k
                L2/2 p R2/2
                k k k k p k k k k
                L2/2 p R2/2`),
    ).toEqual(['mirror row 5 cell 5']));
  it('groups that differ are no mirror images', () =>
    expect(
      mirrored(`k k k k p k k k k
                L2/2p p R2/2
                k k k k p k k k k
                L2/2 p R2/2
                k k k k p k k k k
                L2/2 p R2/2`),
    ).toEqual(['mirror row 5 cell 2']));
});
