/**
 * Reads printed tellings back, knowing nothing of how they were printed but plain knitting English: for tests, which hold
 * the words against the row.
 */
import { fixedCell } from '@core/notation/names';
import type { CrossingStep, Step } from '@core/cue/steps';
import type { Part, PanelTelling, Reach, Ropes, RowTelling, Rule, Slips } from '@core/cue/telling';
import type { Run } from '@core/stitch/runs';
import type { Depth, Hold, Stitch } from '@core/stitch/types';

const STITCHES: readonly (readonly [RegExp, Stitch])[] = [
  [/^knit (\d+) through the back$/, 'knitTbl'],
  [/^purl (\d+) through the back$/, 'purlTbl'],
  [/^slip (\d+) with the yarn at the back$/, 'slipBehind'],
  [/^slip (\d+) with the yarn in front$/, 'slipBefore'],
  [/^knit (\d+)$/, 'knit'],
  [/^purl (\d+)$/, 'purl'],
];
const NAMED: Readonly<Record<string, string>> = {
  'make a bobble': 'mb',
  'make a purl bobble': 'mpb',
  'yarn over': 'yo',
  'knit front and back': 'kfb',
  'purl front and back': 'pfb',
  'make 1 left': 'm1l',
  'make 1 right': 'm1r',
  'make 1 left purlwise': 'm1p',
  'make 1 right purlwise': 'm1rp',
  'centred double decrease': 'cdd',
  'centred double decrease purlwise': 'cddp',
};
const RULES: readonly (readonly [string, Rule])[] = [
  ['knit the knits, purl the purls', 'asTheyFace'],
  ['knit the knits, slip the purls with the yarn in front', 'slipPurlsFront'],
  ['knit the knits, slip the purls with the yarn at the back', 'slipPurlsBack'],
  ['slip the knits with the yarn in front, purl the purls', 'slipKnitsFront'],
  ['slip the knits with the yarn at the back, purl the purls', 'slipKnitsBack'],
];

function fail(what: string): never {
  throw new Error(`cannot be read: ${what}`);
}

/** Cuts at the separators that stand outside brackets. */
function split(text: string, separator: RegExp): string[] {
  const out = [''];
  let depth = 0;
  for (let i = 0; i < text.length; i += 1) {
    const rest = text.slice(i);
    if ('[('.includes(text[i] as string)) depth += 1;
    if ('])'.includes(text[i] as string)) depth -= 1;
    const hit = depth === 0 ? separator.exec(rest) : null;
    if (hit?.index === 0) {
      out.push('');
      i += hit[0].length - 1;
    } else out.push((out.pop() ?? '') + (text[i] ?? ''));
  }
  return out;
}

function runOf(text: string): Run | null {
  for (const [pattern, stitch] of STITCHES) {
    const hit = pattern.exec(text);
    if (hit) return { stitch, count: Number(hit[1]) };
  }
  return null;
}
const total = (runs: readonly Run[]) => runs.reduce((sum, { count }) => sum + count, 0);

const VERBS: readonly (readonly [RegExp, Stitch])[] = [
  [/^(?:then )?knit through the back (?=the |it$)/, 'knitTbl'],
  [/^(?:then )?purl through the back (?=the |it$)/, 'purlTbl'],
  [/^(?:then )?slip with the yarn at the back (?=the |it$)/, 'slipBehind'],
  [/^(?:then )?slip with the yarn in front (?=the |it$)/, 'slipBefore'],
  [/^(?:then )?knit (?=the |it$)/, 'knit'],
  [/^(?:then )?purl (?=the |it$)/, 'purl'],
];
/** "knit the held 2" as stitch and what it is worked on. */
function verbOf(text: string): { stitch: Stitch; on: string } | null {
  for (const [pattern, stitch] of VERBS)
    if (pattern.test(text)) return { stitch, on: text.replace(pattern, '') };
  return null;
}

