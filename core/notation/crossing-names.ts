/**
 * The names under which designers write crossings. A name with one usual meaning is read; one with two, or with none
 * that can be relied on, comes back with the meanings it may have, to be asked.
 */
import type { Cell, Crossing, Lean } from '../stitch/types';
import { COUNT, countOf } from './numbers';
import { cross, crossingName, DEPTH_WORDS, FIXED } from './names';
import type { Option } from './problems';
import type { Cursor } from './text';

export type NameReading =
  /** `or`: what it may mean as well, where the rows say so. */
  | { readonly kind: 'is'; readonly cell: Cell; readonly or?: readonly Option[] }
  | { readonly kind: 'ask'; readonly options: readonly Option[] }
  | { readonly kind: 'out-of-range'; readonly count: number };

const MOST = 40;
const END = '(?![a-z0-9/])';
const N = COUNT;
const DIRECTION = '(right|left|front|back|[rlfb])';

const is = (cell: Cell): NameReading => ({ kind: 'is', cell });

export function optionName(cell: Cell): string {
  if (cell.kind !== 'crossing') return cell.kind;
  const { centre } = cell;
  const name = crossingName({ ...cell, centre: undefined } as Crossing, 'fraction');
  const under = name ?? `${cell.over.length}/${cell.under.length} ${cell.lean === 'right' ? 'RT' : 'LT'}`;
  return centre
    ? `${under}, ${centre.stitches.length} ${DEPTH_WORDS[centre.depth]}`
    : cell.over.includes('knitTbl')
      ? `${under} with twisted stitches`
      : under;
}

const optionsOf = (cells: readonly Cell[]): Option[] =>
  cells.map((cell) => ({ name: optionName(cell), cell }));
const ask = (cells: readonly Cell[]): NameReading => ({ kind: 'ask', options: optionsOf(cells) });
/** A twist of one over one: both knit, unless the rows above want the one below purled. */
const twist = (lean: Lean): NameReading => ({
  kind: 'is',
  cell: cross(lean, 1, 1, 'knit'),
  or: optionsOf([...withFaces(lean, 1, 1), cross(lean, 1, 1, 'purl', 'knitTbl')]),
});

const leanOf = (direction: string): Lean => (/^[rb]/i.test(direction) ? 'right' : 'left');
const withFaces = (lean: Lean, over: number, under: number) => [
  cross(lean, over, under, 'knit'),
  cross(lean, over, under, 'purl'),
];

/** A total of stitches crossed knit: halves if even, else either half may be the larger. */
function halves(lean: Lean, total: number, under: 'knit' | 'purl' = 'knit'): NameReading {
  if (total < 2 || total > 2 * MOST) return { kind: 'out-of-range', count: total };
  const small = Math.floor(total / 2);
  if (total % 2 === 0) return is(cross(lean, small, small, under));
  return ask([cross(lean, small + 1, small, under), cross(lean, small, small + 1, under)]);
}

/** "T3B": two knits over the rest of three or four stitches, purled; other totals are used in several ways. */
function travelling(lean: Lean, total: number): NameReading {
  if (total === 1) return twist(lean);
  if (total < 2 || total > 2 * MOST) return { kind: 'out-of-range', count: total };
  if (total === 3 || total === 4) return is(cross(lean, 2, total - 2, 'purl'));
  if (total === 2) return ask([...withFaces(lean, 1, 1), cross(lean, 1, 1, 'purl', 'knitTbl')]);
  const half = Math.floor(total / 2);
  const rest = total - half;
  const more = half === rest ? [cross(lean, half, half, 'knit')] : [cross(lean, rest, half, 'purl')];
  return ask([cross(lean, half, rest, 'purl'), ...more, cross(lean, total - 1, 1, 'purl')]);
}

/** "Cr3B": some purl the under group, some knit it. */
function anyFace(lean: Lean, total: number): NameReading {
  if (total < 2 || total > 2 * MOST) return { kind: 'out-of-range', count: total };
  const [small, large] = [Math.floor(total / 2), Math.ceil(total / 2)];
  const cells = [...withFaces(lean, large, small), ...(large === small ? [] : withFaces(lean, small, large))];
  return ask(cells);
}

