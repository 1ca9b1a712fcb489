/** When looking the piece over pays, in words. Apart, so that the row in hand carries no more than this. */
import type { LookDue } from '@core/inspect/looked';
import { counted, plural } from './numbers';

const WHY_WORDS: Readonly<Record<LookDue['why'], string>> = {
  end: 'Before you bind off, look it over',
  section: 'Before the next part, look it over',
  shaping: 'Before the shaping begins, look it over',
  hard: 'After a row with so many crossings, look it over',
  long: 'A good moment to look it over',
};
export const dueWords = ({ why, unseen }: LookDue) =>
  `${WHY_WORDS[why]}: ${counted(unseen, 'crossing row')} ${plural(unseen, 'was', 'were')} not looked at yet. Found now it costs least.`;
