/** Charts of the knitter's own, to be taken for panels. */
import { stretchTakes } from '@core/chart/stretches';
import { repeatsStated } from '@core/notation/read';
import type { Asking } from '~/knitter/asking.server';
import { listPatterns } from '~/db/patterns.server';
import type { Takeable } from './draft-state';

export async function ownCharts({ db, knitterId }: Asking): Promise<Takeable[]> {
  const kept = await listPatterns(db, knitterId);
  return kept.map(({ id, pattern: { name, stretches, text, inTheRound } }) => ({
    key: id,
    name,
    stretches,
    inTheRound,
    repeats: repeatsStated(text, stretchTakes(stretches[0])) ?? undefined,
  }));
}
