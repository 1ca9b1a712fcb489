/** Searching the shelf and the knitter's own patterns: by name, width, repeat, kind and hardness. */
import type { ChartFacts } from '@core/chart/effort';
import type { Kind } from '@core/shelf/entry';

export type Listed = {
  readonly id: string;
  readonly name: string;
  readonly to: string;
  /** Null for the knitter's own. */
  readonly kind: Kind | null;
  readonly facts: ChartFacts;
};

export type Wanted = {
  readonly words: string;
  readonly kind: Kind | 'own' | '';
  readonly hardness: ChartFacts['hardness'] | '';
  /** At most so many stitches of one repeat with its ends; NaN: any. */
  readonly stitches: number;
  /** At most so many rows; NaN: any. */
  readonly rows: number;
};
export const ANYTHING: Wanted = { words: '', kind: '', hardness: '', stitches: Number.NaN, rows: Number.NaN };

export function matches({ name, kind, facts }: Listed, wanted: Wanted): boolean {
  const words = wanted.words.toLowerCase().split(/\s+/).filter(Boolean);
  return (
    words.every((word) => name.toLowerCase().includes(word)) &&
    (wanted.kind === '' || (wanted.kind === 'own' ? kind === null : kind === wanted.kind)) &&
    (wanted.hardness === '' || facts.hardness === wanted.hardness) &&
    !(facts.stitches > wanted.stitches) &&
    !(facts.rows > wanted.rows)
  );
}
