/** Beside the fabric: which row to go to, larger and smaller, the whole piece, and back to the needle. */
import { memo, useRef, useState, type FormEvent, type MouseEvent } from 'react';
import { Expand, Maximize, Minus, Plus } from 'lucide-react';
import { Toolbar } from 'radix-ui';
import type { Line } from '~/messages/numbers';
import type { Moves } from './use-camera';

const BUTTON =
  'grid h-12 min-w-12 place-items-center rounded-lg border-2 border-line bg-sheet px-2 font-semibold hover:border-ink';
/** On a phone two fingers do it. */
const FINGERS = 'max-[760px]:hidden';
const PLACE = 'absolute right-1 bottom-2 z-10';

type Props = {
  moves: Moves;
  /** The fabric is drawn somewhere else. */
  away: boolean;
  rows: number;
  line: Line;
  /** On a phone the fabric has the whole screen while she looks around. */
  large: boolean;
  setLarge: (large: boolean) => void;
};

/** A button that was clicked does not take the space bar from the row in hand. */
function keepFocus(event: MouseEvent) {
  if (!(event.target instanceof HTMLInputElement)) event.preventDefault();
}

function RowBox({ moves, rows, line }: Pick<Props, 'moves' | 'rows' | 'line'>) {
  const [typed, setTyped] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const rowOf = (text: string) => (/^\s*\d{1,6}\s*$/.test(text) ? Number(text) : Number.NaN);
  const fits = (row: number) => row >= 1 && row <= rows;
  const wrong = typed.trim() !== '' && !fits(rowOf(typed));
  const type = (text: string) => {
    setTyped(text);
    if (fits(rowOf(text))) moves.goTo(rowOf(text));
  };
  const go = (event: FormEvent) => {
    event.preventDefault();
    type(typed);
    // The keys that complete rows are free again.
    if (!wrong) input.current?.blur();
  };
  return (
    <form onSubmit={go} className="relative" noValidate>
      {wrong && (
        <p
          role="alert"
          className="absolute right-0 bottom-full mb-1 rounded-lg border-2 border-fault bg-sheet px-3 py-1 text-base font-semibold whitespace-nowrap text-fault"
        >
          {`The fabric has ${line}s 1 to ${rows}`}
        </p>
      )}
      <label className="flex h-12 items-center gap-1.5 rounded-lg border-2 border-line bg-sheet pl-3 font-semibold">
        {line === 'round' ? 'Round' : 'Row'}
        <input
          ref={input}
          className="numerals h-full w-20 rounded-r-lg bg-transparent px-2"
          inputMode="numeric"
          placeholder={`1–${rows}`}
          value={typed}
          aria-invalid={wrong}
          onChange={(event) => type(event.target.value)}
          onBlur={() => setTyped('')}
        />
      </label>
    </form>
  );
}

export const LookAround = memo(function LookAround({ moves, away, rows, line, large, setLarge }: Props) {
  const home = () => {
    moves.home();
    setLarge(false);
  };
  return (
    <>
      {!large && (
        <button
          type="button"
          className={`${PLACE} ${BUTTON} min-[761px]:hidden`}
          aria-label="Look around the fabric"
          onClick={() => setLarge(true)}
        >
          <Expand aria-hidden="true" size={20} />
        </button>
      )}
      <Toolbar.Root
        onMouseDown={keepFocus}
        aria-label="Look around the fabric"
        className={`${PLACE} flex items-center gap-1.5 ${large ? '' : 'max-[760px]:hidden'}`}
      >
        {(away || large) && (
          <Toolbar.Button
            className="h-12 rounded-lg bg-ink px-4 font-bold whitespace-nowrap text-ground"
            onClick={home}
          >
            {large ? 'Back' : 'To the needle'}
          </Toolbar.Button>
        )}
        <RowBox moves={moves} rows={rows} line={line} />
        <Toolbar.Button
          className={`${BUTTON} ${FINGERS}`}
          aria-label="Smaller"
          onClick={() => moves.zoom(0.7)}
        >
          <Minus aria-hidden="true" size={20} />
        </Toolbar.Button>
        <Toolbar.Button
          className={`${BUTTON} ${FINGERS}`}
          aria-label="Larger"
          onClick={() => moves.zoom(1.43)}
        >
          <Plus aria-hidden="true" size={20} />
        </Toolbar.Button>
        <Toolbar.Button className={BUTTON} aria-label="The whole piece" onClick={moves.whole}>
          <Maximize aria-hidden="true" size={20} />
        </Toolbar.Button>
      </Toolbar.Root>
    </>
  );
});