const PLACES: Readonly<Record<string, Depth>> = {
  'in front of all': 'above',
  'behind all': 'below',
  'between the two': 'between',
};
const HEADS: readonly (readonly [RegExp, (hit: RegExpExecArray) => { count: number; hold: Hold }])[] = [
  [/^(\d+) to the (BACK|FRONT)/, (hit) => ({ count: Number(hit[1]), hold: lower(hit[2]) })],
  [/^(\d+) on a pin, to the (BACK|FRONT)/, (hit) => ({ count: Number(hit[1]), hold: lower(hit[2]) })],
  [/^let (\d+) hang at the (BACK|FRONT)/, (hit) => ({ count: Number(hit[1]), hold: lower(hit[2]) })],
  [/^order first, (\d+) to the (BACK|FRONT)/, (hit) => ({ count: Number(hit[1]), hold: lower(hit[2]) })],
  [
    /^slip (\d+), to be caught at the (BACK|FRONT)/,
    (hit) => ({ count: Number(hit[1]), hold: lower(hit[2]) }),
  ],
  [/^second stitch first, in FRONT/, () => ({ count: 1, hold: 'back' })],
  [/^second stitch first, from BEHIND/, () => ({ count: 1, hold: 'front' })],
];
const lower = (word: string | undefined) => (word ?? '').toLowerCase() as Hold;

/** The moves of a crossing, told in any way. */
function crossingOf(text: string): CrossingStep {
  let rest = text.replace(/^yarn to (front|back), /, '');
  const head = HEADS.find(([pattern]) => pattern.test(rest)) ?? (fail(text) as never);
  const { count, hold } = head[1](head[0].exec(rest) as RegExpExecArray);
  rest = rest.replace(head[0], '').replace(/^, /, '');
  const groups = { then: [] as Run[], centre: [] as Run[], held: [] as Run[] };
  let centre: { count: number; depth: Depth } | null = null;
  let at: keyof typeof groups = 'then';
  let back = 0;
  // "next 1 to a second needle, behind all" holds a comma of its own.
  const words = rest.replace(/(next \d+ [a-z ]+), (in front of all|behind all|between the two)/, '$1 $2');
  for (const word of words.split(', ')) {
    const middle = /^next (\d+) (?:to a second needle|on a second pin|left to hang as well) (.*)$/.exec(word);
    const listed = /^(?:then )?the (held|middle) \d+: (.*)$/.exec(word);
    const verb = verbOf(word);
    if (middle) centre = { count: Number(middle[1]), depth: PLACES[middle[2] ?? ''] ?? fail(word) };
    else if (/^yarn to (front|back)$/.test(word)) continue;
    else if (listed) {
      at = listed[1] === 'held' ? 'held' : 'centre';
      groups[at].push(runOf(listed[2] ?? '') ?? fail(word));
    } else if (/^put the (middle )?\d+ back$/.test(word)) at = word.includes('middle') ? 'centre' : 'held';
    else if (/^reach back for the \d+$/.test(word)) at = 'held';
    else if (word === 'drop both') back += 1;
    else if (verb) {
      const [, which, many] = /^the (held|middle) (\d+)$/.exec(verb.on) ?? [];
      if (verb.on === 'it') groups.then.push({ stitch: verb.stitch, count: 1 });
      else if (verb.on === 'the first') groups.held.push({ stitch: verb.stitch, count: 1 });
      else {
        at = which === 'held' ? 'held' : which === 'middle' ? 'centre' : fail(word);
        groups[at].push({ stitch: verb.stitch, count: Number(many) });
      }
    } else groups[at].push(runOf(word) ?? fail(`${word} in ${text}`));
  }
  if (back > 1) fail(text);
  if (text.includes('order first') && total(groups.held) === 0) byCount(groups, count);
  if (total(groups.held) !== count) fail(`${total(groups.held)} held of ${count}: ${text}`);
  return {
    kind: 'crossing',
    columns: [],
    hold,
    lean: 'left',
    held: groups.held,
    then: groups.then,
    heldCount: count,
    thenCount: total(groups.then),
    over: 0,
    under: 0,
    yarn: null,
    ...(centre && { centre: { runs: groups.centre, ...centre } }),
  };
}

