/** What the knitter must know about her journal, said once, in the corner. */
import { useState, useSyncExternalStore } from 'react';
import { Link } from 'react-router';
import { X } from 'lucide-react';
import type { Refused } from '~/journal/pending';

type Props = { strays: readonly { readonly id: string }[]; refused: readonly Refused[]; pieceId: string };

const unchanging = () => () => undefined;

/** Rows put to the knitter before, and seen by her on this device. */
function useSeen(pieceId: string) {
  const key = `gritch.seen.${pieceId}`;
  const kept = useSyncExternalStore(
    unchanging,
    () => localStorage.getItem(key) ?? '',
    () => null,
  );
  const [now, setNow] = useState('');
  const see = (id: string) => {
    setNow(id);
    localStorage.setItem(key, id);
  };
  return { ready: kept !== null, seen: [kept, now], see };
}

function wordsFor(strays: number, refused: readonly Refused[]): string | null {
  const count = refused.length;
  if (count > 0)
    return `${count === 1 ? 'One entry was' : `${count} entries were`} refused: ${refused[0]?.message}`;
  if (strays > 0)
    return `${strays} ${strays === 1 ? 'row was' : 'rows were'} knitted elsewhere before a rip and not counted.`;
  return null;
}

export function Toaster({ strays, refused, pieceId }: Props) {
  const { ready, seen, see } = useSeen(pieceId);
  const newest = strays[strays.length - 1]?.id;
  const fresh = newest !== undefined && !seen.includes(newest);
  const words = wordsFor(fresh ? strays.length : 0, refused);
  if (!ready || !words) return null;
  return (
    <div role="status" className="toast">
      <p>
        {words}{' '}
        <Link to={`/pieces/${pieceId}/logbook`} className="underline">
          Look in the logbook
        </Link>
      </p>
      {refused.length === 0 && newest && (
        <button type="button" className="toast-close" aria-label="Seen" onClick={() => see(newest)}>
          <X aria-hidden="true" />
        </button>
      )}
    </div>
  );
}
