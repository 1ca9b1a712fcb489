/** A piece's journal as a page is given it, and when that was by the server's clock. */
import type { JournalPart } from '@core/journal/standing';

export type Handed = JournalPart & { readonly at: number };

/** In ms. What else a page was given is as good as new for so long; entries follow on the live line. */
const FRESH = 15_000;

export const handed = (part: JournalPart): Handed => ({ ...part, at: Date.now() });

/** @param at as the page says it; one that says nothing is old */
export function isOld(at: string | null, now = Date.now()): boolean {
  const age = at ? now - Number(at) : NaN;
  return !(age >= 0 && age < FRESH);
}
