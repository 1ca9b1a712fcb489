/** The second of a pair: what was done otherwise on the first one in these rows, to be done again. */
import { Copy } from 'lucide-react';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import { repeated } from '@core/journal/playback';
import type { Pair } from '~/db/on-needles.server';
import { playbackWords } from '~/messages/playback';
import type { NeedlesView } from './view';

type Props = {
  pair: Pair;
  view: NeedlesView;
  state: JournalState;
  record: (happening: Happening) => string;
};

export function FirstOfPair({ pair, view, state, record }: Props) {
  const { done, sheet } = view;
  const names = new Map(
    sheet.plan.sections.flatMap(({ panels }) => panels.map(({ id, name }) => [id, name])),
  );
  // This row and the next; an end is said of the row just finished.
  const near = pair.told.filter(({ row, what }) =>
    what.kind === 'sectionEnded' ? row === done : row === done + 1 || row === done + 2,
  );
  const open = near.filter((one) => !repeated(one, state));
  if (open.length === 0) return null;
  return (
    <section className="quiet-note" aria-label="On the first one">
      <Copy aria-hidden="true" size={22} />
      <ul>
        {open.map((one) => (
          <li key={one.id}>
            On the first one, {playbackWords(one, pair.mirrored, (id) => names.get(id) ?? id)}.{' '}
            {one.same && (
              <button type="button" className="quiet-button" onClick={() => one.same && record(one.same)}>
                The same here
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
