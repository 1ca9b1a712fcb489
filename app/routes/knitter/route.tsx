/** How I knit: hand, counting school, units, naming family, and how to show things. */
import { data, Form, Link, useNavigation } from 'react-router';
import { z } from 'zod';
import { FAMILIES } from '@core/notation/names';
import { inSchool } from '@core/place/count';
import { WAYS } from '@core/cue/technique';
import { awkwardBindOffs } from '@core/cue/notices';
import { worksheet } from '@core/piece/worksheet';
import type { Hand } from '@core/stitch/types';
import { orNull } from '~/db/stored';
import { whoAsks, type Asking } from '~/knitter/asking.server';
import { openJournal } from '~/db/journal-part.server';
import { listPieces, readSettings, saveSettings } from '~/db/pieces.server';
import { plural } from '~/messages/numbers';
import { WAY_WORDS } from '~/messages/moves';
import { THEMES, type KnitterSettings } from '~/knitter/settings';
import { Page } from '~/ui/page';
import type { Route } from './+types/route';

export async function loader({ context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  return { settings: await readSettings(db, knitterId) };
}

const yesNo = z.enum(['yes', 'no']).transform((value) => value === 'yes');
const settingsSchema = z.object({
  intent: z.literal('settings'),
  hand: z.enum(['right', 'left']),
  loopCounts: yesNo,
  crossingRowIsOne: yesNo,
  units: z.enum(['cm', 'in']),
  family: z.enum(FAMILIES),
  wrongSide: z.enum(['faces', 'chart', 'ask']),
  theme: z.enum(THEMES),
  way: z.enum(WAYS).exclude(['secondFirst']),
  twistWay: z.enum(WAYS),
});
const faceSchema = z.object({ intent: z.literal('wrongSide'), wrongSide: z.enum(['faces', 'chart']) });
const schoolSchema = z.object({ intent: z.literal('school'), loopCounts: yesNo, crossingRowIsOne: yesNo });
const postSchema = z.discriminatedUnion('intent', [settingsSchema, faceSchema, schoolSchema]);

export async function action({ request, context }: Route.ActionArgs) {
  const parsed = postSchema.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success)
    return data(
      {
        saved: false,
        awkward: [],
        problem: `Not saved: ${parsed.error.issues[0]?.path.join('.') ?? 'the form'} has no such choice.`,
      },
      { status: 400 },
    );
  const { db, knitterId } = whoAsks(context);
  const before = await readSettings(db, knitterId);
  const post = parsed.data;
  if (post.intent === 'wrongSide')
    await saveSettings(db, knitterId, { ...before, wrongSide: post.wrongSide });
  else if (post.intent === 'school') {
    const { loopCounts, crossingRowIsOne } = post;
    await saveSettings(db, knitterId, { ...before, school: { loopCounts, crossingRowIsOne } });
  } else {
    const { hand, loopCounts, crossingRowIsOne, units, family, wrongSide, theme, way, twistWay } = post;
    const awkward = hand === before.hand ? [] : await awkwardPieces({ db, knitterId }, hand);
    await saveSettings(db, knitterId, {
      hand,
      school: { loopCounts, crossingRowIsOne },
      units,
      family,
      wrongSide: wrongSide === 'ask' ? null : wrongSide,
      theme,
      way,
      twistWay,
    });
    return data({ saved: true, problem: null, awkward });
  }
  return data({ saved: true, problem: null, awkward: [] });
}

type Awkward = { readonly id: string; readonly name: string; readonly rows: readonly number[] };

/** Pieces in which the other hand would have to bind off at the end of a row that is still to come. */
async function awkwardPieces({ db, knitterId }: Asking, hand: Hand): Promise<Awkward[]> {
  const all = await listPieces(db, knitterId);
  const found = await Promise.all(
    all.map(async ({ id, name, plan }) => {
      const journal = plan && (await orNull(openJournal(db, knitterId, id)));
      // A damaged piece says so itself.
      if (!plan || !journal) return { id, name, rows: [] };
      const { state } = journal;
      const rows = awkwardBindOffs(worksheet(plan, state.facts), hand).filter((row) => row > state.done);
      return { id, name, rows };
    }),
  );
  return found.filter(({ rows }) => rows.length > 0);
}

const ROWS_NAMED = 6;

/** What this hand cannot do, and what to do instead. */
function AwkwardList({ awkward }: { awkward: readonly Awkward[] }) {
  return awkward.map(({ id, name, rows }) => (
    <p key={id} role="alert" className="problems">
      <Link to={`/pieces/${id}/plan`} className="underline">
        {name}
      </Link>{' '}
      binds off in {plural(rows.length, 'row')} {rows.slice(0, ROWS_NAMED).join(', ')}
      {rows.length > ROWS_NAMED && ' and more'}, where this hand is at the end of the row and the yarn does
      not go on. Change the plan: one row later these stitches are at the beginning.
    </p>
  ));
}

