/** One panel of a section: its rows, how often, from where, and what is wrong with it. */
import { useId, useRef, type ReactNode } from 'react';
import { ArrowLeft, ArrowRight } from 'lucide-react';
import type { DraftProblem, PanelDraft } from '@core/draft/draft';
import { mended, mendsOf, type Mend } from '@core/notation/mends';
import type { NotationProblem } from '@core/notation/problems';
import { HOLDS } from '@core/notation/unturned-holds';
import type { Construction } from '@core/stitch/construction';
import { notationWords } from '~/messages/notation';
import { counted, lineOf } from '~/messages/numbers';
import { planWords } from '~/messages/plan';
import { Fold } from '~/ui/fold';
import { NumberInput, Problems, Tick } from '~/ui/inputs';
import { CrossingGlyph } from '~/patterns/meaning';
import { withText } from './draft-state';

type Props = {
  panel: PanelDraft;
  construction: Construction;
  problems: readonly DraftProblem[];
  /** "8 stitches, 4 rows" once the rows are read. */
  reading: string | null;
  hasSetUp: boolean;
  alone: boolean;
  firstSection: boolean;
  place: { readonly isFirst: boolean; readonly isLast: boolean };
  onChange: (change: Partial<PanelDraft>) => void;
  onMove: (step: -1 | 1) => void;
  /** Makes a section of each stretch of its rows. */
  onSections: () => void;
  /** Gives its section so many rows. */
  onRows: (rows: number) => void;
  /** Its width on the swatch. */
  measure: ReactNode;
};

/** Names that say all of a crossing by themselves can be written in place of one that does not. */
const PLAIN_NAME = /^\d+\/\d+ [RL]P?C$/;

/** What the text may be changed to: a plain name for an unclear one, or a mend. */
function remediesOf(text: string, problem: NotationProblem): readonly Mend[] {
  if (problem.code !== 'ambiguous-name') return mendsOf(text, problem);
  const { from, length } = problem.at;
  const names = problem.options.map(({ name }) => name).filter((name) => PLAIN_NAME.test(name));
  return names.map((name) => ({ shows: name, edits: [{ from, length, put: name }] }));
}

/** The crossing that a hold makes, one way and the other. */
function Drawn({ problem, which }: { problem: NotationProblem; which: number }) {
  const holds = HOLDS[which];
  if (problem.code !== 'unturned-holds' || !holds) return null;
  const cell = problem[holds];
  return cell.kind === 'crossing' ? <CrossingGlyph crossing={cell} height={24} /> : null;
}

function Remedies({
  text,
  problem,
  onText,
}: {
  text: string;
  problem: NotationProblem;
  onText: (text: string) => void;
}) {
  return (
    <div className="remedies">
      {remediesOf(text, problem).map((mend, i) => (
        <button
          key={mend.shows}
          type="button"
          className="plain-button"
          onClick={() => onText(mended(text, mend))}
        >
          <Drawn problem={problem} which={i} />
          Write “{mend.shows}”
        </button>
      ))}
    </div>
  );
}

function RowsField({ panel, problems, onChange }: Pick<Props, 'panel' | 'problems' | 'onChange'>) {
  const id = useId();
  const area = useRef<HTMLTextAreaElement>(null);
  const unread = problems.flatMap((p) => (p.code === 'rows-not-read' ? p.problems : []));
  const show = (problem: NotationProblem) => {
    const { from, length } = problem.at;
    area.current?.focus();
    area.current?.setSelectionRange(from, from + length);
  };
  return (
    <div>
      <label className="label" htmlFor={id}>
        Rows
      </label>
      <textarea
        id={id}
        ref={area}
        className="field rows-field"
        spellCheck={false}
        value={panel.text}
        aria-invalid={unread.length > 0}
        onChange={(event) => onChange(withText(panel, event.target.value))}
        placeholder={'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.'}
      />
      {unread.length > 0 && (
        <ul className="problems" role="alert">
          {unread.slice(0, 6).map((problem, i) => {
            const { place, text } = notationWords(problem);
            return (
              <li key={i}>
                <button type="button" className="text-left" onClick={() => show(problem)}>
                  <strong>{place}:</strong> {text}
                </button>
                <Remedies
                  text={panel.text}
                  problem={problem}
                  onText={(now) => onChange(withText(panel, now))}
                />
              </li>
            );
          })}
          {unread.length > 6 && <li>… and {unread.length - 6} more.</li>}
        </ul>
      )}
    </div>
  );
}

