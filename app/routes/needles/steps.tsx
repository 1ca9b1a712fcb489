/** The row in hand as a whole or panel by panel: words for what is plain, cards for crossings. */
import { memo, useMemo } from 'react';
import type { PanelCue, RowCue } from '@core/cue/cue';
import { foldSteps } from '@core/cue/repeating';
import type { CrossingStep, Step } from '@core/cue/steps';
import type { Density } from '~/device/prefs';
import { holdWords, restOfCrossing, stepWords } from '~/messages/cue';
import { likeShort } from '~/messages/likeness';
import { LeanGlyph, LeanWord, leanColour } from '~/ui/lean';
import type { RowView } from './row-view';

/** Asked for when a crossing is touched: how to work it. */
export type AskHow = (panel: string, step: CrossingStep) => void;

export function CrossingCard({
  step,
  times = 1,
  onHow,
}: {
  step: CrossingStep;
  times?: number;
  onHow: () => void;
}) {
  return (
    <button
      type="button"
      className="crossing-card"
      style={{ borderColor: leanColour(step.lean) }}
      aria-haspopup="dialog"
      onClick={onHow}
    >
      <LeanGlyph lean={step.lean} />
      <span>
        <span className="hold">
          {holdWords(step)}
          {times > 1 && <span className="times"> × {times}</span>}
        </span>
        <span className="then">{restOfCrossing(step)}</span>
      </span>
    </button>
  );
}

/** The leans of a panel's crossings, once each, in the order they come, and what the first is compared with. */
function Leans({ panel, said }: { panel: PanelCue; said: RowView }) {
  const leans = [...new Set(panel.steps.flatMap((step) => (step.kind === 'crossing' ? [step.lean] : [])))];
  const likeness = said.likeness.get(panel.panel.id);
  const like = likeness && likeShort(likeness);
  return (
    <>
      {leans.map((lean, i) => (
        <span key={lean}>
          {i === 0 ? ' · ' : ', '}
          <LeanWord lean={lean} />
        </span>
      ))}
      {like && leans.length === 1 && <span className="like"> · {like}</span>}
    </>
  );
}

/** Steps side by side: plain ones as a line of words, crossings as cards. */
function StepList({
  steps,
  times = 1,
  onHow,
}: {
  steps: readonly Step[];
  times?: number;
  onHow: (step: CrossingStep) => void;
}) {
  const parts: ({ kind: 'words'; words: string[] } | { kind: 'crossing'; step: CrossingStep })[] = [];
  for (const step of steps) {
    const last = parts[parts.length - 1];
    if (step.kind === 'crossing') parts.push({ kind: 'crossing', step });
    else if (last?.kind === 'words') last.words.push(stepWords(step));
    else parts.push({ kind: 'words', words: [stepWords(step)] });
  }
  const single = parts.length === 1;
  return (
    <>
      {!single && times > 1 && <p className="then font-semibold">{times} times:</p>}
      {parts.map((part, i) =>
        part.kind === 'crossing' ? (
          <CrossingCard key={i} step={part.step} times={single ? times : 1} onHow={() => onHow(part.step)} />
        ) : (
          <p key={i} className="plain-steps">
            {part.words.join(', ')}
            {single && times > 1 ? `, ${times} times` : ''}
          </p>
        ),
      )}
    </>
  );
}

function PanelSteps({
  panel,
  brief,
  said,
  onHow,
}: {
  panel: PanelCue;
  brief: boolean;
  said: RowView;
  onHow: AskHow;
}) {
  const steps = brief ? panel.exceptions : panel.steps;
  if (steps.length === 0) return null;
  const { head, unit, times, tail } = foldSteps(steps);
  const how = (step: CrossingStep) => onHow(panel.panel.id, step);
  return (
    <li className="panel-cue" data-crosses={panel.crosses}>
      <p className="panel-cue-name">
        {panel.panel.name}
        <Leans panel={panel} said={said} />
      </p>
      <div>
        <StepList steps={head} onHow={how} />
        <StepList steps={unit} times={times} onHow={how} />
        <StepList steps={tail} onHow={how} />
      </div>
    </li>
  );
}

/** Brief: as the stitches present themselves, with what is not so. */
const WholeRow = memo(function WholeRow({
  said,
  brief,
  onHow,
}: {
  said: RowView;
  brief: boolean;
  onHow: AskHow;
}) {
  const panels = said.cue?.panels ?? [];
  const nothing = brief && panels.every(({ exceptions }) => exceptions.length === 0);
  return (
    <>
      {brief && <p className="presented">Knit the knits, purl the purls{nothing ? '.' : ', but:'}</p>}
      <ol className="panel-cues">
        {panels.map((panel) => (
          <PanelSteps key={panel.panel.id} panel={panel} brief={brief} said={said} onHow={onHow} />
        ))}
      </ol>
    </>
  );
});

/** So many cards fit without scrolling at full size. */
const ROOM_FOR_CARDS = 3;

/** The row in hand; or, out of sight, the one after it, so that it only has to be brought forward. */
export function RowSteps({
  said,
  density,
  ahead,
  onHow,
}: {
  said: RowView;
  density: Density;
  ahead: boolean;
  onHow: AskHow;
}) {
  const { cue } = said;
  const cards = useMemo(() => (cue ? cardsIn(cue) : 0), [cue]);
  if (!cue) return null;
  return (
    <div className="row-steps" data-ahead={ahead} data-many={cards > ROOM_FOR_CARDS}>
      <WholeRow said={said} brief={cue.presented && density === 'row'} onHow={onHow} />
    </div>
  );
}

/** Cards that are drawn for a row, repeats folded. */
function cardsIn(cue: RowCue): number {
  const folded = cue.panels.map(({ steps }) => foldSteps(steps));
  return folded
    .flatMap(({ head, unit, tail }) => [...head, ...unit, ...tail])
    .filter(({ kind }) => kind === 'crossing').length;
}
