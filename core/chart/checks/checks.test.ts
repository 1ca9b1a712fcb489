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
});
