/** The row in hand: its number huge, side by word, V or bump and arrow, the cue in working order, one huge control. */
import { memo } from 'react';
import { Check, Moon, Undo2, Volume2 } from 'lucide-react';
import { RadioGroup } from 'radix-ui';
import type { RowCue } from '@core/cue/cue';
import { facedDirection } from '@core/stitch/working';
import type { Happening } from '@core/journal/events';
import type { Units } from '@core/plan/units';
import { changePrefs, DENSITIES, type Density, type Prefs } from '~/device/prefs';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { lengthWords } from '~/messages/measures';
import { comingWords } from '~/messages/coming';
import { markerWords } from '~/messages/marker';
import { needlesOf } from '~/messages/moves';
import { noticeWords } from '~/messages/notices';
import { rowEndWords } from '~/messages/row-end';
import { rowSaid } from '~/messages/spoken';
import { capital } from '~/messages/telling';
import { RowSteps, type AskHow } from './steps';
import { Stitches } from './stitches';
import type { RowInHand } from './use-row';
import { useRowAndNext, useSettled } from './use-row-and-next';
import { useSwipe } from './use-swipe';
import type { NeedlesView } from './view';
import { lineOf, stitches as some, type Line } from '~/messages/numbers';

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

function Marker({ cue }: { cue: RowCue }) {
  const words = markerWords(cue.marker);
  return words && <p className="marker-line">{capital(words)}.</p>;
}

type Later = Pick<Props, 'view' | 'settings'>;

/** What is drawn when there is time: as it was until then. */
function Later({ view, settings, of: Part }: Later & { of: React.ComponentType<Later> }) {
  return <Part view={useSettled(view)} settings={settings} />;
}

