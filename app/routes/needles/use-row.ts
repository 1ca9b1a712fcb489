/** The row in hand as something to do: one deed for each key, tap or swipe, with its sound, its voice and its guard. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { atEnd, backward, forward, partBackward, partForward, type Pointer } from '@core/cue/pointer';
import { leastRowMs } from '@core/cue/second-tap';
import { movesOf } from '@core/cue/technique';
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import { usePlaceInRow } from '~/device/place-in-row';
import type { Prefs } from '~/device/prefs';
import { pulse, sound } from '~/device/sounds';
import { hush, speak } from '~/device/voice';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { headSaid, rowSaid, stopSaid } from '~/messages/spoken';
import type { KeyDoes } from './use-keys';
import type { NeedlesView } from './view';

/** So long it is said that a tap was dropped. */
const DROPPED_MS = 2500;

type Given = {
  pieceId: string;
  view: NeedlesView;
  state: JournalState;
  prefs: Prefs;
  settings: KnitterSettings;
  record: (happening: Happening) => string;
};

/** When the row last went up, by a clock that never jumps; taking one back clears it. */
function useLastRow(done: number) {
  const last = useRef({ done, at: -Infinity });
  useEffect(() => {
    if (last.current.done !== done)
      last.current = { done, at: done > last.current.done ? performance.now() : -Infinity };
  }, [done]);
  return {
    since: () => performance.now() - last.current.at,
    /** At once: a second tap may come before the page is painted again. */
    mark: (now: number) => void (last.current = { done: now, at: performance.now() }),
  };
}

function useVoice(view: NeedlesView, pointer: Pointer, prefs: Prefs, settings: KnitterSettings) {
  const how = wayOf(settings);
  const inStitches = prefs.density === 'stitches';
  const words = () =>
    inStitches && pointer.stop > 0
      ? stopSaid(view.stops[pointer.stop], how, view.round)
      : inStitches
        ? `${headSaid(view.cue, view.notices)} ${stopSaid(view.stops[0], how, view.round)}`
        : rowSaid(view.cue, how, view.notices);
  const place = `${view.working} ${inStitches ? pointer.stop : ''}`;
  const said = useRef(place);
  useEffect(() => {
    if (said.current === place) return;
    said.current = place;
    if (prefs.voice) speak(words(), prefs.rate);
  });
  useEffect(() => (prefs.voice ? hush : undefined), [prefs.voice]);
  return () => speak(words(), prefs.rate);
}

export function useRow({ pieceId, view, state, prefs, settings, record }: Given) {
  const { working, stops, sheet } = view;
  const { pointer, putDown, move } = usePlaceInRow(pieceId, state.life, working);
  const [resting, setResting] = useState(false);
  const [dropped, setDropped] = useState(0);
  const last = useLastRow(view.done);
  const say = useVoice(view, pointer, prefs, settings);

  useEffect(() => {
    if (dropped === 0) return;
    const timer = setTimeout(() => setDropped(0), DROPPED_MS);
    return () => clearTimeout(timer);
  }, [dropped]);

  const give = (which: Parameters<typeof sound>[0]) => {
    if (prefs.sounds) sound(which);
    if (prefs.vibration) pulse(which);
  };
  const finish = () => {
    if (working === null) return;
    const least = leastRowMs(view.stitches.takes);
    if (prefs.guard && last.since() < least) {
      give('dropped');
      return setDropped((times) => times + 1);
    }
    last.mark(view.done + 1);
    record({ kind: 'rowDone', life: state.life, row: working });
    const ahead = view.columns.some(({ next }) => next?.plain === 1);
    give(ahead && working < sheet.rows ? 'crossing' : 'tick');
  };
  const undo = () => {
    if (state.undoTarget) record({ kind: 'undo', target: state.undoTarget });
  };
  const inStitches = prefs.density === 'stitches';
  const movesHere = () => {
    const step = stops[pointer.stop]?.step;
    if (step?.kind !== 'crossing') return 1;
    return movesOf(step, wayOf(settings)(step)).length;
  };
  const looked = () => {
    if (view.done > 0 && !state.looked.has(view.done)) record({ kind: 'looked', row: view.done });
  };

  const shown = resting || putDown;
  /** Moving the mark while the sheet lies open leaves it open. */
  const moveMark = (to: Pointer) => (inStitches || shown ? move(to, putDown) : undefined);
  const goOn = () => {
    setResting(false);
    if (putDown) move(pointer, false);
  };

  const now = (does: KeyDoes) => {
    switch (does) {
      case 'onward':
        if (shown) return goOn();
        return inStitches && !atEnd(stops, pointer) ? move(forward(stops, pointer)) : finish();
      case 'finish':
        return finish();
      case 'back':
        return inStitches && pointer.stop + pointer.part > 0 ? move(backward(pointer)) : undo();
      case 'undo':
        return undo();
      case 'say':
        return say();
      case 'looked':
        return looked();
      case 'putDown':
        return setResting(true);
      case 'next':
        return moveMark(forward(stops, pointer));
      case 'previous':
        return moveMark(backward(pointer));
      case 'partOn':
        return moveMark(partForward(stops, pointer, movesHere()));
      case 'partBack':
        return moveMark(partBackward(pointer));
      case 'rest':
        return move(pointer, true);
      case 'goOn':
        return goOn();
    }
  };
  const latest = useRef(now);
  useEffect(() => {
    latest.current = now;
  });
  const moving = useRef(move);
  useEffect(() => {
    moving.current = move;
  });
  /** Both are the same functions for good, whatever the row. */
  const moveTo = useCallback((to: Pointer) => moving.current(to), []);
  const act = useCallback((does: KeyDoes) => latest.current(does), []);
  return useMemo(
    () => ({ pointer, act, moveTo, dropped: dropped > 0, resting: shown, down: putDown }),
    [pointer, act, moveTo, dropped, shown, putDown],
  );
}
export type RowInHand = ReturnType<typeof useRow>;