/** Put in order first, they are worked as they come: the last of them are those that waited. */
function byCount(groups: { then: Run[]; held: Run[] }, count: number) {
  let left = count;
  while (left > 0) {
    const last = groups.then.pop() ?? fail('too few stitches');
    const take = Math.min(left, last.count);
    groups.held.unshift({ ...last, count: take });
    if (last.count > take) groups.then.push({ ...last, count: last.count - take });
    left -= take;
  }
}

function stepOf(text: string): Step | null {
  const run = runOf(text);
  if (run) return { kind: 'run', columns: [], run };
  const off = /^bind off (?:the last )?(\d+)/.exec(text);
  if (off) {
    const cuts = text.endsWith('and cut the yarn');
    return {
      kind: 'special',
      columns: [],
      cell: { kind: 'bindOff' },
      count: Number(off[1]),
      ...(cuts && { cutsYarn: true }),
      ...(text.includes('put back unworked') && { overUnworked: true }),
    };
  }
  const often = /^\[([^[\]]+)\] (\d+) times$/.exec(text);
  const name = often?.[1] ?? text;
  if (!NAMED[name] && !/^(k|p)[23]tog$|^s?ss[kp]$/.test(name)) return null;
  return {
    kind: 'special',
    columns: [],
    cell: fixedCell(NAMED[name] ?? name),
    count: Number(often?.[2] ?? 1),
  };
}

/** Steps one after the other, crossings in brackets. */
export const stepsRead = (text: string): Step[] =>
  split(text, /^, /).map((word) => {
    const crossing = /^\((.*)\)$/.exec(word);
    return crossing ? crossingOf(crossing[1] ?? '') : (stepOf(word) ?? fail(word));
  });

function reachOf(text: string): Reach {
  const over = /^over the next (\d+)$/.exec(text);
  const last = /^to the last (\d+)$/.exec(text);
  if (over) return { to: 'over', count: Number(over[1]) };
  if (last) return { to: 'last', count: Number(last[1]) };
  if (text === 'to the marker') return { to: 'marker' };
  return /^to the end( of the round)?$/.test(text) ? { to: 'end' } : fail(text);
}

function slipsOf(text: string | undefined): Slips | null {
  if (!text) return null;
  const each = /^(\d+) each time, (\d+) times$/.exec(text);
  return each
    ? { kind: 'each', size: Number(each[1]), times: Number(each[2]) }
    : { kind: 'list', sizes: text.split(', ').map(Number) };
}

/** "knit the knits, purl the purls (1, 2, 1)". */
function ruleOf(text: string): { rule: Rule; slips: Slips | null } | null {
  const found = RULES.find(([words]) => text.toLowerCase().startsWith(words));
  if (!found) return null;
  const more = /^(?: \(([^()]*)\))?$/.exec(text.slice(found[0].length)) ?? fail(text);
  return { rule: found[1], slips: slipsOf(more[1]) };
}

function partOf(text: string, rule: Rule | null): Part {
  const step = stepOf(text);
  if (step) return { kind: 'step', step };
  const after = /^(?:after (\d+)(?: more)?|then (\d+) more)$/.exec(text);
  if (after && rule)
    return { kind: 'stretch', rule, reach: { to: 'over', count: Number(after[1] ?? after[2]) }, slips: null };
  const over = /^(\d+) as they face you$/.exec(text);
  if (over)
    return {
      kind: 'stretch',
      rule: 'asTheyFace',
      reach: { to: 'over', count: Number(over[1]) },
      slips: null,
    };
  const far = /^as they face you (.*)$/.exec(text);
  if (far) return { kind: 'stretch', rule: 'asTheyFace', reach: reachOf(far[1] ?? ''), slips: null };
  const group = /^\[(.*)\] (\d+) times$/.exec(text);
  if (group) return { kind: 'group', parts: partsOf(group[1] ?? '', rule), times: Number(group[2]) };
  const stretch = /^([^:]*): (.*)$/.exec(text);
  const own = stretch && ruleOf(stretch[2] ?? '');
  if (own) return { kind: 'stretch', reach: reachOf(stretch[1] ?? ''), ...own };
  const crossing = /^\((.*)\)$/.exec(text);
  return { kind: 'step', step: crossing ? crossingOf(crossing[1] ?? '') : fail(text) };
}

