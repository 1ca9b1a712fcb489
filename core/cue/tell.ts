/**
 * The shortest true telling of a row: among the full list, groups that repeat (the designer's own first), and stretches
 * worked by a rule, whatever asks her to keep the fewest things in mind. Each one is performed before it is taken; the
 * full list is left where none comes out.
 */
import { cellKey } from '../stitch/cells';
import { isSlip } from '../stitch/looks';
import type { Run } from '../stitch/runs';
import type { Cell, Face, Stitch } from '../stitch/types';
import type { PanelCue, RowCue } from './cue';
import { foldParts, isCrossing, type Draft } from './folding';
import { perform, type Needle } from './perform';
import { ropesOf } from './ropes';
import { alikeActs, together, type Act } from './steps';
import {
  RULE_NAMES,
  RULES,
  type PanelTelling,
  type Part,
  type Reach,
  type RowTelling,
  type Rule,
  type Slips,
} from './telling';

/** Things to keep in mind. */
const COST = {
  step: 1,
  crossing: 2,
  stretch: 1.2,
  otherRule: 0.8,
  after: 0.6,
  group: 0.8,
  name: 0.6,
  rowRule: 1.1,
  ends: 2,
};

const costOf = (parts: readonly Draft[], rowRule: Rule | null): number =>
  parts.reduce((sum, part) => {
    if (part.kind === 'group') return sum + COST.group + costOf(part.parts, rowRule);
    if (part.kind === 'step') return sum + (isCrossing(part) ? COST.crossing : COST.step);
    if (part.rule === rowRule) return sum + COST.after;
    return sum + COST.stretch + (part.rule === 'asTheyFace' ? 0 : COST.otherRule);
  }, 0);

const stitchOf = ({ step }: Act): Stitch | null => (step.kind === 'run' ? step.run.stitch : null);

/** The stitch that an act slips; null where it works one. */
const slipOf = (act: Act): Stitch | null => {
  const stitch = stitchOf(act);
  return stitch && isSlip(stitch) ? stitch : null;
};

/** More runs than these are not listed. */
const MOST_RUNS = 8;

/** The runs of slips among stitches worked by a rule. */
function slipsIn(acts: readonly Act[]): Slips | null {
  const sizes: number[] = [];
  let slipping = false;
  for (const act of acts) {
    const slips = slipOf(act) !== null;
    if (slips) sizes.push((slipping ? (sizes.pop() ?? 0) : 0) + 1);
    slipping = slips;
  }
  const [size] = sizes;
  if (size === undefined) return null;
  if (sizes.length > 2 && sizes.every((one) => one === size))
    return { kind: 'each', size, times: sizes.length };
  return sizes.length <= MOST_RUNS ? { kind: 'list', sizes } : null;
}

/** How acts meet the stitches that they find. */
class Seen {
  constructor(private readonly cue: RowCue) {}

  readonly known = () => this.cue.faces !== null;
  readonly face = ({ step }: Act) => this.cue.faces?.[step.columns[0] as number] ?? null;
  readonly follows = (act: Act, rule: Rule) => {
    const face = this.face(act);
    return face !== null && stitchOf(act) === RULES[rule][face];
  };
}

const listOf = (acts: readonly Act[]): Draft[] =>
  alikeActs(acts).map((alike) => ({ kind: 'step', acts: alike }));

/** Stretches that follow the rule, and steps for what does not. Where `plainly`, one kind of stitch is said as such. */
function byRule(acts: readonly Act[], rule: Rule, seen: Seen, plainly: boolean): Draft[] {
  const out: Draft[] = [];
  for (let i = 0; i < acts.length;) {
    const follows = seen.follows(acts[i] as Act, rule);
    let end = i + 1;
    while (end < acts.length && seen.follows(acts[end] as Act, rule) === follows) end += 1;
    const some = acts.slice(i, end);
    const mixed = some.some((act) => act.key !== some[0]?.key);
    if (follows && (mixed || !plainly))
      out.push({ kind: 'stretch', rule, count: some.length, slips: slipsIn(some) });
    else out.push(...listOf(some));
    i = end;
  }
  return out;
}

