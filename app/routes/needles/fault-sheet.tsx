/** One crossing looked at closely: how it should lie, what is wrong with it, and what putting it right would take. */
import { useEffect, useMemo, useState } from 'react';
import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import type { CrossingBox } from '@core/fabric/shapes';
import type { Happening } from '@core/journal/events';
import type { FaultState, JournalState } from '@core/journal/fold';
import { otherLean, type Made } from '@core/piece/deviation';
import { chartedCrossing, ladderFor, type Ladder } from '@core/repair/ladder';
import type { Crossing, Hand } from '@core/stitch/types';
import { ladderWords } from '~/messages/ladder';
import { LEAN_WORDS, LeanGlyph, LeanWord } from '~/ui/lean';
import type { NeedlesView } from './view';
import { plural } from '~/messages/numbers';

type Props = {
  box: CrossingBox;
  view: NeedlesView;
  state: JournalState;
  hand: Hand;
  record: (happening: Happening) => string;
  onReleased: (rows: readonly { row: number; columns: readonly number[] }[]) => void;
  onClose: () => void;
};

const madeWords = (fault: FaultState) =>
  fault.made === 'uncrossed'
    ? 'not crossed at all'
    : fault.made === 'unknown'
      ? 'wrong, not sure how'
      : `${LEAN_WORDS[fault.made.lean]} instead`;

function Summary({ ladder }: { ladder: Ladder }) {
  const { released, faultRow } = ladder;
  const others = released.remake.slice(1).map(({ index }) => faultRow + index);
  const rows = [...new Set(others)];
  return (
    <dl className="ladder-facts" data-testid="ladder-facts">
      <div>
        <dt>Stitches off the needle</dt>
        <dd className="numerals">{released.onNeedle.length}</dd>
      </div>
      <div>
        <dt>Loose strands (ladder)</dt>
        <dd className="numerals">{released.strands}</dd>
      </div>
      <div>
        <dt>Crossings to make again</dt>
        <dd className="numerals">{others.length}</dd>
      </div>
      {rows.length > 0 && (
        <p className="text-base">
          Also crossed in those stitches: {plural(rows.length, 'row')} {rows.join(', ')}.
        </p>
      )}
    </dl>
  );
}

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

export default function FaultSheet({ box, view, state, hand, record, onReleased, onClose }: Props) {
  const { sheet, done } = view;
  const fault = state.faults.find(
    (f) => f.pieceRow === box.row && f.panel === box.panel && f.wale === box.wale && !f.mended,
  );
  const plan = useMemo(() => chartedCrossing(sheet, box.row, box.panel, box.wale), [sheet, box]);
  const [passed, setPassed] = useState(false);
  const ladder = useMemo(
    () =>
      ladderFor(
        sheet,
        { pieceRow: box.row, panel: box.panel, wale: box.wale, made: fault?.made ?? 'unknown' },
        done,
        hand,
        passed,
      ),
    [sheet, box, fault, done, hand, passed],
  );
  const panel = sheet.plan.sections.flatMap(({ panels }) => panels).find(({ id }) => id === box.panel);
  useEffect(() => {
    if (typeof ladder === 'string') return;
    onReleased(
      ladder.released.rungs.map(({ index, columns }) => ({ row: ladder.faultRow + index, columns })),
    );
  }, [ladder, onReleased]);
  if (!plan) return null;
  const mark = (made: Made) =>
    record({
      kind: 'fault',
      pieceRow: box.row,
      rowEvent: state.rowEvents[box.row - 1] ?? null,
      panel: box.panel,
      wale: box.wale,
      charted: plan.cell,
      made,
    });
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
              {panel?.name}, row {box.row}
            </Dialog.Title>
            <Dialog.Close className="quiet-button" aria-label="Close">
              <X aria-hidden="true" />
            </Dialog.Close>
          </div>
          <div className="mt-2 flex items-center gap-4">
            <LeanGlyph lean={plan.cell.lean} />
            <p>
              As charted: {plan.cell.over.length} over {plan.cell.under.length},{' '}
              <LeanWord lean={plan.cell.lean} />.
              {fault && <strong className="block text-fault">Marked: {madeWords(fault)}.</strong>}
            </p>
          </div>
          {!fault && <MarkButtons plan={plan.cell} mark={mark} />}
          {typeof ladder === 'string' ? (
            <p className="mt-4">This row is not on the fabric any more.</p>
          ) : (
            <div className="mt-5">
              <h3 className="text-xl">{fault ? 'To put it right' : 'Putting it right would take'}</h3>
              <Summary ladder={ladder} />
              {view.working !== null && (
                <label className="choice">
                  <input
                    type="checkbox"
                    checked={passed}
                    onChange={(event) => setPassed(event.target.checked)}
                  />
                  <span>Row {view.working} has already gone over these stitches</span>
                </label>
              )}
              <details open={fault !== undefined} className="mt-3">
                <summary className="min-h-12 cursor-pointer py-2 font-semibold">
                  Step by step, from the right side
                </summary>
                <ol className="ladder-steps" data-testid="ladder-steps">
                  {ladder.steps.map((step, i) => (
                    <li key={i}>{ladderWords(step)}</li>
                  ))}
                </ol>
              </details>
            </div>
          )}
          {fault && (
            <div className="mt-5 flex flex-wrap gap-3">
              <button
                type="button"
                className="action-button"
                onClick={() => record({ kind: 'mended', fault: fault.id })}
              >
                It is mended
              </button>
              <button
                type="button"
                className="plain-button"
                onClick={() => record({ kind: 'undo', target: fault.id })}
              >
                Take the mark away
              </button>
            </div>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
