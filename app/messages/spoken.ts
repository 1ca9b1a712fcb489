/** Cues as they are read aloud: the whole row in order, or group by group. */
import type { RowCue } from '@core/cue/cue';
import type { Stop } from '@core/cue/pointer';
import type { Notice } from '@core/cue/notices';
import { tellRow } from '@core/cue/tell';
import type { WayOf } from '~/knitter/settings';
import { stepWords } from './cue';
import { markerWords } from './marker';
import { noticeWords } from './notices';
import { aloud, capital, tellingSaid } from './telling';
import { lineOf } from './numbers';

const sentences = (lines: readonly string[]) => lines.map((line) => `${capital(line)}.`).join(' ');

/** Which row, which side, and what is out of the ordinary in it. */
export function headSaid(cue: RowCue | null, notices: readonly Notice[] = []): string {
  if (!cue) return 'All rows are done.';
  const side = cue.working.side === 'RS' ? 'right side' : 'wrong side';
  const line = cue.round ? `round ${cue.row.row}` : `row ${cue.row.row}, ${side}`;
  const marker = markerWords(cue.marker);
  return sentences([line, ...notices.map(noticeWords), ...(marker ? [marker] : [])]);
}

/** The row from its first stitch to its last, in one breath. */
export function rowSaid(cue: RowCue | null, wayOf: WayOf, notices: readonly Notice[] = []): string {
  const head = headSaid(cue, notices);
  return cue ? `${head} ${tellingSaid(tellRow(cue), { wayOf, round: cue.round })}` : head;
}

export function stopSaid(stop: Stop | undefined, wayOf: WayOf, round: boolean): string {
  if (!stop) return `End of the ${lineOf(round)}.`;
  const marker = stop.enters ? `Slip the marker. ${capital(stop.enters)}. ` : '';
  return `${marker}${capital(aloud(stepWords(stop.step, wayOf)))}.`;
}
