/** A name by which one device tells itself from the knitter's others: what kind it is, and a few letters of chance. */
import { v7 as uuid } from 'uuid';
import type { Store } from '~/journal/pending';

const KEY = 'gritch.device';
const KINDS = ['phone', 'tablet', 'computer'] as const;
type Kind = (typeof KINDS)[number];

/** A wide screen that is touched is a tablet. */
const TABLET_WIDTH = 700;
const kindHere = (): Kind =>
  !matchMedia('(pointer: coarse)').matches
    ? 'computer'
    : Math.min(screen.width, screen.height) >= TABLET_WIDTH
      ? 'tablet'
      : 'phone';

let madeUp: string | null = null;

/** The same in every page of this device; where nothing can be kept, as long as the page is open. */
export function deviceName(store: Store, make = () => `${kindHere()}-${uuid().slice(-8)}`): string {
  const known = store.getItem(KEY);
  if (known) return known;
  const name = make();
  try {
    store.setItem(KEY, name);
  } catch {
    return (madeUp ??= name);
  }
  return name;
}

/** "this phone", "another computer"; names of older versions and of files say no kind. */
export function deviceWords(name: string, own: string): string {
  const kind = KINDS.find((one) => name.startsWith(`${one}-`)) ?? 'device';
  return name === own ? `this ${kind}` : `another ${kind}`;
}
