/**
 * A piece as the knitter sets it up: panels from shelf charts or pasted rows, not yet checked. Turned into a plan,
 * or into every problem with its place. The pasted text is kept as it was.
 */
import { err, ok, type Result } from '../result';
import { closeToRing, type Chart } from '../chart/chart';
import type { Construction } from '../stitch/construction';
import type { Direction, Side } from '../stitch/types';
import type { NotationProblem } from '../notation/problems';
import { readRows, type ReadingContext } from '../notation/read';
import { mirrorChart } from '../chart/mirrored';
import { checkPlan, type Worksheet } from '../piece/worksheet';
import { NO_MAKING, type Making } from '../piece/making';
import { plannedRows, type Change, type Ending, type Length, type PanelPlan, type Plan, type PlanProblem, type Section } from '../piece/plan'; // prettier-ignore
import type { Lacking } from '../piece/shaped-row';
import type { Live, Shaping } from '../piece/shaping';
import { checkMaking, type MakingProblem } from '../plan/check-making';
import { gaugeOf } from '../plan/gauge';
import { shapingsOf, type ShapingDraft } from './shaping-draft';
import { spreadRow, type SpreadDraft, type SpreadRow, type SpreadRowProblem } from './spread-row';

export type PanelDraft = {
  readonly id: string;
  readonly name: string;
  /** Written rows. */
  readonly text: string;
  readonly repeats: number;
  readonly startRow: number;
  readonly withSetUp: boolean;
  readonly carryOn: boolean;
  readonly edge: boolean;
  /** In the round: closed over the start of the round, where it is the only panel. */
  readonly closed: boolean;
  /** Knitted as the mirror image of its rows. */
  readonly mirrored?: boolean;
};
/** A panel of written rows, once across, from row 1, unless said otherwise. */
export const panelDraft = (
  id: string,
  name: string,
  text: string,
  more: Partial<PanelDraft> = {},
): PanelDraft => ({
  id,
  name,
  text,
  repeats: 1,
  startRow: 1,
  withSetUp: false,
  carryOn: false,
  edge: false,
  closed: false,
  ...more,
});

/** What a section's length is said in; `rows` of the section is used where this is absent. */
export type LengthDraft =
  | { readonly kind: 'repeats'; readonly repeats: number; readonly of: string }
  | {
      readonly kind: 'until';
      readonly cm: number;
      readonly from: 'castOn' | 'section';
      readonly ending: Ending | null;
    };

export type SectionDraft = {
  readonly id: string;
  readonly name: string;
  readonly rows: number;
  readonly panels: readonly PanelDraft[];
  readonly length?: LengthDraft;
  readonly shaping?: readonly ShapingDraft[];
  readonly lacking?: Lacking;
  readonly keepsShape?: boolean;
  readonly starts?: Live;
  /** Written row, over the whole width, that is worked in place of the section's last. */
  readonly lastRow?: { readonly text: string; readonly mirrored: boolean };
  readonly changes?: readonly Change[];
  /** A section of one row made from its neighbours; it has no panels of its own. */
  readonly spread?: SpreadDraft;
};
export type PieceDraft = {
  readonly name: string;
  readonly construction: Construction;
  readonly firstSide: Side;
  readonly firstDirection: Direction;
  readonly sections: readonly SectionDraft[];
  readonly making?: Making;
  readonly continues?: Plan['continues'];
  /** The piece whose second this is, as it is or as its mirror image. */
  readonly pairOf?: { readonly id: string; readonly mirrored: boolean };
};

