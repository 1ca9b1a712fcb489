/** A new pattern: pasted, typed, or opened from a file. */
import { data, NavigationType, redirect, useLocation, useNavigationType } from 'react-router';
import { NO_CHOICES } from '@core/notation/choices';
import { whoAsks } from '~/knitter/asking.server';
import { keepPattern } from '~/db/patterns.server';
import { readSettings } from '~/db/pieces.server';
import { Page } from '~/ui/page';
import { Desk, type DeskText } from './desk';
import { KeepBar } from './keep-bar';
import { isRefusal, postedPattern } from './keep.server';
import type { Route } from './+types/new';

export async function loader({ context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  return { family: (await readSettings(db, knitterId)).family };
}

export async function action({ request, context }: Route.ActionArgs) {
  const { db, knitterId } = whoAsks(context);
  const pattern = await postedPattern(request);
  if (isRefusal(pattern)) return pattern;
  if (pattern === 'drop') throw data('There is nothing here to throw away.', { status: 404 });
  return redirect(`/patterns/${await keepPattern(db, knitterId, pattern)}`);
}

export const meta: Route.MetaFunction = () => [{ title: 'A new pattern · Gritch' }];

const BLANK: DeskText = { name: '', text: '', choices: NO_CHOICES };
const openedIn = (state: unknown): DeskText | null =>
  typeof state === 'object' && state !== null && 'opened' in state ? (state.opened as DeskText) : null;

export default function NewPattern({ loaderData }: Route.ComponentProps) {
  const { state, key } = useLocation();
  // A page that was loaded anew was rendered without what had been handed over to it.
  const arrived = useNavigationType() !== NavigationType.Pop;
  return (
    <Page title="A new pattern" wide>
      <Desk
        key={arrived ? key : 'loaded'}
        first={(arrived && openedIn(state)) || BLANK}
        firstReading={null}
        family={loaderData.family}
        keep={(now) => <KeepBar id={null} action="/patterns/new" now={now} />}
      />
    </Page>
  );
}