/** "2/1 RPC", "2/1/2 LC": over, (centre,) under; P is for a purled under group, or a purled centre. */
function fraction(counts: readonly number[], lean: Lean, purl: boolean, twist: boolean): NameReading {
  const bad = counts.find((count) => count < 1 || count > MOST);
  if (bad !== undefined) return { kind: 'out-of-range', count: bad };
  const [over, second, third] = counts as [number, number, number?];
  if (third !== undefined) {
    const centre = Array.from({ length: second }, () => (purl ? ('purl' as const) : ('knit' as const)));
    const depths = ['below', 'between', 'above'] as const;
    return ask(depths.map((depth) => ({ ...cross(lean, over, third, 'knit'), centre: { stitches: centre, depth } }))); // prettier-ignore
  }
  const under = purl ? 'purl' : 'knit';
  if (twist) return ask([cross(lean, over, second, under), cross(lean, over, second, under, 'knitTbl')]);
  return is(cross(lean, over, second, under));
}

type Reader = (found: RegExpExecArray) => NameReading;
const LETTERS = '(rpc|lpc|rcp|lcp|prc|plc|rc|lc|cr|cl|rpt|lpt|rt|lt)';
const LONG = '(?:(purl) )?(right|left|front|back)[ -]?(?:(purl)[ -]?)?(cross|cable|twist)(?:ed|ing)?';
const LONG_BACKWARDS = '(?:(purl) )?(cross|cable|twist) (?:to )?(?:the )?(right|left)(?: (purl))?';

function lettered(counts: readonly number[], letters: string): NameReading {
  const lower = letters.toLowerCase();
  return fraction(counts, lower.includes('r') ? 'right' : 'left', lower.includes('p'), lower.includes('t'));
}
const worded = (counts: readonly number[], direction: string, purl: boolean, kind: string): NameReading =>
  fraction(counts, leanOf(direction), purl, /twist/i.test(kind));

const counts = (found: RegExpExecArray, ...groups: number[]) =>
  groups.flatMap((group) => (found[group] === undefined ? [] : [countOf(found[group] as string)]));

/** Kind word or letter, total and direction, as in C4B or "cable 4 back". */
function total(kind: string, count: number, direction: string, purl = false): NameReading {
  const lean = leanOf(direction);
  if (/^c$|^cable$/i.test(kind)) return halves(lean, count, purl ? 'purl' : 'knit');
  return /^t|^tw/i.test(kind) ? travelling(lean, count) : anyFace(lean, count);
}

