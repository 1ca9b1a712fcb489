/** Count with me: one panel, from its hole or from something in the work, up to the needle; and what every panel shows now. */
import { useCallback, useEffect, useMemo, useState } from 'react';
import { RotateCcw } from 'lucide-react';
import { alongFor, type Along } from '@core/place/along';
import { countWords } from '~/messages/count';
import { counted, plural } from '~/messages/numbers';
import { slipWords, toldWords } from '~/messages/found';
import { anchorName, schoolWords, type Names } from '~/messages/place';
import { capital } from '~/messages/telling';
import { useAsked, type Desk } from '~/workers/use-place';
import { hungOf } from '../row-view';
import { Chips, Numbers, Toggle } from './choices';
import { PanelChoice, panelsHere } from './panel-choice';
import type { TabProps } from './props';

const keyOf = ({ start }: Along) => (start === 'hole' ? 'hole' : `${start.kind} ${start.row}`);
const startWords = ({ start }: Along, names: Names) =>
  start === 'hole' ? 'its last hole' : anchorName(start, names.line);

const THINGS = { V: ['V', 'Vs'], bump: ['bump', 'bumps'], stitch: ['stitch', 'stitches'] } as const;
function thingWords({ seen, tall }: Along, count: number) {
  const [one, many] = THINGS[seen];
  return `${tall ? 'tall ' : ''}${plural(count, one, many)}`;
}

/** The highest number that can be tapped. */
const MOST_NUMBERS = 12;

function Answer({ props, name, along, told }: { props: TabProps; name: string; along: Along; told: number }) {
  const { view, panel, names, place } = props;
  const { done } = view;
  const fromHole = along.start === 'hole';
  const ask = useCallback(
    (desk: Desk) => (fromHole ? desk.counted(panel ?? '', told, done) : Promise.resolve(null)),
    [fromHole, panel, told, done],
  );
  const { answer } = useAsked(place, ask);
  const { line } = names;
  if (along.start !== 'hole') {
    const row = along.start.row + told;
    return (
      <p>
        <strong>
          {counted(told, line)} above {anchorName(along.start, line)}
        </strong>
        : {counted(row, line)} {plural(row, 'is', 'are')} done.{' '}
        {row === done
          ? 'The journal says so too.'
          : `The journal has ${done}: ${counted(Math.abs(row - done), line)} ${row > done ? 'fewer' : 'more'}.`}
      </p>
    );
  }
  if (!answer) return <p className="text-soft">…</p>;
  const slip = slipWords(answer, done, line);
  return (
    <>
      {toldWords(answer, told, name, line).map((words) => (
        <p key={words}>{words}</p>
      ))}
      {answer.journal === told ? (
        <p className="font-semibold">
          The journal’s {line} {done} shows {told} too.
        </p>
      ) : (
        slip && <p className="rounded-lg border-2 border-line bg-sheet p-3">{slip}</p>
      )}
    </>
  );
}

