/** Names of the designer's own, found in the text: the longest that fits, by its exact letters before any others. */
import type { Half } from './spelled';
import type { Meaning } from './syntax';
import type { Cursor } from './text';

/** `meaning` is null for an entry that was not understood, or that is still to be asked. */
export type LegendName = {
  readonly name: string;
  readonly meaning: Meaning | null;
  readonly half?: Half;
};

const FOLLOWS = /[a-z0-9/]/i;
const firstLetter = (name: string) => name.charAt(0).toLowerCase();

export class LegendNames {
  private readonly byFirst = new Map<string, LegendName[]>();

  constructor(names: readonly LegendName[]) {
    for (const entry of names) {
      const list = this.byFirst.get(firstLetter(entry.name)) ?? [];
      list.push(entry);
      this.byFirst.set(firstLetter(entry.name), list);
    }
    for (const list of this.byFirst.values()) list.sort((a, b) => b.name.length - a.name.length);
  }

  /** Whether any name begins with this letter. */
  begins = (letter: string) => this.byFirst.has(firstLetter(letter));

  /** The entries meant here: one, none, or several that differ only in case where the text matches neither. */
  take(cursor: Cursor): readonly LegendName[] {
    const list = this.byFirst.get(firstLetter(cursor.text.charAt(cursor.at))) ?? [];
    const here = list.filter(({ name }) => this.stands(cursor, name));
    const longest = here[0]?.name.length ?? 0;
    const candidates = here.filter(({ name }) => name.length === longest);
    const exact = candidates.filter(({ name }) => cursor.text.startsWith(name, cursor.at));
    const found = exact.length > 0 ? exact : candidates;
    cursor.at += longest;
    return found;
  }

  private stands(cursor: Cursor, name: string): boolean {
    const end = cursor.at + name.length;
    const here = cursor.text.slice(cursor.at, end);
    const wordEnds = !/[a-z0-9]$/i.test(name) || !FOLLOWS.test(cursor.text.charAt(end));
    return wordEnds && here.toLowerCase() === name.toLowerCase();
  }
}
