/** How a row ends: the last thing worked, so that a slip is noticed before turning. */
import type { RowCue } from './cue';
import type { SpecialStep } from './steps';
import type { Run } from '../stitch/runs';

export type RowEnd =
  | { readonly kind: 'stitch'; readonly stitch: Run['stitch']; readonly panel: string }
  | { readonly kind: 'step'; readonly step: SpecialStep; readonly panel: string };

/** Null in a row without stitches. A crossing ends on the last stitch of its held group. */
export function rowEnd(cue: RowCue): RowEnd | null {
  const panel = cue.panels.findLast(({ steps }) => steps.length > 0);
  const step = panel?.steps[panel.steps.length - 1];
  if (!panel || !step) return null;
  const { name } = panel.panel;
  if (step.kind === 'special') return { kind: 'step', step, panel: name };
  const { stitch } = step.kind === 'run' ? step.run : (step.held[step.held.length - 1] as Run);
  return { kind: 'stitch', stitch, panel: name };
}
