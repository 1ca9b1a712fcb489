/**
 * What a knitter who has lost her row can be asked, and what each row of the piece would show. A value is a small whole
 * number: a count, or the place of a choice in its list; {@link NONE} where there is nothing of the kind to be seen.
 */
import { pieceRow } from '../indices';
import { sideOf, type Worksheet } from '../piece/worksheet';
import type { Anchor, Hung, School } from './count';
import { LEANINGS, panelsOf, trackOf, type Track } from './track';

export type Question =
  /** Which side will face her in the next row. */
  | { readonly kind: 'side' }
  | { readonly kind: 'section' }
  /** Vs above the last hole of a panel, as her school counts. */
  | { readonly kind: 'count'; readonly panel: string }
  /** How the last crossing row of a panel leans. */
  | { readonly kind: 'lean'; readonly panel: string }
  /** Which of two panels crossed last. */
  | { readonly kind: 'later'; readonly panels: readonly [string, string] }
  /** The face of a stitch on the needle, so many from the panel's right edge. */
  | { readonly kind: 'look'; readonly panel: string; readonly stitch: number }
  /** Crossing rows, or ridges, up the whole panel. */
  | { readonly kind: 'crossings'; readonly panel: string }
  | { readonly kind: 'ridges'; readonly panel: string }
  /** Rows above something that hangs or shows in the work. */
  | { readonly kind: 'above'; readonly anchor: Anchor }
  /** Rows since the section, or the piece, began. */
  | { readonly kind: 'since' }
  /** From the cast-on edge to the needle, in cm. */
  | { readonly kind: 'length' };

export const NONE = -1;
export const SIDES = ['RS', 'WS'] as const;
export const LATER = ['first', 'second', 'same', 'neither'] as const;
export const LOOKS = ['V', 'bump', 'gone'] as const;

/** A name for a question that is the same for the same question. */
export function keyOf(question: Question): string {
  switch (question.kind) {
    case 'later':
      return `later ${question.panels.join(' ')}`;
    case 'above':
      return `above ${question.anchor.kind} ${question.anchor.row}`;
    case 'side':
    case 'section':
    case 'since':
    case 'length':
      return question.kind;
    default:
      return `${question.kind} ${question.panel}`;
  }
}

/** A panel that is so many rows ahead of the piece (behind, below 0). */
export type Shift = { readonly panel: string; readonly by: number };

export type Asked = {
  readonly key: string;
  readonly question: Question;
  /** How an answer is mistaken: a count by one, a choice for another; a length is measured. */
  readonly type: 'count' | 'choice' | 'length';
  /** Of a choice: how many there are. Of a count: the least and the most that any row shows. */
  readonly choices: number;
  readonly least: number;
  readonly most: number;
  /** Of a choice: those that some row shows, or a panel out of step. */
  readonly values: readonly number[];
  /** What row `row` shows, of a length cm. */
  readonly at: (row: number, shift: Shift | null) => number;
};

/** All that can be asked about a piece, and what decides the answers. */
export type Field = {
  readonly sheet: Worksheet;
  readonly rows: number;
  readonly tracks: ReadonlyMap<string, Track>;
  readonly asked: readonly Asked[];
  readonly byKey: ReadonlyMap<string, Asked>;
};

export type Known = {
  readonly school: School;
  readonly hung: Hung;
  /** Rows to 10 cm, where they are known. */
  readonly rowsPer10: number | null;
};

const within = (row: number, rows: number) => Math.min(rows, Math.max(0, row));

/** The row of the plan that a panel is at when the piece has `row` rows. */
const rowOf = (panel: string, row: number, shift: Shift | null, rows: number) =>
  shift?.panel === panel ? within(row + shift.by, rows) : row;

type Show = (row: number) => number;

/** So many pairs of panels are compared at most; neighbours first. */
const MOST_PAIRS = 24;
/** Nobody counts more than about so many of anything. */
export const MOST_COUNTED = 40;

function later(a: Track, b: Track, rowA: number, rowB: number): number {
  const [crossedA, crossedB] = [a.last[rowA] as number, b.last[rowB] as number];
  if (crossedA === 0 && crossedB === 0) return 3;
  if (crossedA === 0) return 1;
  if (crossedB === 0) return 0;
  const [agoA, agoB] = [rowA - crossedA, rowB - crossedB];
  return agoA === agoB ? 2 : agoA < agoB ? 0 : 1;
}

class Building {
  readonly asked: Asked[] = [];
  constructor(private readonly rows: number) {}

  private add(
    question: Question,
    type: Asked['type'],
    choices: number,
    at: Asked['at'],
    also: readonly number[] = [],
  ) {
    let [least, most] = [Infinity, 0];
    const shown = new Set<number>();
    for (let row = 0; row <= this.rows; row += 1) {
      const value = at(row, null);
      shown.add(value);
      if (value === NONE) continue;
      if (value < least) least = value;
      if (value > most) most = value;
    }
    // What every row answers alike tells nothing.
    if (shown.size < 2) return;
    const values = type === 'choice' ? [...new Set([...shown, ...also])].sort((a, b) => a - b) : [];
    this.asked.push({ key: keyOf(question), question, type, choices, least, most, values, at });
  }
  /** @param also values that only a panel out of step would show */
  choice(question: Question, choices: number, at: Asked['at'], also: readonly number[] = []) {
    this.add(question, 'choice', choices, at, also);
  }
  count(question: Question, at: Asked['at']) {
    this.add(question, 'count', 0, at);
  }
  length(at: Asked['at']) {
    this.add({ kind: 'length' }, 'length', 0, at);
  }
  /** A question about one panel, whose answers move with it. */
  ofPanel(type: 'choice' | 'count', question: Question & { panel: string }, choices: number, show: Show) {
    this.add(question, type, choices, (row, shift) => show(rowOf(question.panel, row, shift, this.rows)));
  }
}

