/** One section: its rows, its panels from the right edge, and more panels from the shelf or pasted. */
import { useId, useMemo, useState } from 'react';
import { Plus } from 'lucide-react';
import type { DraftProblem, PanelDraft, PieceDraft, SectionDraft } from '@core/draft/draft';
import { fitSeams } from '@core/draft/fit-seams';
import type { Gauge } from '@core/piece/making';
import type { Units } from '@core/plan/units';
import type { Hand } from '@core/stitch/types';
import { wrongSides } from '@core/plan/sides';
import { panelWidth } from '@core/plan/width';
import { countFor, takesForm } from '@core/chart/row';
import { lastRowOf, sideOf, type Worksheet } from '@core/piece/worksheet';
import type { Family } from '@core/notation/names';
import { SHELF } from '@core/shelf/data';
import { lengthWords } from '~/messages/measures';
import { planWords } from '~/messages/plan';
import { Fold } from '~/ui/fold';
import { MeasureInput, Problems } from '~/ui/inputs';
import {
  addPanel,
  changeMaking,
  changePanel,
  changeSection,
  intoSections,
  movePanel,
  pastedPanel,
  removePanel,
  take,
  takeable,
  type Takeable,
} from './draft-state';
import type { Change } from './making';
import { Further } from './further';
import { LengthEditor } from './length-editor';
import { LineUp } from './line-up';
import { PanelEditor } from './panel-editor';
import { SectionTools } from './section-tools';
import { ShapingEditor } from './shaping-editor';
import { furtherSummary, shapingSummary } from './summaries';
import { counted, lineOf, stitches as some } from '~/messages/numbers';

