/**
 * How a knitter errs when she looks and counts. A count is off by one in one of ten; now and then something else is
 * counted altogether. House values, no published source.
 */
import { NONE, type Asked } from './question';

export const NOISE = {
  /** A count is one too many or one too few, each half of this. */
  offByOne: 0.1,
  /** Something else was counted: any number is as likely. */
  astray: 0.02,
  /** A choice is mistaken for another. */
  wrongChoice: 0.02,
  /** A gauge is so much wrong, as a share of the length. */
  gauge: 0.04,
} as const;

/** What she says: a count, the place of a choice, cm; `give` is how uncertain a length is, in cm, one standard deviation. */
export type Seen = { readonly value: number; readonly give?: number };

/** Numbers that she might say: from the least that can be seen to one more than the most, and "none". */
const domainOf = ({ least, most }: Asked) => Math.max(0, most + 1 - least + 1) + 1;

export type Spread = readonly (readonly [value: number, chance: number])[];

/** The likely counts for what a row shows, without those that are astray. */
export function likelyCounts(shows: number, least: number): Spread {
  const sure = 1 - NOISE.astray;
  if (shows === NONE) return [[NONE, sure]];
  const off = sure * NOISE.offByOne;
  const exact = [shows, sure - off] as const;
  if (shows - 1 < least) return [exact, [shows + 1, off]];
  return [exact, [shows - 1, off / 2], [shows + 1, off / 2]];
}

const gaussian = (x: number, sd: number) => Math.exp(-((x / sd) ** 2) / 2) / (sd * Math.sqrt(2 * Math.PI));

/** Centimetres between lengths that are told apart when questions are weighed up. */
export const USUAL_GIVE = 1;
export const spreadOfLength = (cm: number, give = USUAL_GIVE) => Math.hypot(give, cm * NOISE.gauge);

/** How likely she says this where the fabric shows that; of a length the density per cm. */
export function chanceOf(asked: Asked, { value, give }: Seen, shows: number): number {
  if (asked.type === 'choice')
    return value === shows ? 1 - NOISE.wrongChoice : NOISE.wrongChoice / Math.max(1, asked.choices - 1);
  if (asked.type === 'length')
    return (
      (1 - NOISE.astray) * gaussian(value - shows, spreadOfLength(shows, give)) +
      NOISE.astray / Math.max(1, asked.most)
    );
  const astray = NOISE.astray / domainOf(asked);
  const likely = likelyCounts(shows, asked.least).find(([count]) => count === value);
  return (likely?.[1] ?? 0) + astray;
}

/** Further off a length does not fit any more, in standard deviations. */
const FAR = 3;

/** Whether the answer is what she might say there without being astray; a choice must be right. */
export function fits(asked: Asked, { value, give }: Seen, shows: number): boolean {
  if (asked.type === 'choice') return value === shows;
  if (asked.type === 'length') return Math.abs(value - shows) <= FAR * spreadOfLength(shows, give);
  return likelyCounts(shows, asked.least).some(([count]) => count === value);
}

const bits = (p: number) => (p > 0 ? -p * Math.log2(p) : 0);

/** Bits of doubt about what she will say that remain when the row is known. */
function noiseOf(asked: Asked, shows: number): number {
  if (asked.type === 'choice') {
    const others = Math.max(1, asked.choices - 1);
    return bits(1 - NOISE.wrongChoice) + others * bits(NOISE.wrongChoice / others);
  }
  const domain = domainOf(asked);
  const likely = likelyCounts(shows, asked.least);
  const astray = NOISE.astray / domain;
  return (
    likely.reduce((sum, [, chance]) => sum + bits(chance + astray), 0) +
    Math.max(0, domain - likely.length) * bits(astray)
  );
}

/** Of a length, in steps of {@link USUAL_GIVE}: what the steps leave of a normal spread. */
const noiseOfLength = (cm: number) =>
  Math.max(0, Math.log2((spreadOfLength(cm) / USUAL_GIVE) * Math.sqrt(2 * Math.PI * Math.E)));

/**
 * How many bits an answer is expected to tell, given how likely each value is to be what the fabric shows: the doubt about the
 * answer less the doubt that noise alone makes (mutual information; Shannon 1948).
 * @param shown chance by value; values as in {@link Asked.at}
 */
export function expectedBits(asked: Asked, shown: ReadonlyMap<number, number>): number {
  if (shown.size < 2) return 0;
  if (asked.type === 'length') return bitsOfLength(shown);
  const said = new Map<number, number>();
  const add = (value: number, chance: number) => said.set(value, (said.get(value) ?? 0) + chance);
  let noise = 0;
  for (const [shows, chance] of shown) {
    noise += chance * noiseOf(asked, shows);
    if (asked.type === 'choice')
      for (let value = 0; value < asked.choices; value += 1)
        add(value, chance * chanceOf(asked, { value }, shows));
    else for (const [value, likely] of likelyCounts(shows, asked.least)) add(value, chance * likely);
  }
  if (asked.type === 'choice') return [...said.values()].reduce((sum, p) => sum + bits(p), 0) - noise;
  const domain = domainOf(asked);
  const astray = NOISE.astray / domain;
  const doubt = [...said.values()].reduce((sum, p) => sum + bits(p + astray), 0);
  return doubt + Math.max(0, domain - said.size) * bits(astray) - noise;
}

function bitsOfLength(shown: ReadonlyMap<number, number>): number {
  const said = new Map<number, number>();
  let noise = 0;
  for (const [cm, chance] of shown) {
    const sd = spreadOfLength(cm);
    noise += chance * noiseOfLength(cm);
    const [from, to] = [Math.floor((cm - FAR * sd) / USUAL_GIVE), Math.ceil((cm + FAR * sd) / USUAL_GIVE)];
    for (let step = from; step <= to; step += 1)
      said.set(step, (said.get(step) ?? 0) + chance * gaussian(step * USUAL_GIVE - cm, sd) * USUAL_GIVE);
  }
  return Math.max(0, [...said.values()].reduce((sum, p) => sum + bits(p), 0) - noise);
}
