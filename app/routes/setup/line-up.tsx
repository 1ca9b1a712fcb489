/** The panels across, as the right side shows them: chips to drag, to choose, to take away. */
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, X } from 'lucide-react';
import type { PanelDraft } from '@core/draft/draft';

type ChipProps = {
  panel: PanelDraft;
  stitches: number | null;
  chosen: boolean;
  wrong: boolean;
  onChoose: () => void;
  onRemove: () => void;
};

function Chip({ panel, stitches, chosen, wrong, onChoose, onRemove }: ChipProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: panel.id });
  const style = {
    transform: CSS.Translate.toString(transform),
    transition,
    flexGrow: Math.max(3, stitches ?? 3),
  };
  return (
    <li
      ref={setNodeRef}
      className="chip"
      style={style}
      data-chosen={chosen}
      data-wrong={wrong}
      data-edge={panel.edge}
      data-dragging={isDragging}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className="chip-grip"
        {...attributes}
        {...listeners}
        aria-label={`Move ${panel.name} along the row`}
      >
        <GripVertical aria-hidden="true" size={20} />
      </button>
      <button
        type="button"
        className="chip-name"
        aria-label={`Show ${panel.name}`}
        aria-pressed={chosen}
        onClick={onChoose}
      >
        <span>{panel.name}</span>
        <span className="chip-count numerals">
          {wrong
            ? 'to be mended'
            : stitches === null
              ? ''
              : `${stitches} st${panel.repeats > 1 ? `, × ${panel.repeats}` : ''}`}
          {panel.mirrored ? ' · mirrored' : ''}
        </span>
      </button>
      <button type="button" className="chip-away" aria-label={`Take ${panel.name} away`} onClick={onRemove}>
        <X aria-hidden="true" size={18} />
      </button>
    </li>
  );
}

export function LineUp({
  panels,
  stitchesOf,
  wrong,
  chosen,
  onChoose,
  onMove,
  onRemove,
}: {
  panels: readonly PanelDraft[];
  stitchesOf: (panel: PanelDraft) => number | null;
  wrong: readonly number[];
  chosen: string | null;
  onChoose: (id: string) => void;
  onMove: (from: number, to: number) => void;
  onRemove: (index: number) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active.id, over?.id].map((id) => panels.findIndex((panel) => panel.id === id));
    if (from !== undefined && to !== undefined && from >= 0 && to >= 0 && from !== to) onMove(from, to);
  };
  // The right edge is drawn at the right: the list runs the other way.
  const shown = panels.map((panel, index) => ({ panel, index })).reverse();
  return (
    <DndContext id="line-up" sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={shown.map(({ panel }) => panel.id)} strategy={horizontalListSortingStrategy}>
        <ol className="line-up" aria-label="Panels from the left edge to the right, right side showing">
          {shown.map(({ panel, index }) => (
            <Chip
              key={panel.id}
              panel={panel}
              stitches={stitchesOf(panel)}
              chosen={panel.id === chosen}
              wrong={wrong.includes(index)}
              onChoose={() => onChoose(panel.id)}
              onRemove={() => onRemove(index)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}
