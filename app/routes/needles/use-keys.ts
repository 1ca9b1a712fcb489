/** Keys that work from anywhere on the screen, unless something else is being typed or pressed. */
import { useEffect, useRef } from 'react';
import type { Deed } from '~/device/prefs';

/** What is done besides what can be taught: the row finished, moving in it, resting in it. */
export type KeyDoes = Deed | 'finish' | 'next' | 'previous' | 'partOn' | 'partBack' | 'rest' | 'goOn';

/** Foot switches and page turners send one of these; any other key can be taught. */
const USUAL: Readonly<Record<string, KeyDoes>> = {
  ' ': 'onward',
  Enter: 'onward',
  PageDown: 'onward',
  PageUp: 'back',
  Backspace: 'undo',
  ArrowRight: 'next',
  ArrowLeft: 'previous',
  ArrowDown: 'partOn',
  ArrowUp: 'partBack',
};
/** Where a key already has a meaning of its own. */
const OWN_KEYS =
  'input, textarea, select, [contenteditable], [role="dialog"], [role="menu"], [role="radiogroup"], [role="slider"]';
const PRESSABLE = 'button, a, [role="button"], summary';
const PRESSES = new Set([' ', 'Enter']);

/** What a key means, given what has the focus. Held-down keys mean nothing: a row is never ticked off twice by leaning. */
export function keyMeaning(
  key: string,
  target: { closest(selector: string): unknown } | null,
  repeat: boolean,
  modified: boolean,
  taught: Readonly<Record<string, Deed>> = {},
): KeyDoes | null {
  if (repeat || modified || target?.closest(OWN_KEYS)) return null;
  const meaning = taught[key] ?? USUAL[key] ?? null;
  return PRESSES.has(key) && target?.closest(PRESSABLE) ? null : meaning;
}

export function useKeys(
  act: (does: KeyDoes) => void,
  { taught, paused }: { taught: Readonly<Record<string, Deed>>; paused: boolean },
) {
  const latest = useRef({ act, taught, paused });
  useEffect(() => {
    latest.current = { act, taught, paused };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target instanceof Element ? event.target : null;
      const modified = event.ctrlKey || event.metaKey || event.altKey;
      const { act: now, taught: keys, paused: still } = latest.current;
      const meaning = keyMeaning(event.key, target, event.repeat, modified, keys);
      if (!meaning || still) return;
      event.preventDefault();
      now(meaning);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
