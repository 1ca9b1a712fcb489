/** Moves a section along the piece, or takes it away. */
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { moveSection, removeSection } from './draft-state';
import type { Change } from './making';

export function SectionTools({
  name,
  index,
  count,
  change,
  onMoved,
}: {
  name: string;
  index: number;
  count: number;
  change: Change;
  onMoved: (to: number) => void;
}) {
  if (count < 2) return null;
  const move = (to: number) => {
    change((d) => moveSection(d, index, to));
    onMoved(to);
  };
  return (
    <div className="ml-auto flex">
      <button
        type="button"
        className="quiet-button"
        aria-label={`Knit ${name} earlier`}
        disabled={index === 0}
        onClick={() => move(index - 1)}
      >
        <ArrowUp aria-hidden="true" size={22} />
      </button>
      <button
        type="button"
        className="quiet-button"
        aria-label={`Knit ${name} later`}
        disabled={index === count - 1}
        onClick={() => move(index + 1)}
      >
        <ArrowDown aria-hidden="true" size={22} />
      </button>
      <button
        type="button"
        className="quiet-button"
        aria-label={`Take ${name} away`}
        onClick={() => change((d) => removeSection(d, index))}
      >
        <Trash2 aria-hidden="true" size={22} />
      </button>
    </div>
  );
}
