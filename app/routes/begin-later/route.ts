/**
 * A changed plan begins above rows that were worked from the plan before it, by a device that did not know of the change:
 * what was made stays made.
 */
import { data } from 'react-router';
import { z } from 'zod';
import { checkDraft } from '@core/draft/draft';
import { findDraft, findPiece, planOfRevision } from '~/db/pieces.server';
import { whoAsks } from '~/knitter/asking.server';
import { NO_SUCH_PIECE } from '~/messages/gone';
import { PLAN_MOVED, storeChange } from '~/plan/store-change.server';
import type { Route } from './+types/route';

const posted = z.strictObject({
  /** The change that begins too low, and the last row worked from the plan before it. */
  revision: z.int().min(2),
  row: z.int().min(1),
});

export async function action({ request, params, context }: Route.ActionArgs) {
  const refuse = (status: number, message: string) => data({ message }, { status });
  const parsed = posted.safeParse(await request.json().catch(() => undefined));
  if (!parsed.success) return refuse(400, 'Send {"revision", "row"}. Nothing was stored.');
  const asking = whoAsks(context);
  const { db, knitterId } = asking;
  const { pieceId } = params;
  const { revision, row } = parsed.data;
  const [piece, newest, before] = await Promise.all([
    findPiece(db, knitterId, pieceId),
    findDraft(db, knitterId, pieceId),
    planOfRevision(db, knitterId, pieceId, revision - 1),
  ]);
  if (!piece || !newest || !before) return refuse(404, NO_SUCH_PIECE);
  if (newest.number !== revision) return refuse(409, PLAN_MOVED);
  const checked = checkDraft(newest.draft);
  if (!checked.ok)
    return refuse(422, 'The changed plan cannot be knitted any more. Change it on its own page.');
  const change = {
    draft: newest.draft,
    plan: checked.value.plan,
    number: revision + 1,
    yarn: newest.yarn,
  };
  const became = await storeChange(asking, { ...piece, plan: before }, change, row);
  return became === 'stored' ? { message: null } : refuse(became.status, became.message);
}
