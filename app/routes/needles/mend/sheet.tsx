/** Put it right: one plan for the faults that are marked, then step by step. A repair begun is in the journal. */
import { useEffect, useMemo, useState } from 'react';
import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import type { Happening } from '@core/journal/events';
import type { FaultState, JournalState } from '@core/journal/fold';
import { practiceFor } from '@core/repair/practice';
import { changePrefs, usePrefs } from '~/device/prefs';
import { minutesUpTo, useRepairPlace, type RepairPlace } from '~/device/repairs';
import type { KnitterSettings } from '~/knitter/settings';
import { problemWords } from '~/messages/mend';
import { lineOf } from '~/messages/numbers';
import { capital } from '~/messages/telling';
import type { OnFabric } from '../shown';
import { Toggle } from '../place/choices';
import type { RowInHand } from '../use-row';
import type { NeedlesView } from '../view';
import { frameBefore, Guided } from './guided';
import { Overview, type Choices } from './overview';
import {
  deviationAt,
  isMending,
  openFaults,
  pointerAt,
  sameAt,
  useMending,
  workedAt,
  type Mending,
} from './use-mending';

type Props = {
  pieceId: string;
  view: NeedlesView;
  state: JournalState;
  settings: KnitterSettings;
  row: RowInHand;
  record: (happening: Happening) => string;
  show: (shown: OnFabric | null) => void;
  onClose: () => void;
};

function usePanelName({ sheet }: NeedlesView) {
  return useMemo(() => {
    const names = new Map(
      sheet.plan.sections.flatMap(({ panels }) => panels.map(({ id, name }) => [id, name])),
    );
    return (id: string) => names.get(id) ?? id;
  }, [sheet]);
}

/** What is released, and how far each stitch drops; led through it, what is let down at that step. */
function shownOf(mending: Mending, at: number | null): OnFabric {
  const { ladders } = mending.plan;
  const rows = ladders.flatMap((ladder) => ladder.rows);
  const drops = ladders.flatMap((ladder) => ladder.drops.filter(({ by }) => by > 0));
  if (at === null)
    return {
      rows,
      near: true,
      figures: drops.map(({ row, column, by }) => ({ row, column, says: `${by}` })),
    };
  const step = mending.steps[at];
  const frame = step && frameBefore(mending.plan, step);
  const ladder = step && 'ladder' in step && step.ladder !== null ? ladders[step.ladder] : undefined;
  const loose = new Set(frame?.loose.map(({ row }) => row));
  return { rows, near: true, now: ladder?.rows.filter(({ row }) => loose.has(row)) ?? [] };
}

/** Shown on the fabric as long as the sheet is open. */
function useShown(mending: Mending | null, at: number | null, show: Props['show']) {
  useEffect(() => {
    show(mending && shownOf(mending, at));
    return () => show(null);
  }, [mending, at, show]);
}

/** Which of the marked faults are put right. */
function Which({
  faults,
  left,
  setLeft,
  name,
}: {
  faults: readonly FaultState[];
  left: ReadonlySet<string>;
  setLeft: (left: ReadonlySet<string>) => void;
  name: (fault: FaultState) => string;
}) {
  if (faults.length < 2) return null;
  const flip = (id: string, on: boolean) => {
    const next = new Set(left);
    if (on) next.delete(id);
    else next.add(id);
    setLeft(next);
  };
  return (
    <section aria-label="Crossings to put right">
      {faults.map((fault) => (
        <Toggle
          key={fault.id}
          label={capital(name(fault))}
          checked={!left.has(fault.id)}
          onChange={(on) => flip(fault.id, on)}
        />
      ))}
    </section>
  );
}

/** A swatch to try the first ladder on. */
function practiceIn({ sheet }: NeedlesView, mending: Mending | null, nameOf: (panel: string) => string) {
  const ladder = mending?.plan.ladders[0];
  const fault = ladder && mending.faults[ladder.faults[0] ?? 0];
  const found = ladder && fault ? practiceFor(sheet, deviationAt(fault), ladder) : null;
  return found && fault ? { ...found, name: nameOf(fault.panel) } : null;
}

const NOT_HERE =
  'This repair was begun on another device. How far it is, only your hands know: go on to the step that you are at.';
const CHANGED =
  'Since this repair was begun the plan or the marks have changed, and its steps with them. Look at the work, and go to the step that you are at.';

function noticeFor(place: RepairPlace | null, mending: Mending | null): string | null {
  if (!place) return NOT_HERE;
  return mending && mending.key !== place.key ? CHANGED : null;
}

