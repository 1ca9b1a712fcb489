/** Set up a piece: how it is made, sections along, panels across; the fabric and what is wrong, live. */
import { useDeferredValue, useId, useReducer, useState } from 'react';
import { data, redirect, useFetcher } from 'react-router';
import { Plus, Trash2 } from 'lucide-react';
import { checkDraft, type DraftProblem, type PieceDraft } from '@core/draft/draft';
import { draftSchema } from '@core/draft/schema';
import type { Worksheet } from '@core/piece/worksheet';
import { countFor, takesForm } from '@core/chart/row';
import { SHELF } from '@core/shelf/data';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { createPiece, readSettings } from '~/db/pieces.server';
import { YARNS, type Yarn } from '~/knitter/settings';
import { planWords } from '~/messages/plan';
import { Page } from '~/ui/page';
import {
  addPanel,
  changePanel,
  changeSection,
  changeSetUp,
  firstSetUp,
  movePanel,
  nextSection,
  pastedPanel,
  removePanel,
  removeSection,
  shelfPanel,
} from './draft-state';
import { NumberInput, PanelEditor } from './panel-editor';
import { Preview } from './preview';
import type { Route } from './+types/route';

export async function loader() {
  return { family: (await readSettings(await database(), LOCAL_KNITTER)).family };
}

const yarnOf = (value: unknown): Yarn | null => YARNS.find((yarn) => yarn === value) ?? null;

export async function action({ request }: Route.ActionArgs) {
  const refuse = (status: number, message: string, problems: readonly DraftProblem[] = []) =>
    data({ message, problems }, { status });
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return refuse(400, 'The post is not JSON.');
  }
  const { draft, yarn } = (body ?? {}) as { draft?: unknown; yarn?: unknown };
  const parsed = draftSchema.safeParse(draft);
  const colour = yarnOf(yarn);
  if (!parsed.success || !colour)
    return refuse(
      400,
      `This is not a piece: ${parsed.error?.issues[0]?.path.join('.') || 'yarn'} is not as it should be.`,
    );
  const checked = checkDraft(parsed.data);
  if (!checked.ok) return refuse(422, 'The piece cannot be cast on yet. Nothing was stored.', checked.error);
  const id = await createPiece(await database(), LOCAL_KNITTER, {
    draft: parsed.data,
    plan: checked.value.plan,
    yarn: colour,
  });
  return redirect(`/pieces/${id}`);
}

export const meta: Route.MetaFunction = () => [{ title: 'Set up a piece · Gritch' }];

type Change = (change: (draft: PieceDraft) => PieceDraft) => void;

function Making({
  draft,
  change,
  yarn,
  setYarn,
}: {
  draft: PieceDraft;
  change: Change;
  yarn: Yarn;
  setYarn: (yarn: Yarn) => void;
}) {
  const id = useId();
  const radio = (
    name: string,
    value: string,
    checked: boolean,
    label: string,
    patch: Partial<PieceDraft>,
  ) => (
    <label key={value} className="choice">
      <input
        type="radio"
        name={name}
        checked={checked}
        onChange={() => change((d) => ({ ...d, ...patch }))}
      />
      <span>{label}</span>
    </label>
  );
  return (
    <section className="mb-8">
      <label className="label" htmlFor={id}>
        Name of the piece
      </label>
      <input
        id={id}
        className="field mb-5 text-2xl font-semibold"
        value={draft.name}
        maxLength={80}
        onChange={(event) => change((d) => ({ ...d, name: event.target.value }))}
      />
      <div className="flex flex-wrap gap-x-10 gap-y-2">
        <fieldset>
          <legend className="label">It is knitted</legend>
          {radio('construction', 'flat', draft.construction === 'flat', 'flat, turned after every row', {
            construction: 'flat',
          })}
          {radio('construction', 'round', draft.construction === 'round', 'in the round', {
            construction: 'round',
          })}
          {radio(
            'construction',
            'unturned',
            draft.construction === 'unturned',
            'to and fro without turning (by hand)',
            { construction: 'unturned' },
          )}
        </fieldset>
        {draft.construction === 'flat' && (
          <fieldset>
            <legend className="label">Row 1 is</legend>
            {radio('side', 'RS', draft.firstSide === 'RS', 'a right-side row', { firstSide: 'RS' })}
            {radio('side', 'WS', draft.firstSide === 'WS', 'a wrong-side row', { firstSide: 'WS' })}
          </fieldset>
        )}
        {draft.construction === 'unturned' && (
          <fieldset>
            <legend className="label">Row 1 runs</legend>
            {radio('direction', 'rtl', draft.firstDirection === 'rightToLeft', 'from right to left', {
              firstDirection: 'rightToLeft',
            })}
            {radio('direction', 'ltr', draft.firstDirection === 'leftToRight', 'from left to right', {
              firstDirection: 'leftToRight',
            })}
          </fieldset>
        )}
        <fieldset>
          <legend className="label">Yarn</legend>
          <div className="flex gap-2">
            {YARNS.map((name) => (
              <label key={name} className="yarn-choice" data-yarn={name} title={name}>
                <input
                  type="radio"
                  name="yarn"
                  className="sr-only"
                  checked={yarn === name}
                  onChange={() => setYarn(name)}
                  aria-label={name}
                />
              </label>
            ))}
          </div>
        </fieldset>
      </div>
    </section>
  );
}

