/** How far a row is worked, piece by piece: the device's own, for the hands that work it are beside it. */
import { AT_START, type Pointer } from '@core/cue/pointer';
import { Kept, useKept } from './kept';

export type PlaceInRow = Pointer & {
  readonly life: string;
  readonly row: number;
  /** Put down on purpose: on coming back it is said where the work rests. */
  readonly putDown: boolean;
};
type Places = Readonly<Record<string, PlaceInRow>>;

/** So many pieces are remembered. */
const MOST = 40;

const isPlace = (found: unknown): found is PlaceInRow => {
  const { life, row, stop, part, putDown } = (found ?? {}) as Record<string, unknown>;
  return (
    typeof life === 'string' &&
    [row, stop, part].every((n) => Number.isInteger(n) && (n as number) >= 0) &&
    typeof putDown === 'boolean'
  );
};

export function placesFrom(text: string | null): Places {
  try {
    const found = (JSON.parse(text ?? '{}') ?? {}) as Record<string, unknown>;
    return Object.fromEntries(
      Object.entries(found).filter((entry): entry is [string, PlaceInRow] => isPlace(entry[1])),
    );
  } catch {
    return {};
  }
}

const kept = new Kept('gritch.places', placesFrom);

/** The place in this very row; a row that somebody finished or took back meanwhile begins at its start. */
export function usePlaceInRow(pieceId: string, life: string, row: number | null) {
  const place = useKept(kept)[pieceId];
  const here = place && place.life === life && place.row === row ? place : null;
  const pointer: Pointer = here ?? AT_START;
  const move = (to: Pointer, putDown = false) => {
    if (row === null) return;
    const { [pieceId]: _, ...others } = kept.read();
    const newest = Object.entries(others).slice(-MOST);
    const { stop, part } = to;
    kept.write({ ...Object.fromEntries(newest), [pieceId]: { life, row, stop, part, putDown } });
  };
  return { pointer, putDown: here?.putDown ?? false, move };
}
