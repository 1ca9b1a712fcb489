/** The shelf: charts that ship with the app, and the knitter's own beside them; a file dropped here is opened. */
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { FileUp, Plus } from 'lucide-react';
import { factsOf, HARDNESSES } from '@core/chart/effort';
import { KINDS, type Kind } from '@core/shelf/entry';
import { shelfChart, shelfCharts } from '@core/shelf/shelf';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { listPatterns } from '~/db/patterns.server';
import { formatWords } from '~/messages/formats';
import { ANYTHING, matches, type Listed, type Wanted } from '~/patterns/search';
import { useDrop } from '~/patterns/use-drop';
import { Page } from '~/ui/page';
import { Swatch } from './swatch';
import type { Route } from './+types/route';

export async function loader() {
  const kept = await listPatterns(await database(), LOCAL_KNITTER);
  return { own: kept.map(({ id, pattern }) => ({ id, name: pattern.name, chart: pattern.chart })) };
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

const SHELVED: readonly Listed[] = shelfCharts().map(({ key, name, kind, chart }) => ({
  id: key,
  name,
  kind,
  to: `/patterns/shelf/${key}`,
  facts: factsOf(chart),
}));

function Wish({ wanted, onWish }: { wanted: Wanted; onWish: (wanted: Wanted) => void }) {
  const number = (value: string) => (value === '' ? Number.NaN : Number(value));
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
          onChange={(event) => onWish({ ...wanted, words: event.target.value })}
        />
      </label>
      <label>
        <span className="label">Kind</span>
        <select
          className="field"
          value={wanted.kind}
          onChange={(event) => onWish({ ...wanted, kind: event.target.value as Wanted['kind'] })}
        >
          <option value="">any</option>
          <option value="own">my own</option>
          {KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {KIND_WORDS[kind]}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="label">Hardness</span>
        <select
          className="field"
          value={wanted.hardness}
          onChange={(event) => onWish({ ...wanted, hardness: event.target.value as Wanted['hardness'] })}
        >
          <option value="">any</option>
          {HARDNESSES.map((hardness) => (
            <option key={hardness}>{hardness}</option>
          ))}
        </select>
      </label>
      <label className="wish-number">
        <span className="label">Stitches, at most</span>
        <input
          className="field numerals"
          type="number"
          min={1}
          inputMode="numeric"
          onChange={(event) => onWish({ ...wanted, stitches: number(event.target.value) })}
        />
      </label>
      <label className="wish-number">
        <span className="label">Rows, at most</span>
        <input
          className="field numerals"
          type="number"
          min={1}
          inputMode="numeric"
          onChange={(event) => onWish({ ...wanted, rows: number(event.target.value) })}
        />
      </label>
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
          {facts.stitches} stitches, {facts.rows} rows
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

function useOpening() {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const open = useCallback(
    async (file: File) => {
      const { openFile } = await import('~/patterns/open-file');
      const opened = await openFile(file);
      if (opened.ok) return navigate('/patterns/new', { state: { opened: opened.value } });
      setProblem(`${file.name}: ${formatWords(opened.error)}`);
    },
    [navigate],
  );
  return { problem, open: useCallback((file: File) => void open(file), [open]) };
}

export default function Patterns({ loaderData }: Route.ComponentProps) {
  const { own } = loaderData;
  const [wanted, setWanted] = useState(ANYTHING);
  const chooser = useRef<HTMLInputElement>(null);
  const { problem, open } = useOpening();
  const over = useDrop(open);
  const mine = useMemo(
    () =>
      own.map(({ id, name, chart }) => ({
        listed: { id, name, kind: null, to: `/patterns/${id}`, facts: factsOf(chart) } satisfies Listed,
        chart: () => chart,
      })),
    [own],
  );
  const shelved = useMemo(
    () => SHELVED.map((listed) => ({ listed, chart: () => shelfChart(listed.id)?.chart ?? null })),
    [],
  );
  const shown = [...mine, ...shelved].filter(({ listed }) => matches(listed, wanted));
  return (
    <Page title="Patterns" wide>
      <div className="flex flex-wrap gap-3">
        <Link to="/patterns/new" className="action-button">
          <Plus aria-hidden="true" size={20} /> Paste a pattern
        </Link>
        <button type="button" className="plain-button" onClick={() => chooser.current?.click()}>
          <FileUp aria-hidden="true" size={20} /> Open a file
        </button>
        <input
          ref={chooser}
          type="file"
          className="sr-only"
          aria-label="A pattern file"
          tabIndex={-1}
          accept=".json,.txt,.csv,.svg"
          onChange={(event) => event.target.files?.[0] && open(event.target.files[0])}
        />
        <p className="self-center text-soft">or drop one anywhere on this page</p>
      </div>
      {problem && (
        <p className="problems" role="alert">
          {problem}
        </p>
      )}
      <Wish wanted={wanted} onWish={setWanted} />
      <p className="text-soft" role="status" data-testid="found">
        {shown.length === 1 ? '1 pattern' : `${shown.length} patterns`}
      </p>
      <ul className="shelf">
        {shown.map(({ listed, chart }) => (
          <Hung key={listed.id} listed={listed} chart={chart} />
        ))}
      </ul>
      {shown.length === 0 && (
        <p className="mt-4 text-xl">Nothing here is like that. Ask for less, or paste a pattern.</p>
      )}
      {over && <div className="drop-veil">Let go to open the file</div>}
    </Page>
  );
}
