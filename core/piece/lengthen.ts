/** Whether repeats can be added to a section, or dropped from it, on the way; and how long the piece is then. */
import {
  isOpen,
  lastRowOf,
  seamBefore,
  worksheet,
  type Facts,
  type Lengthening,
  type Worksheet,
} from './worksheet';

export type LengthenProblem =
  /** The section lasts until it is ended: it needs no repeats. */
  | { readonly code: 'open' }
  /** The panel's rows, or those of its neighbours, are worked once. */
  | { readonly code: 'worked-once' }
  /** Rows that are worked already cannot be dropped. */
  | { readonly code: 'worked-already' }
  /** A section would begin on other stitches than are there. */
  | { readonly code: 'seam'; readonly has: number; readonly needs: number };

/** @param facts the journal's, `done` included */
export function lengthen(
  sheet: Worksheet,
  facts: Facts,
  section: number,
  change: Lengthening,
): { readonly rows: number; readonly problem: LengthenProblem | null } {
  const { plan } = sheet;
  const after = worksheet(plan, { ...facts, lengthened: [...(facts.lengthened ?? []), change] });
  const chart =
    plan.charts[plan.sections[section]?.panels.find(({ id }) => id === change.panel)?.chart ?? ''];
  const last = lastRowOf(sheet, section) + change.by * (chart?.rows.length ?? 0);
  const seam = plan.sections.map((_, s) => seamBefore(after, s)).find((one) => one !== null);
  const once = plan.sections[section]?.panels.some((one) => plan.charts[one.chart]?.once) ?? false;
  const problem: LengthenProblem | null = isOpen(sheet, section)
    ? { code: 'open' }
    : once
      ? { code: 'worked-once' }
      : last < Math.max(facts.done ?? 0, sheet.firstRows[section] as number)
        ? { code: 'worked-already' }
        : seam
          ? { code: 'seam', ...seam }
          : null;
  return { rows: after.rows, problem };
}
