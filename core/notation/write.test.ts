import fc from 'fast-check';
import { lineCharts, ringCharts } from '../testing/arbitrary';
import { chartKey } from '../chart/chart';
import { FAMILIES } from './names';
import { readRows } from './read';
import { writeRows } from './write';
import { runs } from '../testing/size';

const families = fc.constantFrom(...FAMILIES);

function backAgain(text: string, context = {}) {
  const read = readRows(text, 'made up', context);
  return read.ok ? chartKey(read.value.chart) : { text, problems: read.error };
}

describe('what is written is read back to the same chart', () => {
  it('flat, from either side, itemised or as presented', () => {
    fc.assert(
      fc.property(lineCharts, families, fc.boolean(), (chart, family, presented) => {
        const text = writeRows(chart, { family, construction: 'flat', presented });
        expect(backAgain(text)).toEqual(chartKey(chart));
      }),
      { numRuns: runs(150, 4000) },
    );
  });

  it('in the round, closed over the start of the round or not', () => {
    fc.assert(
      fc.property(fc.oneof(lineCharts, ringCharts), families, (chart, family) => {
        const inTheRound = { ...chart, firstSide: 'RS' as const };
        const text = writeRows(inTheRound, { family, construction: 'round' });
        expect(backAgain(text)).toEqual(chartKey(inTheRound));
      }),
      { numRuns: runs(150, 4000) },
    );
  });

  it('unturned, whichever way row 1 runs', () => {
    fc.assert(
      fc.property(
        lineCharts,
        families,
        fc.constantFrom('rightToLeft' as const, 'leftToRight' as const),
        (chart, family, firstDirection) => {
          const facing = { ...chart, firstSide: 'RS' as const };
          const text = writeRows(facing, { family, construction: 'unturned', firstDirection });
          expect(backAgain(text, { unturned: { firstDirection } })).toEqual(chartKey(facing));
        },
      ),
      { numRuns: runs(120, 3000) },
    );
  });
});
