/** One step of a repair at a time: what to do, huge, the ladder as it lies, and how each crossing is made. */
import { Check, ChevronLeft } from 'lucide-react';
import { framesOf } from '@core/cue/frames';
import type { CrossingStep } from '@core/cue/steps';
import { movesOf } from '@core/cue/technique';
import { alikeWith, listed, type GuideStep } from '@core/repair/guide';
import type { PlannedMove, RepairPlan } from '@core/repair/plan';
import { moveWords } from '~/messages/moves';
import { listedSaid, stepMinds, stepSaid, stepTitle, type SafeBelow } from '~/messages/mend';
import { capital } from '~/messages/telling';
import { Disclosure } from '~/ui/disclosure';
import { Film } from '../film';
import { LadderDrawing } from './drawing';
import type { Mending } from './use-mending';

/** The strand that a step works, and what comes before it. */
const strandIn = (step: GuideStep) =>
  step.kind === 'moves' ? step.moves.find((move) => move.do === 'strand' || move.do === 'float') : undefined;

/** The state in which a step is done: after the move before it. */
export function frameBefore({ moves }: RepairPlan, step: GuideStep) {
  if (step.kind === 'ready') return null;
  if (step.kind === 'loops') return step.move.frame;
  if (step.kind === 'even') return moves.findLast(({ ladder }) => ladder === step.ladder)?.frame ?? null;
  const first = step.moves.find(({ ladder }) => ladder !== null);
  if (!first) return null;
  const before = moves[moves.indexOf(first) - 1];
  return before?.frame && before.ladder === first.ladder ? before.frame : first.frame;
}

function Crossings({ moves: all, how }: { moves: readonly PlannedMove[]; how: Mending['how'] }) {
  const strand = all.find((move) => move.do === 'strand');
  const crossings =
    strand?.do === 'strand'
      ? strand.steps.filter((step): step is CrossingStep => step.kind === 'crossing')
      : [];
  return crossings.map((step, i) => {
    const way = how.wayOf(step);
    const moves = movesOf(step, way);
    return (
      <Disclosure key={i} title={`How to cross: ${step.over} over ${step.under}, leaning ${step.lean}`}>
        <Film
          step={step}
          frames={framesOf(step, moves)}
          words={moves.map((move) => moveWords(move, how.needles))}
          mirrored={how.needles.feeding.startsWith('right')}
          needles={how.needles}
        />
      </Disclosure>
    );
  });
}

function Drawn({ mending, step }: { mending: Mending; step: GuideStep }) {
  const { plan, how } = mending;
  const frame = frameBefore(plan, step);
  const ladder = 'ladder' in step && step.ladder !== null ? plan.ladders[step.ladder] : undefined;
  if (!frame || !ladder) return null;
  const strand = strandIn(step);
  const pass = strand?.do === 'strand' ? strand.pass : 0;
  return (
    <LadderDrawing
      frame={frame}
      lowest={ladder.row}
      top={ladder.top}
      pass={pass}
      now={strand && 'number' in strand ? strand.number : null}
      mirrored={how.side === 'left'}
      words={`${frame.loops.length} loops, ${frame.loose.length} loose strands`}
    />
  );
}

/** What the hands do, huge; what follows after it smaller. */
function Said({ words }: { words: string }) {
  const cut = words.lastIndexOf('; ');
  const [first, then] = cut < 0 ? [words, ''] : [words.slice(0, cut + 1), words.slice(cut + 2)];
  return (
    <div className="my-2 leading-tight font-bold" role="status" aria-label="The step in hand">
      <span className="block text-[32px] max-[760px]:text-[28px]">{first}</span>
      {then && <span className="mt-1 block text-[22px]"> {then}</span>}
    </div>
  );
}

/** For who is somewhere else: every step, to go to. */
function AllSteps({ mending: { steps, how }, at, go }: Pick<Props, 'mending' | 'at' | 'go'>) {
  return (
    <Disclosure title="All steps">
      <ol>
        {listed(steps).map(({ at: place }) => (
          <li key={place} className="border-t border-line">
            <button
              type="button"
              className="min-h-12 w-full py-2 text-left aria-[current=step]:font-bold"
              aria-current={at >= place && at < place + alikeWith(steps, place).length ? 'step' : undefined}
              onClick={() => go(place)}
            >
              {listedSaid(steps, place, how)}
            </button>
          </li>
        ))}
      </ol>
    </Disclosure>
  );
}

function safeBelow(
  { plan }: Mending,
  lifelines: readonly number[],
  practice: SafeBelow['practice'],
): SafeBelow {
  const lowest = Math.min(...plan.ladders.map(({ row }) => row));
  const below = lifelines.filter((row) => row < lowest);
  return { lowest, lifeline: below.length > 0 ? Math.max(...below) : null, practice };
}

type Props = {
  mending: Mending;
  at: number;
  uncrossed: boolean;
  lifelines: readonly number[];
  practice: SafeBelow['practice'];
  notice: string | null;
  go: (at: number) => void;
  finish: () => void;
};

export function Guided({ mending, at, uncrossed, lifelines, practice, notice, go, finish }: Props) {
  const { steps, how, plan } = mending;
  const last = at >= steps.length;
  const step = steps[at];
  const ladder = step && 'ladder' in step && step.ladder !== null ? plan.ladders[step.ladder] : undefined;
  const strands = ladder ? ladder.strands + ladder.floats : 0;
  const alike = step?.kind === 'moves' && step.alike.of > 1 ? step.alike : null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="min-h-0 flex-1 overflow-y-auto px-5 pt-3 pb-4 max-[760px]:px-4" aria-live="polite">
        {notice && <p className="mb-3 rounded-lg border-2 border-fault p-3 font-semibold">{notice}</p>}
        {step ? (
          <>
            <p className="text-lg text-soft">
              {stepTitle(step, strands)}
              {alike && ` · ${alike.nth} of ${alike.of} alike`}
            </p>
            <Said words={stepSaid(step, how)} />
            <Drawn mending={mending} step={step} />
            {stepMinds(step, { ...how, uncrossed, safe: safeBelow(mending, lifelines, practice) }).map(
              (line) => (
                <p key={line} className="mt-2 text-lg">
                  {line}
                </p>
              ),
            )}
            {step.kind === 'moves' && <Crossings moves={step.moves} how={how} />}
            <AllSteps mending={mending} at={at} go={go} />
          </>
        ) : (
          <>
            <div
              className="my-2 text-[30px] leading-tight font-bold"
              role="status"
              aria-label="The step in hand"
            >
              {capital(how.line)} by {how.line} as it was, every crossing as charted.
            </div>
            <p className="text-lg">
              Look at it once more from the right side, and count the stitches of the {how.line} in hand.
            </p>
          </>
        )}
      </div>
      <div className="flex gap-3 border-t-2 border-line px-5 py-3 max-[760px]:px-4">
        <button
          type="button"
          className="plain-button min-h-16 px-4"
          disabled={at === 0}
          onClick={() => go(at - 1)}
        >
          <ChevronLeft aria-hidden="true" /> Back
        </button>
        {last ? (
          <button type="button" className="action-button min-h-16 flex-1 text-xl" onClick={finish}>
            <Check aria-hidden="true" /> It is mended
          </button>
        ) : (
          <button type="button" className="action-button min-h-16 flex-1 text-xl" onClick={() => go(at + 1)}>
            <Check aria-hidden="true" /> {at === 0 ? 'Begin' : 'Done'}
          </button>
        )}
      </div>
    </div>
  );
}
