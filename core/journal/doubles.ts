/**
 * Rows of the same number told by two devices that did not know of each other: one row told twice, or two rows? Told at
 * the same time they are the same; told at times apart they may be rows that were knitted one after the other, and only
 * the knitter knows.
 */
import type { EventOf } from './events';

type Row = EventOf<'rowDone'>;
/** A row that counts and one that was told again by a device that did not know of it. */
export type ToldTwice = { readonly counted: Row; readonly again: Row };

/** Clocks of devices differ, and a hand needs time to go from one to the other, in ms (common practice, no published source). */
const NEAR_MS = 120_000;

const timeOf = ({ deviceTime }: Row) => Date.parse(deviceTime);
const spanOf = (rows: readonly Row[]) => {
  const times = rows.map(timeOf);
  return { from: Math.min(...times), to: Math.max(...times) };
};

/** Those told again at times that are apart from those of the rows that count; by device and life. */
export function doublesIn(pairs: readonly ToldTwice[]): Row[] {
  const groups = new Map<string, ToldTwice[]>();
  for (const pair of pairs) {
    const key = JSON.stringify([pair.again.device, pair.again.life]);
    groups.set(key, [...(groups.get(key) ?? []), pair]);
  }
  return [...groups.values()].flatMap((group) => {
    const [counted, again] = [
      spanOf(group.map((pair) => pair.counted)),
      spanOf(group.map((pair) => pair.again)),
    ];
    const apart = Math.max(again.from - counted.to, counted.from - again.to);
    return apart > NEAR_MS ? group.map((pair) => pair.again) : [];
  });
}