type InSection = { readonly section: number };
/** `shaping` is an index into the section's drafts of shaping. */
export type DraftProblem =
  | PlanProblem
  | MakingProblem
  | { readonly code: 'no-name' }
  | {
      readonly code: 'rows-not-read';
      readonly section: number;
      readonly panel: number;
      readonly problems: readonly NotationProblem[];
    }
  /** The rows are those of a whole pattern: one chart after the other. */
  | {
      readonly code: 'several-stretches';
      readonly section: number;
      readonly panel: number;
      readonly count: number;
    }
  | { readonly code: 'does-not-close'; readonly section: number; readonly panel: number }
  | {
      readonly code: 'too-much-text';
      readonly section: number;
      readonly panel?: number;
      readonly most: number;
    }
  | (InSection & { readonly code: 'last-row-not-read'; readonly problems: readonly NotationProblem[] })
  | (InSection & { readonly code: 'length-needs-gauge'; readonly shaping?: number })
  | (InSection & { readonly code: 'nothing-to-spread-over' })
  | (InSection & SpreadRowProblem);

/** `spreads` are the increase and decrease rows by the index of their section. */
export type CheckedDraft = {
  readonly plan: Plan;
  readonly sheet: Worksheet;
  readonly spreads: ReadonlyMap<number, SpreadRow>;
};

/** Characters of written rows in one piece, each text counted once however often it is used. */
export const MOST_TEXT = 400_000;

/** Every text of a draft is read once, and all of them share one budget. */
class Readings {
  private readonly known = new Map<string, ReturnType<typeof readRows>>();
  private characters = 0;

  /** Null when the texts of the piece are longer together than they may be. */
  read(text: string, name: string, context: ReadingContext): ReturnType<typeof readRows> | null {
    const key = `${name}\n${text}`;
    const found = this.known.get(key);
    if (found) return found;
    this.characters += text.length;
    if (this.characters > MOST_TEXT) return null;
    const read = readRows(text, name, context);
    this.known.set(key, read);
    return read;
  }
}

/** How the texts of a draft are read. */
export const contextOf = ({ construction, firstDirection }: PieceDraft): ReadingContext =>
  construction === 'unturned' ? { unturned: { firstDirection } } : {};

type At = { readonly section: number; readonly panel: number };

function chartFor(
  draft: PieceDraft,
  panel: PanelDraft,
  at: At,
  readings: Readings,
): Result<Chart, DraftProblem> {
  const reading = readings.read(panel.text, panel.name, contextOf(draft));
  if (!reading) return err({ code: 'too-much-text', ...at, most: MOST_TEXT });
  if (!reading.ok) return err({ code: 'rows-not-read', ...at, problems: reading.error });
  const [first, ...others] = reading.value.stretches;
  if (others.length > 0) return err({ code: 'several-stretches', ...at, count: others.length + 1 });
  const chart = panel.mirrored ? mirrorChart(first.chart) : first.chart;
  if (!panel.closed || draft.construction !== 'round') return ok(chart);
  const ring = closeToRing(chart);
  return ring.ok ? ring : err({ code: 'does-not-close', ...at });
}

/** Set-up rows are worked where the chart has any and they are wanted. */
function planPanel(panel: PanelDraft, chart: string, hasSetUp: boolean): PanelPlan {
  const withSetUp = panel.withSetUp && hasSetUp;
  const start = panel.carryOn ? ('carryOn' as const) : { row: panel.startRow, withSetUp };
  return {
    id: panel.id,
    name: panel.name.trim() || 'panel',
    chart,
    repeats: panel.repeats,
    start,
    edge: panel.edge,
  };
}

const spreadKey = (section: number) => `spread-${section + 1}`;

/** Turns sections into a plan one after the other; a row spread between two sections needs both. */
class Planner {
  readonly problems: DraftProblem[];
  readonly spreads = new Map<number, SpreadRow>();
  /** What is wrong below a row that could not be spread for it. */
  readonly below: PlanProblem[] = [];
  private readonly charts: Record<string, Chart> = {};
  private readonly readings = new Readings();
  private readonly keys = new Map<string, string>();
  private readonly rowsPer10: number | null;

  constructor(private readonly draft: PieceDraft) {
    const making = draft.making ?? NO_MAKING;
    const gauge = making.swatch && gaugeOf(making.swatch);
    this.rowsPer10 = gauge?.ok ? gauge.value.rows : null;
    this.problems = [
      ...(draft.name.trim() === '' ? [{ code: 'no-name' } as const] : []),
      ...checkMaking(making),
    ];
  }

