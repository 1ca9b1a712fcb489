/** A place in a journal: how many entries come up to it, and the id of the last of them. Written as `SEQ.ID`. */
export type Place = { readonly seq: number; readonly id: string };

/** An entry's id may hold dots; its number may not. Anything else is the journal's beginning. */
export function placeFrom(said: string | null): Place {
  const [, seq = '0', id = ''] = /^(\d{1,9})\.(.*)$/.exec(said ?? '') ?? [];
  return { seq: Number(seq), id };
}

export const placeWords = ({ seq, id }: Place): string => `${seq}.${id}`;
