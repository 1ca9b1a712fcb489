/** Slips of the pen: one small mistake in a text, of the kinds that copying, scanning and typing make. */

/** A small generator with a seed, so that a failure can be found again. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

type Pick = <T>(list: readonly T[]) => T | undefined;
type Slip = (text: string, pick: Pick) => string | null;

const cut = (text: string, from: number, to: number, put = '') => text.slice(0, from) + put + text.slice(to);
const at =
  (pattern: RegExp, change: (found: string, pick: Pick) => string): Slip =>
  (text, pick) => {
    const found = pick([...text.matchAll(pattern)]);
    return found ? cut(text, found.index, found.index + found[0].length, change(found[0], pick)) : null;
  };
const LETTERS = [...'abcdefghijklmnopqrstuvwxyz0123456789'];
const LABEL_WORD =
  /\b(?:rows?|rounds?|rnds?|set-up|rs|ws|right side|wrong side|even|odd|every|all|alt|other)\b/gi;

export const SLIPS: Readonly<Record<string, Slip>> = {
  'character lost': at(/[^\s]/g, () => ''),
  'character doubled': at(/[^\s]/g, (c) => c + c),
  'character changed': at(/[a-z]/gi, (_, pick) => pick(LETTERS) ?? ''),
  'neighbours exchanged': at(/[^\s]{2}/g, (two) => `${two[1]}${two[0]}`),
  'digit lost': at(/\d/g, () => ''),
  'digit changed': at(/\d/g, (_, pick) => pick([...'0123456789']) ?? ''),
  'digit added': at(/\d/g, (d, pick) => d + (pick([...'0123456789']) ?? '')),
  'bracket lost': at(/[[\](){}*]/g, () => ''),
  'bracket changed': at(/[[\](){}*]/g, (_, pick) => pick([...'[](){}*']) ?? ''),
  'comma lost': at(/[,;:.=]/g, () => ''),
  'comma changed': at(/[,;:.=]/g, (_, pick) => pick([...',;:.=-']) ?? ''),
  'label word lost': at(LABEL_WORD, () => ''),
  'label word misspelled': at(LABEL_WORD, (word) => word.slice(0, 1) + word.slice(2)),
  'word lost': at(/[^\s]+/g, () => ''),
  'line break added': at(/ /g, () => '\n'),
  'line break lost': at(/\r?\n/g, () => ' '),
  'blank lost': at(/ /g, () => ''),
  'line lost': at(/[^\n]*\n|[^\n]+$/g, () => ''),
  'line doubled': at(/[^\n]+\n/g, (line) => line + line),
};

/** So many slips over the texts in turn; the text itself is never given back. */
export function* slipsOver<T>(
  texts: readonly T[],
  textOf: (one: T) => string,
  count: number,
  seed: number,
  kinds: readonly string[] = Object.keys(SLIPS),
): Generator<{ readonly of: T; readonly kind: string; readonly slipped: string }> {
  const random = seeded(seed);
  const pick: Pick = (list) => list[Math.floor(random() * list.length)];
  for (let made = 0, turn = 0; made < count; turn += 1) {
    const of = texts[turn % texts.length] as T;
    const kind = pick(kinds) as string;
    const slipped = SLIPS[kind]?.(textOf(of), pick);
    if (!slipped || slipped === textOf(of)) continue;
    made += 1;
    yield { of, kind, slipped };
  }
}
