/** The panel that is looked at. */
import type { NeedlesView } from '../view';
import { Chips } from './choices';
import { capital } from '~/messages/telling';

/** Panels of the row in hand; of a finished piece those of its last row. */
export function panelsHere({ sheet, columns, bands }: NeedlesView): { id: string; name: string }[] {
  if (columns.length > 0) return columns.map(({ id, name }) => ({ id, name }));
  const all = sheet.plan.sections.flatMap(({ panels }) => panels);
  return bands.flatMap(({ panel }) => all.find(({ id, edge }) => id === panel && !edge) ?? []);
}

/** In the column to count in some stitches were slipped: each is tall. */
export const isTall = ({ columns }: NeedlesView, panel: string) =>
  columns.some(({ id, count }) => id === panel && count.kind === 'hole' && count.tall !== null);

export function PanelChoice({
  view,
  panel,
  onChoose,
}: {
  view: NeedlesView;
  panel: string | null;
  onChoose: (panel: string) => void;
}) {
  const panels = panelsHere(view);
  if (panels.length < 2) return null;
  return (
    <Chips
      label="Panel"
      value={panel}
      options={panels.map(({ id, name }) => [id, capital(name)] as const)}
      onChoose={onChoose}
    />
  );
}