type Way = (acts: readonly Act[]) => Draft[];

/** In the designer's own repeat. */
function inRepeats({ acts, repeats }: PanelCue, way: Way): Draft[] | null {
  if (!repeats) return null;
  const { head, unit, times } = repeats;
  const end = head + unit * times;
  // The last one stands for all: only the first may begin with the yarn elsewhere.
  const once = way(acts.slice(end - unit, end));
  const parts = foldParts(once) ?? once;
  return [...way(acts.slice(0, head)), { kind: 'group', parts, times }, ...way(acts.slice(end))];
}

function foldings(panel: PanelCue, way: Way): Draft[][] {
  const plain = way(panel.acts);
  const repeats = inRepeats(panel, way);
  const folded = foldParts(plain);
  return [plain, ...(folded ? [folded] : []), ...(repeats ? [repeats] : [])];
}

/** Every way to tell a panel, without a thought for the row. */
function draftsOf(panel: PanelCue, seen: Seen, rules: readonly Rule[]): Draft[][] {
  const byRules = rules.flatMap((rule) => foldings(panel, (acts) => byRule(acts, rule, seen, true)));
  return [...foldings(panel, listOf), ...byRules];
}

const cheapest = (drafts: readonly Draft[][], rule: Rule | null): Draft[] =>
  drafts.reduce((a, b) => (costOf(b, rule) < costOf(a, rule) ? b : a));

/** The exceptions of a panel from the row's rule; what follows the rule at its end need not be said. */
function exceptionsOf(panel: PanelCue, rule: Rule, seen: Seen): Draft[] {
  const drafts = foldings(panel, (acts) => byRule(acts, rule, seen, false)).map((parts) =>
    parts[parts.length - 1]?.kind === 'stretch' ? parts.slice(0, -1) : parts,
  );
  return cheapest(drafts, rule);
}

/** Reaches are said as she knows them: to the marker, to the end, to the last few. */
function reached(drafts: readonly Draft[], last: boolean, top: boolean): Part[] {
  return drafts.map((part, i): Part => {
    if (part.kind === 'step') return { kind: 'step', step: together(part.acts) };
    if (part.kind === 'group') return { ...part, parts: reached(part.parts, last, false) };
    const after = drafts[i + 1];
    const { rule, slips, count } = part;
    return {
      kind: 'stretch',
      rule,
      slips,
      reach: top ? reachOf(count, after, i + 2 === drafts.length, last) : { to: 'over', count },
    };
  });
}

function reachOf(count: number, after: Draft | undefined, isLastButOne: boolean, last: boolean): Reach {
  if (!after) return last ? { to: 'end' } : { to: 'marker' };
  const run = after.kind === 'step' && after.acts[0]?.step.kind === 'run' ? after.acts.length : null;
  return last && isLastButOne && run ? { to: 'last', count: run } : { to: 'over', count };
}

type Told = {
  readonly cue: PanelCue;
  /** Nothing in it is otherwise than the rule says. */
  readonly whole: boolean;
  readonly ruled: boolean;
  readonly parts: readonly Draft[];
};
type Choice = { readonly telling: RowTelling; readonly cost: number };

/** The ways to tell each panel, found when they are first asked for. */
type DraftsOf = (panel: number) => readonly Draft[][];

/** Panels told for a row rule: those that follow it throughout need no word. */
function underRule(cue: RowCue, rule: Rule | null, seen: Seen, draftsAt: DraftsOf): Told[] {
  return cue.panels.map((panel, p) => {
    if (rule && panel.acts.every((act) => seen.follows(act, rule)))
      return { cue: panel, whole: true, ruled: true, parts: [] };
    const best = cheapest(draftsAt(p), null);
    const exceptions = rule && exceptionsOf(panel, rule, seen);
    const ruled = exceptions !== null && costOf(exceptions, rule) < costOf(best, null);
    return { cue: panel, whole: false, ruled, parts: ruled ? exceptions : best };
  });
}

