/** Cues as they are read aloud: short, the hold first. */
import type { RowCue } from '@core/cue/cue';
import type { Stop } from '@core/cue/pointer';
import type { CrossingStep } from '@core/cue/steps';
import type { Notice } from '@core/cue/notices';
import { restOfCrossing, stepWords } from './cue';
import { noticeWords } from './notices';

const holdSaid = (step: CrossingStep) => `${step.heldCount} to the ${step.hold}`;

export function rowSaid(cue: RowCue | null, notices: readonly Notice[] = []): string {
  if (!cue) return 'All rows are done.';
  const crossing = cue.panels.filter(({ crosses }) => crosses);
  const first = crossing.map(({ panel, steps }) => {
    const step = steps.find((s): s is CrossingStep => s.kind === 'crossing');
    return `${panel.name}: ${step ? holdSaid(step) : ''}`;
  });
  const side = cue.working.side === 'RS' ? 'right side' : 'wrong side';
  const what = first.length > 0 ? first : ['No crossing'];
  return [`Row ${cue.row.row}, ${side}`, ...notices.map(noticeWords), ...what].join('. ') + '.';
}

export function stopSaid(stop: Stop | undefined): string {
  if (!stop) return 'End of the row.';
  const { step, enters } = stop;
  const what = step.kind === 'crossing' ? `${holdSaid(step)}, ${restOfCrossing(step)}` : stepWords(step);
  return `${enters ? `Pass the marker to ${enters}. ` : ''}${what}.`;
}
