/** Beside the row in hand: a repair that is under way, or where the row stops for one. */
import { useMemo } from 'react';
import { Wrench } from 'lucide-react';
import type { FaultState, JournalState } from '@core/journal/fold';
import { USUAL_WAY } from '@core/repair/plan';
import { useRepairPlace } from '~/device/repairs';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { stepWords } from '~/messages/cue';
import { counted, lineOf, stitches } from '~/messages/numbers';
import { useSettled } from '../use-row-and-next';
import type { NeedlesView } from '../view';
import { mendingFor, openFaults } from './use-mending';

type Props = {
  pieceId: string;
  view: NeedlesView;
  state: JournalState;
  settings: KnitterSettings;
  open: () => void;
};

/** "Stop after purl 2 (6 stitches)": where the first ladder begins that this row comes to. */
function stopWords(
  view: NeedlesView,
  faults: readonly FaultState[],
  settings: KnitterSettings,
): string | null {
  const { sheet, done, stops, working, round } = view;
  const found = mendingFor(sheet, faults, faults, { done, worked: 0 }, settings.hand, USUAL_WAY);
  const first = 'plan' in found ? found.plan.moves[0] : undefined;
  if (first?.do !== 'workOn' || working === null) return null;
  const last = stops.find(({ before, takes }) => before + takes === first.count);
  const after = last
    ? `${stepWords(last.step, wayOf(settings))} (${stitches(first.count)})`
    : stitches(first.count);
  return `In ${lineOf(round)} ${working} stop after ${after}.`;
}

export default function MendNote({ pieceId, view, state, settings, open }: Props) {
  const { place } = useRepairPlace(pieceId);
  const settled = useSettled(view);
  const faults = useMemo(() => openFaults(state.faults), [state.faults]);
  const begun = state.repairs[state.repairs.length - 1];
  const stop = useMemo(
    () => (begun || faults.length === 0 ? null : stopWords(settled, faults, settings)),
    [begun, faults, settled, settings],
  );
  if (faults.length === 0) return null;
  const here = place?.repair === begun?.id ? place : null;
  const words = begun
    ? `A repair is under way${here ? `, at step ${here.step + 1}` : ', begun on another device'}.`
    : `${counted(faults.length, 'crossing')} marked as wrong.${stop ? ` ${stop}` : ''}`;
  return (
    <section
      className="my-3 flex flex-wrap items-center gap-3 rounded-lg border-2 border-fault p-3"
      aria-label="Repair"
    >
      <Wrench aria-hidden="true" className="shrink-0 text-fault" />
      <p className="min-w-0 flex-1 font-semibold">{words}</p>
      <button type="button" className={begun ? 'action-button' : 'plain-button'} onClick={open}>
        {begun ? 'Go on with it' : 'Put it right'}
      </button>
    </section>
  );
}
