/** Small pieces that several tests set up, and posts of them. */
import { checkDraft, panelDraft, type PieceDraft } from '../../core/draft/draft';
import { writePiece } from '../../core/formats/piece';
import { SHELF } from '../../core/shelf/data';

/** The rows of a chart of the shelf, as written. */
export const shelfRows = (key: string): string => SHELF.find((entry) => entry.key === key)?.rows ?? '';

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

/** Sets a piece up through its file; answers with its path. */
export async function setUp(address: string, draft: PieceDraft): Promise<{ path: string; rows: number }> {
  const checked = checkDraft(draft);
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  const { plan, sheet } = checked.value;
  const answer = await fetch(`${address}/pieces/open`, {
    method: 'POST',
    body: writePiece({ name: draft.name, yarn: 'oat', plan, draft, journal: [] }),
    headers: { 'content-type': 'text/plain', origin: address },
    redirect: 'manual',
  });
  return { path: answer.headers.get('location') ?? '', rows: sheet.rows };
}

let entries = 0;

/** The same with so many rows done; answers with its path. */
export async function setUpAt(address: string, draft: PieceDraft, rows: number): Promise<string> {
  const { path } = await setUp(address, draft);
  const events = Array.from({ length: rows }, (_, i) => ({
    id: `018f0000-0000-7000-8000-${String((entries += 1)).padStart(12, '0')}`,
    device: 'e2e',
    deviceTime: '2026-11-27T10:00:00Z',
    kind: 'rowDone',
    life: 'cast-on',
    row: i + 1,
  }));
  await postJson(`${address}${path}/events`, { events });
  return path;
}
