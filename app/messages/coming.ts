/** How a panel will cross, in a few words. */
import type { ComingKind } from '@core/cue/coming';
import type { WayOf } from '~/knitter/settings';
import { holdWords } from './cue';
import { LEAN_WORDS } from '~/ui/lean';

/** "2 to the FRONT, leans left, 6 times; 1 to the BACK, leans right". */
export const comingWords = (kinds: readonly ComingKind[], wayOf: WayOf): string =>
  kinds
    .map(
      ({ step, times }) =>
        `${holdWords(step, wayOf(step))}, ${LEAN_WORDS[step.lean]}${times > 1 ? `, ${times} times` : ''}`,
    )
    .join('; ');
