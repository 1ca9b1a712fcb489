/** Small pieces that several tests set up, and posts of them. */
import { checkDraft, panelDraft, type PanelDraft, type PieceDraft } from '../../core/draft/draft';
import { writePiece } from '../../core/formats/piece';
import { SHELF } from '../../core/shelf/data';

/** The rows of a chart of the shelf, as written. */
export const shelfRows = (key: string): string => SHELF.find((entry) => entry.key === key)?.rows ?? '';

export const JSON_TEXT = { 'content-type': 'application/json' };

/** A six-row rope that crosses in row 3: rows 3, 9, 15, 21, 27 ... of the piece. */
export const SIX_ROW_ROPE = `Row 1 (RS): P2, k4, p2.
Row 2 and all WS rows: knit the knits and purl the purls.
Row 3: p2, 2/2 RC, p2.
Row 5: p2, k4, p2.`;

/** A flat piece of one section. */
export const flatPiece = (name: string, rows: number, panels: readonly PanelDraft[]): PieceDraft => ({
  name,
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [{ id: 'body', name: 'Body', rows, panels }],
});
/** Garter stitches at an edge. */
export const garterEdge = (id: string, name: string, repeats: number) =>
  panelDraft(id, name, shelfRows('garter'), { repeats, edge: true });

/** The six-row rope between two garter edges: 16 stitches, 40 rows, as `castOnRope` sets it up. */
export const sixRowRope = (name: string): PieceDraft =>
  flatPiece(name, 40, [
    garterEdge('right', 'Right edge', 4),
    panelDraft('rope', 'My panel', SIX_ROW_ROPE),
    garterEdge('left', 'Left edge', 4),
  ]);

/** One rope of 2 over 2 that crosses in every right-side row, over 8 stitches. */
export const ropePiece = (
  name: string,
  rows: number,
  text = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.',
): PieceDraft => flatPiece(name, rows, [panelDraft('rope', 'rope', text)]);

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
/** An entry of another device, with an id that no other has. */
export const entry = (happening: object) => ({
  id: `018f0000-0000-7000-8000-${String((entries += 1)).padStart(12, '0')}`,
  device: 'e2e',
  deviceTime: '2026-11-27T10:00:00Z',
  ...happening,
});
const rowDone = (row: number) => entry({ kind: 'rowDone', life: 'cast-on', row });

/** Posts entries to a piece, as many at a time as it takes; throws what it says where it refuses. */
export async function tell(address: string, path: string, events: readonly object[]) {
  for (let at = 0; at < events.length; at += 200) {
    const answer = await postJson(`${address}${path}/events`, { events: events.slice(at, at + 200) });
    if (!answer.ok) throw new Error(await answer.text());
  }
}

/**
 * Sets a piece up with so many rows done, and what else happened after them.
 * @returns its path
 */
export async function setUpAt(
  address: string,
  draft: PieceDraft,
  rows: number,
  happenings: readonly object[] = [],
): Promise<string> {
  const { path } = await setUp(address, draft);
  const told = Array.from({ length: rows }, (_, i) => rowDone(i + 1));
  await tell(address, path, [...told, ...happenings.map(entry)]);
  return path;
}

/** Paths of the pieces on the demo's bench, by their names. */
export async function demoPieces({ address }: { readonly address: string }) {
  const bench = await (await fetch(address)).text();
  const links = bench.matchAll(/href="(\/pieces\/[0-9a-f-]{36})"[\s\S]*?<h2[^>]*>([^<]*)<\/h2>/g);
  return Object.fromEntries([...links].map(([, path = '', name = '']) => [name, path]));
}
