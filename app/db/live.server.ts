/**
 * Live lines: who waits for news of which piece. All writing goes through this process, so its own word is enough. There is
 * room for so many lines and no more; a device without one asks again by itself.
 */
const MOST_LINES = 1000;

type Line = { readonly pieceId: string; readonly news: () => void; readonly end: () => void };
const lines = new Map<string, Set<Line>>();
let open = 0;

/** A line that hears of each addition to the piece's journal and can be ended from here. Null if there is no room. */
export function openLine(line: Line): (() => void) | null {
  if (open >= MOST_LINES) return null;
  open += 1;
  const here = lines.get(line.pieceId) ?? new Set();
  lines.set(line.pieceId, here.add(line));
  return () => {
    if (!here.delete(line)) return;
    open -= 1;
    if (here.size === 0 && lines.get(line.pieceId) === here) lines.delete(line.pieceId);
  };
}

export const announce = (pieceId: string) => lines.get(pieceId)?.forEach(({ news }) => news());

/** Ends every line: this process is about to close. */
export const endLines = () => [...lines.values()].forEach((here) => here.forEach(({ end }) => end()));
