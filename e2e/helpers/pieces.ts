/** Small pieces that several tests set up, and posts of them. */
import { panelDraft, type PieceDraft } from '../../core/draft/draft';

export const JSON_TEXT = { 'content-type': 'application/json' };

/** One rope of 2 over 2 that crosses in every right-side row, over 8 stitches. */
export const ropePiece = (
  name: string,
  rows: number,
  text = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.',
): PieceDraft => ({
  name,
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [{ id: 'body', name: 'Body', rows, panels: [panelDraft('rope', 'rope', text)] }],
});

export const postJson = (address: string, body: object) =>
  fetch(address, { method: 'POST', redirect: 'manual', headers: JSON_TEXT, body: JSON.stringify(body) });
