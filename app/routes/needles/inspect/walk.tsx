/** Up a panel crossing by crossing: she says what she sees before anything is said of how it should be. */
import { useEffect, useMemo, useState } from 'react';
import { ArrowLeft, ArrowRight, HelpCircle, Minus, Undo2 } from 'lucide-react';
import type { Seen } from '@core/inspect/seen';
import { walkUp, type Charted } from '@core/inspect/track';
import { SEEN_WORDS } from '~/messages/inspect';
import { lineOf, ordinal } from '~/messages/numbers';
import { capital } from '~/messages/telling';
import { Found } from './found';
import type { PanelProps } from './props';

const ANSWERS = [
  ['left', ArrowLeft, 'ArrowLeft'],
  ['right', ArrowRight, 'ArrowRight'],
  ['none', Minus, '0'],
  ['unsure', HelpCircle, '?'],
] as const satisfies readonly (readonly [Seen, typeof Minus, string])[];

/** "the 2nd from the right of 3" where a row has several. */
function whichOf(all: readonly Charted[], one: Charted): string {
  const inRow = all.filter(({ row }) => row === one.row);
  return inRow.length > 1 ? `, the ${ordinal(inRow.indexOf(one) + 1)} of ${inRow.length} from the right` : '';
}

/** Arrow keys, 0 and ? say it; backspace takes it back. */
function useAnswerKeys(answer: (seen: Seen) => void, back: () => void) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey) return;
      const found = ANSWERS.find(([, , key]) => key === event.key);
      const focused = (event.target as HTMLElement | null)?.closest('[role=tablist], [role=radiogroup]');
      if (focused || (!found && event.key !== 'Backspace')) return;
      event.preventDefault();
      if (found) answer(found[0]);
      else back();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [answer, back]);
}

export function Walk(props: PanelProps) {
  const { view, panel, onReleased } = props;
  const { sheet, done, round } = view;
  const crossings = useMemo(() => walkUp(sheet, panel.id, done), [sheet, panel.id, done]);
  const [seen, setSeen] = useState<readonly Seen[]>([]);
  const [ended, setEnded] = useState(false);
  const now = ended ? undefined : crossings[seen.length];
  useEffect(() => {
    onReleased(now ? [{ row: now.row, columns: now.columns }] : []);
    return () => onReleased([]);
  }, [now, onReleased]);
  const answer = (one: Seen) => now && setSeen([...seen, one]);
  const back = () => {
    setEnded(false);
    setSeen(seen.slice(0, -1));
  };
  useAnswerKeys(answer, back);
  const line = lineOf(round);
  const last = seen[seen.length - 1];
  return (
    <>
      {now ? (
        <section aria-label="The crossing to look at" className="mt-2">
          <p className="text-[28px] leading-tight font-bold" data-testid="asked-crossing">
            {capital(line)} {now.row}
            {whichOf(crossings, now)}: how does it lie?
          </p>
          <p className="text-soft">
            {seen.length + 1} of {crossings.length}, from the lowest up, right side facing.
            {last && ` Before it: ${SEEN_WORDS[last]}.`}
          </p>
          <div className="mt-3 grid grid-cols-2 gap-3">
            {ANSWERS.map(([one, Icon]) => (
              <button
                key={one}
                type="button"
                className="plain-button min-h-16 text-lg max-[760px]:px-2"
                onClick={() => answer(one)}
              >
                <Icon aria-hidden="true" /> {capital(SEEN_WORDS[one])}
              </button>
            ))}
          </div>
        </section>
      ) : null}
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="plain-button" disabled={seen.length === 0} onClick={back}>
          <Undo2 aria-hidden="true" size={20} /> Take back
        </button>
        {now && seen.length > 0 && (
          <button type="button" className="plain-button" onClick={() => setEnded(true)}>
            Enough
          </button>
        )}
      </div>
      {!now && seen.length > 0 && (
        <Found {...props} crossings={crossings.slice(0, seen.length)} seen={seen} />
      )}
    </>
  );
}
