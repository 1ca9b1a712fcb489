/** Which lines may not be passed over as remarks. */
import { holdsStitchWord, mayMatter } from './stitch-words';
import { cellsOf } from '../testing/table';

it.each(
  cellsOf(`
  k4, p2 | then 3 p | and 2 knit stitches | k2tog here | ktog | p2tog | an ssk, then | ssp | one yo | kfb.
  2/2 RC | 1/1 lpc | C4F | t3b | c6fp | cr4 | Cr3r | knit 12 | purl two | knit ten. | sl 1 | slip 2 sts | *k2, p2
  (k1) | so [k2] | slip the first stitch of every row | Knit the edge stitches in all rows
  work the last stitch of each round | knit to end | purl until the last 3 | rep from * to the end
  repeat from * to last st | k to marker | p to m | Knit across | purl across the back | knit | Purl.
  Row 3: purl | purl row | 3rd: knit | knit all sts | purl to the end | knit each stitch | k every st
  Next: knit rnd | knit the knits | slip all the purls | then p the purl | sl the knit ones
`),
)('%s', (line) => expect(holdsStitchWord(line)).toBe(true));

it.each(
  cellsOf(`
  Note: the ferry rope looks best in smooth yarn. | Cast on loosely | Gauge: 20 sts = 10 cm | block2 | kp4x
  okay 4 | c4 | Knitting is slow | purling | knit a swatch first | slip it off | work every day
  to the end of the road | a knit fabric | the edges roll | last row of all | First of all
  knit in a room with other people and go on to the end | sliptheknits | Top | Tip | Neck | Back | Strap | * Cap: | Hook row
`),
)('%s may be passed over', (line) => expect(holdsStitchWord(line)).toBe(false));

it.each(
  cellsOf(`
  4 balls | Knit loosely | the purl side | a stitch | stitches | sts | row by row | rounds | rnd | cable yarn
  cross it | two | ten | twice | one | three | four | five | six | eight | k | p | st
`),
)('a remark such as %s may matter', (line) => expect(mayMatter(line)).toBe(true));
it.each(
  cellsOf(`
  by the sea | my own design | knitted in wool | someone | a weightless scarf | often
`),
)('a remark such as %s does not', (line) => expect(mayMatter(line)).toBe(false));