/** A rule has a comma of its own, so what it says ends at a semicolon; before it, commas part. */
function partsOf(text: string, rule: Rule | null): Part[] {
  return split(text, /^; /).flatMap((some) => {
    const words = split(some, /^, /);
    const at = words.findIndex((word) => /^(over the next \d+|to the [a-z0-9 ]+): /.test(word));
    if (at < 0) return words.map((word) => partOf(word, rule));
    return [...words.slice(0, at), words.slice(at).join(', ')].map((word) => partOf(word, rule));
  });
}

const untitled = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth'];
const numberOf = (ordinal: string) => ORDINALS.indexOf(ordinal) + 1 || parseInt(ordinal);

/** "(every second rope of 20, from the first)", "(ropes 1, 3 and 4 of 6)" behind a panel. */
function ropesRead(text: string): Ropes | null {
  const found = / \((every|ropes?) ([^()]*)\)$/.exec(text);
  if (!found) return null;
  const words = `${found[1]} ${found[2]}`;
  const every = /^every (?:(\w+) )?rope of (\d+), from the (\w+)$/.exec(words);
  if (every)
    return {
      of: Number(every[2]),
      which: { kind: 'every', every: every[1] ? numberOf(every[1]) : 1, from: numberOf(every[3] ?? '') },
    };
  const list = /^ropes? ([\d, and]+) of (\d+)$/.exec(words) ?? fail(text);
  return {
    of: Number(list[2]),
    which: { kind: 'list', ropes: (list[1]?.match(/\d+/g) ?? []).map(Number) },
  };
}

/** One line for the rule, if there is one, and one a panel. */
export function readTelling(
  lines: readonly string[],
  panels: readonly { id: string; name: string }[],
): RowTelling {
  let rule: RowTelling['rule'] = null;
  let general: Rule | null = null;
  let ends: RowTelling['ends'] = null;
  const told: PanelTelling[] = [];
  const single = panels.length === 1;
  lines.forEach((line, i) => {
    const text = line.replace(/(, but:|\.)$/, '');
    const edges = /^First (\d+) and last (\d+): (.*); between: (.*)$/.exec(text);
    const led = i === 0 ? ruleOf(edges?.[4] ?? text) : null;
    if (led) {
      rule = led;
      general = led.rule;
      const verb = edges && verbOf(`${edges[3]} the last`);
      if (edges)
        ends = { stitch: (verb ?? fail(text)).stitch, first: Number(edges[1]), last: Number(edges[2]) };
      return;
    }
    const named = panels
      .map(({ id, name }) => ({ id, name, rest: untitled(text).startsWith(`the rest of ${name}: `) }))
      .find(({ name, rest }) => rest || untitled(text).startsWith(`${untitled(name)}: `));
    const panel = named ?? (single ? { id: panels[0]?.id ?? '', name: '', rest: false } : fail(line));
    const head = named ? `${panel.rest ? 'the rest of ' : ''}${panel.name}: `.length : 0;
    const body = untitled(text.slice(head)).replace(/ \((every|ropes?) [^()]*\)$/, '');
    told.push({
      panel: { id: panel.id, name: panel.name },
      rest: panel.rest,
      ruled: general !== null,
      parts: partsOf(body, general),
      ropes: ropesRead(text),
    });
  });
  return { rule, ends, panels: told, single };
}
