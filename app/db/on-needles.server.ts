/** A piece as it hangs on the needles: what was typed, the plan with the journal's facts, the rows done. */
import type { OnNeedles } from '@core/draft/go-on';
import { playback, type PlayedBack } from '@core/journal/playback';
import { worksheet } from '@core/piece/worksheet';
import type { Yarn } from '../knitter/settings';
import type { Database } from './client.server';
import { openJournal } from './journal-part.server';
import { orNull } from './stored';
import { findDraft, findPiece } from './pieces.server';

export async function onNeedles(
  db: Database,
  knitterId: string,
  id: string,
): Promise<(OnNeedles & { readonly yarn: Yarn }) | null> {
  const [piece, typed] = await Promise.all([findPiece(db, knitterId, id), findDraft(db, knitterId, id)]);
  if (!piece || !typed) return null;
  const { state } = await openJournal(db, knitterId, id);
  const sheet = worksheet(piece.plan, state.facts);
  return { draft: typed.draft, sheet, done: Math.min(state.done, sheet.rows), yarn: piece.yarn };
}

/** The first of a pair, for its second: what was done otherwise than planned. Null where there is none, or no longer. */
export type Pair = {
  readonly name: string;
  readonly mirrored: boolean;
  readonly told: readonly PlayedBack[];
};

export async function firstOfPair(db: Database, knitterId: string, id: string): Promise<Pair | null> {
  const pairOf = (await findDraft(db, knitterId, id))?.draft.pairOf;
  const first = pairOf && (await orNull(findPiece(db, knitterId, pairOf.id)));
  // A first piece that is damaged says so itself; its second goes on without it.
  const journal = first && (await orNull(openJournal(db, knitterId, first.id)));
  if (!journal) return null;
  return { name: first.name, mirrored: pairOf.mirrored, told: playback(journal.state, first.plan) };
}
