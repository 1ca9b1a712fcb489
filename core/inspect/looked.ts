/** How much of the crossings has been looked at, and when the next look pays. */
import { crossesIn, crossingsOf } from '../piece/crossings';
import { hasRow, lastRowOf, meant, sectionIndexAt, type Worksheet } from '../piece/worksheet';

export type LookedAt = {
  /** Rows of which every crossing was looked at. */
  readonly looked: ReadonlySet<number>;
  readonly inspected: readonly { readonly panel: string; readonly from: number; readonly to: number }[];
};

export type Share = { readonly crossed: number; readonly seen: number };

/** Crossing rows of each panel from row `from` to `done`, and how many of them were looked at. */
export function sharesOf(
  sheet: Worksheet,
  done: number,
  { looked, inspected }: LookedAt,
  from = 1,
): Map<string, Share> {
  const shares = new Map<string, Share>();
  for (let row = Math.max(1, from); row <= Math.min(done, sheet.rows); row += 1)
    for (const { panel } of crossesIn(meant(sheet, row))) {
      const known = shares.get(panel.id) ?? { crossed: 0, seen: 0 };
      const isSeen =
        looked.has(row) ||
        inspected.some((one) => one.panel === panel.id && one.from <= row && row <= one.to);
      shares.set(panel.id, { crossed: known.crossed + 1, seen: known.seen + (isSeen ? 1 : 0) });
    }
  return shares;
}

export type LookDue = {
  /** Before the piece or a section ends, before it is shaped, after a hard row, or because much has been crossed unseen. */
  readonly why: 'end' | 'section' | 'shaping' | 'hard' | 'long';
  readonly unseen: number;
};
/** Fewer crossings than this are soon told without help. */
const LEAST_UNSEEN = 3;
const LONG_UNSEEN = 16;
/** Rows farther down are not asked about: whatever is wrong there has been paid for. */
const NEAR_ROWS = 80;

/** A hard row has so many crossings, and so many times as many as the crossing rows before it have. */
const HARD = { least: 6, times: 1.5, rows: 24 } as const;

/** Many more crossings than in the crossing rows before it, and not looked at. */
function isHard(sheet: Worksheet, row: number, { looked }: LookedAt): boolean {
  const crossed = (at: number) =>
    crossesIn(meant(sheet, at)).reduce((sum, panel) => sum + crossingsOf(panel).length, 0);
  const here = looked.has(row) ? 0 : crossed(row);
  if (here < HARD.least) return false;
  const from = Math.max(1, row - HARD.rows);
  const before = Array.from({ length: row - from }, (_, i) => crossed(from + i)).filter((count) => count > 0);
  const usual = before.reduce((sum, count) => sum + count, 0) / before.length;
  return before.length >= 2 && here > usual * HARD.times;
}

/** Whether a look pays before the row in hand is worked; null if not, or if all was seen. */
export function lookDue(sheet: Worksheet, done: number, at: LookedAt): LookDue | null {
  if (!hasRow(sheet, done + 1) || done < 1) return null;
  const section = sectionIndexAt(sheet, done + 1);
  const last = lastRowOf(sheet, section);
  const ends = done + 1 === last;
  const begins = sheet.firstRows[section] === done + 1;
  const shapes = meant(sheet, done + 1).acts.length > 0 && meant(sheet, done).acts.length === 0;
  const far = done % 8 === 0;
  const hard = isHard(sheet, done, at);
  if (!ends && !begins && !shapes && !far && !hard) return null;
  let unseen = 0;
  for (const { crossed, seen } of sharesOf(sheet, done, at, done - NEAR_ROWS).values())
    unseen += crossed - seen;
  if (unseen < LEAST_UNSEEN) return null;
  if (ends && last === sheet.rows) return { why: 'end', unseen };
  if (shapes) return { why: 'shaping', unseen };
  if (begins || ends) return { why: 'section', unseen };
  if (hard) return { why: 'hard', unseen };
  return unseen >= LONG_UNSEEN ? { why: 'long', unseen } : null;
}
