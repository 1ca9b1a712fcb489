/** The cast-on sheet: one page for the bag, on screen and on paper. */
import { data, Link, useFetcher } from 'react-router';
import { Printer } from 'lucide-react';
import type { PieceDraft } from '@core/draft/draft';
import { NO_MAKING } from '@core/piece/making';
import { castOnCount, charted, worksheet, type Worksheet } from '@core/piece/worksheet';
import { groupsAsMet } from '@core/plan/cast-on';
import { cueFor } from '@core/cue/cue';
import { tellRow } from '@core/cue/tell';
import { cautionsFor, lifelineRows } from '@core/plan/cautions';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { capital, tellingWords } from '~/messages/telling';
import { countCrossings, crossingRows } from '@core/plan/crossings';
import { gaugeOf, usSize } from '@core/plan/gauge';
import { outlineOf } from '@core/plan/outline';
import { whoAsks } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { findDraft, findPiece, readSettings } from '~/db/pieces.server';
import { handed } from '~/journal/handed';
import { useJournal } from '~/journal/use-journal';
import { cautionWords } from '~/messages/cautions';
import { gaugeLine } from '~/messages/gauge';
import { lengthWords } from '~/messages/measures';
import { Page } from '~/ui/page';
import { WholePiece } from '~/ui/whole-piece';
import { Some } from '~/ui/some';
import { CountCheck } from './count-check';
import { Tails } from './tails';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';
import { counted, lineOf } from '~/messages/numbers';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const [piece, draft] = await Promise.all([
    findPiece(db, knitterId, params.pieceId),
    findDraft(db, knitterId, params.pieceId),
  ]);
  if (!piece || !draft) throw data(NO_SUCH_PIECE, { status: 404 });
  const [{ part }, settings] = await Promise.all([
    openJournal(db, knitterId, piece.id),
    readSettings(db, knitterId),
  ]);
  return { piece, draft: draft.draft, revision: draft.number, journal: handed(part), settings };
}

export const meta: Route.MetaFunction = () => [{ title: 'Cast-on sheet · Gritch' }];

/** Panels that begin with rows of their own, worked once. */
const setUps = ({ plan }: Worksheet) =>
  (plan.sections[0]?.panels ?? []).flatMap(({ name, chart, start }) => {
    const rows = plan.charts[chart]?.setUp.length ?? 0;
    return rows > 0 && typeof start === 'object' && 'withSetUp' in start && start.withSetUp
      ? [{ name, rows }]
      : [];
  });

/** More than these are shown on request: a sheet is one sheet. */
const MOST_TOLD = 24;

/** The set-up rows, told whole. */
function SetUpRows({ sheet, settings }: { sheet: Worksheet; settings: KnitterSettings }) {
  const rows = Math.max(0, ...setUps(sheet).map(({ rows: count }) => count));
  const numbers = Array.from({ length: Math.min(rows, sheet.rows) }, (_, i) => i + 1);
  const told = (row: number) => {
    const cue = cueFor(sheet, row, settings.hand);
    const words = tellingWords(tellRow(cue), { wayOf: wayOf(settings), round: cue.round });
    return `${capital(lineOf(cue.round))} ${row}: ${words}`;
  };
  return (
    <Some items={numbers} most={MOST_TOLD} what="rows">
      {(shown) => (
        <ol className="sheet-list">
          {shown.map((row) => (
            <li key={row}>{told(row)}</li>
          ))}
        </ol>
      )}
    </Some>
  );
}

function Needs({ sheet, units }: { sheet: Worksheet; units: 'cm' | 'in' }) {
  const { needle, swatch, ball } = sheet.plan.making ?? NO_MAKING;
  const gauge = swatch && gaugeOf(swatch);
  const us = needle && usSize(needle.mm);
  const lines = [
    needle
      ? `Needle ${needle.mm} mm${us ? ` (US ${us})` : ''}${needle.lengthCm === null ? '' : `, ${lengthWords(needle.lengthCm, units)}`}`
      : 'Needle: not chosen yet',
    gauge?.ok ? gaugeLine(gauge.value, units) : 'No swatch measured',
    ...(ball ? [`${ball.count} × ${ball.grams} g of yarn`] : []),
  ];
  return <p className="text-xl">{lines.join(' · ')}</p>;
}

const MOST_LISTED = 14;

