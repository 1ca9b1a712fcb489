/**
 * How one device behaves at the needles: what a foot switch sends, whether it speaks, ticks or stays awake. Kept on the
 * device, for they go with the thing on the sofa arm and not with the knitter.
 */
import type { View } from '@core/inspect/seen';
import { Kept, useKept } from './kept';

export const DENSITIES = ['row', 'panels', 'stitches'] as const;
export type Density = (typeof DENSITIES)[number];

/** What a key can be taught to do. */
export const DEEDS = ['onward', 'back', 'undo', 'say', 'looked', 'putDown'] as const;
export type Deed = (typeof DEEDS)[number];

export const REMINDERS = [0, 20, 30, 45, 60] as const;
export const LONGEST = [0, 12, 24, 40] as const;
export const RATES = [0.7, 1, 1.3] as const;

export type Prefs = {
  readonly density: Density;
  /** Taught keys, by the name that the browser gives them. */
  readonly keys: Readonly<Record<string, Deed>>;
  readonly voice: boolean;
  /** Times the voice's own speed. */
  readonly rate: number;
  readonly sounds: boolean;
  readonly vibration: boolean;
  readonly awake: boolean;
  /** A second tap right after the first is dropped. */
  readonly guard: boolean;
  /** The crossings of a finished row are shown once more before turning. */
  readonly look: boolean;
  /** Minutes until a stretch is suggested; 0 never. */
  readonly reminder: number;
  /** She has said that she knows how slipped stitches are treated. */
  readonly knowsSlips: boolean;
  /** Pieces whose yarn is slippery. */
  readonly slippery: readonly string[];
  /** In a repair: what is done after each strand, and whether stitches are let run instead of pulled out row by row. */
  readonly strands: 'slide' | 'turn';
  readonly letRun: boolean;
  /** Limits to what is offered: nothing is cut, and ladders of at most so many rows (0: any). */
  readonly neverCut: boolean;
  readonly longestLadder: (typeof LONGEST)[number];
  /** How the piece lies before her when she looks it over; null until she has said so. */
  readonly lies: View | null;
};

export const USUAL_PREFS: Prefs = {
  density: 'row',
  keys: {},
  voice: false,
  rate: 1,
  sounds: false,
  vibration: true,
  awake: true,
  guard: true,
  look: true,
  reminder: 45,
  knowsSlips: false,
  slippery: [],
  strands: 'slide',
  letRun: false,
  neverCut: true,
  longestLadder: 0,
  lies: null,
};

const KEY = 'gritch.prefs';

const oneOf = <T>(list: readonly T[], value: unknown, usual: T) => list.find((one) => one === value) ?? usual;
const yesNo = (value: unknown, usual: boolean) => (typeof value === 'boolean' ? value : usual);

function viewFrom(value: unknown): View | null {
  if (typeof value !== 'object' || value === null) return null;
  const { side, upsideDown, mirrored } = value as Record<string, unknown>;
  return {
    side: oneOf(['RS', 'WS'] as const, side, 'RS'),
    upsideDown: yesNo(upsideDown, false),
    mirrored: yesNo(mirrored, false),
  };
}

/** Whatever is not as it should be is as usual. */
export function prefsFrom(text: string | null): Prefs {
  let found: Record<string, unknown>;
  try {
    found = (JSON.parse(text ?? '{}') ?? {}) as Record<string, unknown>;
  } catch {
    return USUAL_PREFS;
  }
  const usual = USUAL_PREFS;
  const keys = Object.entries((found.keys ?? {}) as Record<string, unknown>).flatMap(([key, deed]) => {
    const known = DEEDS.find((one) => one === deed);
    return known ? [[key, known] as const] : [];
  });
  return {
    density: oneOf(DENSITIES, found.density, usual.density),
    keys: Object.fromEntries(keys),
    voice: yesNo(found.voice, usual.voice),
    rate: oneOf(RATES, found.rate, usual.rate),
    sounds: yesNo(found.sounds, usual.sounds),
    vibration: yesNo(found.vibration, usual.vibration),
    awake: yesNo(found.awake, usual.awake),
    guard: yesNo(found.guard, usual.guard),
    look: yesNo(found.look, usual.look),
    reminder: oneOf(REMINDERS, found.reminder, usual.reminder),
    knowsSlips: yesNo(found.knowsSlips, usual.knowsSlips),
    slippery: Array.isArray(found.slippery)
      ? found.slippery.filter((id): id is string => typeof id === 'string')
      : usual.slippery,
    strands: oneOf(['slide', 'turn'] as const, found.strands, usual.strands),
    letRun: yesNo(found.letRun, usual.letRun),
    neverCut: yesNo(found.neverCut, usual.neverCut),
    longestLadder: oneOf(LONGEST, found.longestLadder, usual.longestLadder),
    lies: viewFrom(found.lies),
  };
}

const kept = new Kept(KEY, prefsFrom);

export const changePrefs = (change: Partial<Prefs>) => kept.write({ ...kept.read(), ...change });
export const usePrefs = () => useKept(kept);
