/** Entries for the basic words, as lists of abbreviations give them: common practice, no published source. */
import { explainedCell, glossOf } from './glossary';
import { FIXED } from './names';
import { cellsOf, table } from '../testing/table';

it.each(
  table(`
  k → knit → purl | p → Purl → knit | K → knit the stitch → k2 | kwise → knitwise → purlwise
  kwise → knit wise → slip | pwise → purlwise → knitwise | sl → slip → knit | st(s) → stitch(es) → slip
  sts → stitches → rows | st. → stitch → row | tbl → through the back loop → the back | rep → repeat → row
  RS → right side → wrong side | ws → wrong side → right side | cn → cable needle → needle
  c.n. → cable needle → needle | dpn → double-pointed needle → needle
  wyif → with yarn in front → with yarn in back | wyif → with the yarn held in the front → yarn
  wyif → with yarn at front → with yarn at back | wyib → with yarn in back → with yarn in front
  wyib → with the yarn held in the back → yarn | rnd(s) → round(s) → row | pm → place marker → slip marker
  sm → slip marker → place marker | m → marker → make
`),
)('%s may be %s and not %s', (name, right, wrong) => {
  expect(glossOf(name, right)).toBe('known');
  expect(glossOf(name, ` ${right} `)).toBe('known');
  expect(glossOf(name, wrong)).toBe('contradicts');
  expect(glossOf(name, `so to say ${right}`)).toBe('contradicts');
});

it.each(['C4B', 'kk', 'constructor', 'toString', ''])('%s is no basic word', (name) =>
  expect(glossOf(name, 'knit')).toBe('not-basic'),
);

it.each(
  table(`
  knit 2 together → k2tog | knit the next two stitches together. → k2tog | k 2 sts together → k2tog
  purl 2 together → p2tog | p the next two sts together → p2tog | knit 3 stitches together → k3tog
  purl three together → p3tog | slip, slip, knit → ssk | sl sl k the two through the back → ssk
  slip, slip, purl → ssp | yarn over → yo | yarnover → yo | yarn forward → yo | yarn round needle → yo
  knit into the front and back of the stitch → kfb | knit in front and the back → kfb
  purl into front and back → pfb | make 1 left → m1l | make one stitch (leaning left → m1l
  make 1 leans right → m1r | make one right → m1r | make bobble → mb | make a bobble in one stitch → mb
  bobble → mb | make a purl bobble → mpb | purled bobble → mpb
`),
)('%s', (words, stitch) => {
  expect(FIXED[stitch]).toBeDefined();
  expect(explainedCell(` ${words} `)).toEqual(FIXED[stitch]);
});

it.each(
  cellsOf(`
  knit 2 together, then knit the first again | first knit 2 together | slip 2, knit | knit 4 together
  first purl 2 together | purl 2 together twice | then purl 3 together | knit 3 together and slip
  purl 3 together again | and knit 3 together | no yarn over | a make 1 left | then make 1 right
  the front and back | the bobble | slip, slip, knitwise | slip, slip, purlwise | now slip, slip, purl
  now slip, slip, knit | then knit into front and back | then purl into front and back
`),
)('%s explains none of them', (words) => expect(explainedCell(words)).toBeNull());
