/**
 * What is stored as JSON text, read row by row: a damaged row is null here, and harms nothing but what it belongs to.
 * What is written is always whole, so damage comes from outside: a disk, a copy, a hand in the file.
 */
import type { PieceDraft } from '@core/draft/draft';
import { draftSchema } from '@core/draft/schema';
import { patternIn, upgradedPattern, type Pattern } from '@core/formats/pattern';
import { PIECE_VERSION } from '@core/formats/piece-schema';
import { patternFileSchema } from '@core/formats/schema';
import { upgradedPart, type Part } from '@core/formats/upgrades';
import type { JournalEvent } from '@core/journal/events';
import { eventSchema } from '@core/journal/schema';
import { checkShape, type Plan } from '@core/piece/plan';
import { checkPlan } from '@core/piece/worksheet';

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** A check that was written for sound data, on data that may be anything. */
function stands(check: () => unknown): boolean {
  try {
    return check() !== false;
  } catch {
    return false;
  }
}

/** A part of a piece as this version has it, from whichever it was stored in. */
const partStored = (part: Part, text: string, version: number) =>
  version <= PIECE_VERSION ? upgradedPart(part, version, parsed(text)) : undefined;

export const draftStored = (text: string, version: number): PieceDraft | null => {
  const found = draftSchema.safeParse(partStored('draft', text, version));
  return found.success ? (found.data as PieceDraft) : null;
};

/** A plan whose rows can be laid out. One that a later version would no longer let through is still a plan. */
export function planStored(text: string, version: number): Plan | null {
  const plan = partStored('plan', text, version) as Plan;
  return stands(() => checkShape(plan).ok) && stands(() => checkPlan(plan)) ? plan : null;
}

export function entryStored(text: string, id: string, version: number): JournalEvent | null {
  const found = eventSchema.safeParse(partStored('entry', text, version));
  return found.success && found.data.id === id ? (found.data as JournalEvent) : null;
}

export function patternStored(text: string): Pattern | null {
  const data = parsed(text);
  if (typeof data !== 'object' || data === null) return null;
  const found = patternFileSchema.safeParse(upgradedPattern(data as Record<string, unknown>));
  return found.success ? patternIn(found.data) : null;
}

/** Settings that cannot be read are the usual ones again: they are few, and soon made. */
export function settingsStored(text: string): Record<string, unknown> {
  const data = parsed(text);
  return typeof data === 'object' && data !== null && !Array.isArray(data) ? { ...data } : {};
}

export const toStore = (value: unknown): string => JSON.stringify(value);

export type Damage = {
  readonly id: string;
  readonly name: string;
  readonly plan: boolean;
  /** Numbers of the journal's damaged entries. */
  readonly entries: readonly number[];
};

/**
 * Thrown for a piece that cannot be shown because something stored of it is damaged. It has the form in which the framework
 * takes an answer that is thrown, so that every screen of the piece ends in the same words; it is no fault of the program.
 */
export class DamagedPiece {
  readonly status = 422;
  readonly statusText = 'Damaged';
  readonly internal = false;
  readonly data: { readonly damage: Damage };
  constructor(damage: Damage) {
    this.data = { damage };
  }
}

/** For whoever can do without: null if a piece is damaged. */
export async function orNull<T>(reading: Promise<T>): Promise<T | null> {
  try {
    return await reading;
  } catch (error) {
    if (error instanceof DamagedPiece) return null;
    throw error;
  }
}