  /** Panels that read alike share a chart, so that a panel which carries on finds the very same one. */
  private panel(panel: PanelDraft, at: At): PanelPlan {
    const kind = `${panel.closed ? 'ring' : 'line'}${panel.mirrored ? ' mirrored' : ''}`;
    const source = `${kind} ${panel.name} ${panel.text}`;
    const key = this.keys.get(source) ?? `chart-${this.keys.size + 1}`;
    this.keys.set(source, key);
    const chart = chartFor(this.draft, panel, at, this.readings);
    if (chart.ok) this.charts[key] = chart.value;
    else this.problems.push(chart.error);
    return planPanel(panel, key, chart.ok && chart.value.setUp.length > 0);
  }

  private rowsTo(cm: number, section: number, shaping?: number): number {
    if (this.rowsPer10 !== null) return Math.round((cm * this.rowsPer10) / 10);
    this.problems.push({ code: 'length-needs-gauge', section, ...(shaping !== undefined && { shaping }) });
    return 1;
  }

  private rowsIn(sections: readonly Section[]): number {
    const plan = this.plan(sections);
    return sections.reduce((sum, one) => sum + plannedRows(plan, one), 0);
  }

  private length({ length, rows }: SectionDraft, s: number, before: readonly Section[]): Length {
    if (!length) return { rows };
    if (length.kind === 'repeats') return { repeats: length.repeats, of: length.of };
    const { cm, from, ending } = length;
    const sound = cm > 0 && Number.isFinite(cm);
    const done = from === 'castOn' ? this.rowsIn(before) : 0;
    const estimate = sound ? Math.max(1, this.rowsTo(cm, s) - done) : 1;
    return { until: { cm, from, ...(ending && { ending }) }, estimate };
  }

  private firstRow({ from }: ShapingDraft, s: number, index: number, rowsBefore: number): number {
    if ('row' in from) return from.row;
    const row = this.rowsTo(from.cm, s, index) + 1;
    const { construction, firstSide } = this.draft;
    if (construction !== 'flat') return row;
    return ((rowsBefore + row) % 2 === 1) === (firstSide === 'RS') ? row : row + 1;
  }

  private shapings(section: SectionDraft, s: number, before: readonly Section[]) {
    const rowsBefore = this.rowsIn(before);
    return (section.shaping ?? []).map((one, i): Shaping[] =>
      shapingsOf(one, this.firstRow(one, s, i, rowsBefore)),
    );
  }

  /** Which draft of shaping each of a section's schedules came from. */
  readonly shapingOwners = new Map<number, number[]>();

  private section(section: SectionDraft, s: number, before: readonly Section[]): Section {
    const shapings = this.shapings(section, s, before);
    this.shapingOwners.set(
      s,
      shapings.flatMap((many, i) => many.map(() => i)),
    );
    const { lacking, keepsShape, changes, starts } = section;
    return {
      id: section.id,
      name: section.name.trim() || `section ${s + 1}`,
      length: this.length(section, s, before),
      panels: section.panels.map((panel, p) => this.panel(panel, { section: s, panel: p })),
      ...(shapings.length > 0 && { shaping: shapings.flat() }),
      ...(lacking && { lacking }),
      ...(keepsShape && { keepsShape }),
      ...(starts && { starts }),
      ...(section.lastRow && { lastRow: this.lastRow(section.lastRow, s) }),
      ...(changes && changes.length > 0 && { changes }),
    };
  }

  private lastRow({ text, mirrored }: NonNullable<SectionDraft['lastRow']>, s: number): string {
    const key = `last-row-${s + 1}`;
    const read = this.readings.read(text, 'last row', {});
    if (!read) this.problems.push({ code: 'too-much-text', section: s, most: MOST_TEXT });
    else if (read.ok) this.charts[key] = mirrored ? mirrorChart(read.value.chart) : read.value.chart;
    else this.problems.push({ code: 'last-row-not-read', section: s, problems: read.error });
    return key;
  }

