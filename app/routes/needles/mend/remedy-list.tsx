/** The ways to deal with an odd crossing: the one to take first, with its reason; the others, and why some cannot be. */
import { useMemo, type ReactNode } from 'react';
import type { Happening } from '@core/journal/events';
import { mirrorPlace } from '@core/inspect/track';
import type { FaultState, JournalState } from '@core/journal/fold';
import { paceOf } from '@core/journal/pace';
import { ifFoundLater, remediesFor, USUAL_PER_STITCH } from '@core/repair/remedies';
import type { Offer } from '@core/repair/ways';
import { changePrefs, LONGEST, usePrefs } from '~/device/prefs';
import type { KnitterSettings } from '~/knitter/settings';
import {
  howWords,
  laterWords,
  offerWords,
  reasonWords,
  refusalWords,
  REMEDY_WORDS,
} from '~/messages/remedies';
import { lineOf } from '~/messages/numbers';
import { Disclosure } from '~/ui/disclosure';
import { Chips, Toggle } from '../place/choices';
import type { RowInHand } from '../use-row';
import type { NeedlesView } from '../view';
import type { OnFabric } from '../shown';
import { Needlework } from './needlework';
import { deviationAt, workedAt } from './use-mending';

type Props = {
  view: NeedlesView;
  state: JournalState;
  settings: KnitterSettings;
  row: RowInHand;
  fault: FaultState;
  panelName: string;
  boundOff: boolean;
  record: (happening: Happening) => string;
  /** Points out on the fabric what is worked. */
  point: (shown: OnFabric | null) => void;
  onMend: () => void;
  onClose: () => void;
};

/** Milliseconds that a stitch takes her, by the rows that were timed. */
function usePerStitch({ stitches }: NeedlesView, state: JournalState): number {
  return useMemo(() => {
    const { any } = paceOf([...state.entries.values()], state, () => 'plain');
    return any === null
      ? USUAL_PER_STITCH
      : Math.min(20_000, Math.max(800, any / Math.max(1, stitches.takes)));
  }, [state, stitches.takes]);
}

function Acts({ offer, props, lead }: { offer: Offer; props: Props; lead: boolean }) {
  const { fault, state, record, onMend, onClose, view } = props;
  const line = lineOf(view.round);
  const look = lead ? 'action-button min-h-14 w-full text-lg' : 'plain-button';
  const act = (words: string, does: () => void) => (
    <button type="button" className={`mt-3 ${look}`} onClick={does}>
      {words}
    </button>
  );
  const told = (happening: Happening) => () => {
    record(happening);
    onClose();
  };
  switch (offer.remedy) {
    case 'ladder':
      return act('Put it right, step by step', onMend);
    case 'unpick':
      return act(
        `Unpicked: ${line} ${fault.pieceRow} is in hand`,
        told({ kind: 'ripped', life: state.life, to: fault.pieceRow - 1 }),
      );
    case 'rip':
      return act(
        `Ripped back to ${line} ${offer.to?.row ?? 0}`,
        told({ kind: 'ripped', life: state.life, to: offer.to?.row ?? 0 }),
      );
    case 'sew':
      return act('It is sewn over', told({ kind: 'mended', fault: fault.id, by: 'sewn' }));
    case 'graft':
      return act('It is grafted', told({ kind: 'mended', fault: fault.id, by: 'grafted' }));
    case 'leave':
      return act('Leave it as it lies', told({ kind: 'left', fault: fault.id, as: 'itLies' }));
    case 'feature':
      return <FeatureActs props={props} act={act} />;
  }
}

/** Made a feature in its own panel, or in the other half of a mirrored pair too. */
function FeatureActs({
  props: { view, fault, record, onClose },
  act,
}: {
  props: Props;
  act: (words: string, does: () => void) => ReactNode;
}) {
  const { sheet, done } = view;
  const also = useMemo(() => mirrorPlace(sheet, fault.panel, fault, done), [sheet, fault, done]);
  const made = (there: typeof also) => () => {
    const place = there && { panel: there.panel, wale: there.wale };
    record({ kind: 'left', fault: fault.id, as: 'feature', from: done + 1, also: place });
    onClose();
  };
  const other =
    also && sheet.plan.sections.flatMap(({ panels }) => panels).find(({ id }) => id === also.panel);
  return (
    <>
      {act('Cross it so from now on', made(null))}
      {other && act(`Cross it so, and mirrored in ${other.name}`, made(also))}
    </>
  );
}

