/** A repair worked out from the marks, the row in hand and how she likes to do it. */
import { useMemo } from 'react';
import type { Pointer, Stop } from '@core/cue/pointer';
import type { FaultState } from '@core/journal/fold';
import { pieceRow, wale } from '@core/indices';
import type { Deviation } from '@core/piece/deviation';
import type { Worksheet } from '@core/piece/worksheet';
import { guideFor, type GuideStep } from '@core/repair/guide';
import { rsDirection, type Spot } from '@core/repair/needle';
import { repairWith, type RepairOptions, type RepairPlan, type RepairProblem } from '@core/repair/plan';
import type { Hand } from '@core/stitch/types';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { mendWordsFor, type MendWords } from '~/messages/mend';
import type { NeedlesView } from '../view';

export type FaultAt = Pick<FaultState, 'pieceRow' | 'panel' | 'wale' | 'made'>;

export const deviationAt = ({ pieceRow: row, panel, wale: at, made }: FaultAt): Deviation => ({
  pieceRow: pieceRow(row),
  panel,
  wale: wale(at),
  made,
});

type Where = Pick<FaultAt, 'pieceRow' | 'panel' | 'wale'>;
export const sameAt = (a: Where, b: Where) =>
  a.pieceRow === b.pieceRow && a.panel === b.panel && a.wale === b.wale;

/** Those that are to be put right, each place once: what she has left as it lies stays. */
export const openFaults = (faults: readonly FaultState[]) => {
  const open = faults.filter(({ mended, left }) => !mended && left === null);
  return open.filter((one, i) => open.findIndex((other) => sameAt(one, other)) === i);
};

const cellsIn = ({ step }: Stop) =>
  step.kind === 'run' ? step.run.count : step.kind === 'special' ? step.count : 1;

/** Cells of the row in hand that are worked; a crossing that is begun is taken to be finished first. */
export const workedAt = (stops: readonly Stop[], { stop, part }: Pointer): number =>
  stops.slice(0, stop + (part > 0 ? 1 : 0)).reduce((sum, one) => sum + cellsIn(one), 0);

/** A short text that is as good as certain to differ for different ones. */
function shortened(text: string): string {
  let [a, b] = [5381, 52711];
  for (let i = 0; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    a = (a * 33) ^ code;
    b = (b * 31) ^ code;
    [a, b] = [a >>> 0, b >>> 0];
  }
  return `${text.length}-${a.toString(36)}-${b.toString(36)}`;
}

/** The mark in the row in hand after so many cells; null if another row is in hand. */
export function pointerAt({ stops, working }: NeedlesView, { done, worked }: Spot): Pointer | null {
  if (working !== done + 1) return null;
  let cells = 0;
  const stop = stops.findIndex((one) => (cells += cellsIn(one)) > worked);
  return { stop: stop < 0 ? stops.length : stop, part: 0 };
}

export type Mending = {
  readonly plan: RepairPlan;
  /** Those asked for, and those that are let down on the way. */
  readonly faults: readonly FaultState[];
  readonly steps: readonly GuideStep[];
  readonly how: MendWords;
  /** Equal for repairs with the same moves. */
  readonly key: string;
};

export function mendingFor(
  sheet: Worksheet,
  faults: readonly FaultAt[],
  others: readonly FaultAt[],
  spot: Spot,
  hand: Hand,
  options: RepairOptions,
): { plan: RepairPlan; faults: readonly Deviation[] } | readonly RepairProblem[] {
  const found = repairWith(sheet, faults.map(deviationAt), others.map(deviationAt), spot, hand, options);
  return found.ok ? found.value : found.error;
}

type Asked = RepairOptions & { readonly letRun: boolean; readonly spot: Spot };

/** The repair, or why it cannot be. */
export function useMending(
  view: NeedlesView,
  settings: KnitterSettings,
  faults: readonly FaultState[],
  all: readonly FaultState[],
  { wrongSide, between, letRun, spot: { done, worked } }: Asked,
): Mending | readonly RepairProblem[] {
  const { sheet, byHand, round } = view;
  return useMemo(() => {
    const options = { wrongSide, between };
    const found = mendingFor(sheet, faults, all, { done, worked }, settings.hand, options);
    if (!('plan' in found)) return found;
    const { plan } = found;
    const named = found.faults.flatMap((at) => all.find((fault) => sameAt(fault, at)) ?? []);
    const how = mendWordsFor(rsDirection(sheet, settings.hand), {
      wayOf: wayOf(settings),
      byHand,
      round,
      turns: sheet.plan.construction === 'flat',
    });
    const moves = plan.moves.map(({ frame: _, ...move }) => move);
    return { plan, faults: named, steps: guideFor(plan, letRun), how, key: shortened(JSON.stringify(moves)) };
  }, [sheet, faults, all, done, worked, settings, wrongSide, between, letRun, byHand, round]);
}

export const isMending = (found: Mending | readonly RepairProblem[]): found is Mending => 'plan' in found;
