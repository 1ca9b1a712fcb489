/** One of the knitter's own patterns on the desk. */
import { data, redirect } from 'react-router';
import { database, LOCAL_KNITTER } from '~/db/client.server';
import { dropPattern, findPattern, keepPattern } from '~/db/patterns.server';
import { readSettings } from '~/db/pieces.server';
import { readText } from '~/patterns/reading';
import { Page } from '~/ui/page';
import { Desk } from './desk';
import { KeepBar } from './keep-bar';
import { isRefusal, postedPattern } from './keep.server';
import type { Route } from './+types/route';

const lost = () => new Response('This pattern is not here. It may have been thrown away.', { status: 404 });

export async function loader({ params }: Route.LoaderArgs) {
  const db = await database();
  const pattern = await findPattern(db, LOCAL_KNITTER, params.patternId);
  if (!pattern) throw data('This pattern is not here. It may have been thrown away.', { status: 404 });
  const { family } = await readSettings(db, LOCAL_KNITTER);
  const { name, text, choices } = pattern;
  return {
    id: params.patternId,
    name,
    text,
    choices,
    family,
    reading: readText(text, name, choices, family),
  };
}

export async function action({ request, params }: Route.ActionArgs) {
  const db = await database();
  const pattern = await postedPattern(request);
  if (pattern === 'drop') {
    if (!(await dropPattern(db, LOCAL_KNITTER, params.patternId))) throw lost();
    return redirect('/patterns');
  }
  if (isRefusal(pattern)) return pattern;
  const kept = await keepPattern(db, LOCAL_KNITTER, pattern, params.patternId);
  if (kept === null) throw lost();
  return { saved: true };
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.name ?? 'Pattern'} · Gritch` },
];

export default function OwnPattern({ loaderData }: Route.ComponentProps) {
  const { id, name, text, choices, family, reading } = loaderData;
  return (
    <Page title={name} wide>
      <Desk
        key={id}
        first={{ name, text, choices }}
        firstReading={reading}
        family={family}
        keep={(now) => <KeepBar id={id} action={`/patterns/${id}`} now={now} />}
      />
    </Page>
  );
}
