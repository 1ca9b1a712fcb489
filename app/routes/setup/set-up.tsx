/** The setting-up itself: used for a new piece, for the second of a pair, and to change a plan under the needles. */
import { useDeferredValue, useReducer, useState, type ReactNode } from 'react';
import { Minus, Plus } from 'lucide-react';
import type { DraftProblem, PieceDraft } from '@core/draft/draft';
import type { Family } from '@core/notation/names';
import { gaugeOf } from '@core/plan/gauge';
import type { Units } from '@core/plan/units';
import type { Hand } from '@core/stitch/types';
import type { Yarn } from '~/knitter/settings';
import { planWords } from '~/messages/plan';
import {
  changeSetUp,
  firstSetUp,
  nextSection,
  nextSpread,
  withoutEdges,
  type Beginning,
  type Takeable,
} from './draft-state';
import { Making } from './making';
import { Preview } from './preview';
import { SectionEditor } from './section-editor';
import { SizeCard } from './size-card';
import { SpreadEditor } from './spread-editor';
import { SwatchCard } from './swatch-card';
import { lineOf } from '~/messages/numbers';

export type Submit = (draft: PieceDraft, yarn: Yarn) => void;

/** A problem that can be shown in one line under the button. */
function Left({ problems }: { problems: readonly DraftProblem[] }) {
  return (
    <p className="problems" role="alert">
      {problems.length === 1 && problems[0]
        ? planWords(problems[0])
        : `${problems.length} things are still to be mended; each is marked at its place.`}
    </p>
  );
}

export function SetUp({
  beginning,
  own,
  family,
  units,
  hand,
  firstYarn,
  action,
  busy,
  refused,
  onSubmit,
  worked = null,
}: {
  beginning: Beginning;
  own: readonly Takeable[];
  family: Family;
  units: Units;
  hand: Hand;
  firstYarn: Yarn;
  /** What the button says. */
  action: string;
  busy: boolean;
  refused: ReactNode;
  onSubmit: Submit;
  /** Under the needles already: said before the button; how the piece is made stays as it was. */
  worked?: ReactNode;
}) {
  const [{ draft, problems, sheet, spreads }, change] = useReducer(changeSetUp, beginning, firstSetUp);
  const [yarn, setYarn] = useState<Yarn>(firstYarn);
  const [section, setSection] = useState(0);
  const [asked, setAsked] = useState(false);
  const shown = useDeferredValue(sheet);
  const visible = asked ? problems : problems.filter(({ code }) => code !== 'no-name');
  const swatch = draft.making?.swatch;
  const measured = swatch ? gaugeOf(swatch) : null;
  const gauge = measured?.ok ? measured.value : null;
  const submit = () => {
    setAsked(true);
    if (problems.length === 0) onSubmit(draft, yarn);
  };
  // A row of increases has no line-up of its own to look at.
  const at = draft.sections[section]?.spread === undefined && section < draft.sections.length ? section : 0;
  const add = (make: (d: PieceDraft) => PieceDraft['sections'][number]) => {
    setSection(draft.sections.length);
    change((d) => ({ ...d, sections: [...d.sections, make(d)] }));
  };
  const line = lineOf(draft.construction === 'round');
  const common = { draft, change, units, problems };
  return (
    <div className="setup">
      <div>
        <Making draft={draft} change={change} yarn={yarn} setYarn={setYarn} fixed={worked !== null} />
        {draft.construction === 'round' &&
          draft.sections.some(({ panels }) => panels.some(({ edge }) => edge)) && (
            <div className="doubt mb-4">
              <p>Edges are for flat work: in the round they stay as a stripe.</p>
              <button type="button" className="plain-button" onClick={() => change(withoutEdges)}>
                Take the edges away
              </button>
            </div>
          )}
        <SwatchCard {...common} />
        <SizeCard {...common} sheet={shown} section={at} gauge={gauge} />
        {draft.sections.map(({ id, spread }, index) =>
          spread ? (
            <SpreadEditor
              key={id}
              draft={draft}
              index={index}
              problems={problems}
              row={spreads.get(index)}
              sheet={problems.length === 0 || problems.every(({ code }) => code === 'no-name') ? shown : null}
              yarn={yarn}
              hand={hand}
              change={change}
              onMoved={setSection}
            />
          ) : (
            <SectionEditor
              key={id}
              {...common}
              index={index}
              sheet={shown}
              family={family}
              own={own}
              gauge={gauge}
              hand={hand}
              open={index === at}
              onOpen={() => setSection(index)}
              onMoved={setSection}
            />
          ),
        )}
        <div className="flex flex-wrap gap-3 border-t-4 border-ink pt-5">
          <button type="button" className="plain-button" onClick={() => add(nextSection)}>
            <Plus aria-hidden="true" size={20} /> Add a section that runs on
          </button>
          <button
            type="button"
            className="plain-button"
            onClick={() => add((d) => nextSpread(d, 'increase'))}
          >
            <Plus aria-hidden="true" size={20} /> A {line} of increases
          </button>
          <button
            type="button"
            className="plain-button"
            onClick={() => add((d) => nextSpread(d, 'decrease'))}
          >
            <Minus aria-hidden="true" size={20} /> A {line} of decreases
          </button>
        </div>
      </div>
      <aside className="setup-aside">
        <Preview
          sheet={shown}
          section={at}
          stale={visible.length > 0}
          yarn={yarn}
          gauge={gauge}
          units={units}
        />
        {worked}
        <button type="button" className="action-button mt-5 w-full text-2xl" onClick={submit} disabled={busy}>
          {action}
        </button>
        {asked && problems.length > 0 && <Left problems={problems} />}
        {refused && (
          <p className="problems" role="alert">
            {refused}
          </p>
        )}
      </aside>
    </div>
  );
}