/** What puts a panel right in one press that is more than its own rows. */
function Presses({
  problems,
  construction,
  onSections,
  onRows,
}: Pick<Props, 'problems' | 'construction' | 'onSections' | 'onRows'>) {
  return problems.map((problem) => {
    if (problem.code === 'several-stretches')
      return (
        <button key={problem.code} type="button" className="plain-button mt-2" onClick={onSections}>
          Make {problem.count} sections of them
        </button>
      );
    if (problem.code === 'rows-worked-once' && problem.has > 0)
      return (
        <button
          key={problem.code}
          type="button"
          className="plain-button mt-2"
          onClick={() => onRows(problem.has)}
        >
          Make the section {counted(problem.has, lineOf(construction === 'round'))} long
        </button>
      );
    return null;
  });
}

export function PanelEditor({
  panel,
  construction,
  problems,
  reading,
  hasSetUp,
  alone,
  firstSection,
  place,
  onChange,
  onMove,
  onSections,
  onRows,
  measure,
}: Props) {
  const id = useId();
  const unreadable = problems.some(({ code }) => code === 'rows-not-read');
  const others = problems.filter(({ code }) => code !== 'rows-not-read');
  return (
    <fieldset className="panel-editor" data-wrong={problems.length > 0}>
      <legend className="sr-only">Panel {panel.name}</legend>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <label className="label" htmlFor={id}>
            Panel
          </label>
          <input
            id={id}
            className="field font-semibold"
            value={panel.name}
            maxLength={80}
            onChange={(event) => onChange({ name: event.target.value })}
          />
        </div>
        <button
          type="button"
          className="quiet-button"
          aria-label={`Move ${panel.name} to the right`}
          disabled={place.isFirst}
          onClick={() => onMove(-1)}
        >
          <ArrowRight aria-hidden="true" />
        </button>
        <button
          type="button"
          className="quiet-button"
          aria-label={`Move ${panel.name} to the left`}
          disabled={place.isLast}
          onClick={() => onMove(1)}
        >
          <ArrowLeft aria-hidden="true" />
        </button>
      </div>
      <Fold
        className="more"
        title={unreadable || !reading ? 'Rows not read yet' : reading}
        summary="read or change the rows"
        must={problems.length > 0 || panel.text === ''}
      >
        <RowsField panel={panel} problems={problems} onChange={onChange} />
      </Fold>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        <NumberInput label="Repeats" value={panel.repeats} onChange={(repeats) => onChange({ repeats })} />
        {!panel.carryOn && !(panel.withSetUp && hasSetUp) && (
          <NumberInput
            label="Starts at row"
            value={panel.startRow}
            onChange={(startRow) => onChange({ startRow })}
          />
        )}
        <div className="flex flex-wrap gap-x-6">
          {hasSetUp && !panel.carryOn && (
            <Tick
              label="with its set-up rows"
              checked={panel.withSetUp}
              onChange={(withSetUp) => onChange({ withSetUp })}
            />
          )}
          {!firstSection && (
            <Tick label="carries on" checked={panel.carryOn} onChange={(carryOn) => onChange({ carryOn })} />
          )}
          <Tick
            label="mirror image"
            checked={panel.mirrored ?? false}
            onChange={(mirrored) => onChange({ mirrored })}
          />
          <Tick label="an edge" checked={panel.edge} onChange={(edge) => onChange({ edge })} />
          {construction === 'round' && alone && (
            <Tick
              label="closes over the start of the round"
              checked={panel.closed}
              onChange={(closed) => onChange({ closed })}
            />
          )}
        </div>
      </div>
      {measure}
      <Problems words={others.map(planWords)} />
      <Presses problems={others} construction={construction} onSections={onSections} onRows={onRows} />
    </fieldset>
  );
}
