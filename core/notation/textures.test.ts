/** Fabrics by name; common practice, no published source. */
import { readTexture } from './textures';
import { Cursor } from './text';

const read = (words: string) => {
  const cursor = new Cursor(words);
  const texture = readTexture(cursor);
  return { texture, rest: cursor.text.slice(cursor.at) };
};
const [K, P] = ['knit', 'purl'] as const;

it.each([
  ['stockinette', [K], null],
  ['in stockinette stitch', [K], null],
  ['work in stocking st', [K], null],
  ['work even in St st', [K], null],
  ['st. st', [K], null],
  ['reverse stockinette', [P], null],
  ['in rev. st st', [P], null],
  ['knit in rev st st', [P], null],
  ['garter', 'garter', null],
  ['garter stitch', 'garter', null],
  ['in garter st over 6 sts', 'garter', 6],
  ['work garter pattern across the next four stitches', 'garter', 4],
  ['garter st for 3 sts', 'garter', 3],
  ['garter st, on the last 3 sts', 'garter', 3],
  ['stockinette on first 5 sts', [K], 5],
  ['reverse stockinette over following 7 sts', [P], 7],
  ['k2 p2 rib', [K, K, P, P], null],
  ['k1, p1 ribbing', [K, P], null],
  ['in k3p2 rib over the next 20 sts', [K, K, K, P, P], 20],
  ['p2 x k1 rib', [P, P, K], null],
  ['2x2 rib', [K, K, P, P], null],
  ['1 by 3 ribbing', [K, P, P, P], null],
  ['work in 2 x 1 rib patt', [K, K, P], null],
  ['work the next 6 sts in stockinette', [K], 6],
  ['next 4 stitches in garter', 'garter', 4],
  ['the first 8 sts of reverse st st', [P], 8],
  ['work last 10 sts in k1 p1 rib', [K, P], 10],
  ['knit 5 sts in garter stitch', 'garter', 5],
  ['12 sts in 2x2 rib', [K, K, P, P], 12],
] as const)('%s', (words, period, count) =>
  expect(read(words)).toEqual({ texture: { period, count }, rest: '' }),
);

it.each(['k2, p2', 'garters', 'moss stitch', 'rib', '2x2', 'stockinettes', 'k2 p2 ribs', 'in a rib'])(
  '%s is none',
  (words) => expect(read(words)).toEqual({ texture: null, rest: words }),
);