const runOf = (part: Draft | undefined): Run | null => {
  const stitch = part?.kind === 'step' && part.acts[0] ? stitchOf(part.acts[0]) : null;
  return part?.kind === 'step' && stitch ? { stitch, count: part.acts.length } : null;
};
const onlyRun = ({ parts, ruled }: Told) => (parts.length === 1 && !ruled ? runOf(parts[0]) : null);

/** A first and a last panel that are all of one stitch, told together. */
function endsOf(told: readonly Told[]) {
  const [first, last] = [told[0], told[told.length - 1]];
  if (!first || !last || told.length < 3) return null;
  const [a, b] = [onlyRun(first), onlyRun(last)];
  return a && b && a.stitch === b.stitch ? { stitch: a.stitch, first: a.count, last: b.count } : null;
}

/** One panel that is run, stretch, run: the rule, and both ends told together. */
function endsInPanel(parts: readonly Draft[]) {
  const stretch = parts[1];
  const [a, b] = [runOf(parts[0]), runOf(parts[2])];
  if (parts.length !== 3 || stretch?.kind !== 'stretch' || !a || !b || a.stitch !== b.stitch) return null;
  const ends = { stitch: a.stitch, first: a.count, last: b.count };
  return { rule: { rule: stretch.rule, slips: stretch.slips }, ends };
}

const named = (cue: RowCue, { cue: panel, parts, ruled }: Told): PanelTelling => ({
  panel: { id: panel.panel.id, name: panel.panel.name },
  rest: panel.rest,
  ruled,
  parts: reached(parts, panel === cue.panels[cue.panels.length - 1], !ruled),
  ropes: ropesOf(cue, panel),
});

function choiceFor(cue: RowCue, rule: Rule | null, seen: Seen, draftsAt: DraftsOf): Choice | null {
  const told = underRule(cue, rule, seen, draftsAt);
  const single = told.length === 1;
  const inside = single
    ? draftsAt(0)
        .map(endsInPanel)
        .find((found) => found?.rule.rule === rule)
    : null;
  if (inside) return { telling: { ...inside, panels: [], single }, cost: COST.rowRule + COST.ends };
  if (rule && !told.some(({ ruled }) => ruled)) return null;
  const ends = rule ? endsOf(told) : null;
  const middle = ends ? told.slice(1, -1) : told;
  const listed = middle.filter(({ whole }) => !whole);
  const cost =
    (rule ? COST.rowRule + (rule === 'asTheyFace' ? 0 : COST.otherRule / 2) : 0) +
    (ends ? COST.ends : 0) +
    listed.reduce((sum, { parts }) => sum + costOf(parts, rule) + (single ? 0 : COST.name), 0);
  const slips = rule && listed.length === 0 ? slipsIn(middle.flatMap(({ cue: panel }) => panel.acts)) : null;
  const telling = {
    rule: rule && { rule, slips },
    ends,
    panels: listed.map((one) => named(cue, one)),
    single,
  };
  return { telling, cost };
}

/** Every stitch in order, each panel by name: true whatever the row. */
export const fullTelling = (cue: RowCue): RowTelling => ({
  rule: null,
  ends: null,
  panels: cue.panels.map((panel) =>
    named(cue, { cue: panel, whole: false, ruled: false, parts: listOf(panel.acts) }),
  ),
  single: cue.panels.length === 1,
});

/** The needle as she finds it before the row. */
export const needleOf = (cue: RowCue): Needle => ({
  round: cue.round,
  panels: cue.panels.map(({ panel, rest, acts }) => ({ id: panel.id, rest, faces: facesOf(cue, acts) })),
});

