/** One of the knitter's own patterns on the desk. */
import { data, redirect } from 'react-router';
import { whoAsks } from '~/knitter/asking.server';
import { dropPattern, findPattern, keepPattern } from '~/db/patterns.server';
import { readSettings } from '~/db/pieces.server';
import { readText } from '~/patterns/reading';
import { Page } from '~/ui/page';
import { Desk } from './desk';
import { KeepBar } from './keep-bar';
import { isRefusal, postedPattern } from './keep.server';
import type { Route } from './+types/route';

const lost = () => new Response('This pattern is not here. It may have been thrown away.', { status: 404 });

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const pattern = await findPattern(db, knitterId, params.patternId);
  if (!pattern) throw data('This pattern is not here. It may have been thrown away.', { status: 404 });
  if (pattern === 'damaged')
    throw data(
      'This pattern is damaged and cannot be read. Under Patterns it can be saved as it is, or thrown away.',
      { status: 422 },
    );
  const { family } = await readSettings(db, knitterId);
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

export async function action({ request, params, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  const pattern = await postedPattern(request);
  if (pattern === 'drop') {
    if (!(await dropPattern(db, knitterId, params.patternId))) throw lost();
    return redirect('/patterns');
  }
  if (isRefusal(pattern)) return pattern;
  const kept = await keepPattern(db, knitterId, pattern, params.patternId);
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
