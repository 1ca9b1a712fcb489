/** What is saved, in a few words. */
import type { Saving } from '~/journal/outbox';
import type { Kept } from '~/journal/use-journal';
import { counted } from '~/messages/numbers';

export const entries = (count: number) => counted(count, 'entry', 'entries');

export function savingWords(saving: Saving, { unsent, unkept, heldUp, line }: Kept): string {
  if (unkept > 0) return `${entries(unkept)} only in this open page`;
  if (saving === 'waiting' && heldUp !== null)
    return `${entries(unsent)} kept on this device, not let in yet`;
  if (saving === 'waiting') return `${entries(unsent)} kept on this device, not sent yet`;
  if (saving === 'sending') return 'saving …';
  return line === 'broken' ? 'saved; no connection now' : 'saved';
}
