/**
 * What a crossing should be compared with on the fabric: the one straight below it, and in a braid the panel's last one
 * beside that. Ropes repeat the one below; honeycombs and waves oppose it. Common practice, no published source.
 */
import { pieceRow, type PieceRow } from '../indices';
import { crossingsOf, type CrossingAt } from '../piece/crossings';
import { waleOf } from '../piece/deviation';
import { lastCrossing } from '../piece/schedule';
import { charted, made, type Worksheet } from '../piece/worksheet';
import { takes } from '../stitch/cells';
import type { Lean } from '../stitch/types';

export type Neighbour = { readonly row: PieceRow; readonly lean: Lean; readonly like: boolean };
export type Likeness = { readonly below: Neighbour | null; readonly beside: Neighbour | null };

/** So many crossing rows are looked through. */
const DEEPEST = 8;

type Span = readonly [from: number, to: number];
const shared = ([a, b]: Span, [c, d]: Span) => Math.max(0, Math.min(b, d) - Math.max(a, c));

const spansIn = (sheet: Worksheet, row: number, panelId: string, view: typeof charted) =>
  view(sheet, row)
    .panels.filter(({ panel }) => panel.id === panelId)
    .flatMap((panel) =>
      crossingsOf(panel).map((at: CrossingAt) => {
        const from: number = waleOf(panel, at);
        return { at, span: [from, from + takes(at.cell)] as const };
      }),
    );

/** @param taken first column that the crossing takes in its planned row */
export function likenessOf(sheet: Worksheet, row: number, panelId: string, taken: number): Likeness {
  const own = spansIn(sheet, row, panelId, charted).find(({ at }) => at.taken === taken);
  if (!own) return { below: null, beside: null };
  const width = own.span[1] - own.span[0];
  let beside: Neighbour | null = null;
  const found = (at: CrossingAt, r: number): Neighbour => ({
    row: pieceRow(r),
    lean: at.cell.lean,
    like: at.cell.lean === own.at.cell.lean,
  });
  let from = row - 1;
  for (let i = 0; i < DEEPEST && from >= 1; i += 1) {
    const r = lastCrossing(sheet, panelId, from);
    if (r === null) break;
    const here = spansIn(sheet, r, panelId, made).sort(
      (a, b) => shared(own.span, b.span) - shared(own.span, a.span),
    );
    const nearest = here[0];
    if (nearest) {
      const over = shared(own.span, nearest.span);
      if (over * 2 > width) return { below: found(nearest.at, r), beside };
      // Side by side but with stitches in common: the strands of one braid.
      if (over > 0) beside ??= found(nearest.at, r);
    }
    from = r - 1;
  }
  return { below: null, beside };
}
