/** Sections made to fit on each other by the repeats of their patterns, where nothing else stands between them. */
import { takesForm } from '../chart/row';
import { readRows } from '../notation/read';
import { checkDraft, type PanelDraft, type PieceDraft } from './draft';

/** Sections that are made to fit, one after the other. */
const MOST_SEAMS = 60;

export type FittedSection = { readonly section: number; readonly panel: number; readonly repeats: number };

/** Stitches that one repeat of a panel takes in the row that it begins with; null if its rows are not one chart. */
function perRepeat({ text, name, startRow, withSetUp }: PanelDraft): number | null {
  const read = readRows(text, name);
  if (!read.ok || read.value.stretches.length > 1) return null;
  const { setUp, rows } = read.value.stretches[0].chart;
  const row = (withSetUp ? setUp[0] : undefined) ?? rows[startRow - 1];
  return row ? takesForm(row).perRepeat : null;
}

const withRepeats = (draft: PieceDraft, { section, panel, repeats }: FittedSection): PieceDraft => ({
  ...draft,
  sections: draft.sections.map((one, s) =>
    s !== section
      ? one
      : { ...one, panels: one.panels.map((own, p) => (p === panel ? { ...own, repeats } : own)) },
  ),
});

/** The one panel of a section that can grow: not an edge, and not one that carries on. */
function growing({ panels }: PieceDraft['sections'][number]): number | null {
  const inside = panels.flatMap(({ edge }, p) => (edge ? [] : [p]));
  const [only, other] = inside;
  return only === undefined || other !== undefined || panels[only]?.carryOn ? null : only;
}

/**
 * Gives every section the repeats with which it begins on the stitches that the one before leaves. Null if no seam
 * differs, or if one of them cannot be made to fit so: several panels could grow, or no whole number fits.
 */
export function fitSeams(
  draft: PieceDraft,
): { readonly draft: PieceDraft; readonly fitted: readonly FittedSection[] } | null {
  const fitted: FittedSection[] = [];
  let now = draft;
  for (let tries = 0; tries <= MOST_SEAMS; tries += 1) {
    const checked = checkDraft({ ...now, name: now.name.trim() || 'piece' });
    const seam = checked.ok ? undefined : checked.error.find(({ code }) => code === 'seam-differs');
    if (!seam) return fitted.length > 0 ? { draft: now, fitted } : null;
    if (seam.code !== 'seam-differs' || seam.section === undefined) return null;
    const section = now.sections[seam.section];
    const panel = section ? growing(section) : null;
    const own = panel === null ? undefined : section?.panels[panel];
    const width = own ? perRepeat(own) : null;
    if (!own || panel === null || !width) return null;
    const repeats = own.repeats + (seam.has - seam.needs) / width;
    if (!Number.isInteger(repeats) || repeats < 1) return null;
    const fit = { section: seam.section, panel, repeats };
    fitted.push(fit);
    now = withRepeats(now, fit);
  }
  return null;
}
