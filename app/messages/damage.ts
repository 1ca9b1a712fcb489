/** What of a piece is damaged. */
import { counted } from './numbers';

export type DamageShown = {
  readonly id: string;
  readonly name: string;
  readonly plan: boolean;
  readonly entries: readonly number[];
};

const NAMED = 6;

export function damageWords({ plan, entries }: Pick<DamageShown, 'plan' | 'entries'>): string {
  if (plan) return 'Its plan cannot be read.';
  const named = entries.slice(0, NAMED).join(', ');
  const more = entries.length > NAMED ? ' and more' : '';
  return `${counted(entries.length, 'entry', 'entries')} of its journal cannot be read: number ${named}${more}.`;
}
