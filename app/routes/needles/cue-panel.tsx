/** The row in hand: its number, its side, what to do in working order, and the control that completes it. */
import { useState } from 'react';
import { Check, Undo2 } from 'lucide-react';
import type { PanelCue, RowCue } from '@core/cue/cue';
import { foldSteps } from '@core/cue/repeating';
import { facedDirection } from '@core/stitch/working';
import type { CrossingStep, Step } from '@core/cue/steps';
import { holdWords, restOfCrossing, stepWords } from '~/messages/cue';
import type { Units } from '@core/plan/units';
import { lengthWords } from '~/messages/measures';
import { noticeWords } from '~/messages/notices';
import { LeanGlyph, LeanWord, leanColour } from '~/ui/lean';
import type { NeedlesView } from './view';

function FaceMark({ side }: { side: 'RS' | 'WS' }) {
  const path = side === 'RS' ? 'M4 4L14 22L24 4' : 'M3 18C6 6 22 6 25 18';
  return (
    <svg viewBox="0 0 28 26" width="30" height="28" aria-hidden="true">
      <path
        d={path}
        fill="none"
        stroke="currentColor"
        strokeWidth="5"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}

/** The arrow runs as the row does on the fabric that is shown. */
function SideLine({ cue, faces }: { cue: RowCue; faces: NeedlesView['faces'] }) {
  const fromRight = (faces === 'WS' ? facedDirection(cue.working) : cue.working.direction) === 'rightToLeft';
  const words = cue.working.side === 'RS' ? 'right side' : 'wrong side';
  return (
    <p className="side-line">
      <FaceMark side={cue.working.side} />
      <span>{words}</span>
      <svg
        viewBox="0 0 56 20"
        width="62"
        height="22"
        role="img"
        aria-label={fromRight ? 'worked from right to left' : 'worked from left to right'}
        style={{ transform: fromRight ? undefined : 'scaleX(-1)' }}
      >
        <path
          d="M54 10H6M14 2L5 10L14 18"
          fill="none"
          stroke="currentColor"
          strokeWidth="4"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
    </p>
  );
}

function CrossingCard({ step, times }: { step: CrossingStep; times: number }) {
  return (
    <div className="crossing-card" style={{ borderColor: leanColour(step.lean) }}>
      <LeanGlyph lean={step.lean} />
      <div>
        <p className="hold">
          {holdWords(step)}
          {times > 1 && <span className="times"> × {times}</span>}
        </p>
        <p className="then">{restOfCrossing(step)}</p>
      </div>
    </div>
  );
}

/** The leans of a panel's crossings, once each, in the order they come. */
function Leans({ panel }: { panel: PanelCue }) {
  const leans = [...new Set(panel.steps.flatMap((step) => (step.kind === 'crossing' ? [step.lean] : [])))];
  return leans.map((lean, i) => (
    <span key={lean}>
      {i === 0 ? ' · ' : ', '}
      <LeanWord lean={lean} />
    </span>
  ));
}

/** Steps side by side: plain ones as a line of words, crossings as cards. */
function StepList({ steps, times = 1 }: { steps: readonly Step[]; times?: number }) {
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
          <CrossingCard key={i} step={part.step} times={single ? times : 1} />
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

function PanelSteps({ panel, brief }: { panel: PanelCue; brief: boolean }) {
  const steps = brief ? panel.exceptions : panel.steps;
  if (steps.length === 0) return null;
  const { head, unit, times, tail } = foldSteps(steps);
  return (
    <li className="panel-cue" data-crosses={panel.crosses}>
      <p className="panel-cue-name">
        {panel.panel.name}
        <Leans panel={panel} />
      </p>
      <div>
        <StepList steps={head} />
        <StepList steps={unit} times={times} />
        <StepList steps={tail} />
      </div>
    </li>
  );
}

function Marker({ cue }: { cue: RowCue }) {
  if (cue.marker.moved === 0) return null;
  return (
    <p className="marker-line">
      Slip the first {cue.marker.moved} stitches unworked and move the marker past them: the last crossing of
      this round takes them.
    </p>
  );
}

/** What comes after this row, so that the hands can plan ahead. */
function Coming({ coming }: { coming: NeedlesView['coming'] }) {
  if (coming.length === 0) return null;
  return (
    <div className="coming">
      <h3 className="coming-title">Coming</h3>
      <ul>
        {coming.map(({ row, panels }) => (
          <li key={row}>
            <span className="numerals coming-row">{row}</span> {panels.join(', ')}
          </li>
        ))}
      </ul>
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
/** So many cards fit without scrolling at full size. */
const ROOM_FOR_CARDS = 4;

function Steps({ cue, view, units }: { cue: RowCue; view: NeedlesView; units: Units }) {
  const [every, setEvery] = useState(false);
  const brief = cue.presented && !every;
  const nothing = brief && cue.panels.every(({ exceptions }) => exceptions.length === 0);
  return (
    <div className="steps" data-many={cardsIn(cue) > ROOM_FOR_CARDS}>
      {view.toMeasure && (
        <p className="to-measure">
          Measure now: {view.toMeasure.name} ends at {lengthWords(view.toMeasure.cm, units)}. You end it under
          More, Measure and weigh.
        </p>
      )}
      <Notices notices={view.notices} ahead={false} />
      <Marker cue={cue} />
      {brief && <p className="presented">Knit the knits, purl the purls{nothing ? '.' : ', but:'}</p>}
      <ol className="panel-cues">
        {cue.panels.map((panel) => (
          <PanelSteps key={panel.panel.id} panel={panel} brief={brief} />
        ))}
      </ol>
      {cue.presented && (
        <button
          type="button"
          className="quiet-button text-base underline"
          aria-pressed={every}
          onClick={() => setEvery(!every)}
        >
          {every ? 'Say it briefly' : 'Every stitch of this row'}
        </button>
      )}
      <Notices notices={view.nextNotices} ahead />
      <Coming coming={view.coming} />
    </div>
  );
}

function StitchCount({ stitches: { takes, gives } }: Pick<NeedlesView, 'stitches'>) {
  return (
    <p className="done-line" data-testid="stitches">
      {takes === gives ? `${takes} stitches` : `${takes} to ${gives} stitches`}
    </p>
  );
}

/** Shaping and changes of this row, huge enough; those of the next one a row ahead. */
function Notices({ notices, ahead }: { notices: NeedlesView['notices']; ahead: boolean }) {
  if (notices.length === 0) return null;
  return (
    <ul
      className={ahead ? 'notices ahead' : 'notices'}
      aria-label={ahead ? 'In the next row' : 'In this row'}
    >
      {ahead && <li className="notices-when">Next row</li>}
      {notices.map((notice) => (
        <li key={noticeWords(notice)}>{noticeWords(notice)}</li>
      ))}
    </ul>
  );
}

function spoken(cue: RowCue | null): string {
  if (!cue) return 'All rows are done.';
  const crossing = cue.panels.filter(({ crosses }) => crosses);
  const first = crossing.map(({ panel, steps }) => {
    const step = steps.find((s): s is CrossingStep => s.kind === 'crossing');
    return `${panel.name}: ${step ? holdWords(step) : ''}`;
  });
  return `Working row ${cue.row.row}. ${first.length > 0 ? first.join('. ') : 'No crossing.'}`;
}

export function CuePanel({
  view,
  onComplete,
  onUndo,
  canUndo,
  units,
}: {
  view: NeedlesView;
  units: Units;
  onComplete: () => void;
  onUndo: () => void;
  canUndo: boolean;
}) {
  const { cue, working, done, sheet } = view;
  const inTheRound = sheet.plan.construction === 'round';
  return (
    <section className="cue-panel" aria-label="The row in hand">
      <header className="row-head">
        <div>
          <p className="row-word">
            {working === null ? 'finished' : inTheRound ? 'working round' : 'working row'}
          </p>
          <h2 className="row-number numerals" data-testid="working-row">
            {working ?? done}
          </h2>
        </div>
        <div className="row-side">
          {cue && <SideLine cue={cue} faces={view.faces} />}
          <p className="done-line">
            <span data-testid="done">{done}</span> of {view.rowsEstimated ? 'about ' : ''}
            {sheet.rows} done
          </p>
          <p className="done-line">
            {view.sectionName}: {view.sectionOpen ? 'about ' : ''}
            {view.sectionRowsLeft} to go
          </p>
          {cue && <StitchCount stitches={view.stitches} />}
        </div>
      </header>
      <p className="sr-only" aria-live="polite">
        {spoken(cue)}
      </p>
      {cue ? (
        <Steps key={cue.row.row} cue={cue} view={view} units={units} />
      ) : (
        <div className="steps">
          <p className="presented">Every row of the plan is done. Bind off.</p>
        </div>
      )}
      <div className="controls">
        <button type="button" className="undo-control" onClick={onUndo} disabled={!canUndo}>
          <Undo2 aria-hidden="true" size={28} />
          <span>Undo</span>
        </button>
        <button
          type="button"
          className="complete-control"
          onClick={onComplete}
          disabled={working === null}
          data-testid="complete"
        >
          <Check aria-hidden="true" size={34} />
          <span>{working === null ? 'All rows done' : `Row ${working} done`}</span>
        </button>
      </div>
    </section>
  );
}
