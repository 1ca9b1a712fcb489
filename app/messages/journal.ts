/** The journal in words. */
import type { Units } from '@core/plan/units';
import type { EventOf, JournalEvent, Mending } from '@core/journal/events';
import type { Verdict } from '@core/journal/fold';
import type { Instead } from '@core/piece/once';
import { never } from '@core/result';
import { lengthWords, weightWords } from './measures';
import { counted, type Line } from './numbers';

export function eventWords(
  event: JournalEvent,
  panelName: (id: string) => string,
  units: Units,
  line: Line,
): string {
  switch (event.kind) {
    case 'rowDone':
      return `${line === 'round' ? 'Round' : 'Row'} ${event.row} done`;
    case 'undo':
      return 'Took something back';
    case 'ripped':
      return `Ripped back to ${line} ${event.to}`;
    case 'rowSet':
      return `Set to ${counted(event.row, line)} done`;
    case 'panelRowSet':
      return event.since === null
        ? `${panelName(event.panel)} set from ${line} ${event.from} on (the plan)`
        : `${panelName(event.panel)} found to be off since ${line} ${event.since} (the record)`;
    case 'lifeline':
      return `Lifeline through ${line} ${event.row}`;
    case 'note':
      return event.text;
    case 'fault':
      return `${panelName(event.panel)}: crossing in ${line} ${event.pieceRow} marked as wrong`;
    case 'mended':
      return `A crossing put right${event.by ? `, ${MENDING_WORDS[event.by]}` : ''}${event.minutes ? ` (${counted(event.minutes, 'minute')})` : ''}`;
    case 'left':
      return event.as === 'feature' ? 'An odd crossing made a feature' : 'An odd crossing left as it lies';
    case 'repairBegun':
      return `Began to put ${event.faults.length === 1 ? 'a crossing' : counted(event.faults.length, 'crossing')} right after ${line} ${event.done}`;
    case 'measured':
      return event.since === 0
        ? `Measured: ${lengthWords(event.cm, units)} after ${line} ${event.row}`
        : `Measured: ${lengthWords(event.cm, units)} from ${line} ${event.since + 1} to ${line} ${event.row}`;
    case 'weighed':
      return `Yarn left after ${line} ${event.row}: ${weightWords(event.grams, units)}`;
    case 'sectionEnded':
      return `Section ended with ${line} ${event.row}`;
    case 'planChanged':
      return `Plan changed from ${line} ${event.from} on`;
    case 'anchored':
      return `${ANCHOR_WORDS[event.what]} ${event.what === 'yarnJoin' || event.what === 'colour' ? 'at' : 'in'} ${line} ${event.row}${event.panel ? `, ${panelName(event.panel)}` : ''}${event.text ? `: ${event.text}` : ''}`;
    case 'rowOnce':
      return `${line === 'round' ? 'Round' : 'Row'} ${event.row}, ${event.panel ? panelName(event.panel) : 'all panels'}: ${insteadWords(event.instead)}, just this once`;
    case 'repeatsChanged':
      return `${counted(Math.abs(event.by), 'repeat')} of ${panelName(event.panel)} ${event.by > 0 ? 'more' : 'fewer'}`;
    case 'settled':
      return `Decided which ${line}s are on the needle`;
    case 'inspected':
      return `${panelName(event.panel)} looked over, ${line}s ${event.from} to ${event.to}`;
    case 'looked':
      return `Crossings of ${line} ${event.row} looked at`;
    default:
      return never(event);
  }
}

export const MENDING_WORDS: Readonly<Record<Mending, string>> = {
  ladder: 'let down and worked up again',
  unpicked: 'unpicked',
  sewn: 'sewn over',
  grafted: 'cut and grafted',
};

export const ANCHOR_WORDS: Readonly<Record<EventOf<'anchored'>['what'], string>> = {
  marker: 'Marker hung',
  pin: 'Pin hung',
  yarnJoin: 'Yarn joined',
  colour: 'Colour changed',
};

export function insteadWords(instead: Instead): string {
  switch (instead.does) {
    case 'uncrossed':
      return 'no crossing';
    case 'all':
      return instead.face === 'purl' ? 'a ridge of purls' : 'all knit, seen from the right side';
    case 'position':
      return 'another row of its pattern';
    default:
      return never(instead);
  }
}

export const VERDICT_WORDS: Record<Verdict, string> = {
  counted: '',
  again: 'counted already',
  deadLife: 'from before a rip, not counted',
  outOfPlace: 'did not fit, not counted',
  unaware: 'from a device that did not know what was done elsewhere, not counted',
  undone: 'taken back',
};
