/** The desk: a text on the left, its fabric on the right, and between them whatever must be settled. */
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { NO_CHOICES, type Choices } from '@core/notation/choices';
import type { Family } from '@core/notation/names';
import type { TextSpan } from '@core/notation/problems';
import { factsOf } from '@core/chart/effort';
import { rowNames } from '~/messages/checks';
import { DropVeil, useOpening } from '~/patterns/opening';
import type { ChartReading, Reading } from '~/patterns/reading';
import { useReading } from '~/workers/use-reading';
import { EffortStrip } from './effort-strip';
import { Answers } from './answers';
import { Findings, PassedOver, Understood } from './findings';
import { Problems } from './problems';
import { CountStrip, isMore, StretchList } from './stretches';
import { TiledFabric } from './tiled-fabric';
import { WrittenOut } from './written-out';
import { counted, lineOf, plural, stitches as some } from '~/messages/numbers';

export type DeskText = { readonly name: string; readonly text: string; readonly choices: Choices };

/** Of the text, as in the style sheet. */
const LINE_HEIGHT = 27;
const EXAMPLE =
  'Row 1 (RS): P2, k4, p2.\nRow 2 and all WS rows: knit the knits and purl the purls.\nRow 3: P2, C4B, p2.';

function Facts({ reading }: { reading: ChartReading }) {
  const { stitches, rows, crossingRows, widest, hardness } = factsOf(reading.chart);
  const setUps = reading.chart.setUp.length;
  const { base, perRepeat } = reading.castOn;
  const balance = base === 0 ? '' : base > 0 ? ` plus ${base}` : ` minus ${-base}`;
  const unit = lineOf(reading.inTheRound);
  return (
    <p className="desk-facts" data-testid="facts">
      <strong>
        {some(stitches)}, {counted(rows, unit)}
      </strong>
      {setUps > 0 && ` and ${setUps} to set up`}
      <span>
        multiple of {perRepeat}
        {balance} ·{' '}
        {crossingRows === 0
          ? 'no crossings'
          : `${crossingRows} ${plural(crossingRows, 'row crosses', 'rows cross')}, at most ${some(widest)} at once · ${hardness}`}
      </span>
    </p>
  );
}

/** The pattern as fabric, and what there is to say of its rows. */
function Drawn({
  reading,
  text,
  stale,
  sound,
  caret,
  onPick,
}: {
  reading: ChartReading;
  text: string;
  stale: boolean;
  /** The text as it is now was read. */
  sound: boolean;
  caret: number | null;
  onPick: (span: TextSpan) => void;
}) {
  const { chart, words } = reading;
  const line = lineOf(reading.inTheRound);
  const nameOf = useMemo(() => rowNames(reading.stretches, line), [reading, line]);
  return (
    <>
      {isMore(reading) ? <StretchList reading={reading} /> : <Facts reading={reading} />}
      <TiledFabric
        chart={chart}
        nameOf={nameOf}
        words={words}
        text={text}
        stale={stale || !sound}
        caret={caret}
        onPick={onPick}
      />
      <CountStrip reading={reading} nameOf={nameOf} />
      <EffortStrip chart={chart} nameOf={nameOf} line={line} />
      {!sound && !stale && (
        <p className="mt-2 font-semibold text-fault">The fabric shows the last text that could be read.</p>
      )}
    </>
  );
}

/** A whole piece written by panels is set up, not kept as one chart. */
function WholePiece({ reading }: { reading: Extract<Reading, { kind: 'piece' }> }) {
  const { draft, panels } = reading.piece;
  return (
    <section className="findings" aria-label="The whole piece">
      <h2>This is a whole piece</h2>
      <p className="mt-2">Its rows work other charts side by side. From right to left:</p>
      <ol className="mt-2 list-decimal pl-7">
        {panels.map((panel, i) => (
          <li key={i}>{panel}</li>
        ))}
      </ol>
      <Link to="/pieces/new" state={{ draft }} className="action-button mt-4">
        Set it up with these panels
      </Link>
    </section>
  );
}

type Props = {
  first: DeskText;
  firstReading: Reading | null;
  family: Family;
  /** What stands below the text: ways to keep it. */
  keep: (
    now: DeskText & { readonly reading: Reading | null; readonly stale: boolean; readonly dirty: boolean },
  ) => ReactNode;
};

