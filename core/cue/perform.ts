/**
 * A literal-minded knitter. She does what a telling says, in order, with what she sees on the needle, and nothing else;
 * where words would leave her guessing, she refuses.
 */
import { err, ok, type Result } from '../result';
import { cellFromOtherSide, isSlip } from '../stitch/looks';
import { takes } from '../stitch/cells';
import { stitch, type Cell, type Face, type Stitch } from '../stitch/types';
import {
  cellForDirection,
  crossingOfWords,
  facedDirection,
  type CrossingWords,
  type Working,
} from '../stitch/working';
import type { Run } from '../stitch/runs';
import type { CrossingStep, Step } from './steps';
import {
  RULES,
  type PanelTelling,
  type Part,
  type Reach,
  type RowTelling,
  type Rule,
  type Slips,
} from './telling';

/** What she has before her: panels between markers, each a list of what its stitches show her, in working order. */
export type Needle = {
  readonly panels: readonly {
    readonly id: string;
    readonly rest: boolean;
    readonly faces: readonly (Face | null)[];
  }[];
  readonly round: boolean;
};

export type PerformProblem =
  | { readonly code: 'no-such-panel'; readonly panel: string }
  | { readonly code: 'panel-untold'; readonly panel: string }
  | { readonly code: 'marker-in-the-way'; readonly panel: string }
  | { readonly code: 'stitches-left'; readonly panel: string; readonly count: number }
  /** "As it faces you" on stitches that show nothing, as after the cast-on. */
  | { readonly code: 'face-unknown' }
  | { readonly code: 'nothing-to-repeat' }
  | { readonly code: 'slips-differ' }
  /** Make 1 lifts the strand between two stitches: at the very edge there is none. */
  | { readonly code: 'no-strand' }
  /** At the end of a row stitches are bound off only with the yarn cut. */
  | { readonly code: 'yarn-left-behind' }
  /** The stitch left from binding off is worked already; a crossing or a decrease wants it as it was. */
  | { readonly code: 'stitch-already-worked' };

class Refusal extends Error {
  constructor(readonly problem: PerformProblem) {
    super(problem.code);
  }
}

/** A cell as it now lies, seen from the RS, and the panel it belongs to. */
export type Done = { readonly panel: number; readonly cell: Cell };

const groupOf = (runs: readonly Run[]): Stitch[] =>
  runs.flatMap(({ stitch: name, count }) => Array.from({ length: count }, () => name));

/** What a crossing's own words say. */
const wordsOf = (step: CrossingStep): CrossingWords => ({
  hold: step.hold,
  held: groupOf(step.held),
  then: groupOf(step.then),
  ...(step.centre && { centre: { stitches: groupOf(step.centre.runs), depth: step.centre.depth } }),
});

const isBindOff = (step: Step) => step.kind === 'special' && step.cell.kind === 'bindOff';

class Knitter {
  readonly done: Done[] = [];
  /** Runs of slips since a rule was taken up. */
  private slips: number[] = [];
  private slipping = false;
  private cut = false;
  /** A stitch is left on the needle from binding off, worked. */
  private left = false;
  private at = 0;
  private panel = 0;

  constructor(
    private readonly needle: Needle,
    private readonly working: Working,
  ) {}

  private get faces() {
    return this.needle.panels[this.panel]?.faces ?? [];
  }
  private get id() {
    return this.needle.panels[this.panel]?.id ?? '';
  }
  private readonly leftHere = () => this.faces.length - this.at;
  private readonly leftInRow = () =>
    this.needle.panels.slice(this.panel + 1).reduce((sum, { faces }) => sum + faces.length, this.leftHere());

  private take(count: number): readonly (Face | null)[] {
    if (count > this.leftHere()) throw new Refusal({ code: 'marker-in-the-way', panel: this.id });
    this.at += count;
    return this.faces.slice(this.at - count, this.at);
  }

  private give(cell: Cell) {
    this.done.push({ panel: this.panel, cell });
  }

  private readonly fromRS = (seen: Cell) => (this.working.side === 'RS' ? seen : cellFromOtherSide(seen));

  private stitch(name: Stitch) {
    this.give(this.fromRS(stitch(name)));
  }

  private special({ cell, count, cutsYarn, overUnworked }: Extract<Step, { kind: 'special' }>) {
    const meant = this.fromRS(cellForDirection(cell, facedDirection(this.working)));
    for (let i = 0; i < count; i += 1) {
      this.take(takes(meant));
      this.give(meant);
    }
    this.cut ||= cutsYarn === true;
    this.left = cell.kind === 'bindOff' && !cutsYarn && !overUnworked;
  }

  step(step: Step) {
    if (this.cut) throw new Refusal({ code: 'yarn-left-behind' });
    const goesOn = step.kind === 'run' ? !isSlip(step.run.stitch) : isBindOff(step);
    if (this.left && !goesOn) throw new Refusal({ code: 'stitch-already-worked' });
    this.left = false;
    this.slipping = false;
    if (step.kind === 'run') {
      this.take(step.run.count);
      for (let i = 0; i < step.run.count; i += 1) this.stitch(step.run.stitch);
    } else if (step.kind === 'special') this.special(step);
    else {
      const cell = crossingOfWords(wordsOf(step), this.working);
      this.take(takes(cell));
      this.give(cell);
    }
  }

