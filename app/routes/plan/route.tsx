/** Change the plan of a piece, on the needles or not: rows already worked keep the plan that they were worked from. */
import { data, redirect, useFetcher } from 'react-router';
import { checkDraft, type DraftProblem } from '@core/draft/draft';
import { draftSchema } from '@core/draft/schema';
import { fold } from '@core/journal/fold';
import { changePlan } from '@core/piece/change-plan';
import { worksheet } from '@core/piece/worksheet';
import { whoAsks, type Asking } from '~/knitter/asking.server';
import { readJournal } from '~/db/journal.server';
import {
  addRevision,
  findDraft,
  findPiece,
  readSettings,
  type PieceRecord,
  type Revision,
} from '~/db/pieces.server';
import { YARNS } from '~/knitter/settings';
import { planWords } from '~/messages/plan';
import { Page } from '~/ui/page';
import { ownCharts } from '../setup/own.server';
import { SetUp, type Submit } from '../setup/set-up';
import { NO_SUCH_PIECE } from '~/messages/gone';
import type { Route } from './+types/route';

const MOVED = 'The plan was changed elsewhere meanwhile. Load this page anew; nothing was stored.';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const draft = await findDraft(db, knitterId, params.pieceId);
  if (!draft) throw data(NO_SUCH_PIECE, { status: 404 });
  const [events, settings, own] = await Promise.all([
    readJournal(db, knitterId, params.pieceId),
    readSettings(db, knitterId),
    ownCharts({ db, knitterId }),
  ]);
  return { draft, done: fold(events).done, settings, own };
}

type Change = Pick<Revision, 'draft' | 'plan' | 'number' | 'yarn'>;
type Refused = { readonly status: number; readonly message: string };

/** Rows may be told while a change is stored: it then begins above them. So often it is tried. */
const TRIES = 5;

async function storeChange(
  { db, knitterId }: Asking,
  piece: PieceRecord,
  change: Change,
): Promise<'stored' | Refused> {
  for (let tries = 0; tries < TRIES; tries += 1) {
    const events = await readJournal(db, knitterId, piece.id);
    const state = fold(events);
    const old = worksheet(piece.plan, state.facts);
    const joined = changePlan(old, change.plan, state.done, change.number, state.facts);
    if (!joined.ok) {
      const [problem] = joined.error;
      return { status: 422, message: `${problem ? seamWords(problem, state.done) : ''} Nothing was stored.` };
    }
    const revision = { ...change, plan: joined.value.plan, from: state.done + 1, after: events.length };
    const became = await addRevision(db, knitterId, piece.id, revision);
    if (became === 'stored') return became;
    if (became === 'plan-moved') return { status: 409, message: MOVED };
  }
  return { status: 409, message: 'Rows are being told at this moment. Save the change once more.' };
}

/** What is wrong at the seam is said of the rows on the needle. */
const seamWords = (problem: DraftProblem, done: number) =>
  problem.code === 'seam-differs'
    ? `${problem.has} stitches are on the needle after row ${done}, but the changed plan goes on with ${problem.needs}. Make its row ${done + 1} fit, or change rows further on.`
    : planWords(problem);

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
  if (revision !== before.number) return refuse(409, MOVED);
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
