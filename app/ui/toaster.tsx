/** What the knitter must know about saving, said once, in the corner. */
import { Link } from 'react-router';
import type { Saving } from '~/journal/use-journal';

export function Toaster({ strays, saving, pieceId }: { strays: number; saving: Saving; pieceId: string }) {
  if (saving.state === 'refused')
    return (
      <p role="alert" className="toast">
        {saving.message} Reload the page to see what is stored.
      </p>
    );
  if (strays === 0) return null;
  return (
    <p role="status" className="toast">
      {strays} {strays === 1 ? 'row was' : 'rows were'} knitted elsewhere before a rip and not counted.{' '}
      <Link to={`/pieces/${pieceId}/logbook`} className="underline">
        Look in the logbook
      </Link>
    </p>
  );
}