export function Desk({ first, firstReading, family, keep }: Props) {
  const [name, setName] = useState(first.name);
  const [text, setText] = useState(first.text);
  const [choices, setChoices] = useState(first.choices);
  const [caret, setCaret] = useState<number | null>(null);
  const [last, setLast] = useState<ChartReading | null>(firstReading?.kind === 'chart' ? firstReading : null);
  const area = useRef<HTMLTextAreaElement>(null);
  const file = useOpening();
  useEffect(() => {
    const follow = () => {
      if (document.activeElement === area.current) setCaret(area.current?.selectionStart ?? null);
    };
    document.addEventListener('selectionchange', follow);
    return () => document.removeEventListener('selectionchange', follow);
  }, []);
  const { reading, stale, tooSlow } = useReading(text, name, choices, family, firstReading);
  if (reading?.kind === 'chart' && reading !== last) setLast(reading);
  const show = ({ from, length, line }: TextSpan) => {
    const field = area.current;
    if (!field) return;
    field.focus();
    field.setSelectionRange(from, from + length);
    field.scrollTop = Math.max(0, (line - 4) * LINE_HEIGHT);
  };
  const empty = text.trim() === '';
  const shownChart = empty ? null : last;
  const sound = reading?.kind === 'chart' && !empty ? reading : null;
  const settled = JSON.stringify(choices) === JSON.stringify(first.choices);
  const dirty = name !== first.name || text !== first.text || !settled;
  return (
    <div className="desk">
      {file.over && <DropVeil />}
      <div className="desk-text">
        <label className="label" htmlFor="pattern-name">
          Name of the pattern
        </label>
        <input
          id="pattern-name"
          className="field mb-4 font-display text-xl font-bold"
          value={name}
          maxLength={80}
          onChange={(event) => setName(event.target.value)}
        />
        <label className="label" htmlFor="pattern-text">
          Written rows, as the designer wrote them
        </label>
        <textarea
          id="pattern-text"
          ref={area}
          className="field desk-area"
          spellCheck={false}
          value={text}
          aria-invalid={reading?.kind === 'problems' && !empty}
          placeholder={EXAMPLE}
          onChange={(event) => {
            setText(event.target.value);
            if (event.target.value.trim() === '') setChoices(NO_CHOICES);
          }}
        />
        {file.problem && (
          <p className="problems" role="alert">
            {file.problem}
          </p>
        )}
        {tooSlow && (
          <p className="problems" role="alert">
            This text takes too long to read. Paste one chart at a time.
          </p>
        )}
        {keep({ name, text, choices, reading: empty ? null : reading, stale, dirty })}
        {sound && (
          <>
            <Findings reading={sound} choices={choices} onChoices={setChoices} onShow={show} />
            <Understood reading={sound} text={text} />
          </>
        )}
        {!empty && <Answers choices={choices} onChoices={setChoices} />}
        {sound && <PassedOver reading={sound} text={text} onShow={show} />}
      </div>
      {/* It stays beside the text it belongs to, and never slides over what stands below. */}
      <div className="self-stretch">
        <div className="desk-fabric">
          {!empty && reading?.kind === 'problems' && (
            <Problems
              text={text}
              problems={reading.problems}
              choices={choices}
              onChoices={setChoices}
              onShow={show}
              onText={setText}
            />
          )}
          {!empty && reading?.kind === 'piece' && <WholePiece reading={reading} />}
          {shownChart ? (
            <Drawn
              reading={shownChart}
              text={text}
              stale={stale}
              sound={sound !== null}
              caret={caret}
              onPick={show}
            />
          ) : empty || reading === null || reading.kind === 'chart' ? (
            <p className="preview-empty">The fabric appears here as soon as the rows can be read.</p>
          ) : null}
        </div>
      </div>
      {sound && (
        <WrittenOut
          key={`${sound.inTheRound}`}
          family={family}
          pattern={{
            name: name.trim() || 'Pattern',
            text,
            choices,
            inTheRound: sound.inTheRound,
            stretches: sound.stretches,
          }}
        />
      )}
    </div>
  );
}
