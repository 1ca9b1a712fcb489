/**
 * A repair as steps to be led through, one at a time. Moves that the hands do in one go are one step; steps that are done
 * alike one after the other are told once. Between them stand the looks that no move makes: what to have at hand, whether
 * the loops lie right, and evening out.
 */
import { cellKey } from '../stitch/cells';
import type { Step } from '../cue/steps';
import type { RepairMove } from './moves';
import type { PlannedMove, RepairPlan } from './plan';

export type GuideStep =
  | { readonly kind: 'ready' }
  | {
      readonly kind: 'moves';
      readonly moves: readonly PlannedMove[];
      readonly ladder: number | null;
      /** It is one of several done alike: its place among them from 1, and how many there are. */
      readonly alike: { readonly nth: number; readonly of: number };
    }
  /** All of a ladder is let down: the loops are looked at. */
  | { readonly kind: 'loops'; readonly ladder: number; readonly move: PlannedMove }
  | { readonly kind: 'even'; readonly ladder: number };

type Moves = Extract<GuideStep, { kind: 'moves' }>;

/** Whether a move is done in one go with the one before. */
function goesOn(before: RepairMove, move: RepairMove): boolean {
  if (before.do === 'parkYarn') return true;
  return (
    (before.do === 'strand' && (move.do === 'slide' || move.do === 'turnLadder')) ||
    (before.do === 'takeUpYarn' && move.do === 'workOn')
  );
}

const stepKey = (step: Step): string =>
  step.kind === 'run'
    ? `${step.run.stitch} ${step.run.count}`
    : step.kind === 'special'
      ? `${cellKey(step.cell)} ${step.count}`
      : JSON.stringify({ ...step, columns: null });

/** Equal for moves that are done alike, whatever their row. */
function moveKey(move: RepairMove): string {
  if (move.do === 'strand') return `strand ${move.side} ${move.pass} ${move.steps.map(stepKey).join()}`;
  return move.do === 'ravel' ? `ravel ${JSON.stringify(move.parts)}` : '';
}

const rowOf = (move: RepairMove | undefined) => (move && 'row' in move ? move.row : 0);

/** Whether a step is the same once more, one row on: up with strands, down with rows pulled out. */
function again(before: GuideStep | undefined, step: Moves): boolean {
  const [move, last] = [step.moves[0], before?.kind === 'moves' ? before.moves[0] : undefined];
  if (!move || !last || before?.kind !== 'moves' || before.ladder !== step.ladder) return false;
  const key = moveKey(move);
  const next = rowOf(last) + (move.do === 'ravel' ? -1 : 1);
  return (
    key !== '' && key === moveKey(last) && rowOf(move) === next && before.moves.length === step.moves.length
  );
}

function withAlike(steps: readonly GuideStep[]): GuideStep[] {
  const out: GuideStep[] = [];
  let from = 0;
  for (let i = 1; i <= steps.length; i += 1) {
    const step = steps[i];
    if (step?.kind === 'moves' && again(steps[i - 1], step)) continue;
    const of = i - from;
    for (const [n, one] of steps.slice(from, i).entries())
      out.push(one.kind === 'moves' ? { ...one, alike: { nth: n + 1, of } } : one);
    from = i;
  }
  return out;
}

/** @param letRun rows are pulled out in one go where nothing joins on the way, not one by one */
export function guideFor(plan: RepairPlan, letRun = false): GuideStep[] {
  const { moves } = plan;
  const running = plan.ladders.map((_, ladder) => letRun && mayRun(plan, ladder));
  const steps: GuideStep[] = [{ kind: 'ready' }];
  let open: PlannedMove[] = [];
  const close = () => {
    const [first] = open;
    if (!first) return;
    const { ladder } = open[open.length - 1] as PlannedMove;
    steps.push({ kind: 'moves', moves: open, ladder, alike: { nth: 1, of: 1 } });
    open = [];
  };
  for (const [i, move] of moves.entries()) {
    const before = open[open.length - 1];
    const runs = before?.do === 'ravel' && move.do === 'ravel' && running[move.ladder ?? -1] === true;
    if (before && !runs && !goesOn(before, move)) close();
    open.push(move);
    const next = moves[i + 1];
    if (move.do === 'ravel' && next?.do !== 'ravel' && move.ladder !== null) {
      close();
      steps.push({ kind: 'loops', ladder: move.ladder, move });
    }
    if (move.do === 'putBack' && move.ladder !== null) {
      close();
      steps.push({ kind: 'even', ladder: move.ladder });
    }
  }
  close();
  return withAlike(steps);
}

/** Steps as they are listed: those done alike as one entry, by the place of the first. */
export const listed = (steps: readonly GuideStep[]): { readonly step: GuideStep; readonly at: number }[] =>
  steps.flatMap((step, at) => (step.kind === 'moves' && step.alike.nth > 1 ? [] : [{ step, at }]));

/** All steps that are done alike with the one at a place. */
export function alikeWith(steps: readonly GuideStep[], at: number): readonly Moves[] {
  const step = steps[at];
  if (step?.kind !== 'moves') return [];
  const from = at - step.alike.nth + 1;
  return steps.slice(from, from + step.alike.of).flatMap((one) => (one.kind === 'moves' ? [one] : []));
}

/** Whether the stitches may be let run all at once: every row is pulled out of the same ones, nothing joins on the way. */
export const mayRun = ({ moves }: RepairPlan, ladder: number): boolean => {
  const own = moves.filter((move) => move.ladder === ladder);
  const all = own.find((move) => move.do === 'slipOff')?.count;
  return own.every(
    (move) =>
      move.do !== 'ravel' ||
      (move.parts.length === 1 &&
        move.parts.every(({ pass, undone, caught }) => pass === 0 && undone === all && caught === all)),
  );
};
