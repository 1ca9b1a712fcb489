/** What the knitter must know about her journal, said once, in the corner. */
import { Link } from 'react-router';
import type { Refused } from '~/journal/pending';
import { plural } from '~/messages/numbers';

type Props = {
  strays: number;
  refused: readonly Refused[];
  pieceId: string;
  onStories: () => void;
};

export function Toaster({ strays, refused, pieceId, onStories }: Props) {
  if (refused.length > 0)
    return (
      <div role="status" className="toast">
        <p>
          {refused.length === 1 ? 'One entry was' : `${refused.length} entries were`} refused:{' '}
          {refused[0]?.message}{' '}
          <Link to={`/pieces/${pieceId}/logbook`} className="underline">
            Look in the logbook
          </Link>
        </p>
      </div>
    );
  if (strays === 0) return null;
  return (
    <div role="status" className="toast">
      <p>
        {strays} {plural(strays, 'row was', 'rows were')} told late, after a rip elsewhere, and{' '}
        {plural(strays, 'is', 'are')} not counted.
      </p>
      <button type="button" className="toast-button" onClick={onStories}>
        See both stories
      </button>
    </div>
  );
}
