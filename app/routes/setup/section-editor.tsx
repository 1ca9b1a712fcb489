/** One section: its rows, its panels from the right edge, and more panels from the shelf or pasted. */
import { useId } from 'react';
import { Plus, Trash2 } from 'lucide-react';
import type { DraftProblem, PieceDraft } from '@core/draft/draft';
import { countFor, takesForm } from '@core/chart/row';
import type { Worksheet } from '@core/piece/worksheet';
import type { Family } from '@core/notation/names';
import { SHELF } from '@core/shelf/data';
import { planWords } from '~/messages/plan';
import {
  addPanel,
  chartPanel,
  changePanel,
  changeSection,
  movePanel,
  pastedPanel,
  removePanel,
  removeSection,
  shelfPanel,
  type Takeable,
} from './draft-state';
import type { Change } from './making';
import { NumberInput, PanelEditor } from './panel-editor';

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
): { words: string | null; hasSetUp: boolean } {
  const panel = sheet?.plan.sections[section]?.panels.find(({ id }) => id === panelId);
  const chart = panel && sheet?.plan.charts[panel.chart];
  const row = chart?.rows[0];
  if (!chart || !row) return { words: null, hasSetUp: false };
  return {
    words: `${countFor(takesForm(row), repeats || 1)} stitches, ${chart.rows.length} rows`,
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
  onLook: () => void;
};

export function SectionEditor({ draft, index, problems, sheet, change, family, own, onLook }: SectionProps) {
  const section = draft.sections[index];
  const id = useId();
  if (!section) return null;
  const here = problems.filter((p) => 'section' in p && p.section === index);
  const general = here.filter((p) => !('panel' in p) || p.panel === undefined);
  const add = (make: (d: PieceDraft) => ReturnType<typeof shelfPanel>) =>
    change((d) => {
      const panel = make(d);
      return panel ? addPanel(d, index, panel) : d;
    });
  const take = (d: PieceDraft, key: string) => {
    const mine = own.find((one) => one.key === key);
    return mine ? chartPanel(d, mine, family) : shelfPanel(d, key, family);
  };
  return (
    <section className="section-editor" aria-label={section.name} onFocus={onLook}>
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
        <NumberInput
          label={draft.construction === 'round' ? 'Rounds' : 'Rows'}
          value={section.rows}
          onChange={(rows) => change((d) => changeSection(d, index, (s) => ({ ...s, rows })))}
        />
        {draft.sections.length > 1 && (
          <button
            type="button"
            className="quiet-button"
            aria-label={`Take ${section.name} away`}
            onClick={() => change((d) => removeSection(d, index))}
          >
            <Trash2 aria-hidden="true" size={22} />
          </button>
        )}
      </div>
      {general.map((problem, i) => (
        <p key={i} className="problems" role="alert">
          {planWords(problem)}
        </p>
      ))}
      <p className="mt-4 text-soft">Panels from the right edge to the left, as the right side shows them.</p>
      {section.panels.map((panel, p) => {
        const { words, hasSetUp } = readingOf(sheet, index, panel.id, panel.repeats);
        return (
          <PanelEditor
            key={panel.id}
            panel={panel}
            construction={draft.construction}
            problems={here.filter((problem) => 'panel' in problem && problem.panel === p)}
            reading={words}
            hasSetUp={hasSetUp}
            alone={section.panels.length === 1}
            firstSection={index === 0}
            place={{ isFirst: p === 0, isLast: p === section.panels.length - 1 }}
            onChange={(patch) => change((d) => changePanel(d, index, p, patch))}
            onMove={(step) => change((d) => movePanel(d, index, p, p + step))}
            onRemove={() => change((d) => removePanel(d, index, p))}
          />
        );
      })}
      <AddPanel own={own} onShelf={(key) => add((d) => take(d, key))} onPaste={() => add(pastedPanel)} />
    </section>
  );
}
