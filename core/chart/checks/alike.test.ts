/**
 * What is looked at in a chart does not hang on how it is written down: its mirror image, its repeat begun at another row and the
 * same chart twice over raise the same doubts. And each check at its edges, worked out by hand on grids.
 */
import fc from 'fast-check';
import { shelfCharts } from '../../shelf/shelf';
import { runs, soundCases } from '../../testing/size';
import { KNIT, PURL, type Cell } from '../../stitch/types';
import type { Chart } from '../chart';
import { mirrorChart } from '../mirrored';
import type { Row } from '../row';
import { chartDoubts } from './checks';

const slipped = (cell: Cell): Cell => {
  if (cell.kind === 'crossing') return { ...cell, lean: cell.lean === 'left' ? 'right' : 'left' };
  if (cell.kind === 'stitch') return cell.stitch === 'purl' ? KNIT : PURL;
  return cell;
};
const shelf = shelfCharts()
  .map(({ chart }) => chart)
  .filter(({ once, rows }) => !once && rows.length > 2);

/** A chart of the shelf, one to three cells of which are drawn the wrong way. */
const faulty: fc.Arbitrary<Chart> = fc
  .tuple(fc.constantFrom(...shelf), fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 1, maxLength: 3 }))
  .map(([chart, slips]) => {
    const rows: Row[] = chart.rows.map((row) => ({ ...row, repeat: [...row.repeat] }));
    for (const [r, c] of slips) {
      const at = r % rows.length;
      const row = rows[at] as Row;
      const repeat = row.repeat.map((cell, i) => (i === c % row.repeat.length ? slipped(cell) : cell));
      rows[at] = { ...row, repeat };
    }
    return { ...chart, setUp: [], rows };
  });

/** Code and row of every doubt, in order. */
const told = (chart: Chart) =>
  chartDoubts(chart)
    .map(({ code, at }) => `${code} ${at.row}`)
    .sort();
const codesOf = (chart: Chart) => chartDoubts(chart).map(({ code }) => code);

/** The same must be told of two charts; so many of them must have something to tell. */
function alike(share: number, other: (chart: Chart, by: number) => Chart, same: typeof told) {
  const sound = soundCases(share);
  fc.assert(
    fc.property(faulty, fc.nat(), (chart, by) => {
      const wanted = same(chart);
      sound.is(wanted.length > 0);
      expect(same(other(chart, by))).toEqual(wanted);
    }),
    { numRuns: runs(250, 5000) },
  );
  sound.enough();
}

describe('the same doubts', () => {
  it('of the mirror image', () => alike(0.3, mirrorChart, told));
  it('where the repeat is begun at another row', () => {
    const turned = (chart: Chart, by: number): Chart => {
      const at = by % chart.rows.length;
      return { ...chart, rows: [...chart.rows.slice(at), ...chart.rows.slice(0, at)] };
    };
    // The seam of the repeat is one row among others then, and what closes over it is another question.
    const codes = (chart: Chart) =>
      [...new Set(codesOf(chart))].filter((code) => code !== 'does-not-close').sort();
    alike(0.3, turned, codes);
  });
});