function AddPanel({
  own,
  onShelf,
  onPaste,
}: {
  own: readonly Takeable[];
  onShelf: (key: string) => void;
  onPaste: () => void;
}) {
  const id = useId();
  return (
    <div className="mt-4 flex flex-wrap items-end gap-3">
      <div className="min-w-64 flex-1">
        <label className="label" htmlFor={id}>
          Add a panel from the shelf
        </label>
        <select
          id={id}
          className="field"
          value=""
          onChange={(event) => event.target.value && onShelf(event.target.value)}
        >
          <option value="">Choose …</option>
          {own.length > 0 && (
            <optgroup label="My own">
              {own.map(({ key, name }) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </optgroup>
          )}
          {SHELF.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </div>
      <button type="button" className="plain-button" onClick={onPaste}>
        <Plus aria-hidden="true" size={20} /> Paste rows
      </button>
    </div>
  );
}

/** Stitches and rows of a panel, from the last draft that could be read. */
function readingOf(
  sheet: Worksheet | null,
  section: number,
  panelId: string,
  repeats: number,
): { words: string | null; stitches: number | null; hasSetUp: boolean } {
  const panel = sheet?.plan.sections[section]?.panels.find(({ id }) => id === panelId);
  const chart = panel && sheet?.plan.charts[panel.chart];
  const row = chart?.rows[0];
  if (!chart || !row) return { words: null, stitches: null, hasSetUp: false };
  const stitches = countFor(takesForm(row), repeats || 1);
  return {
    words: `${some(stitches)}, ${counted(chart.rows.length, lineOf(sheet?.plan.construction === 'round'))}`,
    stitches,
    hasSetUp: chart.setUp.length > 0,
  };
}

type SectionProps = {
  draft: PieceDraft;
  index: number;
  problems: readonly DraftProblem[];
  sheet: Worksheet | null;
  change: Change;
  family: Family;
  own: readonly Takeable[];
  gauge: Gauge | null;
  units: Units;
  hand: Hand;
  /** The others are folded to a line. */
  open: boolean;
  onOpen: () => void;
  /** It stands at another place now. */
  onMoved: (to: number) => void;
};

const fieldsOf = (problem: DraftProblem) =>
  ('panel' in problem && problem.panel !== undefined) || 'shaping' in problem;

/** A panel is chosen by hand; a new one at once; else the first that is no edge. */
function useChosen(panels: readonly PanelDraft[]) {
  const [chosen, setChosen] = useState<string | null>(null);
  const panel = panels.find(({ id }) => id === chosen) ?? panels.find(({ edge }) => !edge) ?? panels[0];
  return { panel, choose: setChosen };
}

function Measured({
  draft,
  panel,
  sheet,
  index,
  gauge,
  units,
  change,
}: Pick<SectionProps, 'draft' | 'sheet' | 'index' | 'gauge' | 'units' | 'change'> & { panel: PanelDraft }) {
  const widths = draft.making?.panelWidths ?? {};
  const planned = sheet?.plan.sections[index]?.panels.find(({ id }) => id === panel.id);
  const chart = planned && sheet?.plan.charts[planned.chart];
  const width = planned && chart && gauge ? panelWidth(chart, planned, gauge, widths) : null;
  const set = (cm: number | null) =>
    change((d) => {
      const { [panel.id]: _, ...others } = d.making?.panelWidths ?? {};
      return changeMaking(d, { panelWidths: cm === null ? others : { ...others, [panel.id]: cm } });
    });
  return (
    <div className="reckon">
      <MeasureInput label="Measured width" cm={widths[panel.id] ?? null} units={units} onChange={set} />
      {width && width.source !== 'measured' && (
        <p className="text-soft">
          {width.source === 'ground'
            ? `${lengthWords(width.cm, units)} by your gauge`
            : `about ${lengthWords(width.cm, units)}: an estimate of how much it draws in. Measure it on the swatch to be sure.`}
        </p>
      )}
    </div>
  );
}

/** The pattern was written for the other side. */
function SideDoubt({
  sheet,
  index,
  panel,
  change,
}: Pick<SectionProps, 'sheet' | 'index' | 'change'> & { panel: number }) {
  const found = useMemo(() => (sheet ? wrongSides(sheet) : []), [sheet]);
  const doubt = found.find((one) => one.section === index && one.panel === panel);
  if (!sheet || !doubt) return null;
  const side = sideOf(sheet.plan, sheet.firstRows[index] as number) === 'RS' ? 'right' : 'wrong';
  return (
    <div className="doubt">
      <p>
        Row {doubt.row} of this pattern was written for the other side: here it falls on a {side}-side row.
      </p>
      <button
        type="button"
        className="plain-button"
        onClick={() =>
          change((d) => changePanel(d, index, panel, { startRow: doubt.instead, withSetUp: false }))
        }
      >
        Start at row {doubt.instead}
      </button>
    </div>
  );
}

/** Where sections do not fit on each other and their repeats can be made to: one press for all of them. */
function SeamFit({ draft, problems, change }: Pick<SectionProps, 'draft' | 'problems' | 'change'>) {
  const differs = problems.some(({ code }) => code === 'seam-differs');
  const found = useMemo(() => (differs ? fitSeams(draft) : null), [differs, draft]);
  if (!found) return null;
  const words = found.fitted.map(
    ({ section, repeats }) => `${draft.sections[section]?.name ?? ''} ${repeats} times`,
  );
  return (
    <div className="doubt" data-testid="seam-fit">
      <p>Sections that follow begin on another number of stitches.</p>
      <button type="button" className="plain-button" onClick={() => change(() => found.draft)}>
        Make them fit: {words.join(', ')} across
      </button>
    </div>
  );
}

/** A section that is not worked on now: a line that opens it. */
function Folded({
  section,
  index,
  sheet,
  onOpen,
  wrong,
}: SectionProps & { section: SectionDraft; wrong: number }) {
  const planned = sheet?.plan.sections[index];
  const first = sheet?.firstRows[index];
  const rows = sheet && planned ? lastRowOf(sheet, index) - (first ?? 1) + 1 : null;
  const facts = [
    rows === null ? '' : counted(rows, lineOf(sheet?.plan.construction === 'round')),
    counted(section.panels.length, 'panel'),
    shapingSummary(section),
    furtherSummary(section),
  ];
  return (
    <section className="section-editor folded-section" aria-label={section.name}>
      <button type="button" onClick={onOpen} aria-label={`Open ${section.name}`}>
        <span className="section-title">{section.name}</span>
        <span className="text-soft">{facts.filter(Boolean).join(' · ')}</span>
        {wrong > 0 && <strong className="text-fault">to be mended</strong>}
      </button>
    </section>
  );
}

export function SectionEditor(props: SectionProps) {
  const { draft, index, problems, sheet, change, family, own, gauge, units } = props;
  const section = draft.sections[index];
  const id = useId();
  const { panel, choose } = useChosen(section?.panels ?? []);
  if (!section) return null;
  const here = problems.filter((p) => 'section' in p && p.section === index);
  if (!props.open) return <Folded {...props} section={section} wrong={here.length} />;
  const general = here.filter((problem) => !fieldsOf(problem));
  const add = (make: (d: PieceDraft) => PanelDraft | null) => {
    const made = make(draft);
    if (!made) return;
    choose(made.id);
    change((d) => addPanel(d, index, made));
  };
  const addTaken = (key: string) => {
    const wanted = takeable(own, key);
    if (!wanted) return;
    const taken = take(draft, index, wanted, family);
    choose(taken.sections[index]?.panels.at(-1)?.id ?? null);
    change(() => taken);
  };
  const p = panel ? section.panels.indexOf(panel) : -1;
  const reading = (of: PanelDraft) => readingOf(sheet, index, of.id, of.repeats);
  const wrong = section.panels.flatMap((_, at) =>
    here.some((one) => 'panel' in one && one.panel === at) ? [at] : [],
  );
  return (
    <section className="section-editor" aria-label={section.name}>
      <div className="flex flex-wrap items-end gap-4">
        <div className="min-w-48 flex-1">
          <label className="label" htmlFor={id}>
            Section {index + 1}
          </label>
          <input
            id={id}
            className="field font-display text-xl font-bold"
            value={section.name}
            maxLength={80}
            onChange={(event) =>
              change((d) => changeSection(d, index, (s) => ({ ...s, name: event.target.value })))
            }
          />
        </div>
        <SectionTools
          name={section.name}
          index={index}
          count={draft.sections.length}
          change={change}
          onMoved={props.onMoved}
        />
      </div>
      <Problems words={general.map(planWords)} />
      <LengthEditor
        draft={draft}
        section={section}
        index={index}
        sheet={problems.every(({ code }) => code === 'no-name') ? sheet : null}
        gauge={gauge}
        units={units}
        change={change}
      />
      <LineUp
        panels={section.panels}
        stitchesOf={(of) => reading(of).stitches}
        wrong={wrong}
        chosen={panel?.id ?? null}
        onChoose={choose}
        onMove={(from, to) => change((d) => movePanel(d, index, from, to))}
        onRemove={(at) => change((d) => removePanel(d, index, at))}
      />
      {panel && (
        <PanelEditor
          key={panel.id}
          panel={panel}
          construction={draft.construction}
          problems={here.filter((problem) => 'panel' in problem && problem.panel === p)}
          reading={reading(panel).words}
          hasSetUp={reading(panel).hasSetUp}
          alone={section.panels.length === 1}
          firstSection={index === 0}
          place={{ isFirst: p === 0, isLast: p === section.panels.length - 1 }}
          onChange={(patch) => change((d) => changePanel(d, index, p, patch))}
          onMove={(step) => change((d) => movePanel(d, index, p, p + step))}
          onSections={() => change((d) => intoSections(d, index, p, family))}
          onRows={(rows) => change((d) => changeSection(d, index, ({ length: _, ...s }) => ({ ...s, rows })))}
          measure={
            <>
              <SideDoubt sheet={sheet} index={index} panel={p} change={change} />
              <Measured {...props} panel={panel} />
            </>
          }
        />
      )}
      <SeamFit draft={draft} problems={problems} change={change} />
      <AddPanel own={own} onShelf={addTaken} onPaste={() => add(pastedPanel)} />
      <Fold title="Shaping" summary={shapingSummary(section)} must={(section.shaping?.length ?? 0) > 0}>
        <ShapingEditor
          section={section}
          index={index}
          problems={here}
          change={change}
          units={units}
          flat={draft.construction === 'flat'}
          firstIsRS={!sheet || sideOf(sheet.plan, sheet.firstRows[index] ?? 1) === 'RS'}
          hand={props.hand}
        />
      </Fold>
      <Fold title="Last row, needle and colour changes" summary={furtherSummary(section)}>
        <Further section={section} index={index} change={change} />
      </Fold>
    </section>
  );
}