function facesOf({ faces }: RowCue, acts: readonly Act[]): (Face | null)[] {
  const met: (Face | null)[] = [];
  for (const { step } of acts) for (const column of step.columns) met.push(faces?.[column] ?? null);
  return met;
}

const sameCell = (a: Cell, b: Cell) =>
  a.kind === 'stitch' && b.kind === 'stitch' ? a.stitch === b.stitch : a === b || cellKey(a) === cellKey(b);

/** Whether performing a telling gives the charted row, panel by panel. */
function comesOut(cue: RowCue, telling: RowTelling, needle: Needle): boolean {
  const done = perform(telling, needle, cue.working);
  if (!done.ok) return false;
  let at = 0;
  for (const [panel, { acts }] of cue.panels.entries())
    for (const act of acts) {
      const it = done.value[at++];
      if (it?.panel !== panel || !sameCell(it.cell, act.at.cell)) return false;
    }
  return at === done.value.length;
}

/** Rules that a panel may be told by: those whose slips it has. */
function rulesFor({ acts }: PanelCue, seen: Seen): Rule[] {
  if (!seen.known()) return [];
  const slips = new Set<Stitch>();
  for (const act of acts) {
    const slip = slipOf(act);
    if (slip) slips.add(slip);
  }
  return RULE_NAMES.filter((rule) => RULES_SLIP[rule] === null || slips.has(RULES_SLIP[rule]));
}

/** What a rule slips; null where it slips nothing. */
const RULES_SLIP = Object.fromEntries(
  RULE_NAMES.map((rule) => [rule, Object.values(RULES[rule]).find((stitch) => isSlip(stitch)) ?? null]),
) as Readonly<Record<Rule, Stitch | null>>;

/** A rule leads the row where it is the usual one, or holds in some panel throughout. */
const leads = (cue: RowCue, rule: Rule, seen: Seen) =>
  rule === 'asTheyFace' || cue.panels.some(({ acts }) => acts.every((act) => seen.follows(act, rule)));

function lazily<T>(count: number, find: (index: number) => T): (index: number) => T {
  const found = new Array<T | undefined>(count);
  return (index) => (found[index] ??= find(index));
}

function shortest(cue: RowCue, byRules: boolean): RowTelling {
  const seen = new Seen(cue);
  const { panels } = cue;
  const rules = panels.map((panel) => (byRules ? rulesFor(panel, seen) : []));
  const draftsAt = lazily(panels.length, (p) => draftsOf(panels[p] as PanelCue, seen, rules[p] as Rule[]));
  const rowRules = [...new Set(rules.flat())].filter((rule) => leads(cue, rule, seen));
  const needle = needleOf(cue);
  const best = (of: readonly (Rule | null)[]) =>
    of
      .flatMap((rule) => choiceFor(cue, rule, seen, draftsAt) ?? [])
      .sort((a, b) => a.cost - b.cost)
      .find(({ telling }) => comesOut(cue, telling, needle));
  const ruled = best(rowRules);
  // Panel by panel, each costs a name and a step at least.
  const least = panels.length > 1 ? panels.length * (COST.name + COST.step) : 0;
  if (ruled && ruled.cost < least) return ruled.telling;
  const listed = best([null]);
  if (listed && (!ruled || listed.cost <= ruled.cost)) return listed.telling;
  return ruled?.telling ?? fullTelling(cue);
}

const kept = new WeakMap<RowCue, { row?: RowTelling; panels?: RowTelling }>();
const keptOf = (cue: RowCue) => {
  const found = kept.get(cue) ?? {};
  kept.set(cue, found);
  return found;
};

/** The shortest true telling of the whole row. */
export function tellRow(cue: RowCue): RowTelling {
  const of = keptOf(cue);
  return (of.row ??= shortest(cue, true));
}

/** Every panel by name, in steps and groups: nothing is left to what the stitches show. */
export function tellPanels(cue: RowCue): RowTelling {
  const of = keptOf(cue);
  return (of.panels ??= shortest(cue, false));
}
