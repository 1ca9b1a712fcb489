/** What folded parts of the setting up hold, in a few words. */
import type { SectionDraft } from '@core/draft/draft';
import { counted } from '~/messages/numbers';

const some = (count: number, one: string) => (count === 0 ? '' : counted(count, one));

export const shapingSummary = ({ shaping = [] }: SectionDraft) => some(shaping.length, 'schedule');

export const furtherSummary = ({ lastRow, changes = [] }: SectionDraft) =>
  [lastRow ? 'last row replaced' : '', some(changes.length, 'change')].filter(Boolean).join(', ');