function AddPanel({ onShelf, onPaste }: { onShelf: (key: string) => void; onPaste: () => void }) {
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
  family: 'fraction' | 'hold';
  onLook: () => void;
};

function SectionEditor({ draft, index, problems, sheet, change, family, onLook }: SectionProps) {
  const section = draft.sections[index];
  const id = useId();
  if (!section) return null;
  const here = problems.filter((p) => 'section' in p && p.section === index);
  const own = here.filter((p) => !('panel' in p) || p.panel === undefined);
  const add = (make: (d: PieceDraft) => ReturnType<typeof shelfPanel>) =>
    change((d) => {
      const panel = make(d);
      return panel ? addPanel(d, index, panel) : d;
    });
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
      {own.map((problem, i) => (
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
      <AddPanel onShelf={(key) => add((d) => shelfPanel(d, key, family))} onPaste={() => add(pastedPanel)} />
    </section>
  );
}

export default function SetUp({ loaderData }: Route.ComponentProps) {
  const { family } = loaderData;
  const [{ draft, problems, sheet }, change] = useReducer(changeSetUp, family, firstSetUp);
  const [yarn, setYarn] = useState<Yarn>('oat');
  const [section, setSection] = useState(0);
  const [asked, setAsked] = useState(false);
  const fetcher = useFetcher<typeof action>();
  const shown = useDeferredValue(sheet);
  const visible = asked ? problems : problems.filter(({ code }) => code !== 'no-name');
  const castOn = () => {
    setAsked(true);
    if (problems.length === 0)
      void fetcher.submit(JSON.stringify({ draft, yarn }), { method: 'post', encType: 'application/json' });
  };
  const refused = fetcher.data?.message;
  return (
    <Page title="Set up a piece" wide>
      <div className="setup">
        <div>
          <Making draft={draft} change={change} yarn={yarn} setYarn={setYarn} />
          {draft.sections.map(({ id }, index) => (
            <SectionEditor
              key={id}
              draft={draft}
              index={index}
              problems={problems}
              sheet={shown}
              change={change}
              family={family}
              onLook={() => setSection(index)}
            />
          ))}
          <button
            type="button"
            className="plain-button mt-4"
            onClick={() => change((d) => ({ ...d, sections: [...d.sections, nextSection(d)] }))}
          >
            <Plus aria-hidden="true" size={20} /> Add a section that runs on
          </button>
        </div>
        <aside className="setup-aside">
          <Preview sheet={shown} section={section} stale={visible.length > 0} yarn={yarn} />
          <button
            type="button"
            className="action-button mt-6 w-full text-2xl"
            onClick={castOn}
            disabled={fetcher.state !== 'idle'}
          >
            Cast on
          </button>
          {asked && problems.length > 0 && (
            <p className="problems" role="alert">
              {problems.length === 1 && problems[0]
                ? planWords(problems[0])
                : `${problems.length} things are still to be mended; each is marked at its place.`}
            </p>
          )}
          {refused && (
            <p className="problems" role="alert">
              {refused}
            </p>
          )}
        </aside>
      </div>
    </Page>
  );
}
