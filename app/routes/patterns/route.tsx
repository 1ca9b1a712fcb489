/** The shelf: charts that ship with the app, and the knitter's own beside them; a file dropped here is opened. */
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { FileUp, Plus } from 'lucide-react';
import type { Chart } from '@core/chart/chart';
import { factsOf, HARDNESSES } from '@core/chart/effort';
import { KINDS, type Kind } from '@core/shelf/entry';
import { shelfCharts } from '@core/shelf/shelf';
import { whoAsks } from '~/knitter/asking.server';
import { wholeChart } from '@core/formats/pattern';
import { listDamagedPatterns, listPatterns } from '~/db/patterns.server';
import { ANYTHING, matches, type Listed, type Wanted } from '~/patterns/search';
import { DropVeil, useOpening } from '~/patterns/opening';
import { FileButton } from '~/ui/file-button';
import { Page } from '~/ui/page';
import { DamagedPatternLine } from './damaged-pattern';
import { Swatch } from './swatch';
import type { Route } from './+types/route';
import { counted, stitches } from '~/messages/numbers';

export async function loader({ context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const [kept, damaged] = await Promise.all([
    listPatterns(db, knitterId),
    listDamagedPatterns(db, knitterId),
  ]);
  const own = kept.map(({ id, pattern }) => ({ id, name: pattern.name, chart: wholeChart(pattern) }));
  return { own, damaged };
}

export const meta: Route.MetaFunction = () => [{ title: 'Patterns · Gritch' }];

const KIND_WORDS: Readonly<Record<Kind, string>> = {
  rope: 'ropes',
  pair: 'pairs',
  braid: 'braids',
  allover: 'all over',
  motif: 'motifs',
  wave: 'waves',
  edge: 'edges',
  ground: 'grounds',
};

type Shelved = { readonly listed: Listed; readonly chart: () => Chart };
let onTheShelf: readonly Shelved[] | null = null;
/** What the shelf holds, looked at once, when it is first shown: a server that starts does not wait for it. */
function shelved(): readonly Shelved[] {
  onTheShelf ??= shelfCharts().map(({ key, name, kind, chart }) => ({
    listed: { id: key, name, kind, to: `/patterns/shelf/${key}`, facts: factsOf(chart) },
    chart: () => chart,
  }));
  return onTheShelf;
}

type WishProps = { wanted: Wanted; onWish: (wanted: Wanted) => void };

function ChoiceWish({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: string;
  choices: readonly (readonly [value: string, words: string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <label>
      <span className="label">{label}</span>
      <select className="field" value={value} onChange={(event) => onChoose(event.target.value)}>
        <option value="">any</option>
        {choices.map(([choice, words]) => (
          <option key={choice} value={choice}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

function NumberWish({ label, onNumber }: { label: string; onNumber: (value: number) => void }) {
  return (
    <label className="wish-number">
      <span className="label">{label}</span>
      <input
        className="field numerals"
        type="number"
        min={1}
        inputMode="numeric"
        onChange={(event) => onNumber(event.target.value === '' ? Number.NaN : event.target.valueAsNumber)}
      />
    </label>
  );
}

const KIND_CHOICES = [['own', 'my own'] as const, ...KINDS.map((kind) => [kind, KIND_WORDS[kind]] as const)];
const HARDNESS_CHOICES = HARDNESSES.map((hardness) => [hardness, hardness] as const);

function Wish({ wanted, onWish }: WishProps) {
  const wish = (change: Partial<Wanted>) => onWish({ ...wanted, ...change });
  return (
    <form
      className="wish"
      role="search"
      aria-label="Search the patterns"
      onSubmit={(event) => event.preventDefault()}
    >
      <label>
        <span className="label">Name</span>
        <input
          className="field"
          value={wanted.words}
          onChange={(event) => wish({ words: event.target.value })}
        />
      </label>
      <ChoiceWish
        label="Kind"
        value={wanted.kind}
        choices={KIND_CHOICES}
        onChoose={(kind) => wish({ kind: kind as Wanted['kind'] })}
      />
      <ChoiceWish
        label="Hardness"
        value={wanted.hardness}
        choices={HARDNESS_CHOICES}
        onChoose={(hardness) => wish({ hardness: hardness as Wanted['hardness'] })}
      />
      <NumberWish label="Stitches, at most" onNumber={(stitches) => wish({ stitches })} />
      <NumberWish label="Rows, at most" onNumber={(rows) => wish({ rows })} />
    </form>
  );
}

function Hung({ listed, chart }: { listed: Listed; chart: Parameters<typeof Swatch>[0]['chart'] }) {
  const { name, to, facts } = listed;
  return (
    <li>
      <Link to={to} className="hung">
        <Swatch chart={chart} />
        <h2>{name}</h2>
        <p>
          {stitches(facts.stitches)}, {counted(facts.rows, 'row')}
        </p>
        <p>
          {facts.crossingRows === 0
            ? 'no crossings'
            : `crosses in ${facts.crossingRows} of ${facts.rows} · ${facts.hardness}`}
        </p>
      </Link>
    </li>
  );
}

export default function Patterns({ loaderData }: Route.ComponentProps) {
  const { own, damaged } = loaderData;
  const [wanted, setWanted] = useState(ANYTHING);
  const { problem, open, over } = useOpening();
  const mine = useMemo(
    () =>
      own.map(({ id, name, chart }) => ({
        listed: { id, name, kind: null, to: `/patterns/${id}`, facts: factsOf(chart) } satisfies Listed,
        chart: () => chart,
      })),
    [own],
  );
  const shown = [...mine, ...shelved()].filter(({ listed }) => matches(listed, wanted));
  return (
    <Page title="Patterns" wide>
      <div className="flex flex-wrap gap-3">
        <Link to="/patterns/new" className="action-button">
          <Plus aria-hidden="true" size={20} /> Paste a pattern
        </Link>
        <FileButton label="A pattern file" accept=".json,.txt,.csv,.svg" onFile={open}>
          <FileUp aria-hidden="true" size={20} /> Open a file
        </FileButton>
        <p className="self-center text-soft">or drop one anywhere on this page</p>
      </div>
      {problem && (
        <p className="problems" role="alert">
          {problem}
        </p>
      )}
      {damaged.map((one) => (
        <DamagedPatternLine key={one.id} pattern={one} />
      ))}
      <Wish wanted={wanted} onWish={setWanted} />
      <p className="text-soft" role="status" data-testid="found">
        {counted(shown.length, 'pattern')}
      </p>
      <ul className="shelf">
        {shown.map(({ listed, chart }) => (
          <Hung key={listed.id} listed={listed} chart={chart} />
        ))}
      </ul>
      {shown.length === 0 && (
        <p className="mt-4 text-xl">Nothing here is like that. Ask for less, or paste a pattern.</p>
      )}
      {over && <DropVeil />}
    </Page>
  );
}