export const meta: Route.MetaFunction = () => [{ title: 'How I knit · Gritch' }];

type Choice = { value: string; label: string; more?: string };

function Choices({
  name,
  legend,
  value,
  choices,
}: {
  name: string;
  legend: string;
  value: string;
  choices: readonly Choice[];
}) {
  return (
    <fieldset className="setting">
      <legend className="font-display text-2xl font-bold">{legend}</legend>
      {choices.map((choice) => (
        <label key={choice.value} className="choice">
          <input type="radio" name={name} value={choice.value} defaultChecked={choice.value === value} />
          <span>
            {choice.label}
            {choice.more && <span className="block text-soft">{choice.more}</span>}
          </span>
        </label>
      ))}
    </fieldset>
  );
}

function Counting({ settings }: { settings: KnitterSettings }) {
  const { school } = settings;
  return (
    <div className="counting">
      <Choices
        name="loopCounts"
        legend="The loop on the needle"
        value={school.loopCounts ? 'yes' : 'no'}
        choices={[
          { value: 'yes', label: 'counts as a row' },
          { value: 'no', label: 'does not count' },
        ]}
      />
      <Choices
        name="crossingRowIsOne"
        legend="The crossing row itself"
        value={school.crossingRowIsOne ? 'yes' : 'no'}
        choices={[
          { value: 'yes', label: 'is row 1', more: 'It is the first row above the hole.' },
          { value: 'no', label: 'is row 0', more: 'Counting starts with the row after it.' },
        ]}
      />
      <p className="text-soft">
        As set now: the crossing row and three rows more are “{inSchool(4, school)}”.
      </p>
    </div>
  );
}

export default function Knitter({ loaderData, actionData }: Route.ComponentProps) {
  const { settings } = loaderData;
  const saving = useNavigation().state === 'submitting';
  return (
    <Page title="How I knit">
      <Form method="post">
        <input type="hidden" name="intent" value="settings" />
        <div className="settings">
          <Choices
            name="hand"
            legend="Hand"
            value={settings.hand}
            choices={[
              { value: 'right', label: 'Right-handed', more: 'Right-side rows run from right to left.' },
              {
                value: 'left',
                label: 'Left-handed (mirrored)',
                more: 'The picture stays; holds and decreases are turned for you.',
              },
            ]}
          />
          <Choices
            name="family"
            legend="Names of crossings"
            value={settings.family}
            choices={[
              {
                value: 'fraction',
                label: '2/2 RC, 2/1 LPC',
                more: 'over / under, the lean, P for purled behind',
              },
              { value: 'hold', label: 'C4B, T3F', more: 'stitches in all, held at the back or front' },
              { value: 'lean', label: 'C4R, T3L', more: 'stitches in all, leaning right or left' },
              { value: 'words', label: '2 over 2 right cross', more: 'in plain words' },
            ]}
          />
          <Choices
            name="way"
            legend="Crossings are worked"
            value={settings.way}
            choices={WAYS.filter((way) => way !== 'secondFirst').map((value) => ({
              value,
              label: WAY_WORDS[value],
            }))}
          />
          <Choices
            name="twistWay"
            legend="Crossings of 1 over 1"
            value={settings.twistWay}
            choices={WAYS.map((value) => ({ value, label: WAY_WORDS[value] }))}
          />
          <Counting settings={settings} />
          <Choices
            name="wrongSide"
            legend="On wrong-side rows the fabric hangs"
            value={settings.wrongSide ?? 'ask'}
            choices={[
              { value: 'faces', label: 'as it faces me' },
              { value: 'chart', label: 'as the chart shows it' },
              { value: 'ask', label: 'ask me on the next one' },
            ]}
          />
          <Choices
            name="units"
            legend="Measures"
            value={settings.units}
            choices={[
              { value: 'cm', label: 'Centimetres' },
              { value: 'in', label: 'Inches' },
            ]}
          />
          <Choices
            name="theme"
            legend="Light"
            value={settings.theme}
            choices={[
              { value: 'system', label: 'As the device is set' },
              { value: 'daylight', label: 'Daylight' },
              { value: 'lamplight', label: 'Lamplight' },
            ]}
          />
        </div>
        {actionData && <AwkwardList awkward={actionData.awkward} />}
        <div className="mt-8 flex items-center gap-5">
          <button type="submit" className="action-button" disabled={saving}>
            Keep it so
          </button>
          <p role="status" className={actionData?.problem ? 'text-fault font-semibold' : 'text-soft'}>
            {actionData?.problem ?? (actionData?.saved && !saving ? 'Kept.' : '')}
          </p>
        </div>
      </Form>
    </Page>
  );
}