  private spreadSection({ id, name }: SectionDraft, s: number): Section {
    const start = { row: 1, withSetUp: false };
    const panel: PanelPlan = { id: `${id}-row`, name, chart: spreadKey(s), repeats: 1, start, edge: true };
    return { id, name: name.trim() || 'Increases', length: { rows: 1 }, panels: [panel] };
  }

  /** Fills in the row of a spread section, once the sections around it stand. */
  private fillSpread(spread: SpreadDraft, s: number, sections: readonly Section[]) {
    const below = s > 0 ? checkPlan(this.plan(sections.slice(0, s))) : null;
    if (!below) return void this.problems.push({ code: 'nothing-to-spread-over', section: s });
    const next = this.draft.sections[s + 1]?.spread ? undefined : sections[s + 1];
    const readable = next?.panels.every(({ chart }) => (this.charts[chart]?.rows.length ?? 0) > 0) ?? true;
    if (!below.ok) this.below.push(...below.error);
    if (!below.ok || !readable) return;
    const row = spreadRow(below.value, next, spread);
    if (!row.ok) return void this.problems.push({ ...row.error, section: s });
    this.charts[spreadKey(s)] = row.value.chart;
    this.spreads.set(s, row.value);
  }

  private plan(sections: readonly Section[]): Plan {
    const { construction, firstSide, firstDirection, making, continues } = this.draft;
    return {
      construction,
      firstSide,
      firstDirection,
      sections,
      charts: this.charts,
      ...(making && { making }),
      ...(continues && { continues }),
    };
  }

  all(): Plan {
    const sections: Section[] = [];
    this.draft.sections.forEach((section, s) => {
      sections.push(section.spread ? this.spreadSection(section, s) : this.section(section, s, sections));
    });
    this.draft.sections.forEach(({ spread }, s) => spread && this.fillSpread(spread, s, sections));
    return this.plan(sections);
  }
}

/** Problems that only follow from another one, which is told already. */
const FOLLOWS = [
  'no-such-chart',
  'seam-differs',
  'no-such-panel',
  'line-up-changes-width',
  'last-row-does-not-fit',
];
const UNREAD = ['rows-not-read', 'several-stretches', 'does-not-close', 'last-row-not-read', 'too-much-text'];

/** Told once, in the words of the draft: which schedule, not which of its two halves. */
function owned(planner: Planner, problems: readonly PlanProblem[]): PlanProblem[] {
  const named = problems.map((p) =>
    'shaping' in p && p.section !== undefined
      ? { ...p, shaping: planner.shapingOwners.get(p.section)?.[p.shaping] ?? 0 }
      : p,
  );
  return [...new Map(named.map((p) => [JSON.stringify(p), p])).values()];
}

export function checkDraft(draft: PieceDraft): Result<CheckedDraft, readonly DraftProblem[]> {
  const planner = new Planner(draft);
  const plan = planner.all();
  const { problems } = planner;
  const isEmptySpread = (s: number | undefined) => s !== undefined && draft.sections[s]?.spread !== undefined && !planner.spreads.has(s); // prettier-ignore
  const unread = problems.some(
    (p) => UNREAD.includes(p.code) || ('section' in p && isEmptySpread(p.section)),
  );
  const checked = checkPlan(plan);
  const found = owned(planner, [...planner.below, ...(checked.ok ? [] : checked.error)]);
  const told = found.filter(
    (p) => !(unread && FOLLOWS.includes(p.code)) && !(p.code === 'no-such-chart' && isEmptySpread(p.section)),
  );
  problems.push(...(problems.length + told.length > 0 ? told : found));
  return problems.length === 0 && checked.ok
    ? ok({ plan, sheet: checked.value, spreads: planner.spreads })
    : err(problems);
}
