/** Names as they are written: common practice, no published source. */
import { cellKey } from '../stitch/cells';
import type { Crossing } from '../stitch/types';
import { cross, crossingName, FAMILIES, FIXED, FIXED_PATTERN, fixedCell, fixedName } from './names';
import { table } from '../testing/table';

const names = (crossing: Crossing) => FAMILIES.map((family) => crossingName(crossing, family));

it.each([
  [cross('right', 2, 2, 'knit'), ['2/2 RC', 'C4B', 'C4R', '2 over 2 right cross']],
  [cross('left', 3, 3, 'knit'), ['3/3 LC', 'C6F', 'C6L', '3 over 3 left cross']],
  [cross('right', 2, 1, 'knit'), ['2/1 RC', null, null, '2 over 1 right cross']],
  [cross('left', 2, 1, 'purl'), ['2/1 LPC', 'T3F', 'T3L', '2 over 1 left purl cross']],
  [cross('right', 2, 2, 'purl'), ['2/2 RPC', 'T4B', 'T4R', '2 over 2 right purl cross']],
  [cross('right', 1, 2, 'purl'), ['1/2 RPC', null, null, '1 over 2 right purl cross']],
  [cross('left', 2, 3, 'purl'), ['2/3 LPC', null, null, '2 over 3 left purl cross']],
  [cross('left', 1, 1, 'knitTbl'), [null, null, null, null]],
  [cross('left', 1, 1, 'knit', 'purl'), [null, null, null, null]],
  [
    { ...cross('right', 2, 2, 'knit'), centre: { stitches: ['purl'], depth: 'below' } },
    [null, null, null, null],
  ],
  [{ ...cross('right', 2, 2, 'knit'), under: ['knit', 'purl'] }, [null, null, null, null]],
] as const)('%j', (crossing, expected) => expect(names(crossing as Crossing)).toEqual(expected));

it.each(
  table(`
  k2tog → dec:2:right:knit | SSK → dec:2:left:knit | p2tog → dec:2:right:purl | ssp → dec:2:left:purl
  k3tog → dec:3:right:knit | sssk → dec:3:left:knit | p3tog → dec:3:right:purl | sssp → dec:3:left:purl
  cdd → dec:3:centre:knit | cddp → dec:3:centre:purl | s2kp → dec:3:centre:knit | s2kp2 → dec:3:centre:knit
  kfb → frontBack:knit | pfb → frontBack:purl | yo → yarnOver | yfwd → yarnOver | yrn → yarnOver
  yarn over → yarnOver | m1l → make:left:knit | m1r → make:right:knit | m1p → make:left:purl
  m1rp → make:right:purl | m1pl → make:left:purl | m1lp → make:left:purl | m1pr → make:right:purl
  k2tog tbl → dec:2:left:knit | k2togtbl → dec:2:left:knit | p2tog tbl → dec:2:left:purl
  p2togtbl → dec:2:left:purl | make one right → make:right:knit | make 1 right → make:right:knit
  m1 right → make:right:knit | make one left → make:left:knit | make 1 left → make:left:knit
  m1 left → make:left:knit | mb → bobble:knit | make bobble → bobble:knit | mpb → bobble:purl
  no stitch → noStitch | no st → noStitch
`),
)('%s', (word, key) => {
  expect(cellKey(fixedCell(word))).toBe(key);
  expect(new RegExp(FIXED_PATTERN.source, 'iy').exec(`${word}, k2`)?.[1]).toBe(word);
  const written = fixedName(cellKey, fixedCell(word));
  expect(written && cellKey(FIXED[written] as never)).toBe(key);
});
it.each(['k2togx', 'yo2', 'ssk/2'])('%s is no fixed word', (word) =>
  expect(new RegExp(`^${FIXED_PATTERN.source}`).test(word)).toBe(false),
);
it('a plain stitch has no fixed word', () =>
  expect(fixedName(cellKey, { kind: 'stitch', stitch: 'knit' })).toBeNull());
