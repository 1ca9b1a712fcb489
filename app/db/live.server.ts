/** Who waits for news of which piece. All writing goes through this process, so its own word is enough. */
const waiting = new Map<string, Set<() => void>>();

/** Calls `listener` after each addition to the piece's journal; the returned function ends it. */
export function listen(pieceId: string, listener: () => void): () => void {
  const here = waiting.get(pieceId) ?? new Set();
  waiting.set(pieceId, here.add(listener));
  return () => {
    here.delete(listener);
    if (here.size === 0 && waiting.get(pieceId) === here) waiting.delete(pieceId);
  };
}

export const announce = (pieceId: string) => waiting.get(pieceId)?.forEach((listener) => listener());
