/** The bench: pieces under way as strips of their own fabric. */
import { Link } from 'react-router';
import { useMemo } from 'react';
import { benchOf, type BenchPiece } from '~/glance/kept.server';
import type { Strip as StripOf, Summary } from '~/glance/summary.server';
import { whoAsks } from '~/knitter/asking.server';
import { countdownWords } from '~/messages/cue';
import { counted, stitches } from '~/messages/numbers';
import { FabricPicture } from '~/ui/fabric/picture';
import { Page } from '~/ui/page';
import { useOnDevice, type OnDevice } from './on-device';
import { OpenPiece } from './open-piece';
import { useGlance } from './use-glance';
import type { Route } from './+types/route';

export async function loader({ request, context }: Route.LoaderArgs) {
  const wanted = new URL(request.url).searchParams.has('all') ? 'all' : 'last';
  return benchOf(whoAsks(context), wanted);
}

export const meta: Route.MetaFunction = () => [{ title: 'Bench · Gritch' }];

const join = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;

function nextWords({ next, done, rows }: Summary): { main: string; who: string } {
  if (done >= rows) return { main: 'all done', who: 'bind off' };
  if (!next) return { main: 'plain to the end', who: 'no crossing to come' };
  return { main: countdownWords(next.plain), who: join(next.panels) };
}

/** Strips show the fabric at one scale, so a wide piece looks wide. */
const STITCHES_ACROSS = 70;

function Strip({ strip, begun }: { strip: StripOf; begun: boolean }) {
  const packed = useMemo(
    () => ({ records: Float32Array.from(strip.records), backing: Float32Array.from(strip.backing) }),
    [strip],
  );
  return (
    <FabricPicture
      className="strip"
      packed={packed}
      up={strip.height}
      fit="fromTop"
      faint={!begun}
      box={{ x: 0, y: -1.2, width: Math.max(STITCHES_ACROSS, strip.width), height: strip.height + 1.2 }}
    >
      <rect x={-2} y={-0.75} width={strip.width + 3.4} height={0.62} rx={0.31} fill="var(--ink)" />
    </FabricPicture>
  );
}

/** Said of what the page does not know yet. */
function OnThisDevice({ known, page }: { known: OnDevice; page: number }) {
  const { done, unsent } = known;
  if (unsent === 0 && done <= page) return null;
  return (
    <p className="font-bold" data-testid="on-device">
      {done === page ? '' : `row ${done + 1} in hand on this device`}
      {done !== page && unsent > 0 && ' · '}
      {unsent > 0 && `${counted(unsent, 'entry', 'entries')} not sent yet`}
    </p>
  );
}

function Said({ summary }: { summary: Summary }) {
  const { done, rows, faults } = summary;
  const words = nextWords(summary);
  return (
    <>
      <p className="bench-next">
        {words.main}
        <span>{words.who}</span>
      </p>
      <p className="text-soft">
        row {Math.min(done + 1, rows)} of {rows} in hand · {stitches(summary.stitches)}
        {faults > 0 && <strong className="text-fault"> · {faults} to put right</strong>}
      </p>
    </>
  );
}

const Damage = ({ words }: { words: string }) => (
  <p className="bench-next">
    {words}
    <span>see what can be saved</span>
  </p>
);

function PieceLine({ piece }: { piece: BenchPiece }) {
  const { place, glance } = useGlance<HTMLLIElement>(piece.id, piece.of);
  const known = useOnDevice(piece.id);
  const damage = piece.damage ?? (glance && 'damage' in glance ? glance.damage : null);
  // A strip that was kept shows nothing of the damage.
  const seen = glance && !('damage' in glance) && damage === null ? glance : null;
  const summary = piece.summary ?? seen?.summary ?? null;
  return (
    <li ref={place} className="bench-piece" data-yarn={piece.yarn}>
      <Link to={`/pieces/${piece.id}`} className="bench-link">
        {seen ? (
          <Strip strip={seen.strip} begun={seen.summary.done > 0} />
        ) : (
          <p className="strip text-xl font-bold text-fault">{damage && 'damaged'}</p>
        )}
        <div className="bench-words">
          <h2 className="text-3xl">{piece.name}</h2>
          {damage === null ? summary && <Said summary={summary} /> : <Damage words={damage} />}
          {known && <OnThisDevice known={known} page={summary?.done ?? 0} />}
        </div>
      </Link>
    </li>
  );
}

export default function Bench({ loaderData }: Route.ComponentProps) {
  const { pieces, all } = loaderData;
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
            {pieces.map((piece) => (
              <PieceLine key={piece.id} piece={piece} />
            ))}
          </ul>
          {pieces.length < all && (
            <p className="mt-6 text-xl">
              These are the {pieces.length} pieces you worked on last.{' '}
              <Link to="/?all" className="underline">
                Show all {all}
              </Link>
            </p>
          )}
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
