/** What the knitter must know about her journal, said once, in the corner. */
import { Link } from 'react-router';
import type { Refused } from '~/journal/pending';

type Props = { strays: number; refused: readonly Refused[]; pieceId: string };

function wordsFor({ strays, refused }: Props): string | null {
  if (refused.length > 0)
    return `${refused.length === 1 ? 'One entry was' : `${refused.length} entries were`} refused: ${refused[0]?.message}`;
  if (strays > 0)
    return `${strays} ${strays === 1 ? 'row was' : 'rows were'} knitted elsewhere before a rip and not counted.`;
  return null;
}

export function Toaster(props: Props) {
  const words = wordsFor(props);
  if (!words) return null;
  return (
    <p role="status" className="toast">
      {words}{' '}
      <Link to={`/pieces/${props.pieceId}/logbook`} className="underline">
        Look in the logbook
      </Link>
    </p>
  );
}
