/** Stitches between the markers, ticked off on paper or counted on screen; what is off is named with its remedy. */
import { useState } from 'react';
import type { PieceDraft } from '@core/draft/draft';
import { findMiscount, type CountFinding, type MarkerGroup } from '@core/plan/cast-on';
import { groupName, miscountWords } from '~/messages/cast-on';

/** The draft with edges as wide as they were cast on; null if something other than a plain edge is off. */
export function keepEdges(
  draft: PieceDraft,
  groups: readonly MarkerGroup[],
  findings: readonly CountFinding[],
): PieceDraft | null {
  const widths = new Map<string, number>();
  for (const finding of findings) {
    if (finding.code !== 'group-off') return null;
    const group = groups[finding.index];
    const panel = draft.sections.flatMap(({ panels }) => panels).find(({ id }) => id === group?.panel);
    if (!group || !panel || !panel.edge || group.part !== null) return null;
    if (panel.repeats !== finding.needs || finding.has < 1) return null;
    widths.set(group.panel, finding.has);
  }
  const sections = draft.sections.map((section) => ({
    ...section,
    panels: section.panels.map((panel) => ({ ...panel, repeats: widths.get(panel.id) ?? panel.repeats })),
  }));
  return widths.size > 0 ? { ...draft, sections } : null;
}

export function CountCheck({
  groups,
  draft,
  started,
  onNote,
  onKeep,
}: {
  groups: readonly MarkerGroup[];
  draft: PieceDraft;
  /** Rows have been worked: the cast-on cannot be changed any more. */
  started: boolean;
  onNote: (text: string) => void;
  onKeep: (draft: PieceDraft) => void;
}) {
  const [typed, setTyped] = useState<readonly string[]>([]);
  const [noted, setNoted] = useState(false);
  const counted = groups.map((_, i) => (/^\d{1,5}$/.test(typed[i] ?? '') ? Number(typed[i]) : null));
  const all = counted.every((count) => count !== null);
  const findings = all ? findMiscount(groups, counted as number[]) : [];
  const right = findings[0]?.code === 'all-right';
  const kept = all && !right && !started ? keepEdges(draft, groups, findings) : null;
  const wrong = typed.map((text, i) => (text !== '' && counted[i] === null ? i : -1)).filter((i) => i >= 0);
  const soFar = groups.map((_, i) => groups.slice(0, i + 1).reduce((sum, { stitches }) => sum + stitches, 0));
  const type = (i: number, text: string) => {
    setNoted(false);
    setTyped(groups.map((_, n) => (n === i ? text : (typed[n] ?? ''))));
  };
  const words = findings.map((finding) => miscountWords(finding, groups));
  return (
    <section className="sheet-block">
      <h2>Between the markers</h2>
      <p className="text-soft">In the order in which row 1 comes to them. Count once more before you knit.</p>
      <table className="sheet-table">
        <thead>
          <tr>
            <th scope="col">Stitches of</th>
            <th scope="col">Count</th>
            <th scope="col">So far</th>
            <th scope="col">
              <span className="no-print">I counted</span>
              <span className="print-only">✓</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {groups.map((group, i) => {
            return (
              <tr key={`${group.panel} ${group.part?.number ?? 0}`} data-edge={group.edge}>
                <th scope="row">{groupName(group)}</th>
                <td className="numerals">
                  <strong>{group.stitches}</strong>
                </td>
                <td className="numerals">{soFar[i]}</td>
                <td>
                  <input
                    className="field numerals no-print"
                    inputMode="numeric"
                    aria-label={`Counted in ${groupName(group)}`}
                    aria-invalid={wrong.includes(i)}
                    value={typed[i] ?? ''}
                    onChange={(event) => type(i, event.target.value.trim())}
                  />
                  <span className="tick-box print-only" />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {wrong.length > 0 && <p className="problems">Type whole numbers of stitches.</p>}
      {words.length > 0 && (
        <div
          className={right ? 'follows no-print' : 'problems no-print'}
          role="status"
          data-testid="count-finding"
        >
          {words.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </div>
      )}
      {all && !right && (
        <div className="reckon no-print">
          {kept && (
            <button type="button" className="plain-button" onClick={() => onKeep(kept)}>
              Keep it so: change the edges in the plan
            </button>
          )}
          <button
            type="button"
            className="plain-button"
            disabled={noted}
            onClick={() => {
              onNote(`Cast-on counted and put right: ${words.join(' ')}`);
              setNoted(true);
            }}
          >
            {noted ? 'Noted in the logbook' : 'I put it right: note it'}
          </button>
        </div>
      )}
    </section>
  );
}