  private byRule(rule: Rule, count: number, slips: Slips | null) {
    this.slips = [];
    this.slipping = false;
    this.followRule(rule, count);
    this.checkSlips(slips);
  }

  private followRule(rule: Rule, count: number) {
    if (this.cut && count > 0) throw new Refusal({ code: 'yarn-left-behind' });
    for (const face of this.take(count)) {
      if (face === null) throw new Refusal({ code: 'face-unknown' });
      const name = RULES[rule][face];
      if (this.left && isSlip(name)) throw new Refusal({ code: 'stitch-already-worked' });
      this.left = false;
      this.stitch(name);
      if (isSlip(name)) this.slips.push((this.slipping ? (this.slips.pop() ?? 0) : 0) + 1);
      this.slipping = isSlip(name);
    }
  }

  private checkSlips(slips: Slips | null) {
    if (!slips) return;
    const wanted = slips.kind === 'list' ? slips.sizes : Array<number>(slips.times).fill(slips.size);
    if (wanted.join() !== this.slips.join()) throw new Refusal({ code: 'slips-differ' });
  }

  private reach(reach: Reach): number {
    if (reach.to === 'over') return reach.count;
    if (reach.to === 'marker') {
      if (this.panel === this.needle.panels.length - 1)
        throw new Refusal({ code: 'no-such-panel', panel: this.id });
      return this.leftHere();
    }
    const last = reach.to === 'last' ? reach.count : 0;
    const count = this.leftInRow() - last;
    if (count < 1) throw new Refusal({ code: 'nothing-to-repeat' });
    return count;
  }

  parts(parts: readonly Part[]) {
    for (const part of parts) {
      if (part.kind === 'step') this.step(part.step);
      else if (part.kind === 'stretch') this.byRule(part.rule, this.reach(part.reach), part.slips);
      else {
        if (part.times < 2 || part.parts.length === 0) throw new Refusal({ code: 'nothing-to-repeat' });
        for (let i = 0; i < part.times; i += 1) this.parts(part.parts);
      }
    }
  }

  private tell(told: PanelTelling, rule: Rule | null) {
    this.parts(told.parts);
    if (told.ruled && rule) this.followRule(rule, this.leftHere());
    if (this.leftHere() > 0)
      throw new Refusal({ code: 'stitches-left', panel: this.id, count: this.leftHere() });
  }

  /** The whole row. Panels come one after the other; what is not named is worked by the rule, the ends apart. */
  row({ rule, ends, panels }: RowTelling) {
    const told = [...panels];
    const all = this.needle.panels;
    if (ends) this.step({ kind: 'run', columns: [], run: { stitch: ends.stitch, count: ends.first } });
    for (; this.panel < all.length; this.panel += 1, this.at = 0) {
      const here = all[this.panel];
      const next = told[0];
      if (next && next.panel.id === here?.id && next.rest === here.rest && this.at === 0) {
        this.tell(next, rule?.rule ?? null);
        told.shift();
        continue;
      }
      const last = this.panel === all.length - 1 ? (ends?.last ?? 0) : 0;
      const count = this.leftHere() - last;
      if (count > 0 && !rule) throw new Refusal({ code: 'panel-untold', panel: this.id });
      if (count > 0 && rule) this.followRule(rule.rule, count);
      if (ends && last > 0) {
        this.checkSlips(rule?.slips ?? null);
        this.step({ kind: 'run', columns: [], run: { stitch: ends.stitch, count: last } });
      }
    }
    if (!ends && rule) this.checkSlips(rule.slips);
    if (told[0]) throw new Refusal({ code: 'no-such-panel', panel: told[0].panel.name });
  }
}

const isMake = (cell: Cell | undefined) => cell?.kind === 'increase' && cell.how === 'make';

/** What no hand can do at the edge of a row. */
function edgeProblem(done: readonly Done[], { round }: Needle, cut: boolean): PerformProblem | null {
  if (round) return null;
  const [first, last] = [done[0]?.cell, done[done.length - 1]?.cell];
  if (isMake(first) || isMake(last)) return { code: 'no-strand' };
  const allOff = done.every(({ cell }) => cell.kind === 'bindOff');
  return last?.kind === 'bindOff' && !allOff && !cut ? { code: 'yarn-left-behind' } : null;
}

const cutsIn = ({ panels }: RowTelling) => {
  const cuts = (parts: readonly Part[]): boolean =>
    parts.some((part) =>
      part.kind === 'group'
        ? cuts(part.parts)
        : part.kind === 'step' && part.step.kind === 'special' && part.step.cutsYarn,
    );
  return panels.some(({ parts }) => cuts(parts));
};

/** The cells that a telling leaves, seen from the RS, in working order, each with the index of its panel. */
export function perform(
  telling: RowTelling,
  needle: Needle,
  working: Working,
): Result<readonly Done[], PerformProblem> {
  const knitter = new Knitter(needle, working);
  try {
    knitter.row(telling);
  } catch (refused) {
    if (refused instanceof Refusal) return err(refused.problem);
    throw refused;
  }
  const problem = edgeProblem(knitter.done, needle, cutsIn(telling));
  return problem ? err(problem) : ok(knitter.done);
}
