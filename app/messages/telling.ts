/** A telling in words: nothing is added to it and nothing left out, so the words can be done as they stand. */
import type { PanelTelling, Part, Reach, Ropes, RowTelling, Rule, Slips } from '@core/cue/telling';
import { never } from '@core/result';
import type { WayOf } from '~/knitter/settings';
import { stepWords, VERBS } from './cue';
import { ordinal } from './numbers';

export const RULE_WORDS: Readonly<Record<Rule, string>> = {
  asTheyFace: 'knit the knits, purl the purls',
  slipPurlsFront: 'knit the knits, slip the purls with the yarn in front',
  slipPurlsBack: 'knit the knits, slip the purls with the yarn at the back',
  slipKnitsFront: 'slip the knits with the yarn in front, purl the purls',
  slipKnitsBack: 'slip the knits with the yarn at the back, purl the purls',
};

export function slipsWords(slips: Slips): string {
  if (slips.kind === 'list') return slips.sizes.join(', ');
  return `${slips.size} each time, ${slips.times} times`;
}

function reachWords(reach: Reach, round: boolean): string {
  switch (reach.to) {
    case 'over':
      return `over the next ${reach.count}`;
    case 'last':
      return `to the last ${reach.count}`;
    case 'marker':
      return 'to the marker';
    case 'end':
      return round ? 'to the end of the round' : 'to the end';
    default:
      return never(reach);
  }
}

function stretchWords({ rule, reach, slips }: Extract<Part, { kind: 'stretch' }>, round: boolean) {
  const far = reachWords(reach, round);
  if (rule === 'asTheyFace')
    return reach.to === 'over' ? `${reach.count} as they face you` : `as they face you ${far}`;
  return `${far}: ${RULE_WORDS[rule]}${slips ? ` (${slipsWords(slips)})` : ''}`;
}

/** How a telling is put into words. */
export type Telling = { readonly wayOf: WayOf; readonly round: boolean };
/** `ruled`: exceptions from the row's rule, each after so many stitches that follow it. */
export type TellingIn = Telling & { readonly ruled: boolean };

/** `first`: nothing of the panel is worked before it; `last`: it is the end of a group. */
function partWords(part: Part, how: TellingIn, first: boolean, last: boolean): string {
  if (part.kind === 'step') return stepWords(part.step, how.wayOf);
  if (part.kind === 'group') return `[${partsWords(part.parts, how, first, true)}] ${part.times} times`;
  if (!how.ruled || part.reach.to !== 'over') return stretchWords(part, how.round);
  if (last) return `then ${part.reach.count} more`;
  return `after ${part.reach.count}${first ? '' : ' more'}`;
}

/** What a rule says reaches to the semicolon; all else is parted by commas. */
const afterPart = (part: Part, { ruled }: TellingIn) =>
  part.kind === 'stretch' && part.rule !== 'asTheyFace' && !ruled ? '; ' : ', ';

/** `first`: the parts begin their panel; `closes`: they end a group. */
export const partsWords = (parts: readonly Part[], how: TellingIn, first = true, closes = false): string =>
  parts
    .map(
      (part, i) =>
        partWords(part, how, first && i === 0, closes && i === parts.length - 1) +
        (i < parts.length - 1 ? afterPart(part, how) : ''),
    )
    .join('');

export function ropesWords({ which, of }: Ropes): string {
  if (which.kind === 'every') {
    const what =
      which.every === 1 ? 'every rope' : `every ${which.every === 2 ? 'second' : ordinal(which.every)} rope`;
    return `${what} of ${of}, from the ${ordinal(which.from)}`;
  }
  const ropes = which.ropes.join(', ').replace(/, (\d+)$/, ' and $1');
  return `${which.ropes.length === 1 ? 'rope' : 'ropes'} ${ropes} of ${of}`;
}

/** "First 4 and last 4: knit; between: knit the knits, purl the purls." */
export function ruleLine({ rule, ends }: RowTelling): string | null {
  const all = rule && `${RULE_WORDS[rule.rule]}${rule.slips ? ` (${slipsWords(rule.slips)})` : ''}`;
  if (!ends) return all;
  const { stitch, first, last } = ends;
  return `first ${first} and last ${last}: ${VERBS[stitch]}; between: ${all ?? ''}`;
}

const nameOf = ({ panel, rest }: PanelTelling) => (rest ? `the rest of ${panel.name}` : panel.name);

function panelWords(told: PanelTelling, single: boolean, how: Telling): string {
  const name = single && !told.rest ? '' : `${nameOf(told)}: `;
  return `${name}${partsWords(told.parts, { ...how, ruled: told.ruled })}${told.ropes ? ` (${ropesWords(told.ropes)})` : ''}`;
}

export const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
const sentence = (words: string) => `${capital(words)}.`;

/** The whole row, sentence by sentence: the rule, then every panel in which something else is done. */
export function tellingLines(telling: RowTelling, how: Telling): string[] {
  const rule = ruleLine(telling);
  const panels = telling.panels.map((told) => panelWords(told, telling.single, how));
  const led = rule && (panels.length > 0 ? `${capital(rule)}, but:` : sentence(rule));
  return [...(led ? [led] : []), ...panels.map(sentence)];
}

export const tellingWords = (telling: RowTelling, how: Telling): string =>
  tellingLines(telling, how).join(' ');

const IN_FULL: readonly (readonly [RegExp, string])[] = [
  [/\b([kp])([23])tog\b/g, '$1 $2 together'],
  [/\bk (\d) together/g, 'knit $1 together'],
  [/\bp (\d) together/g, 'purl $1 together'],
  [/\bsssk\b/g, 'slip, slip, slip, knit'],
  [/\bssk\b/g, 'slip, slip, knit'],
  [/\bsssp\b/g, 'slip, slip, slip, purl'],
  [/\bssp\b/g, 'slip, slip, purl'],
  [/[()[\]]/g, ''],
];
/** No brackets, no capitals, no abbreviations. */
export const aloud = (words: string) =>
  IN_FULL.reduce((said, [what, full]) => said.replace(what, full), words).replace(
    /\b(?:BACK|FRONT|BEHIND)\b/g,
    (word) => word.toLowerCase(),
  );

/** Part by part for the ear: a group says how often before and when it is over after. */
function partsSaid(parts: readonly Part[], how: TellingIn, first = true, closes = false): string[] {
  return parts.flatMap((part, i) =>
    part.kind === 'group'
      ? [
          `${part.times} times in all`,
          ...partsSaid(part.parts, how, first && i === 0, true),
          `end of the ${part.times} times`,
        ]
      : [aloud(partWords(part, how, first && i === 0, closes && i === parts.length - 1))],
  );
}

/** The whole row aloud, in order: every crossing and every slip in it, a breath between groups and panels. */
export function tellingSaid(telling: RowTelling, how: Telling): string {
  const rule = ruleLine(telling);
  const panels = telling.panels.flatMap((told) => [
    ...(telling.single && !told.rest ? [] : [nameOf(told)]),
    ...partsSaid(told.parts, { ...how, ruled: told.ruled }),
  ]);
  const led = rule && aloud(panels.length > 0 ? `${capital(rule)}, but:` : sentence(rule));
  return [...(led ? [led] : []), ...panels.map(sentence)].join(' ');
}
