/** A piece as it hangs on the needles: what was typed, the plan with the journal's facts, the rows done. */
import type { OnNeedles } from '@core/draft/go-on';
import { fold } from '@core/journal/fold';
import { worksheet } from '@core/piece/worksheet';
import type { Yarn } from '../knitter/settings';
import type { Database } from './client.server';
import { readJournal } from './journal.server';
import { findDraft, findPiece } from './pieces.server';

export async function onNeedles(
  db: Database,
  knitterId: string,
  id: string,
): Promise<(OnNeedles & { readonly yarn: Yarn }) | null> {
  const [piece, typed] = await Promise.all([findPiece(db, knitterId, id), findDraft(db, knitterId, id)]);
  if (!piece || !typed) return null;
  const state = fold(await readJournal(db, knitterId, id));
  const sheet = worksheet(piece.plan, state.facts);
  return { draft: typed.draft, sheet, done: Math.min(state.done, sheet.rows), yarn: piece.yarn };
}
