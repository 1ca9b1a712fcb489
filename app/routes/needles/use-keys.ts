/** Keys that work from anywhere on the screen, unless something else is being typed or pressed. */
import { useEffect, useRef } from 'react';

export type KeyDoes = 'complete' | 'undo' | null;

const COMPLETE = new Set([' ', 'Enter', 'PageDown']);
const UNDO = new Set(['Backspace', 'PageUp']);
/** Where a key already has a meaning of its own. */
const OWN_KEYS = 'input, textarea, select, [contenteditable], [role="dialog"], [role="menu"]';
const PRESSABLE = 'button, a, [role="button"], summary';

/** What a key means, given what has the focus. Held-down keys mean nothing: a row is never ticked off twice by leaning. */
export function keyMeaning(
  key: string,
  target: { closest(selector: string): unknown } | null,
  repeat: boolean,
  modified: boolean,
): KeyDoes {
  if (repeat || modified || target?.closest(OWN_KEYS)) return null;
  if (UNDO.has(key)) return 'undo';
  if (!COMPLETE.has(key)) return null;
  const presses = key !== 'PageDown' && target?.closest(PRESSABLE);
  return presses ? null : 'complete';
}

export function useKeys({
  complete,
  undo,
  paused,
}: {
  complete: () => void;
  undo: () => void;
  paused: boolean;
}) {
  const latest = useRef({ complete, undo, paused });
  useEffect(() => {
    latest.current = { complete, undo, paused };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target instanceof Element ? event.target : null;
      const meaning = keyMeaning(
        event.key,
        target,
        event.repeat,
        event.ctrlKey || event.metaKey || event.altKey,
      );
      if (!meaning || latest.current.paused) return;
      event.preventDefault();
      latest.current[meaning]();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
