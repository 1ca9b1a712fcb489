/**
 * In an interlace every strand goes over and under in turn. Where one crossing alone spoils that, it is probably a slip.
 * Only crossings of knit over knit count: a strand that travels over purls crosses no other strand.
 */
import { links } from '../../stitch/cells';
import type { Crossing } from '../../stitch/types';
import { columnLinks, indexTaking } from '../laid';
import { placeKey, type CellPlace, type PlacedLaidRow } from '../places';
import type { ChartDoubt } from './doubt';
import { rowAbove, type Woven } from './fabric';

const PERIODS = 4;
const MOST_STEPS = 200_000;
const LEAST_CROSSINGS = 3;

type Meeting = { readonly place: CellPlace; readonly over: boolean };

const ofTwoStrands = ({ over, under }: Crossing) => [...over, ...under].every((stitch) => stitch === 'knit');

/** Whether the stitch taken `taken` places from the right goes over; null for one of the centre. */
function goesOver(crossing: Crossing, taken: number): boolean | null {
  const given = links(crossing).find(([from]) => from === taken)?.[1] ?? 0;
  const { over, under } = crossing;
  const centre = crossing.centre?.stitches.length ?? 0;
  const overFrom = crossing.lean === 'right' ? 0 : under.length + centre;
  const underFrom = crossing.lean === 'right' ? over.length + centre : 0;
  if (given >= overFrom && given < overFrom + over.length) return true;
  return given >= underFrom && given < underFrom + under.length ? false : null;
}

/** The crossings that one strand meets on its way up through a few repeats of the rows. */
function meetings(woven: Woven, start: number): Meeting[] {
  const met: Meeting[] = [];
  let column = start;
  let index: number | null = woven.setUps;
  const steps = (woven.rows.length - woven.setUps) * PERIODS;
  for (let step = 0; step < steps && index !== null; step += 1) {
    const row = woven.rows[index] as PlacedLaidRow;
    const place = indexTaking(row, column);
    const at = row.cells[place];
    const link: readonly [number, number] | undefined =
      at && columnLinks(row, at).find(([taken]) => taken === column);
    if (!at || !link) return met;
    if (at.cell.kind === 'crossing' && ofTwoStrands(at.cell)) {
      const over = goesOver(at.cell, (column - at.taken + row.takes * 2) % row.takes);
      if (over !== null) met.push({ place: row.places[place] as CellPlace, over });
    }
    column = link[1];
    index = rowAbove(woven, index);
  }
  return met;
}

/** How many times a strand goes over twice, or under twice, running; and by how many each crossing would change that. */
function breaks(woven: Woven) {
  let total = 0;
  const change = new Map<string, { by: number; place: CellPlace }>();
  const width = (woven.rows[woven.setUps] as PlacedLaidRow).takes;
  for (let column = 0; column < width; column += 1) {
    const met = meetings(woven, column);
    met.slice(1).forEach((second, i) => {
      const first = met[i] as Meeting;
      const broken = first.over === second.over;
      if (broken) total += 1;
      const [a, b] = [placeKey(first.place), placeKey(second.place)];
      for (const { place } of [first, second]) {
        const known = change.get(placeKey(place)) ?? { by: 0, place };
        change.set(placeKey(place), a === b ? known : { by: known.by + (broken ? -1 : 1), place });
      }
    });
  }
  return { total, change };
}

export function alternationDoubts(woven: Woven): ChartDoubt[] {
  const first = woven.rows[woven.setUps];
  if (!first || first.takes * woven.rows.length * PERIODS > MOST_STEPS) return [];
  const { total, change } = breaks(woven);
  if (total === 0 || change.size < LEAST_CROSSINGS) return [];
  const mending = [...change.values()].filter(({ by }) => total + by === 0);
  const [only] = mending;
  return only && mending.length === 1 ? [{ code: 'alternation', at: only.place }] : [];
}
