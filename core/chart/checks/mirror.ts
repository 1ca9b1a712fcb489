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

/** Rows in which two tracks are no mirror images, with what each has there; null if there is too little to tell. */
function oddRows(a: Track, b: Track, chartRows: number): Mark[][] | null {
  const same = a === b;
  const at = (track: Track, row: number) =>
    track.marks.filter((mark) => mark.row === row && !(same && onAxis(track)(mark)));
  let rows = 0;
  const odd: Mark[][] = [];
  for (let row = 0; row < chartRows; row += 1) {
    const [left, right] = [at(a, row), at(b, row)];
    if (left.length + right.length === 0) continue;
    rows += 1;
    const keys = (marks: Mark[], track: Track, mirrored: boolean) =>
      marks.map((mark) => seen(track, mark, mirrored)).sort().join('|'); // prettier-ignore
    if (keys(left, a, false) !== keys(right, b, true)) odd.push([...left, ...(same ? [] : right)]);
  }
  return rows >= LEAST_ROWS ? odd : null;
}

export function mirrorDoubts(chart: Chart): ChartDoubt[] {
  const tracks = tracksOf(marksOf(chart));
  const doubts: ChartDoubt[] = [];
  tracks.forEach((a, i) => {
    for (const b of tracks.slice(i)) {
      if (a.to - a.from !== b.to - b.from) continue;
      const odd = oddRows(a, b, chart.rows.length);
      const [only] = odd ?? [];
      const mark = only?.[only.length - 1];
      if (odd?.length === 1 && mark) doubts.push({ code: 'mirror', at: mark.place });
    }
  });
  return once(doubts, ({ at }) => placeKey(at));
}
