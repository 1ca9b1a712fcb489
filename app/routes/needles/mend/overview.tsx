/** Before a repair begins: what it takes, fault by fault and ladder by ladder, how she likes to do it, and every step. */
import type { ReactNode } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { listed, mayRun } from '@core/repair/guide';
import type { Ladder } from '@core/repair/plan';
import { dropWords, listedSaid, touchedWords } from '~/messages/mend';
import { stepWords } from '~/messages/cue';
import { wayOf } from '~/knitter/settings';
import { capital } from '~/messages/telling';
import { lineOf, plural } from '~/messages/numbers';
import { Disclosure } from '~/ui/disclosure';
import { Chips } from '../place/choices';
import type { RowInHand } from '../use-row';
import type { NeedlesView } from '../view';
import type { Mending } from './use-mending';

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex flex-col justify-between">
      <dt className="mb-1 text-base leading-tight text-soft">{name}</dt>
      <dd className="numerals text-4xl leading-none font-extrabold">{children}</dd>
    </div>
  );
}

/** What one ladder takes, in figures and in words. */
export function LadderFacts({
  ladder,
  nameOf,
  round,
}: {
  ladder: Ladder;
  nameOf: (panel: string) => string;
  round: boolean;
}) {
  const drops = dropWords(ladder.drops, lineOf(round));
  const others = ladder.remake.filter(({ fault }) => !fault);
  const rows = [...new Set(others.map(({ row }) => row))];
  return (
    <>
      <dl className="mt-3 grid grid-cols-3 gap-x-4 gap-y-2" data-testid="ladder-facts">
        <Fact name="Stitches off the needle">{ladder.onNeedle}</Fact>
        <Fact name="Loose strands (ladder)">{ladder.strands}</Fact>
        <Fact name="Crossings to make again">{others.length}</Fact>
      </dl>
      {drops && <p className="mt-2">{drops}</p>}
      {rows.length > 0 && (
        <p className="mt-2">
          Also crossed in those stitches: {plural(rows.length, lineOf(round))} {rows.join(', ')}.
        </p>
      )}
      {ladder.floats > 0 && (
        <p className="mt-2">
          {ladder.floats} more {plural(ladder.floats, 'strand is only a float', 'strands are only floats')} of
          slipped stitches.
        </p>
      )}
      {touchedWords(ladder.touched, nameOf).map((line) => (
        <p key={line} className="mt-2">
          {line}
        </p>
      ))}
    </>
  );
}

/** Where in the row in hand she is: the same mark that the needles screen shows. */
function InRow({
  view,
  row,
  settings,
}: {
  view: NeedlesView;
  row: RowInHand;
  settings: Parameters<typeof wayOf>[0];
}) {
  const { stops, working, round } = view;
  if (working === null) return null;
  const { stop, part } = row.pointer;
  const last = stops[stop - 1];
  const line = lineOf(round);
  const words = last
    ? `In ${line} ${working} you have worked as far as: ${stepWords(last.step, wayOf(settings))} (${last.panel.name}).`
    : `${capital(line)} ${working} is not begun.`;
  return (
    <section className="mt-4" aria-label={`Where you are in ${line} ${working}`}>
      <p>
        {part > 0 ? 'Finish the crossing in hand first. ' : ''}
        {words}
      </p>
      <div className="mt-2 flex gap-2">
        <button
          type="button"
          className="plain-button"
          disabled={stop + part === 0}
          onClick={() => row.moveTo({ stop: Math.max(0, stop - (part > 0 ? 0 : 1)), part: 0 })}
        >
          <ChevronLeft aria-hidden="true" /> Back
        </button>
        <button
          type="button"
          className="plain-button"
          disabled={stop >= stops.length}
          onClick={() => row.moveTo({ stop: stop + 1, part: 0 })}
        >
          Further <ChevronRight aria-hidden="true" />
        </button>
      </div>
    </section>
  );
}

export type Choices = {
  readonly wrongSide: 'turn' | 'finish';
  readonly between: 'slide' | 'turn';
  readonly letRun: boolean;
};