/** In which rows of the piece each panel crosses. */
function CrossingRows({ sheet }: { sheet: Worksheet }) {
  const names = new Map(
    sheet.plan.sections.flatMap(({ panels }) => panels.map(({ id, name }) => [id, name])),
  );
  const all = [...names].flatMap(([id, name]) => {
    const rows = crossingRows(sheet, id, MOST_LISTED + 1);
    return rows.length > 0 ? [{ id, name, rows }] : [];
  });
  if (all.length === 0) return null;
  const line = lineOf(sheet.plan.construction === 'round');
  return (
    <section className="sheet-block">
      <h2>Crossing {line}s</h2>
      <p className="text-soft">
        {capital(line)}s of the whole piece; {counted(countCrossings(sheet, 0).all, 'crossing')} in all.
      </p>
      <ul className="sheet-list">
        {all.map(({ id, name, rows }) => (
          <li key={id}>
            {name}: <span className="numerals">{rows.slice(0, MOST_LISTED).join(', ')}</span>
            {rows.length > MOST_LISTED && ' and so on'}
          </li>
        ))}
      </ul>
    </section>
  );
}

export default function CastOnSheet({ loaderData }: Route.ComponentProps) {
  const { piece, draft, revision, journal, settings } = loaderData;
  const { units, hand } = settings;
  const { state, record } = useJournal(piece.id, journal);
  const fetcher = useFetcher<{ message?: string }>();
  const sheet = worksheet(piece.plan);
  const making = piece.plan.making ?? NO_MAKING;
  const measured = making.swatch && gaugeOf(making.swatch);
  const gauge = measured?.ok ? measured.value : null;
  const outline = gauge && outlineOf(sheet, gauge, making.panelWidths);
  const stitches = castOnCount(sheet);
  const round = piece.plan.construction === 'round';
  const line = lineOf(round);
  const from = piece.plan.continues;
  const lifelines = lifelineRows(sheet);
  const keep = (changed: PieceDraft) =>
    void fetcher.submit(JSON.stringify({ draft: changed, revision }), {
      method: 'post',
      action: `/pieces/${piece.id}/plan`,
      encType: 'application/json',
    });
  const first = outline?.sections[0]?.first.cm;
  const last = outline?.sections[outline.sections.length - 1]?.last.cm;
  return (
    <Page title={piece.name}>
      <p className="no-print mb-4 flex flex-wrap gap-4">
        <button type="button" className="plain-button" onClick={() => window.print()}>
          <Printer aria-hidden="true" size={20} /> Print this page
        </button>
        <Link to={`/pieces/${piece.id}`} className="quiet-button underline">
          To the needles
        </Link>
      </p>
      <div className="sheet-top">
        <div>
          <p className="cast-on-number">
            {from ? 'Take up' : 'Cast on'} <span className="numerals">{stitches}</span>
          </p>
          {from && (
            <p className="text-xl">
              The held stitches of{' '}
              {from.map(({ name, row }) => `${name}, after row ${row}`).join(', then of ')}, from the right.
            </p>
          )}
          <Needs sheet={sheet} units={units} />
          <p>
            {sheet.rows} {line}s by the plan,{' '}
            {round
              ? 'joined in the round'
              : piece.plan.construction === 'flat'
                ? `row 1 is a ${piece.plan.firstSide === 'RS' ? 'right' : 'wrong'}-side row`
                : 'to and fro without turning'}
            ; {counted(charted(sheet, 1).panels.length, 'panel')} across.
          </p>
          {setUps(sheet).map(({ name, rows }) => (
            <p key={name}>
              {name} begins with {counted(rows, `set-up ${line}`)}, worked once.
            </p>
          ))}
          <SetUpRows sheet={sheet} settings={settings} />
        </div>
        <div data-yarn={piece.yarn} className="sheet-drawing">
          <WholePiece sheet={sheet} gauge={gauge} units={units} />
        </div>
      </div>
      <CountCheck
        groups={groupsAsMet(sheet, hand)}
        draft={draft}
        started={state.done > 0}
        onNote={(text) => void record({ kind: 'note', row: 0, text })}
        onKeep={keep}
      />
      {fetcher.data?.message && <p className="problems">{fetcher.data.message}</p>}
      {!from && (
        <Tails
          stitches={stitches}
          edges={first !== undefined && last !== undefined ? { castOn: first, bindOff: last } : null}
          stitchesPer10={gauge?.stitches ?? null}
          making={making}
          units={units}
        />
      )}
      <CrossingRows sheet={sheet} />
      <section className="sheet-block">
        <h2>Before you start</h2>
        <ul className="sheet-list">
          {lifelines.length > 0 && (
            <li>
              Good {line}s for a lifeline: {lifelines.join(', ')} and so on, once in each repeat.
            </li>
          )}
          {cautionsFor(sheet, making.needle).map((caution) => (
            <li key={caution}>{cautionWords(caution)}</li>
          ))}
        </ul>
      </section>
    </Page>
  );
}
