/** Change the plan of a piece, on the needles or not: rows already worked keep the plan that they were worked from. */
import { data, redirect, useFetcher } from 'react-router';
import { checkDraft } from '@core/draft/draft';
import { draftSchema } from '@core/draft/schema';
import { whoAsks } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { findDraft, findPiece, readSettings } from '~/db/pieces.server';
import { YARNS } from '~/knitter/settings';
import { PLAN_MOVED, storeChange } from '~/plan/store-change.server';
import { Page } from '~/ui/page';
import { ownCharts } from '../setup/own.server';
import { SetUp, type Submit } from '../setup/set-up';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const draft = await findDraft(db, knitterId, params.pieceId);
  if (!draft) throw data(NO_SUCH_PIECE, { status: 404 });
  const [{ state }, settings, own] = await Promise.all([
    openJournal(db, knitterId, params.pieceId),
    readSettings(db, knitterId),
    ownCharts({ db, knitterId }),
  ]);
  return { draft, done: state.done, settings, own };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const refuse = (status: number, message: string) => data({ message }, { status });
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return refuse(400, 'The post is not JSON.');
  }
  const { draft, revision, yarn, then } = (body ?? {}) as Record<string, unknown>;
  const parsed = draftSchema.safeParse(draft);
  if (!parsed.success)
    return refuse(
      400,
      `This is not a piece: ${parsed.error.issues[0]?.path.join('.') ?? ''} is not as it should be.`,
    );
  const { db, knitterId } = whoAsks(context);
  const [piece, before] = await Promise.all([
    findPiece(db, knitterId, params.pieceId),
    findDraft(db, knitterId, params.pieceId),
  ]);
  if (!piece || !before) return refuse(404, NO_SUCH_PIECE);
  if (revision !== before.number) return refuse(409, PLAN_MOVED);
  const checked = checkDraft(parsed.data);
  if (!checked.ok) return refuse(422, 'The plan cannot be knitted yet. Nothing was stored.');
  const change = {
    draft: parsed.data,
    plan: checked.value.plan,
    number: before.number + 1,
    yarn: YARNS.find((known) => known === yarn) ?? piece.yarn,
  };
  const became = await storeChange(whoAsks(context), piece, change);
  if (became !== 'stored') return refuse(became.status, became.message);
  return then === 'needles' ? redirect(`/pieces/${piece.id}`) : { message: null };
}

export const meta: Route.MetaFunction = () => [{ title: 'Change the plan · Gritch' }];

export default function ChangePlan({ loaderData }: Route.ComponentProps) {
  const { draft, done, settings, own } = loaderData;
  const { family, units, hand } = settings;
  const fetcher = useFetcher<typeof action>();
  const save: Submit = (changed, yarn) =>
    void fetcher.submit(JSON.stringify({ draft: changed, revision: draft.number, yarn, then: 'needles' }), {
      method: 'post',
      encType: 'application/json',
    });
  const worked =
    done > 0 ? (
      <p className="follows">
        {done === 1
          ? 'Row 1 is worked and stays as it is.'
          : `Rows 1 to ${done} are worked and stay as they are.`}{' '}
        What you change holds from row {done + 1} on.
      </p>
    ) : null;
  return (
    <Page title="Change the plan" wide>
      <SetUp
        beginning={{ family, wanted: null, draft: draft.draft }}
        own={own}
        family={family}
        units={units}
        hand={hand}
        firstYarn={draft.yarn}
        action="Keep this plan"
        busy={fetcher.state !== 'idle'}
        refused={fetcher.data?.message}
        onSubmit={save}
        worked={worked}
      />
    </Page>
  );
}
