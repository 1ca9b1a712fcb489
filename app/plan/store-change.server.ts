/** Joins a changed plan to the fabric and stores it as the next revision. */
import type { DraftProblem } from '@core/draft/draft';
import { changePlan } from '@core/piece/change-plan';
import { worksheet } from '@core/piece/worksheet';
import { openJournal } from '~/db/journal-part.server';
import { addRevision, type PieceRecord, type Revision } from '~/db/pieces.server';
import type { Asking } from '~/knitter/asking.server';
import { planWords } from '~/messages/plan';

export const PLAN_MOVED =
  'The plan was changed elsewhere meanwhile. Load this page anew; nothing was stored.';

type Change = Pick<Revision, 'draft' | 'plan' | 'number' | 'yarn'>;
type Refused = { readonly status: number; readonly message: string };

/** Rows may be told while a change is stored: it then begins above them. So often it is tried. */
const TRIES = 5;

/** What is wrong at the seam is said of the rows on the needle. */
const seamWords = (problem: DraftProblem, done: number) =>
  problem.code === 'seam-differs'
    ? `${problem.has} stitches are on the needle after row ${done}, but the changed plan goes on with ${problem.needs}. Make its row ${done + 1} fit, or change rows further on.`
    : planWords(problem);

/**
 * @param piece with the plan that was worked so far
 * @param upTo the last row worked from it; left out, all rows that are done
 */
export async function storeChange(
  { db, knitterId }: Asking,
  piece: PieceRecord,
  change: Change,
  upTo?: number,
): Promise<'stored' | Refused> {
  for (let tries = 0; tries < TRIES; tries += 1) {
    const { state, count } = await openJournal(db, knitterId, piece.id);
    const worked = Math.min(upTo ?? state.done, state.done);
    const old = worksheet(piece.plan, state.facts);
    const joined = changePlan(old, change.plan, worked, change.number, state.facts);
    if (!joined.ok) {
      const [problem] = joined.error;
      return { status: 422, message: `${problem ? seamWords(problem, worked) : ''} Nothing was stored.` };
    }
    const revision = { ...change, plan: joined.value.plan, from: worked + 1, after: count };
    const became = await addRevision(db, knitterId, piece.id, revision);
    if (became === 'stored') return became;
    if (became === 'plan-moved') return { status: 409, message: PLAN_MOVED };
  }
  return { status: 409, message: 'Rows are being told at this moment. Save the change once more.' };
}
