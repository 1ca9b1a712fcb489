/** Fabrics by name: stockinette, garter, ribs; over so many stitches, or to the end. */
import type { Face } from '../stitch/types';
import { COUNT, countOf } from './numbers';
import { faceOf, STS } from './plain-words';
import type { Cursor } from './text';

/** `period` is what the RS shows, from the right; `count` is null where the text does not say. */
export type Texture = { readonly period: readonly Face[] | 'garter'; readonly count: number | null };

const PLAIN = '(?:stockinette|stocking|st\\.? ?st)';
const NAME = `(?:(reverse|rev\\.?) ${PLAIN}|(${PLAIN})|(garter)|((?:[kp] ?\\d{1,2}[, x]*){2,8})(?=rib)rib(?:bing)?|(\\d{1,2}) ?(?:x|by) ?(\\d{1,2}) rib(?:bing)?)(?![a-z])(?: (?:stitch|st|sts|pattern|patt)(?![a-z]))?`;
const BEFORE = new RegExp(
  `(?:work |knit )?(?:the )?(?:next |first |last )*${COUNT} ?${STS} (?:in |of )(?:the )?${NAME}`,
);
const PLACED = new RegExp(
  `(?:work |knit )?(?:even )?(?:in )?${NAME}(?:,? (?:over|across|on|for)(?: the)?(?: next| following| first| last)? ${COUNT} ?${STS})?`,
);

function periodOf(groups: readonly (string | undefined)[]): Texture['period'] {
  const [reverse, plain, garter, listed, knits, purls] = groups;
  if (reverse) return ['purl'];
  if (plain) return ['knit'];
  if (garter) return 'garter';
  const run = (face: Face, count: number) => Array.from({ length: count }, () => face);
  if (listed)
    return [...listed.matchAll(/([kp]) ?(\d{1,2})/gi)].flatMap(([, letter, count]) =>
      run(faceOf(letter as string), Number(count)),
    );
  return [...run('knit', Number(knits)), ...run('purl', Number(purls))];
}

/** Reads the name of a texture, with its width before or behind it. */
export function readTexture(cursor: Cursor): Texture | null {
  const before = cursor.take(BEFORE);
  if (before) return { period: periodOf(before.slice(2, 8)), count: countOf(before[1] as string) };
  const found = cursor.take(PLACED);
  if (!found) return null;
  const period = periodOf(found.slice(1, 7));
  if (period.length === 0) return null;
  return { period, count: found[7] === undefined ? null : countOf(found[7]) };
}
