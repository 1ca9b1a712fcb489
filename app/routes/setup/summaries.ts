/** What folded parts of the setting up hold, in a few words. */
import type { SectionDraft } from '@core/draft/draft';

const counted = (count: number, one: string, many: string) =>
  count === 0 ? '' : `${count} ${count === 1 ? one : many}`;

export const shapingSummary = ({ shaping = [] }: SectionDraft) =>
  counted(shaping.length, 'schedule', 'schedules');

export const furtherSummary = ({ lastRow, changes = [] }: SectionDraft) =>
  [lastRow ? 'last row replaced' : '', counted(changes.length, 'change', 'changes')]
    .filter(Boolean)
    .join(', ');
