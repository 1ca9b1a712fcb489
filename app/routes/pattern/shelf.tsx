/** A chart of the shelf on the desk, in the knitter's own naming family; kept, it is hers to change. */
import { data } from 'react-router';
import { NO_CHOICES } from '@core/notation/choices';
import { writeRows } from '@core/notation/write';
import { shelfChart } from '@core/shelf/shelf';
import { whoAsks } from '~/knitter/asking.server';
import { readSettings } from '~/db/pieces.server';
import { readText } from '~/patterns/reading';
import { Page } from '~/ui/page';
import { Desk } from './desk';
import { KeepBar } from './keep-bar';
import type { Route } from './+types/shelf';

export async function loader({ params, context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  const entry = shelfChart(params.key);
  if (!entry) throw data('There is no such chart on the shelf.', { status: 404 });
  const { family } = await readSettings(db, knitterId);
  const text = writeRows(entry.chart, { family, construction: 'flat', presented: true });
  return {
    key: entry.key,
    name: entry.name,
    text,
    family,
    reading: readText(text, entry.name, NO_CHOICES, family),
  };
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.name ?? 'Shelf'} · Gritch` },
];

export default function ShelfPattern({ loaderData }: Route.ComponentProps) {
  const { key, name, text, family, reading } = loaderData;
  return (
    <Page title={name} wide>
      <Desk
        key={key}
        first={{ name, text, choices: NO_CHOICES }}
        firstReading={reading}
        family={family}
        keep={(now) => <KeepBar id={null} action="/patterns/new" now={now} />}
      />
    </Page>
  );
}
