/**
 * Abbreviations that nearly every list explains. An entry that says just this is no news; one that says something else
 * of such a basic word is not believed, and refused. Common practice, no published source.
 */
import type { Cell } from '../stitch/types';
import { FIXED } from './names';
import { STS } from './plain-words';

/** What may be said of the basic words of a row. */
const BASIC: Readonly<Record<string, RegExp>> = {
  k: /^knit/i,
  p: /^purl/i,
  kwise: /^knit ?wise/i,
  pwise: /^purl ?wise/i,
  sl: /^slip/i,
  sts: /^stitch/i,
  st: /^stitch/i,
  tbl: /^through/i,
  rep: /^repeat/i,
  rs: /^right side/i,
  ws: /^wrong side/i,
  cn: /^cable needle/i,
  dpn: /^double/i,
  wyif: /^with (?:the )?yarn (?:in|at|held in) (?:the )?front/i,
  wyib: /^with (?:the )?yarn (?:in|at|held in) (?:the )?back/i,
  rnd: /^round/i,
  pm: /^place/i,
  sm: /^slip/i,
  m: /^marker/i,
};

/** Ways of explaining decreases and increases, each with the word it explains. */
const EXPLAINED: readonly (readonly [RegExp, string])[] = [
  [new RegExp(`^(?:knit|k) (?:the )?(?:next )?(?:2|two) ${STS}? ?together[. ]*$`, 'i'), 'k2tog'],
  [new RegExp(`^(?:purl|p) (?:the )?(?:next )?(?:2|two) ${STS}? ?together[. ]*$`, 'i'), 'p2tog'],
  [new RegExp(`^(?:knit|k) (?:the )?(?:next )?(?:3|three) ${STS}? ?together[. ]*$`, 'i'), 'k3tog'],
  [new RegExp(`^(?:purl|p) (?:the )?(?:next )?(?:3|three) ${STS}? ?together[. ]*$`, 'i'), 'p3tog'],
  [/^(?:slip|sl),? (?:slip|sl),? (?:knit|k)(?![a-z])/i, 'ssk'],
  [/^(?:slip|sl),? (?:slip|sl),? (?:purl|p)(?![a-z])/i, 'ssp'],
  [/^(?:yarn ?over|yarn forward|yarn round needle)/i, 'yo'],
  [/^(?:knit|k) (?:in(?:to)? )?(?:the )?front and (?:the )?back/i, 'kfb'],
  [/^(?:purl|p) (?:in(?:to)? )?(?:the )?front and (?:the )?back/i, 'pfb'],
  [/^make (?:1|one) (?:stitch )?(?:\(?lean(?:s|ing) )?left/i, 'm1l'],
  [/^make (?:1|one) (?:stitch )?(?:\(?lean(?:s|ing) )?right/i, 'm1r'],
  [/^(?:make (?:a |1 )?)?(?:purl(?:ed)? )bobble/i, 'mpb'],
  [/^(?:make (?:a |1 )?)?bobble/i, 'mb'],
];

export type Gloss = 'known' | 'contradicts' | 'not-basic';

/** What an entry for a basic word is worth. */
export function glossOf(name: string, body: string): Gloss {
  const key = name
    .toLowerCase()
    .replace(/\(s\)|\(es\)|[.'"]/g, '')
    .trim();
  const wanted = Object.hasOwn(BASIC, key) ? BASIC[key] : undefined;
  if (!wanted) return 'not-basic';
  return wanted.test(body.trim()) ? 'known' : 'contradicts';
}

/** The stitch that an explanation such as "knit 2 together" describes. */
export function explainedCell(body: string): Cell | null {
  const found = EXPLAINED.find(([pattern]) => pattern.test(body.trim()));
  return found ? (FIXED[found[1]] as Cell) : null;
}
