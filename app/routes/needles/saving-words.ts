/** What is saved, in a few words. */
import type { Saving } from '~/journal/outbox';
import type { Kept } from '~/journal/use-journal';

export const entries = (count: number) => `${count} ${count === 1 ? 'entry' : 'entries'}`;

export function savingWords(saving: Saving, { unsent, unkept, line }: Kept): string {
  if (unkept > 0) return `${entries(unkept)} only in this open page`;
  if (saving === 'waiting') return `${entries(unsent)} kept on this device, not sent yet`;
  if (saving === 'sending') return 'saving …';
  return line === 'broken' ? 'saved; no connection now' : 'saved';
}
