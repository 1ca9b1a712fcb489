/** Columns of crossings that mirror each other (or themselves) in every row but one. */
import type { Crossing } from '../../stitch/types';
import type { Chart } from '../chart';
import { columnsTaken } from '../laid';
import { layPlaced, placeKey, type CellPlace } from '../places';
import type { ChartDoubt } from './doubt';
import { crossingsIn, once } from './fabric';

type Mark = {
  readonly row: number;
  readonly from: number;
  readonly width: number;
  readonly crossing: Crossing;
  readonly place: CellPlace;
};
/** Crossings over one interval of columns. */
type Track = { from: number; to: number; readonly marks: Mark[] };

const LEAST_ROWS = 3;

function marksOf(chart: Chart): Mark[] {
  return chart.rows.flatMap((row, i) => {
    const laid = layPlaced(row, chart.setUp.length + i, 1);
    return crossingsIn(laid).map(({ at, place }) => {
      const columns = columnsTaken(laid, at);
      return { row: i, from: columns[0] as number, width: columns.length, crossing: at.cell, place };
    });
  });
}

function tracksOf(marks: readonly Mark[]): Track[] {
  const tracks: Track[] = [];
  for (const mark of [...marks].sort((a, b) => a.from - b.from)) {
    const last = tracks[tracks.length - 1];
    if (last && mark.from < last.to) {
      last.marks.push(mark);
      last.to = Math.max(last.to, mark.from + mark.width);
    } else tracks.push({ from: mark.from, to: mark.from + mark.width, marks: [mark] });
  }
  return tracks;
}

/** A crossing within its track, seen as it is or in a mirror. */
function seen(track: Track, mark: Mark, mirrored: boolean): string {
  const offset = mirrored ? track.to - mark.from - mark.width : mark.from - track.from;
  const lean = (mark.crossing.lean === 'left') === mirrored ? 'right' : 'left';
  const groups = [mark.crossing.over, mark.crossing.under].map((group) => (mirrored ? [...group].reverse() : group).join('.')); // prettier-ignore
  return `${offset} ${lean} ${groups.join('/')}`;
}

const onAxis = (track: Track) => (mark: Mark) => mark.from - track.from === track.to - mark.from - mark.width;

/** What a track shows in each of its rows, as it is and in a mirror; `besides` leaves out what lies on its own axis. */
type Shown = { readonly marks: readonly Mark[]; readonly plain: string; readonly mirrored: string };

function shownBy(track: Track, besides: boolean): ReadonlyMap<number, Shown> {
  const byRow = new Map<number, Mark[]>();
  for (const mark of track.marks) {
    if (besides && onAxis(track)(mark)) continue;
    const marks = byRow.get(mark.row) ?? [];
    marks.push(mark);
    byRow.set(mark.row, marks);
  }
  const keyed = (marks: readonly Mark[], mirrored: boolean) =>
    marks
      .map((mark) => seen(track, mark, mirrored))
      .sort()
      .join('|');
  return new Map(
    [...byRow].map(([row, marks]) => [
      row,
      { marks, plain: keyed(marks, false), mirrored: keyed(marks, true) },
    ]),
  );
}

/** Rows in which two tracks are no mirror images, with what each has there; null if there is too little to tell. */
function oddRows(a: ReadonlyMap<number, Shown>, b: ReadonlyMap<number, Shown>): Mark[][] | null {
  const rows = [...new Set([...a.keys(), ...b.keys()])].sort((first, second) => first - second);
  if (rows.length < LEAST_ROWS) return null;
  return rows.flatMap((row) => {
    const [left, right] = [a.get(row), b.get(row)];
    if (left?.plain === right?.mirrored) return [];
    return [[...(left?.marks ?? []), ...(a === b ? [] : (right?.marks ?? []))]];
  });
}

/** More tracks, or more crossings to compare, than one mind draws as mirror images. */
const MOST_TRACKS = 120;
const MOST_COMPARED = 400_000;

export function mirrorDoubts(chart: Chart): ChartDoubt[] {
  const tracks = tracksOf(marksOf(chart));
  const crossings = tracks.reduce((sum, { marks }) => sum + marks.length, 0);
  if (tracks.length > MOST_TRACKS || crossings * tracks.length > MOST_COMPARED) return [];
  const whole = tracks.map((track) => shownBy(track, false));
  const doubts: ChartDoubt[] = [];
  tracks.forEach((a, i) => {
    for (let j = i; j < tracks.length; j += 1) {
      const b = tracks[j] as Track;
      if (a.to - a.from !== b.to - b.from) continue;
      const own = i === j ? shownBy(a, true) : (whole[i] as ReadonlyMap<number, Shown>);
      const odd = oddRows(own, i === j ? own : (whole[j] as ReadonlyMap<number, Shown>));
      const [only] = odd ?? [];
      const mark = only?.[only.length - 1];
      if (odd?.length === 1 && mark) doubts.push({ code: 'mirror', at: mark.place });
    }
  });
  return once(doubts, ({ at }) => placeKey(at));
}
