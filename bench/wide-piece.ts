/** A piece of many panels, exactly so many stitches wide; stockinette makes up what the panels leave. */
import { checkDraft, panelDraft, type PieceDraft } from '@core/draft/draft';
import { castOnCount } from '@core/piece/worksheet';
import { SHELF } from '@core/shelf/data';

export const WIDTH = 300;

const text = (key: string) => SHELF.find((entry) => entry.key === key)?.rows ?? '';
const PANELS = [
  panelDraft('rope', 'rope', text('rope-4'), { repeats: 4 }),
  panelDraft('thick', 'thick rope', text('rope-6'), { repeats: 3 }),
  panelDraft('comb', 'honeycomb', text('honeycomb'), { repeats: 6 }),
  panelDraft('braid', 'braid', text('braid-3'), { repeats: 4 }),
  panelDraft('rib', 'rib', text('rib-2-2'), { repeats: 10 }),
];

function draftOf(filler: number, rows: number): PieceDraft {
  const plain = panelDraft('plain', 'plain', text('stockinette'), { repeats: filler });
  return {
    name: 'Bench',
    construction: 'flat',
    firstSide: 'RS',
    firstDirection: 'rightToLeft',
    sections: [{ id: 'body', name: 'Body', rows, panels: [...PANELS, plain] }],
  };
}

function checked(draft: PieceDraft) {
  const result = checkDraft(draft);
  if (!result.ok) throw new Error(JSON.stringify(result.error.slice(0, 3)));
  return { draft, plan: result.value.plan, sheet: result.value.sheet };
}

export function widePiece(rows: number) {
  const others = castOnCount(checked(draftOf(1, rows)).sheet) - 1;
  return checked(draftOf(WIDTH - others, rows));
}