/** What every panel should show when the journal is right. */
function ShownNow({ view, names }: TabProps) {
  const { columns, done, faces } = view;
  if (columns.length === 0) return null;
  return (
    <section className="mt-7" aria-label="What every panel shows now">
      <h3 className="text-xl">
        After {names.line} {done} every panel shows
      </h3>
      <ul className="mt-2 grid gap-2">
        {columns.map(({ id, name, count, pattern, patternRows }) => (
          <li key={id} className="flex items-baseline justify-between gap-4 border-b border-line pb-2">
            <span>
              <strong>{capital(name)}</strong>
              <span className="block text-base text-soft">
                next is {pattern.kind === 'row' ? names.line : `set-up ${names.line}`} {pattern.number}
                {pattern.kind === 'row' && ` of ${patternRows}`}
              </span>
            </span>
            <span className="text-right whitespace-pre-line">{countWords(count, faces, names.line)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function CountTab(props: TabProps) {
  const { view, panel, names } = props;
  const here = panelsHere(view);
  const chosen = here.find(({ id }) => id === panel) ?? here[0];
  if (view.done < 1 || !chosen)
    return <p>There is nothing on the needle to count yet. Finish a {names.line} first.</p>;
  return <CountIn props={props} chosen={chosen.id} name={chosen.name} />;
}

function CountIn({ props, chosen, name }: { props: TabProps; chosen: string; name: string }) {
  const { view, state, school, setSchool, setPanel, counting, setCounting, names } = props;
  const { sheet, done } = view;
  const starts = useMemo(
    () => alongFor(sheet, chosen, done, school, hungOf(state, chosen)),
    [sheet, chosen, done, school, state],
  );
  const [start, setStart] = useState<string | null>(null);
  const along = starts.find((one) => keyOf(one) === start) ?? starts[0] ?? null;
  const [told, setTold] = useState(0);
  const key = along && `${chosen} ${keyOf(along)} ${done}`;
  const [was, setWas] = useState(key);
  if (was !== key) {
    setWas(key);
    setTold(0);
  }
  useEffect(() => {
    setCounting(along ? { panel: chosen, along, told, tell: setTold } : null);
  }, [along, chosen, told, setCounting]);
  useEffect(() => () => setCounting(null), [setCounting]);
  const most = Math.max(MOST_NUMBERS, along?.touches.length ?? 0, counting?.told ?? 0);
  if (!along)
    return (
      <>
        <PanelChoice view={view} panel={chosen} onChoose={setPanel} />
        <p className="mt-4">
          {capital(name)} has nothing near the needle to count from: no hole, lifeline, marker, ridge or
          change of colour. Count in another panel, or ask where you are.
        </p>
      </>
    );
  return (
    <>
      <PanelChoice view={view} panel={chosen} onChoose={setPanel} />
      <p className="mt-4">
        {along.start === 'hole'
          ? `Poke a needle into the hole: it lies below the crossing ${names.line}. ${schoolWords(school)}`
          : `Count every ${names.line} above it, the loops on the needle too.`}
        {along.tall && ' A tall V stands for two rows and counts once.'}
        {view.faces === 'WS' && ' Count on the right side.'}
      </p>
      <div className="mt-4 flex items-center gap-4">
        <p className="min-w-28" aria-live="polite" data-testid="told">
          <span className="numerals font-display text-6xl leading-none font-bold">{told}</span>{' '}
          <span className="text-soft">{thingWords(along, told)}</span>
        </p>
        <button type="button" className="action-button flex-1" onClick={() => setTold(told + 1)}>
          {told === 0 ? 'The first one' : 'One more'}
        </button>
        <button
          type="button"
          className="quiet-button"
          aria-label="Begin again"
          disabled={told === 0}
          onClick={() => setTold(0)}
        >
          <RotateCcw aria-hidden="true" size={22} />
        </button>
      </div>
      <section className="mt-5 grid gap-2" aria-live="polite" aria-label="Where that is">
        {told === 0 ? (
          <p className="text-soft">
            As the journal has it, {along.touches.length} {thingWords(along, along.touches.length)}{' '}
            {plural(along.touches.length, 'is', 'are')} there.
          </p>
        ) : (
          <Answer props={{ ...props, panel: chosen }} name={name} along={along} told={told} />
        )}
      </section>
      <p className="label mt-5">Or tap what you counted</p>
      <Numbers label={`I count`} least={1} most={Math.min(most, 36)} value={told} onChoose={setTold} />
      {starts.length > 1 && (
        <div className="mt-4">
          <p className="label">Count up from</p>
          <Chips
            label="Count up from"
            value={keyOf(along)}
            options={starts.map((one) => [keyOf(one), startWords(one, names)] as const)}
            onChoose={setStart}
          />
        </div>
      )}
      <div className="mt-6 border-t-2 border-line pt-3">
        <p className="label">How I count</p>
        <Toggle
          label="The loop on the needle counts"
          checked={school.loopCounts}
          onChange={(loopCounts) => setSchool({ ...school, loopCounts })}
        />
        <Toggle
          label={`The crossing ${names.line} counts as 1`}
          checked={school.crossingRowIsOne}
          onChange={(crossingRowIsOne) => setSchool({ ...school, crossingRowIsOne })}
        />
      </div>
      <ShownNow {...props} />
    </>
  );
}