/** Chips under their question. */
function Asked<T extends string>(props: Parameters<typeof Chips<T>>[0]) {
  return (
    <div>
      <p className="mb-1.5 font-semibold" aria-hidden="true">
        {props.label}
      </p>
      <Chips {...props} />
    </div>
  );
}

function HowSheLikesIt({
  mending,
  view,
  choices,
  choose,
}: {
  mending: Mending | null;
  view: NeedlesView;
  choices: Choices;
  choose: (choices: Choices) => void;
}) {
  const { cue, sheet, working, round } = view;
  const turns = sheet.plan.construction === 'flat';
  const runs = mending?.plan.ladders.some((_, i) => mayRun(mending.plan, i)) ?? false;
  return (
    <div className="mt-5 grid gap-4">
      {cue?.working.side === 'WS' && turns && (
        <Asked
          label={`With the wrong side of ${lineOf(round)} ${working} facing you`}
          value={choices.wrongSide}
          options={[
            ['turn', 'Turn over as it is'],
            ['finish', `Finish row ${working} first`],
          ]}
          onChoose={(wrongSide) => choose({ ...choices, wrongSide })}
        />
      )}
      <Asked
        label="After each strand"
        value={choices.between}
        options={[
          ['slide', 'Slide back each time'],
          ['turn', 'Turn and work back'],
        ]}
        onChoose={(between) => choose({ ...choices, between })}
      />
      {runs && (
        <Asked
          label="Letting down"
          value={choices.letRun ? 'run' : 'rows'}
          options={[
            ['rows', 'Row by row'],
            ['run', 'Let them run'],
          ]}
          onChoose={(down) => choose({ ...choices, letRun: down === 'run' })}
        />
      )}
    </div>
  );
}

export function Overview({
  mending,
  problems,
  faultName,
  nameOf,
  view,
  row,
  settings,
  choices,
  choose,
  begin,
  children,
}: {
  mending: Mending | null;
  problems: readonly string[];
  /** Of a fault, by its place in the list. */
  faultName: (fault: number) => string;
  nameOf: (panel: string) => string;
  view: NeedlesView;
  row: RowInHand;
  settings: Parameters<typeof wayOf>[0];
  choices: Choices;
  choose: (choices: Choices) => void;
  begin: () => void;
  /** Which faults are put right. */
  children: ReactNode;
}) {
  const { round } = view;
  const ladders = mending?.plan.ladders ?? [];
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="min-h-0 flex-1 overflow-y-auto px-5 pt-3 pb-6 max-[760px]:px-4">
        {children}
        {problems.map((words) => (
          <p key={words} className="mt-3 rounded-lg border-2 border-fault p-3">
            {words}
          </p>
        ))}
        {ladders.length > 1 && (
          <p className="mt-3">
            {ladders.length} ladders, one after the other, each down and up whole, in this order:
          </p>
        )}
        {ladders.map((ladder, i) => (
          <section key={i} className="mt-4" aria-label={`Ladder ${i + 1}`}>
            <h3 className="text-xl font-bold">
              {ladders.length > 1 && `${i + 1}. `}
              {capital(ladder.faults.map(faultName).join(' and '))}
            </h3>
            {ladder.faults.length > 1 && <p>One ladder puts all of them right.</p>}
            <LadderFacts ladder={ladder} nameOf={nameOf} round={round} />
          </section>
        ))}
        <InRow view={view} row={row} settings={settings} />
        <HowSheLikesIt mending={mending} view={view} choices={choices} choose={choose} />
        {mending && (
          <Disclosure title="Every step, from the right side">
            <ol className="list-decimal pl-7" aria-label="Every step">
              {listed(mending.steps).map(({ at }) => (
                <li key={at} className="border-t border-line py-1.5 pl-1">
                  {listedSaid(mending.steps, at, mending.how)}
                </li>
              ))}
            </ol>
          </Disclosure>
        )}
      </div>
      {mending && (
        <div className="border-t-2 border-line px-5 py-3 max-[760px]:px-4">
          <button type="button" className="action-button min-h-16 w-full text-xl" onClick={begin}>
            Lead me through it
          </button>
        </div>
      )}
    </div>
  );
}
