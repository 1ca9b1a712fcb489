/** What the knitter must know about her journal, said once, in the corner. */
import { Link } from 'react-router';
import type { OldPlan } from '@core/journal/state';
import type { Refused } from '~/journal/pending';
import { plural } from '~/messages/numbers';

type Props = {
  /** Rows, and rips, set rows and undos, that came late. */
  strays: number;
  late: number;
  /** Rows worked without knowing of a changed plan, or that a section had ended. */
  oldPlan: OldPlan | null;
  refused: readonly Refused[];
  pieceId: string;
  onStories: () => void;
  onOldPlan: () => void;
};

export function Toaster({ strays, late, oldPlan, refused, pieceId, onStories, onOldPlan }: Props) {
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
  if (strays + late === 0) {
    if (!oldPlan) return null;
    const { change, rows } = oldPlan;
    return (
      <div role="status" className="toast">
        <p>
          {rows.length} {plural(rows.length, 'row was', 'rows were')} told{' '}
          {change.kind === 'planChanged'
            ? 'by the plan before it was changed.'
            : 'after their section had ended elsewhere.'}
        </p>
        <button type="button" className="toast-button" onClick={onOldPlan}>
          Say which holds
        </button>
      </div>
    );
  }
  return (
    <div role="status" className="toast">
      <p>
        {strays > 0
          ? `${strays} ${plural(strays, 'row was', 'rows were')} told late and ${plural(strays, 'is', 'are')} not counted.`
          : 'Rows were taken back or set on a device that did not know what was done elsewhere. That is not counted.'}
      </p>
      <button type="button" className="toast-button" onClick={onStories}>
        See both stories
      </button>
    </div>
  );
}
