/** How far a repair is, piece by piece: the device's own, like the place in a row. */
import { Kept, useKept } from './kept';

export type RepairPlace = {
  /** The journal's entry of the repair. */
  readonly repair: string;
  readonly step: number;
  /** Where the work was when it began. */
  readonly done: number;
  readonly worked: number;
  readonly wrongSide: 'turn' | 'finish';
  readonly between: 'slide' | 'turn';
  readonly letRun: boolean;
  /** The steps as they were worked out, to see whether they still are. */
  readonly key: string;
  /** Minutes spent in sittings before this one, and when this one began (ISO). */
  readonly minutes: number;
  readonly since: string;
};
type Places = Readonly<Record<string, RepairPlace>>;

const MOST = 20;

const isPlace = (found: unknown): found is RepairPlace => {
  const it = (found ?? {}) as Record<string, unknown>;
  const counts = [it.step, it.done, it.worked, it.minutes];
  return (
    typeof it.repair === 'string' &&
    typeof it.key === 'string' &&
    typeof it.letRun === 'boolean' &&
    counts.every((n) => typeof n === 'number' && n >= 0) &&
    [it.step, it.done, it.worked].every(Number.isInteger) &&
    (it.wrongSide === 'turn' || it.wrongSide === 'finish') &&
    (it.between === 'slide' || it.between === 'turn') &&
    typeof it.since === 'string' &&
    !Number.isNaN(Date.parse(it.since))
  );
};

export function repairsFrom(text: string | null): Places {
  try {
    const found = (JSON.parse(text ?? '{}') ?? {}) as Record<string, unknown>;
    return Object.fromEntries(
      Object.entries(found).filter((entry): entry is [string, RepairPlace] => isPlace(entry[1])),
    );
  } catch {
    return {};
  }
}

const kept = new Kept('gritch.repairs', repairsFrom);

export function useRepairPlace(pieceId: string) {
  const place = useKept(kept)[pieceId] ?? null;
  const keep = (next: RepairPlace | null) => {
    const { [pieceId]: _, ...others } = kept.read();
    const newest = Object.entries(others).slice(-MOST);
    kept.write({ ...Object.fromEntries(newest), ...(next && { [pieceId]: next }) });
  };
  return { place, keep };
}

/** A pause longer than this is not time spent on the repair. */
const LONGEST_PAUSE_MINUTES = 15;

/** Minutes spent up to now; a step that took longer than a pause may last counts as a pause. */
export function minutesUpTo({ minutes, since }: RepairPlace, now: number): number {
  const more = (now - Date.parse(since)) / 60_000;
  return more >= 0 && more <= LONGEST_PAUSE_MINUTES ? minutes + more : minutes;
}
