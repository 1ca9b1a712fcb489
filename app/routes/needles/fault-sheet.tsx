/** One crossing of the fabric: how it lies, what putting it right would take, and the way to it. */
import { useEffect, useMemo, useState } from 'react';
import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import type { CrossingBox } from '@core/fabric/shapes';
import type { EventOf, Happening } from '@core/journal/events';
import type { FaultState, JournalState } from '@core/journal/fold';
import { otherLean, type Made } from '@core/piece/deviation';
import { turnedAbout } from '@core/repair/feature-ended';
import { crossingAt, USUAL_WAY } from '@core/repair/plan';
import type { Crossing } from '@core/stitch/types';
import type { KnitterSettings } from '~/knitter/settings';
import { problemWords } from '~/messages/mend';
import { counted, lineOf } from '~/messages/numbers';
import { LEAN_WORDS, LeanGlyph, LeanWord } from '~/ui/lean';
import type { OnFabric } from './shown';
import { LadderFacts } from './mend/overview';
import { RemedyList } from './mend/remedy-list';
import { mendingFor, openFaults, workedAt } from './mend/use-mending';
import { Toggle } from './place/choices';
import type { RowInHand } from './use-row';
import type { NeedlesView } from './view';

type Props = {
  box: CrossingBox;
  view: NeedlesView;
  state: JournalState;
  settings: KnitterSettings;
  row: RowInHand;
  record: (happening: Happening) => string;
  show: (shown: OnFabric | null) => void;
  onMend: () => void;
  onClose: () => void;
};

type LeftEvent = EventOf<'left'>;

const madeWords = (fault: FaultState) =>
  fault.charted === 'plain'
    ? 'crossed where none is charted'
    : fault.made === 'uncrossed'
      ? 'not crossed at all'
      : fault.made === 'unknown'
        ? 'wrong, not sure how'
        : `${LEAN_WORDS[fault.made.lean]} instead`;

function MarkButtons({ plan, mark }: { plan: Crossing; mark: (made: Made) => void }) {
  return (
    <div className="mt-5">
      <h3 className="text-xl">How does it lie on your fabric?</h3>
      <div className="mt-3 grid gap-3">
        <button type="button" className="plain-button" onClick={() => mark(otherLean(plan))}>
          It {LEAN_WORDS[otherLean(plan).lean]}
        </button>
        <button type="button" className="plain-button" onClick={() => mark('uncrossed')}>
          Not crossed at all
        </button>
        <button type="button" className="plain-button" onClick={() => mark('unknown')}>
          Wrong, not sure how
        </button>
      </div>
    </div>
  );
}

/** What it would take, shown on the fabric too; or why it cannot be. */
function useTaken(
  { box, view, state, settings, row, show }: Props,
  fault: FaultState | undefined,
  pointed: OnFabric | null,
) {
  const { sheet, done, stops } = view;
  const worked = workedAt(stops, row.pointer);
  const made = fault?.made ?? 'unknown';
  const found = useMemo(() => {
    const at = { pieceRow: box.row, panel: box.panel, wale: box.wale, made };
    const others = openFaults(state.faults);
    return mendingFor(sheet, [at], others, { done, worked }, settings.hand, USUAL_WAY);
  }, [sheet, box, made, state.faults, done, worked, settings.hand]);
  useEffect(() => {
    show(pointed ?? ('plan' in found ? { rows: found.plan.ladders.flatMap(({ rows }) => rows) } : null));
  }, [found, pointed, show]);
  return found;
}

