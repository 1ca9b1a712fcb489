/** The bench: pieces under way as strips of their own fabric. */
import { Link } from 'react-router';
import { whoAsks, type Asking } from '~/knitter/asking.server';
import { readJournal } from '~/db/journal.server';
import { listPieces, type ListedPiece } from '~/db/pieces.server';
import { DamagedPiece } from '~/db/stored';
import { log } from '~/log.server';
import { damageWords } from '~/messages/damage';
import { countdownWords } from '~/messages/cue';
import { PaintedLayers } from '~/ui/fabric/painted';
import { Page } from '~/ui/page';
import { summarise, type DamagedSummary, type PieceSummary } from './summary.server';
import { OpenPiece } from './open-piece';
import type { Route } from './+types/route';
import { stitches } from '~/messages/numbers';

/** A piece that cannot be shown takes nothing else with it. */
async function summaryOf(
  { db, knitterId }: Asking,
  piece: ListedPiece,
): Promise<PieceSummary | DamagedSummary> {
  const { id, name, yarn, plan } = piece;
  try {
    if (!plan) return { id, name, yarn, damage: damageWords({ id, plan: true, entries: [] }) };
    return summarise({ ...piece, plan }, await readJournal(db, knitterId, id));
  } catch (error) {
    if (error instanceof DamagedPiece) return { id, name, yarn, damage: damageWords(error.data.damage) };
    log.error({ err: error, piece: id }, 'a piece cannot be summed up');
    return { id, name, yarn, damage: 'Gritch cannot lay it out.' };
  }
}

export async function loader({ context }: Route.LoaderArgs) {
  const asking = whoAsks(context);
  const pieces = await listPieces(asking.db, asking.knitterId);
  return { pieces: await Promise.all(pieces.map((piece) => summaryOf(asking, piece))) };
}

export const meta: Route.MetaFunction = () => [{ title: 'Bench · Gritch' }];

const join = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;

function nextWords({ next, done, rows }: PieceSummary): { main: string; who: string } {
  if (done >= rows) return { main: 'all done', who: 'bind off' };
  if (!next) return { main: 'plain to the end', who: 'no crossing to come' };
  return { main: countdownWords(next.plain), who: join(next.panels) };
}

/** Strips show the fabric at one scale, so a wide piece looks wide. */
const STITCHES_ACROSS = 70;

function Strip({ piece }: { piece: PieceSummary }) {
  const { painting } = piece;
  const width = Math.max(STITCHES_ACROSS, painting.width);
  return (
    <svg
      className="fabric strip"
      viewBox={`0 -1.2 ${width} ${painting.height + 1.2}`}
      preserveAspectRatio="xMinYMin slice"
      aria-hidden="true"
    >
      <rect x={-2} y={-0.75} width={painting.width + 3.4} height={0.62} rx={0.31} fill="var(--ink)" />
      <g opacity={piece.done === 0 ? 0.3 : 0.45}>
        <PaintedLayers layers={painting.coming} />
      </g>
      {piece.done > 0 && <path className="deep" d={painting.backing} />}
      <PaintedLayers layers={painting.made} />
    </svg>
  );
}

function PieceLine({ piece }: { piece: PieceSummary }) {
  const words = nextWords(piece);
  return (
    <li className="bench-piece" data-yarn={piece.yarn}>
      <Link to={`/pieces/${piece.id}`} className="bench-link">
        <Strip piece={piece} />
        <div className="bench-words">
          <h2 className="text-3xl">{piece.name}</h2>
          <p className="bench-next">
            {words.main}
            <span>{words.who}</span>
          </p>
          <p className="text-soft">
            row {Math.min(piece.done + 1, piece.rows)} of {piece.rows} in hand · {stitches(piece.stitches)}
            {piece.faults > 0 && <strong className="text-fault"> · {piece.faults} to put right</strong>}
          </p>
        </div>
      </Link>
    </li>
  );
}

function DamagedLine({ piece }: { piece: DamagedSummary }) {
  return (
    <li className="bench-piece" data-yarn={piece.yarn}>
      <Link to={`/pieces/${piece.id}`} className="bench-link">
        <p className="self-center text-xl font-bold text-fault">damaged</p>
        <div className="bench-words">
          <h2 className="text-3xl">{piece.name}</h2>
          <p className="bench-next">
            {piece.damage}
            <span>see what can be saved</span>
          </p>
        </div>
      </Link>
    </li>
  );
}

export default function Bench({ loaderData }: Route.ComponentProps) {
  const { pieces } = loaderData;
  return (
    <Page title="On the bench" wide>
      {pieces.length === 0 ? (
        <div className="max-w-xl">
          <p className="text-2xl">Nothing on the needles yet.</p>
          <p className="mt-3 text-xl text-soft">
            Paste the rows of your panels, or take some from the shelf, and cast on.
          </p>
          <Link to="/pieces/new" className="action-button mt-8 text-xl">
            Set up a piece
          </Link>
          <div className="mt-6 flex flex-wrap gap-4">
            <OpenPiece />
            <Link to="/safe" className="plain-button">
              Bring an archive back
            </Link>
          </div>
        </div>
      ) : (
        <>
          <ul>
            {pieces.map((piece) =>
              'damage' in piece ? (
                <DamagedLine key={piece.id} piece={piece} />
              ) : (
                <PieceLine key={piece.id} piece={piece} />
              ),
            )}
          </ul>
          <p className="mt-8 flex flex-wrap gap-4">
            <Link to="/pieces/new" className="plain-button">
              Set up another piece
            </Link>
            <OpenPiece />
            <Link to="/safe" className="plain-button">
              Kept safe
            </Link>
          </p>
        </>
      )}
    </Page>
  );
}