const TABLE: readonly (readonly [RegExp, Reader])[] = [
  [
    new RegExp(`(\\d{1,4}) ?[/x] ?(\\d{1,4})(?: ?/ ?(\\d{1,4}))? ?-?${LETTERS}${END}`),
    (m) => lettered(counts(m, 1, 2, 3), m[4] as string),
  ],
  [
    new RegExp(`(\\d{1,4}) ?[/x] ?(\\d{1,4})(?: ?/ ?(\\d{1,4}))?,? ${LONG}${END}`),
    (m) => worded(counts(m, 1, 2, 3), m[5] as string, (m[4] ?? m[6]) !== undefined, m[7] as string),
  ],
  [
    new RegExp(`${N} over ${N},? ${LONG}${END}`),
    (m) => worded(counts(m, 1, 2), m[4] as string, (m[3] ?? m[5]) !== undefined, m[6] as string),
  ],
  [
    new RegExp(`(cross|cable) ${N} over ${N},? (?:to )?(?:the )?(right|left)${END}`),
    (m) => worded(counts(m, 2, 3), m[4] as string, false, 'cross'),
  ],
  [
    new RegExp(`(c)[ .-]?(\\d{1,4})[ .-]?${DIRECTION}(p)?${END}`),
    (m) => total('c', Number(m[2]), m[3] as string, m[4] !== undefined),
  ],
  [
    new RegExp(`(t|tw|cr)[ -]?(\\d{1,4})[ -]?${DIRECTION}${END}`),
    (m) => total(m[1] as string, Number(m[2]), m[3] as string),
  ],
  [
    new RegExp(`(cable|cross|twist) ${N}(?: sts?| stitches)?(?: in| to| at)?(?: the)? ${DIRECTION}${END}`),
    (m) => total(m[1] as string, countOf(m[2] as string), m[3] as string),
  ],
  [
    new RegExp(`(cable|cross|twist) ${DIRECTION}(?: over)? ${N}(?: sts?| stitches)?${END}`),
    (m) => total(m[1] as string, countOf(m[3] as string), m[2] as string),
  ],
  [
    new RegExp(`${N}[ -](?:sts?|stitch) (rc|lc|rpc|lpc)${END}`),
    (m) => halves(leanOf(m[2] as string), countOf(m[1] as string), /p/i.test(m[2] as string) ? 'purl' : 'knit'), // prettier-ignore
  ],
  [
    new RegExp(`${N}[ -](?:sts?|stitch) ${LONG}${END}`),
    (m) => halves(leanOf(m[3] as string), countOf(m[1] as string), (m[2] ?? m[4]) ? 'purl' : 'knit'),
  ],
  [new RegExp(`cl(\\d{1,4})([fb])${END}`), (m) => leftWith(m[2] as string, Number(m[1]))],
  [new RegExp(`(rc|lc)[ -]?(\\d{1,4})${END}`), (m) => halves(leanOf(m[1] as string), Number(m[2]))],
  [new RegExp(`(cr|cl)[ -]?(\\d{1,4})${END}`), (m) => unsided(m[1] as string, Number(m[2]))],
  [new RegExp(`(c|cable|cross) ?(\\d{1,4})${END}`), (m) => eitherWay(Number(m[2]))],
  [
    new RegExp(`(rpt|lpt|prt|plt)${END}`),
    (m) => is(cross(leanOf((m[1] as string).replace(/p/i, '')), 1, 1, 'purl')),
  ],
  [new RegExp(`(rt|lt)${END}`), (m) => twist(leanOf(m[1] as string))],
  [new RegExp(`${LONG}${END}`), (m) => unsized(m[2] as string, (m[1] ?? m[3]) !== undefined, m[4] as string)],
  [
    new RegExp(`${LONG_BACKWARDS}${END}`),
    (m) => unsized(m[3] as string, (m[1] ?? m[4]) !== undefined, m[2] as string),
  ],
  [new RegExp(`(rpc|lpc|rc|lc)${END}`), (m) => unsized(m[1] as string, /p/i.test(m[1] as string), 'cross')],
  [
    new RegExp(`(?:make (?:1|one)|m1)(?! (?:right|left))${END}`),
    () => ({ kind: 'ask', options: ['m1l', 'm1r'].map((word) => ({ name: word.toUpperCase(), cell: FIXED[word] as Cell })) }), // prettier-ignore
  ],
];

/** "CL4F" is to "CR4B" as left to right, and is asked like it; "CL4B" contradicts itself. */
const leftWith = (hold: string, count: number) =>
  leanOf(hold) === 'left' ? anyFace('left', count) : eitherWay(count);

/** "CR4" in capitals is a right cross; "Cr4" only says that it crosses. */
function unsided(kind: string, count: number): NameReading {
  if (kind === 'CR' || kind === 'CL') return halves(kind === 'CR' ? 'right' : 'left', count);
  return kind.toLowerCase() === 'cl' ? halves('left', count) : eitherWay(count);
}

function eitherWay(count: number): NameReading {
  if (count < 2 || count > 2 * MOST) return { kind: 'out-of-range', count };
  const [small, large] = [Math.floor(count / 2), Math.ceil(count / 2)];
  return ask([cross('right', large, small, 'knit'), cross('left', large, small, 'knit')]);
}

/** "Right twist" is one stitch over one; "right cross" alone does not say how many. */
function unsized(direction: string, purl: boolean, kind: string): NameReading {
  const lean = leanOf(direction);
  if (/twist/i.test(kind)) return purl ? is(cross(lean, 1, 1, 'purl')) : twist(lean);
  return ask([1, 2, 3].map((n) => cross(lean, n, n, purl ? 'purl' : 'knit')));
}

/** Reads a name at the cursor; the cursor stays where it is if there is none. */
export function readCrossingName(cursor: Cursor): NameReading | null {
  for (const [pattern, read] of TABLE) {
    const found = cursor.take(pattern);
    if (found) return read(found);
  }
  return null;
}
