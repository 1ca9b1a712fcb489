/** How a row ends: the last thing worked, so that a slip is noticed before turning. */
import type { RowCue } from './cue';
import type { Step } from './steps';
import type { Run } from '../stitch/runs';

export type RowEnd =
  | { readonly kind: 'stitch'; readonly stitch: Run['stitch']; readonly panel: string }
  | { readonly kind: 'step'; readonly step: Step; readonly panel: string };

/** Null in a row without stitches. A crossing ends on the last stitch of its held group. */
export function rowEnd(cue: RowCue): RowEnd | null {
  const panel = cue.panels.findLast(({ steps }) => steps.length > 0);
  const step = panel?.steps[panel.steps.length - 1];
  if (!panel || !step) return null;
  const { name } = panel.panel;
  const run = step.kind === 'run' ? step.run : step.kind === 'crossing' ? step.held[step.held.length - 1] : undefined; // prettier-ignore
  return run ? { kind: 'stitch', stitch: run.stitch, panel: name } : { kind: 'step', step, panel: name };
}
