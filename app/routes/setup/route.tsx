/** Set up a piece: how it is made, sections along, panels across; the fabric and what is wrong, live. */
import { useDeferredValue, useReducer, useState } from 'react';
import { data, NavigationType, redirect, useFetcher, useLocation, useNavigationType } from 'react-router';
import { Plus } from 'lucide-react';
import { checkDraft, type DraftProblem, type PieceDraft } from '@core/draft/draft';
import { draftSchema } from '@core/draft/schema';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { listPatterns } from '~/db/patterns.server';
import { createPiece, readSettings } from '~/db/pieces.server';
import { YARNS, type Yarn } from '~/knitter/settings';
import { planWords } from '~/messages/plan';
import { Page } from '~/ui/page';
import { changeSetUp, firstSetUp, nextSection, type Takeable } from './draft-state';
import { Making } from './making';
import { Preview } from './preview';
import { SectionEditor } from './section-editor';
import type { Route } from './+types/route';

export async function loader({ request }: Route.LoaderArgs) {
  const db = await database();
  const asked = new URL(request.url).searchParams.get('pattern');
  const kept = await listPatterns(db, LOCAL_KNITTER);
  const own: Takeable[] = kept.map(({ id, pattern }) => ({
    key: id,
    name: pattern.name,
    chart: pattern.chart,
  }));
  const wanted = own.find(({ key }) => key === asked) ?? null;
  if (asked !== null && !wanted)
    throw data('This pattern is not here. It may have been thrown away.', { status: 404 });
  return { family: (await readSettings(db, LOCAL_KNITTER)).family, own, wanted };
}

/** A draft handed over by the desk, where a whole piece was pasted. */
function draftIn(state: unknown): PieceDraft | null {
  const parsed = draftSchema.safeParse((state as { draft?: unknown } | null)?.draft);
  return parsed.success ? parsed.data : null;
}

const yarnOf = (value: unknown): Yarn | null => YARNS.find((yarn) => yarn === value) ?? null;

export async function action({ request }: Route.ActionArgs) {
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
  const id = await createPiece(await database(), LOCAL_KNITTER, {
    draft: parsed.data,
    plan: checked.value.plan,
    yarn: colour,
  });
  return redirect(`/pieces/${id}`);
}

export const meta: Route.MetaFunction = () => [{ title: 'Set up a piece · Gritch' }];

export default function SetUp({ loaderData }: Route.ComponentProps) {
  const { family, own, wanted } = loaderData;
  const { state } = useLocation();
  // A page that was loaded anew was rendered without what had been handed over to it.
  const handed = useNavigationType() === NavigationType.Pop ? null : draftIn(state);
  const [{ draft, problems, sheet }, change] = useReducer(
    changeSetUp,
    { family, wanted, draft: handed },
    firstSetUp,
  );
  const [yarn, setYarn] = useState<Yarn>('oat');
  const [section, setSection] = useState(0);
  const [asked, setAsked] = useState(false);
  const fetcher = useFetcher<typeof action>();
  const shown = useDeferredValue(sheet);
  const visible = asked ? problems : problems.filter(({ code }) => code !== 'no-name');
  const castOn = () => {
    setAsked(true);
    if (problems.length === 0)
      void fetcher.submit(JSON.stringify({ draft, yarn }), { method: 'post', encType: 'application/json' });
  };
  const refused = fetcher.data?.message;
  return (
    <Page title="Set up a piece" wide>
      <div className="setup">
        <div>
          <Making draft={draft} change={change} yarn={yarn} setYarn={setYarn} />
          {draft.sections.map(({ id }, index) => (
            <SectionEditor
              key={id}
              draft={draft}
              index={index}
              problems={problems}
              sheet={shown}
              change={change}
              family={family}
              own={own}
              onLook={() => setSection(index)}
            />
          ))}
          <button
            type="button"
            className="plain-button mt-4"
            onClick={() => change((d) => ({ ...d, sections: [...d.sections, nextSection(d)] }))}
          >
            <Plus aria-hidden="true" size={20} /> Add a section that runs on
          </button>
        </div>
        <aside className="setup-aside">
          <Preview sheet={shown} section={section} stale={visible.length > 0} yarn={yarn} />
          <button
            type="button"
            className="action-button mt-6 w-full text-2xl"
            onClick={castOn}
            disabled={fetcher.state !== 'idle'}
          >
            Cast on
          </button>
          {asked && problems.length > 0 && (
            <p className="problems" role="alert">
              {problems.length === 1 && problems[0]
                ? planWords(problems[0])
                : `${problems.length} things are still to be mended; each is marked at its place.`}
            </p>
          )}
          {refused && (
            <p className="problems" role="alert">
              {refused}
            </p>
          )}
        </aside>
      </div>
    </Page>
  );
}