export default function FaultSheet(props: Props) {
  const { box, view, state, record, onMend, onClose } = props;
  const { sheet, round } = view;
  const fault = state.faults.find(
    (f) => f.pieceRow === box.row && f.panel === box.panel && f.wale === box.wale && !f.mended,
  );
  const plan = useMemo(() => crossingAt(sheet, box.row, box.panel, box.wale), [sheet, box]);
  const [pointed, point] = useState<OnFabric | null>(null);
  const found = useTaken(props, fault, pointed);
  const panels = useMemo(
    () => new Map(sheet.plan.sections.flatMap((one) => one.panels.map(({ id, name }) => [id, name]))),
    [sheet],
  );
  const nameOf = (id: string) => panels.get(id) ?? id;
  const line = lineOf(round);
  const finished = view.working === null;
  const [boundOff, setBoundOff] = useState(true);
  const gone = !plan && !fault;
  useEffect(() => {
    if (gone) onClose();
  }, [gone, onClose]);
  if (gone) return null;
  const left = state.said.find(
    (event): event is LeftEvent => event.kind === 'left' && event.fault === fault?.id,
  );
  /** What was crossed so on purpose meanwhile lies otherwise than charted once it is no feature any more. */
  const noFeature = () => {
    if (!fault || left?.as !== 'feature') return;
    const places = [{ panel: fault.panel, wale: fault.wale }, ...(left.also ? [left.also] : [])];
    const features = places.map((place) => ({ ...place, like: fault.pieceRow, from: left.from }));
    for (const { row, ...odd } of turnedAbout(sheet, state.facts, features, view.done))
      record({ kind: 'fault', pieceRow: row, rowEvent: state.rowEvents[row - 1] ?? null, ...odd });
  };
  /** What was left as it lies is taken up again. */
  const mend = () => {
    noFeature();
    if (left) record({ kind: 'undo', target: left.id });
    onMend();
  };
  const mark = (made: Made) =>
    plan &&
    record({
      kind: 'fault',
      pieceRow: box.row,
      rowEvent: state.rowEvents[box.row - 1] ?? null,
      panel: box.panel,
      wale: box.wale,
      charted: plan.cell,
      made,
    });
  const ladder = 'plan' in found ? found.plan.ladders[0] : undefined;
  const others = (ladder?.faults.length ?? 1) - 1;
  const problem = 'plan' in found ? undefined : found[0];
  return (
    <Dialog.Root open modal={false} onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          className="side-sheet z-30"
          onInteractOutside={(event) => event.preventDefault()}
          aria-describedby={undefined}
        >
          <div className="flex items-start justify-between gap-4">
            <Dialog.Title className="text-2xl">
              {nameOf(box.panel)}, {line} {box.row}
            </Dialog.Title>
            <Dialog.Close className="quiet-button" aria-label="Close">
              <X aria-hidden="true" />
            </Dialog.Close>
          </div>
          <div className="mt-2 flex items-center gap-4">
            {plan && <LeanGlyph lean={plan.cell.lean} />}
            <p>
              {plan ? (
                <>
                  As charted: {plan.cell.over.length} over {plan.cell.under.length},{' '}
                  <LeanWord lean={plan.cell.lean} />.
                </>
              ) : (
                'No crossing is charted here.'
              )}
              {fault && (
                <strong className="block text-fault">
                  Marked: {madeWords(fault)}
                  {fault.left === 'itLies'
                    ? '; left as it lies'
                    : fault.left === 'feature'
                      ? '; a feature'
                      : ''}
                  .
                </strong>
              )}
            </p>
          </div>
          {!fault && plan && <MarkButtons plan={plan.cell} mark={mark} />}
          {fault && (
            <>
              {finished && <Toggle label="It is bound off" checked={boundOff} onChange={setBoundOff} />}
              <RemedyList
                {...props}
                fault={fault}
                panelName={nameOf(box.panel)}
                boundOff={finished && boundOff}
                point={point}
                onMend={mend}
              />
              <div className="mt-4 flex flex-wrap gap-3">
                <button
                  type="button"
                  className="plain-button"
                  onClick={() => {
                    noFeature();
                    record({ kind: 'mended', fault: fault.id });
                  }}
                >
                  It is mended
                </button>
                <button
                  type="button"
                  className="plain-button"
                  onClick={() => {
                    noFeature();
                    record({ kind: 'undo', target: fault.id });
                  }}
                >
                  Take the mark away
                </button>
              </div>
            </>
          )}
          {!(finished && boundOff) && (
            <div className="mt-5">
              <h3 className="text-xl">{fault ? 'A ladder in figures' : 'Putting it right would take'}</h3>
              {ladder && <LadderFacts ladder={ladder} nameOf={nameOf} round={round} />}
              {others > 0 && (
                <p className="mt-2 font-semibold">
                  It puts {counted(others, 'more marked crossing')} right on the way.
                </p>
              )}
              {problem && <p className="mt-2">{problemWords(problem, line)}</p>}
            </div>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