function HowTo({ offer, props }: { offer: Offer; props: Props }) {
  const { view, fault, panelName, point } = props;
  const { remedy } = offer;
  const at = useMemo(() => deviationAt(fault), [fault]);
  return (
    <>
      {howWords(offer, lineOf(view.round), panelName).map((words) => (
        <p key={words} className="mt-2">
          {words}
        </p>
      ))}
      {(remedy === 'sew' || remedy === 'graft') && (
        <Needlework remedy={remedy} fault={at} view={view} point={point} />
      )}
    </>
  );
}

function Limits(): ReactNode {
  const prefs = usePrefs();
  return (
    <Disclosure title="What may be offered">
      <Toggle
        label="Nothing is ever cut"
        checked={prefs.neverCut}
        onChange={(neverCut) => changePrefs({ neverCut })}
      />
      <Chips
        label="The longest ladder, in rows"
        value={String(prefs.longestLadder)}
        options={LONGEST.map(
          (most) => [String(most), most === 0 ? 'Any ladder' : `Up to ${most} rows`] as const,
        )}
        onChoose={(most) => changePrefs({ longestLadder: LONGEST.find((one) => String(one) === most) ?? 0 })}
      />
    </Disclosure>
  );
}

export function RemedyList(props: Props) {
  const { view, state, settings, row, fault, boundOff } = props;
  const { sheet, done, stops, round } = view;
  const { neverCut, longestLadder } = usePrefs();
  const perStitch = usePerStitch(view, state);
  const worked = workedAt(stops, row.pointer);
  const { lifelines } = state;
  const remedies = useMemo(
    () =>
      remediesFor(sheet, deviationAt(fault), fault.charted, { done, worked }, settings.hand, {
        perStitch,
        lifelines: lifelines.map(({ row: at }) => at),
        boundOff,
        limits: { neverCut, longestLadder: longestLadder === 0 ? null : longestLadder },
      }),
    [sheet, fault, done, worked, settings.hand, perStitch, lifelines, boundOff, neverCut, longestLadder],
  );
  const later = useMemo(
    () =>
      boundOff ? [] : ifFoundLater(sheet, deviationAt(fault), { done, worked }, settings.hand, perStitch),
    [boundOff, sheet, fault, done, worked, settings.hand, perStitch],
  );
  const line = lineOf(round);
  const [best, ...others] = remedies.offers;
  return (
    <section aria-label="Ways to put it right">
      {best && (
        <section className="mt-5 rounded-xl border-2 border-action p-4" aria-label="The way to take">
          <p className="text-base text-soft">The way to take</p>
          <h3 className="text-2xl leading-tight font-bold">{REMEDY_WORDS[best.remedy]}</h3>
          <p className="mt-1">{offerWords(best, line)}</p>
          <p className="mt-1 font-semibold">{reasonWords(remedies.offers)}</p>
          <HowTo offer={best} props={props} />
          <Acts offer={best} props={props} lead />
        </section>
      )}
      <Disclosure title="Other ways">
        {others.map((offer) => (
          <section
            key={offer.remedy}
            className="border-t border-line py-3"
            aria-label={REMEDY_WORDS[offer.remedy]}
          >
            <h4 className="text-lg font-bold">{REMEDY_WORDS[offer.remedy]}</h4>
            <p>{offerWords(offer, line)}</p>
            <HowTo offer={offer} props={props} />
            <Acts offer={offer} props={props} lead={false} />
          </section>
        ))}
        {remedies.refused.map((refusal) => (
          <section
            key={refusal.remedy}
            className="border-t border-line py-3 text-soft"
            aria-label={REMEDY_WORDS[refusal.remedy]}
          >
            <h4 className="text-lg font-bold">{REMEDY_WORDS[refusal.remedy]}</h4>
            <p>{refusalWords(refusal, line)}</p>
          </section>
        ))}
      </Disclosure>
      {later.length > 0 && (
        <Disclosure title="If you find it later">
          {later.map((one) => (
            <p key={one.when} className="py-1">
              {laterWords(one, line)}
            </p>
          ))}
        </Disclosure>
      )}
      <Limits />
    </section>
  );
}