/** What comes after this row, so that the hands can plan ahead. */
const Coming = memo(function Coming({ view: { coming }, settings }: Later) {
  const how = wayOf(settings);
  if (coming.length === 0) return null;
  return (
    <div className="coming">
      <h3 className="coming-title">Coming</h3>
      <ul>
        {coming.map(({ row, panels }) => (
          <li key={row}>
            <span className="numerals coming-row">{row}</span>
            <span className="inline-block max-w-[calc(100%-60px)] align-top">
              {panels.map(({ id, name, kinds }) => (
                <span key={id} className="block leading-snug">
                  {name}: {comingWords(kinds, how)}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
});

/** Read out to who does not see the row. */
const Said = memo(function Said({ view: { cue, notices }, settings }: Later) {
  return (
    <p className="sr-only" aria-live="polite">
      {rowSaid(cue, wayOf(settings), notices)}
    </p>
  );
});

/** A section that ends by a measure: when to take it, and the end itself as soon as it may come. */
function ToMeasure({
  section,
  name,
  cm,
  fromCastOn,
  endsHere,
  done,
  line,
  units,
  record,
}: NonNullable<NeedlesView['toMeasure']> & {
  done: number;
  line: Line;
  units: Units;
  record: Props['record'];
}) {
  const far = `${lengthWords(cm, units)}${fromCastOn ? ' from the cast-on' : ''}`;
  return (
    <div className="to-measure">
      <p>
        Measure now: {name} ends at {far}.
      </p>
      {endsHere ? (
        <button
          type="button"
          className="plain-button mt-2"
          onClick={() => record({ kind: 'sectionEnded', section, row: done })}
        >
          End it here, with {line} {done}
        </button>
      ) : (
        <p className="font-normal">
          By the plan it may not end with {line} {done}.
        </p>
      )}
    </div>
  );
}

type Props = {
  view: NeedlesView;
  units: Units;
  settings: KnitterSettings;
  prefs: Prefs;
  row: RowInHand;
  canUndo: boolean;
  record: (happening: Happening) => string;
  onHow: AskHow;
  /** What is to be looked at before going on. */
  first: React.ReactNode;
  /** Said quietly after the cue. */
  notes: React.ReactNode;
};

function Steps({
  cue,
  view,
  units,
  settings,
  prefs,
  row,
  record,
  onHow,
  first,
  notes,
}: Props & { cue: RowCue }) {
  const stitches = prefs.density === 'stitches';
  const rows = useRowAndNext(view);
  // Nothing comes before a crossing that is to be made now.
  const crosses = cue.panels.some((panel) => panel.crosses);
  return (
    <div className="steps">
      {!crosses && first}
      {view.toMeasure?.now && (
        <ToMeasure
          {...view.toMeasure}
          done={view.done}
          line={lineOf(view.round)}
          units={units}
          record={record}
        />
      )}
      <Notices notices={view.notices} ahead={false} round={view.round} />
      <Marker cue={cue} />
      {stitches ? (
        <Stitches
          stops={view.stops}
          pointer={row.pointer}
          settings={settings}
          needles={needlesOf(facedDirection(cue.working), view.byHand)}
          round={view.round}
          act={row.act}
          onHow={onHow}
        />
      ) : (
        <div className="row-steps-now">
          {rows.map(({ said }) => (
            <RowSteps
              key={said.done}
              said={said}
              density={prefs.density}
              ahead={said !== view.said}
              settings={settings}
              onHow={onHow}
            />
          ))}
        </div>
      )}
      <Notices notices={view.nextNotices} ahead round={view.round} />
      {view.slips && !prefs.knowsSlips && <SlipsNote />}
      {crosses && first}
      {notes}
      <Later of={Coming} view={view} settings={settings} />
    </div>
  );
}

/** Said in every row with slips until she says that she knows. */
function SlipsNote() {
  return (
    <div className="quiet-note">
      <p>Slip, do not purl; leave the float loose.</p>
      <button type="button" className="quiet-button" onClick={() => changePrefs({ knowsSlips: true })}>
        I know
      </button>
    </div>
  );
}

function StitchCount({ stitches: { takes, gives }, end }: Pick<NeedlesView, 'stitches' | 'end'>) {
  return (
    <p className="done-line">
      <span data-testid="stitches">{takes === gives ? some(takes) : `${takes} to ${some(gives)}`}</span>
      {end && `, ${rowEndWords(end)}`}
    </p>
  );
}

/** Shaping and changes of this row, huge enough; those of the next one a row ahead. */
function Notices({
  notices,
  ahead,
  round,
}: {
  notices: NeedlesView['notices'];
  ahead: boolean;
  round: boolean;
}) {
  const line = lineOf(round);
  if (notices.length === 0) return null;
  return (
    <ul
      className={ahead ? 'notices ahead' : 'notices'}
      aria-label={ahead ? `In the next ${line}` : `In this ${line}`}
    >
      {ahead && <li className="notices-when">Next {line}</li>}
      {notices.map((notice) => (
        <li key={noticeWords(notice)}>{noticeWords(notice)}</li>
      ))}
    </ul>
  );
}

/** Takes the focus when a menu closes. */
export const ROW_IN_HAND = 'row-in-hand';

const DENSITY_WORDS: Readonly<Record<Density, string>> = {
  row: 'Row',
  panels: 'Panels',
  stitches: 'Stitches',
};

const Tools = memo(function Tools({
  prefs,
  act,
  round,
}: Pick<Props, 'prefs'> & Pick<RowInHand, 'act'> & { round: boolean }) {
  return (
    <div className="tools">
      <RadioGroup.Root
        className="densities"
        aria-label="How closely it is told"
        orientation="horizontal"
        value={prefs.density}
        onValueChange={(density) => changePrefs({ density: density as Density })}
      >
        {DENSITIES.map((density) => (
          <RadioGroup.Item
            key={density}
            value={density}
            className="density"
            // Keys go to the row again, unless she came here by keys.
            onClick={(event) => event.detail > 0 && event.currentTarget.blur()}
          >
            {density === 'row' && round ? 'Round' : DENSITY_WORDS[density]}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {prefs.voice && (
        <button type="button" className="quiet-button" aria-label="Say it again" onClick={() => act('say')}>
          <Volume2 aria-hidden="true" />
        </button>
      )}
      <button type="button" className="quiet-button" onClick={() => act('putDown')}>
        <Moon aria-hidden="true" size={20} /> Put down
      </button>
    </div>
  );
});

const UNDO = (
  <>
    <Undo2 aria-hidden="true" size={28} />
    <span>Undo</span>
  </>
);
const CHECK = <Check aria-hidden="true" size={34} />;

/** A longer number is set smaller, so that the side beside it keeps its line. */
const LONGEST_LARGE = 999;

/** Drawn anew when the row or what is said of it has changed, not when a row has been saved. */
export const CuePanel = memo(function CuePanel(props: Props) {
  const { view, prefs, row, canUndo } = props;
  const { cue, working, done, sheet } = view;
  const inStitches = prefs.density === 'stitches';
  const swipe = useSwipe(
    () => row.act(inStitches ? 'next' : 'finish'),
    () => row.act(inStitches ? 'previous' : 'undo'),
  );
  const line = lineOf(view.round);
  const onward = row.pointer.stop < view.stops.length && inStitches;
  return (
    <section
      id={ROW_IN_HAND}
      tabIndex={-1}
      className="cue-panel outline-none"
      aria-label={`The ${line} in hand`}
      {...swipe}
    >
      <header className="row-head">
        <div>
          <p className="row-word">{working === null ? 'finished' : `working ${line}`}</p>
          <h2
            className={`row-number numerals${(working ?? done) > LONGEST_LARGE ? ' md:text-5xl' : ''}`}
            data-testid="working-row"
          >
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
            {view.toMeasure && !view.toMeasure.now && `; measure from about ${line} ${view.toMeasure.from}`}
          </p>
          {cue && <StitchCount stitches={view.stitches} end={view.end} />}
        </div>
      </header>
      <Later of={Said} view={view} settings={props.settings} />
      {cue ? (
        <Steps cue={cue} {...props} />
      ) : (
        <div className="steps">
          {props.first}
          <p className="presented">Every {line} of the plan is done. Bind off.</p>
        </div>
      )}
      {cue && <Tools prefs={prefs} act={row.act} round={view.round} />}
      <div className="controls">
        <button type="button" className="undo-control" onClick={() => row.act('undo')} disabled={!canUndo}>
          {UNDO}
        </button>
        <button
          type="button"
          className="complete-control col-start-2 row-start-1 tracking-tight"
          data-onward={onward}
          onClick={() => row.act('finish')}
          disabled={working === null}
          data-testid="complete"
        >
          {CHECK}
          <span>{working === null ? `All ${line}s done` : `${capital(line)} ${working} done`}</span>
        </button>
        {/* Where she tapped, so that it covers nothing of the row. */}
        <p
          className="pointer-events-none invisible col-start-2 row-start-1 grid place-items-center rounded-2xl bg-ink px-4 text-center font-semibold text-ground data-[shown=true]:visible"
          role="status"
          data-shown={row.dropped}
          data-testid="dropped"
        >
          {row.dropped
            ? `${capital(line)} ${done} was counted a moment ago; the second tap was dropped.`
            : ''}
        </p>
      </div>
    </section>
  );
});