export default function MendSheet(props: Props) {
  const { pieceId, view, state, settings, row, record, show, onClose } = props;
  const prefs = usePrefs();
  const { place, keep } = useRepairPlace(pieceId);
  const begun = state.repairs[state.repairs.length - 1] ?? null;
  const here = place && begun?.id === place.repair ? place : null;
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [wrongSide, setWrongSide] = useState<Choices['wrongSide']>('turn');
  const open = useMemo(() => openFaults(state.faults), [state.faults]);
  const faults = useMemo(
    () => open.filter(({ id }) => (begun ? begun.faults.includes(id) : !left.has(id))),
    [open, begun, left],
  );
  const nameOf = usePanelName(view);
  const line = lineOf(view.round);
  const faultName = (fault: FaultState | undefined) =>
    fault ? `${nameOf(fault.panel)}, ${line} ${fault.pieceRow}` : '';
  const asked = here
    ? { ...here, spot: here }
    : {
        wrongSide,
        between: prefs.strands,
        letRun: prefs.letRun,
        spot: begun
          ? { done: begun.done, worked: 0 }
          : { done: view.done, worked: workedAt(view.stops, row.pointer) },
      };
  const found = useMending(view, settings, faults, open, asked);
  const mending = isMending(found) ? found : null;
  useShown(mending, begun ? (here?.step ?? 0) : null, show);

  const begin = () => {
    if (!mending) return;
    const repair = record({
      kind: 'repairBegun',
      faults: mending.faults.map(({ id }) => id),
      done: view.done,
    });
    const { done, worked } = asked.spot;
    const { wrongSide: ws, between, letRun } = asked;
    keep({
      repair,
      step: 0,
      done,
      worked,
      wrongSide: ws,
      between,
      letRun,
      key: mending.key,
      minutes: 0,
      since: new Date().toISOString(),
    });
  };
  const go = (step: number) => {
    if (!mending || !begun) return;
    const { done, worked } = asked.spot;
    const { wrongSide: ws, between, letRun } = asked;
    const passed = mending.steps[step - 1];
    const ended = passed?.kind === 'moves' && passed.moves.find((move) => move.do === 'finishRow');
    if (ended && ended.do === 'finishRow' && ended.row === state.done + 1)
      record({ kind: 'rowDone', life: state.life, row: ended.row });
    const now = new Date();
    const minutes = here ? minutesUpTo(here, now.getTime()) : 0;
    keep({
      repair: begun.id,
      step,
      done,
      worked,
      wrongSide: ws,
      between,
      letRun,
      key: mending.key,
      minutes,
      since: now.toISOString(),
    });
  };
  const finish = () => {
    const minutes = here ? Math.round(minutesUpTo(here, Date.now())) : undefined;
    // Two devices may have marked the same crossing.
    const mended = state.faults.filter(
      (fault) => !fault.mended && mending?.faults.some((one) => sameAt(one, fault)),
    );
    for (const { id } of mended)
      record({ kind: 'mended', fault: id, by: 'ladder', ...(minutes !== undefined && { minutes }) });
    const to = mending && pointerAt(view, mending.plan.ends);
    if (to && (row.pointer.stop > 0 || prefs.density === 'stitches')) row.moveTo(to);
    keep(null);
    onClose();
  };
  const giveUp = () => {
    if (begun) record({ kind: 'undo', target: begun.id });
    keep(null);
  };
  const choose = (choices: Choices) => {
    setWrongSide(choices.wrongSide);
    changePrefs({ strands: choices.between, letRun: choices.letRun });
  };
  const problems = isMending(found)
    ? []
    : found.map((problem) => `${capital(faultName(faults[problem.fault]))}: ${problemWords(problem, line)}`);
  const practice = practiceIn(view, mending, nameOf);
  const uncrossed = (mending?.faults ?? faults).some(({ made }) => made === 'uncrossed');
  return (
    <Dialog.Root open modal={false} onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(event) => event.preventDefault()}
          className="fixed inset-y-0 right-0 z-30 flex w-[min(600px,100vw)] flex-col border-l-4 border-fault bg-ground shadow-[-14px_0_40px_rgb(20_13_6/0.25)] max-[760px]:left-0 max-[760px]:w-screen max-[760px]:border-l-0"
        >
          <div className="flex items-center justify-between gap-3 border-b-2 border-line px-5 py-1 max-[760px]:px-4">
            <Dialog.Title className="text-xl leading-tight">
              Put it right{faults.length === 1 && `: ${faultName(faults[0])}`}
            </Dialog.Title>
            <Dialog.Close className="quiet-button -mr-2" aria-label={begun ? 'Pause' : 'Close'}>
              <X aria-hidden="true" />
            </Dialog.Close>
          </div>
          {begun && mending ? (
            <>
              <Guided
                mending={mending}
                at={Math.min(here?.step ?? 0, mending.steps.length)}
                uncrossed={uncrossed}
                lifelines={state.lifelines.map((lifeline) => lifeline.row)}
                practice={practice}
                notice={noticeFor(here, mending)}
                go={go}
                finish={finish}
              />
              {(here?.step ?? 0) === 0 && (
                <button type="button" className="quiet-button" onClick={giveUp}>
                  Not now: back to what it takes
                </button>
              )}
            </>
          ) : (
            <Overview
              mending={mending}
              problems={faults.length === 0 ? ['Choose at least one crossing.'] : problems}
              faultName={(fault) => faultName((mending?.faults ?? faults)[fault])}
              nameOf={nameOf}
              view={view}
              row={row}
              settings={settings}
              choices={asked}
              choose={choose}
              begin={begin}
            >
              {!begun && <Which faults={open} left={left} setLeft={setLeft} name={faultName} />}
            </Overview>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
