/** What the knitter settled for a text: kept with the pattern, so that it is never asked again. */
import type { Cell } from '../stitch/types';

export type Choices = {
  /** By the name as it is written. */
  readonly meanings: Readonly<Record<string, Cell>>;
  /** Lines that hold stitch words and are mere remarks all the same. */
  readonly remarks: readonly string[];
  /** Of several sizes, 0-based; null if none was chosen. */
  readonly size: number | null;
  /** Whether "row" means a round; null: as the text says. */
  readonly round: boolean | null;
  /** Of several patterns in one text, 0-based; absent or null if none was chosen. */
  readonly part?: number | null;
  /** Keys of warnings that are meant to be so. */
  readonly intended: readonly string[];
};

export const NO_CHOICES: Choices = { meanings: {}, remarks: [], size: null, round: null, intended: [] };
