/** Set up a piece: how it is made, sections along, panels across; the fabric and what is wrong, live. */
import { data, NavigationType, redirect, useFetcher, useLocation, useNavigationType } from 'react-router';
import { checkDraft, type DraftProblem, type PieceDraft } from '@core/draft/draft';
import { draftSchema } from '@core/draft/schema';
import { joinDrafts, splitDraft } from '@core/draft/go-on';
import { mirrorDraft } from '@core/draft/pair';
import { whoAsks, type Asking } from '~/knitter/asking.server';
import { onNeedles } from '~/db/on-needles.server';
import { createPiece, findDraft, readSettings } from '~/db/pieces.server';
import { YARNS, type Yarn } from '~/knitter/settings';
import { goOnWords } from '~/messages/go-on';
import { Page } from '~/ui/page';
import { ownCharts } from './own.server';
import { SetUp, type Submit } from './set-up';
import type { Route } from './+types/route';

type Begun = { readonly draft: PieceDraft; readonly yarn: Yarn; readonly title: string };

const absent = () => data('A piece that this one begins from is not on this bench.', { status: 404 });

/** The draft of another piece, to be knitted again: as it is, or as its mirror image. */
async function pairOf({ db, knitterId }: Asking, first: string, mirrored: boolean): Promise<Begun> {
  const piece = await findDraft(db, knitterId, first);
  const draft = piece && (mirrored ? mirrorDraft(piece.draft) : piece.draft);
  if (!piece || !draft) throw absent();
  const name = `${piece.draft.name}, second`.slice(0, 80);
  return {
    draft: { ...draft, name, pairOf: { id: first, mirrored } },
    yarn: piece.yarn,
    title: 'Set up the second of a pair',
  };
}

/** A part of another piece, or two pieces side by side. */
async function goesOn({ db, knitterId }: Asking, params: URLSearchParams): Promise<Begun | null> {
  const piece = async (name: string) => {
    const found = await onNeedles(db, knitterId, params.get(name) ?? '');
    if (!found) throw absent();
    return found;
  };
  const splits = params.has('split');
  if (!splits && !params.has('right')) return null;
  const from = await piece(splits ? 'split' : 'right');
  const part = params.get('part') === 'left' ? 'left' : 'right';
  const draft = splits
    ? splitDraft(from, Number(params.get('stitches')), part)
    : joinDrafts(from, await piece('left'));
  if (!draft.ok) throw data(goOnWords(draft.error), { status: 422 });
  return {
    draft: draft.value,
    yarn: from.yarn,
    title: splits ? `Set up the ${part} part` : 'Set up the joined piece',
  };
}

function begunFrom(asking: Asking, params: URLSearchParams): Promise<Begun | null> {
  const first = params.get('pair');
  return first === null ? goesOn(asking, params) : pairOf(asking, first, params.get('mirrored') === 'yes');
}

export async function loader({ request, context }: Route.LoaderArgs) {
  const asking = whoAsks(context);
  const params = new URL(request.url).searchParams;
  const own = await ownCharts(asking);
  const asked = params.get('pattern');
  const wanted = own.find(({ key }) => key === asked) ?? null;
  if (asked !== null && !wanted)
    throw data('This pattern is not here. It may have been thrown away.', { status: 404 });
  const { family, units, hand } = await readSettings(asking.db, asking.knitterId);
  return { family, units, hand, own, wanted, begun: await begunFrom(asking, params) };
}

/** A draft handed over by the desk, where a whole piece was pasted. */
function draftIn(state: unknown): PieceDraft | null {
  const parsed = draftSchema.safeParse((state as { draft?: unknown } | null)?.draft);
  return parsed.success ? parsed.data : null;
}

const yarnOf = (value: unknown): Yarn | null => YARNS.find((yarn) => yarn === value) ?? null;

export async function action({ request, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  const refuse = (status: number, message: string, problems: readonly DraftProblem[] = []) =>
    data({ message, problems }, { status });
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return refuse(400, 'The post is not JSON.');
  }
  const { draft, yarn } = (body ?? {}) as { draft?: unknown; yarn?: unknown };
  const parsed = draftSchema.safeParse(draft);
  const colour = yarnOf(yarn);
  if (!parsed.success || !colour)
    return refuse(
      400,
      `This is not a piece: ${parsed.error?.issues[0]?.path.join('.') || 'yarn'} is not as it should be.`,
    );
  const checked = checkDraft(parsed.data);
  if (!checked.ok) return refuse(422, 'The piece cannot be cast on yet. Nothing was stored.', checked.error);
  const id = await createPiece(db, knitterId, {
    draft: parsed.data,
    plan: checked.value.plan,
    yarn: colour,
  });
  return redirect(`/pieces/${id}`);
}

export const meta: Route.MetaFunction = () => [{ title: 'Set up a piece · Gritch' }];

export default function NewPiece({ loaderData }: Route.ComponentProps) {
  const { family, units, hand, own, wanted, begun } = loaderData;
  const { state } = useLocation();
  // A page that was loaded anew was rendered without what had been handed over to it.
  const handed = useNavigationType() === NavigationType.Pop ? null : draftIn(state);
  const fetcher = useFetcher<typeof action>();
  const castOn: Submit = (draft, yarn) =>
    void fetcher.submit(JSON.stringify({ draft, yarn }), { method: 'post', encType: 'application/json' });
  return (
    <Page title={begun?.title ?? 'Set up a piece'} wide>
      <SetUp
        beginning={{ family, wanted, draft: begun?.draft ?? handed }}
        own={own}
        family={family}
        units={units}
        hand={hand}
        firstYarn={begun?.yarn ?? 'oat'}
        action={begun?.draft.continues ? 'Take up the stitches' : 'Cast on'}
        busy={fetcher.state !== 'idle'}
        refused={fetcher.data?.message}
        onSubmit={castOn}
      />
    </Page>
  );
}