/** In a school's number; where nothing is left to count in it there is nothing to be seen. */
function schooled(track: Track, { loopCounts, crossingRowIsOne }: School): Show {
  const less = (loopCounts ? 0 : 1) + (crossingRowIsOne ? 0 : 1);
  const twist = track.twists ? 1 : 0;
  return (row) => {
    if (!track.hole[row]) return NONE;
    // Rows above a twist are counted without its own.
    return Math.max(0, (track.vs[row] as number) - (twist ? 1 : less));
  };
}

function askOfPanel(build: Building, track: Track, school: School) {
  const { id: panel } = track.panel;
  if (track.last.some((row) => row > 0)) {
    build.ofPanel('count', { kind: 'count', panel }, 0, schooled(track, school));
    build.ofPanel('choice', { kind: 'lean', panel }, LEANINGS.length, (row) => track.lean[row] as number);
    build.ofPanel('count', { kind: 'crossings', panel }, 0, (row) =>
      track.here[row] ? (track.crossed[row] as number) : NONE,
    );
  }
  if (track.stitch > 0 && !track.panel.edge)
    build.ofPanel('choice', { kind: 'look', panel, stitch: track.stitch }, LOOKS.length, (row) =>
      track.look[row] ? (track.look[row] as number) - 1 : 2,
    );
}

/** Neighbours first, then one panel further apart, and so on. */
function pairsOf(tracks: readonly Track[]): (readonly [Track, Track])[] {
  const pairs: (readonly [Track, Track])[] = [];
  for (let apart = 1; apart < tracks.length; apart += 1)
    tracks.slice(apart).forEach((track, i) => {
      if (pairs.length < MOST_PAIRS) pairs.push([tracks[i] as Track, track]);
    });
  return pairs;
}

/** Changes of yarn that the plan has: seen in the fabric like those that she noted. */
const plannedColours = ({ plan, firstRows }: Worksheet): { kind: 'colour'; row: number }[] =>
  plan.sections.flatMap(({ changes = [], offset = 0 }, s) =>
    changes
      .filter(({ what, row }) => what === 'yarn' && row > offset)
      .map(({ row }) => ({ kind: 'colour' as const, row: (firstRows[s] as number) + row - 1 - offset - 1 })),
  );

export function fieldOf(sheet: Worksheet, { school, hung, rowsPer10 }: Known): Field {
  const { plan, rows, firstRows } = sheet;
  const build = new Building(rows);
  const tracks = new Map(panelsOf(sheet).map((id) => [id, trackOf(sheet, id)]));
  const all = [...tracks.values()];
  const crossing = all.filter(({ last }) => last.some((row) => row > 0));
  const sectionAt = new Int32Array(rows + 1);
  firstRows.forEach((first, s) => sectionAt.fill(s, first));
  if (plan.construction === 'flat')
    build.choice({ kind: 'side' }, 2, (row) => SIDES.indexOf(sideOf(plan, row + 1)));
  build.choice({ kind: 'section' }, plan.sections.length, (row) => sectionAt[row] as number);
  for (const track of all) askOfPanel(build, track, school);
  for (const [a, b] of pairsOf(crossing))
    build.choice(
      { kind: 'later', panels: [a.panel.id, b.panel.id] },
      LATER.length,
      (row, shift) => later(a, b, rowOf(a.panel.id, row, shift, rows), rowOf(b.panel.id, row, shift, rows)),
      [LATER.indexOf('first'), LATER.indexOf('second'), LATER.indexOf('same')],
    );
  const ridged = all.find(({ ridges }) => ridges.some((count) => count > 1));
  if (ridged)
    build.ofPanel('count', { kind: 'ridges', panel: ridged.panel.id }, 0, (row) =>
      ridged.here[row] ? (ridged.ridges[row] as number) : NONE,
    );
  const anchors = [...hung, ...plannedColours(sheet)].filter(
    (one, i, every) => every.findIndex(({ kind, row }) => kind === one.kind && row === one.row) === i,
  );
  for (const { kind, row: hangsIn } of anchors)
    build.count({ kind: 'above', anchor: { kind, row: pieceRow(hangsIn) } }, (row) =>
      row >= hangsIn ? row - hangsIn : NONE,
    );
  build.count({ kind: 'since' }, (row) => row - ((firstRows[sectionAt[row] as number] ?? 1) - 1));
  if (rowsPer10 !== null) build.length((row) => (row / rowsPer10) * 10);
  return {
    sheet,
    rows,
    tracks,
    asked: build.asked,
    byKey: new Map(build.asked.map((one) => [one.key, one])),
  };
}
