/** Charts of the knitter's own, to be taken for panels. */
import { castOnForm } from '@core/chart/chart';
import { repeatsStated } from '@core/notation/read';
import { LOCAL_KNITTER, type Database } from '~/db/client.server';
import { listPatterns } from '~/db/patterns.server';
import type { Takeable } from './draft-state';

export async function ownCharts(db: Database): Promise<Takeable[]> {
  const kept = await listPatterns(db, LOCAL_KNITTER);
  return kept.map(({ id, pattern: { name, chart, text } }) => ({
    key: id,
    name,
    chart,
    repeats: repeatsStated(text, castOnForm(chart)) ?? undefined,
  }));
}
