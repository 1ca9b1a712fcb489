/** The row in hand: its number huge, side by word, V or bump and arrow, the cue in working order, one huge control. */
import { memo } from 'react';
import { Check, Moon, Undo2, Volume2 } from 'lucide-react';
import { RadioGroup } from 'radix-ui';
import type { RowCue } from '@core/cue/cue';
import { facedDirection } from '@core/stitch/working';
import type { Units } from '@core/plan/units';
import { changePrefs, DENSITIES, type Density, type Prefs } from '~/device/prefs';
import type { KnitterSettings } from '~/knitter/settings';
import { lengthWords } from '~/messages/measures';
import { noticeWords } from '~/messages/notices';
import { rowEndWords } from '~/messages/row-end';
import { rowSaid } from '~/messages/spoken';
import { RowSteps, type AskHow } from './steps';
import { Stitches } from './stitches';
import type { RowInHand } from './use-row';
import { useRowAndNext } from './use-row-and-next';
import { useSwipe } from './use-swipe';
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

function Marker({ cue }: { cue: RowCue }) {
  const { moved } = cue.marker;
  if (moved === 0) return null;
  return (
    <p className="marker-line">
      Slip the first {moved === 1 ? 'stitch' : `${moved} stitches`} unworked and move the marker past{' '}
      {moved === 1 ? 'it' : 'them'}, for the round’s last crossing.
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

type Props = {
  view: NeedlesView;
  units: Units;
  settings: KnitterSettings;
  prefs: Prefs;
  row: RowInHand;
  canUndo: boolean;
  onHow: AskHow;
  /** What is to be looked at before going on. */
  first: React.ReactNode;
  /** Said quietly after the cue. */
  notes: React.ReactNode;
};

function Steps({ cue, view, units, settings, prefs, row, onHow, first, notes }: Props & { cue: RowCue }) {
  const stitches = prefs.density === 'stitches';
  const rows = useRowAndNext(view);
  // Nothing comes before a crossing that is to be made now.
  const crosses = cue.panels.some((panel) => panel.crosses);
  return (
    <div className="steps">
      {!crosses && first}
      {view.toMeasure && (
        <p className="to-measure">
          Measure now: {view.toMeasure.name} ends at {lengthWords(view.toMeasure.cm, units)}. You end it under
          More, Measure and weigh.
        </p>
      )}
      <Notices notices={view.notices} ahead={false} />
      <Marker cue={cue} />
      {stitches ? (
        <Stitches stops={view.stops} pointer={row.pointer} settings={settings} act={row.act} onHow={onHow} />
      ) : (
        <div className="row-steps-now">
          {rows.map((said) => (
            <RowSteps
              key={said.done}
              said={said}
              density={prefs.density}
              ahead={said !== view.said}
              onHow={onHow}
            />
          ))}
        </div>
      )}
      <Notices notices={view.nextNotices} ahead />
      {crosses && first}
      {notes}
      <Coming coming={view.coming} />
    </div>
  );
}

function StitchCount({ stitches: { takes, gives }, end }: Pick<NeedlesView, 'stitches' | 'end'>) {
  return (
    <p className="done-line">
      <span data-testid="stitches">
        {takes === gives ? `${takes} stitches` : `${takes} to ${gives} stitches`}
      </span>
      {end && `, ${rowEndWords(end)}`}
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

const DENSITY_WORDS: Readonly<Record<Density, string>> = {
  row: 'Row',
  panels: 'Panels',
  stitches: 'Stitches',
};

const Tools = memo(function Tools({ prefs, act }: Pick<Props, 'prefs'> & Pick<RowInHand, 'act'>) {
  return (
    <div className="tools">
      <RadioGroup.Root
        className="densities"
        aria-label="How closely the row is told"
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
            {DENSITY_WORDS[density]}
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

/** Drawn anew when the row or what is said of it has changed, not when a row has been saved. */
export const CuePanel = memo(function CuePanel(props: Props) {
  const { view, prefs, row, canUndo } = props;
  const { cue, working, done, sheet } = view;
  const inStitches = prefs.density === 'stitches';
  const swipe = useSwipe(
    () => row.act(inStitches ? 'next' : 'finish'),
    () => row.act(inStitches ? 'previous' : 'undo'),
  );
  const inTheRound = sheet.plan.construction === 'round';
  const onward = row.pointer.stop < view.stops.length && inStitches;
  return (
    <section className="cue-panel" aria-label="The row in hand" {...swipe}>
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
          {cue && <StitchCount stitches={view.stitches} end={view.end} />}
        </div>
      </header>
      <p className="sr-only" aria-live="polite">
        {rowSaid(cue, view.notices)}
      </p>
      {cue ? (
        <Steps cue={cue} {...props} />
      ) : (
        <div className="steps">
          {props.first}
          <p className="presented">Every row of the plan is done. Bind off.</p>
        </div>
      )}
      {cue && <Tools prefs={prefs} act={row.act} />}
      <div className="controls">
        <button type="button" className="undo-control" onClick={() => row.act('undo')} disabled={!canUndo}>
          {UNDO}
        </button>
        <button
          type="button"
          className="complete-control"
          data-onward={onward}
          onClick={() => row.act('finish')}
          disabled={working === null}
          data-testid="complete"
        >
          {CHECK}
          <span>{working === null ? 'All rows done' : `Row ${working} done`}</span>
        </button>
      </div>
      <p className="dropped" role="status" data-shown={row.dropped}>
        {row.dropped ? `Row ${done} was counted a moment ago; the second tap was dropped.` : ''}
      </p>
    </section>
  );
});
