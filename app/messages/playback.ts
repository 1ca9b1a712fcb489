/** What was done otherwise on the first of a pair, in words for the second. */
import { leanPlayedBack, type PlayedBack } from '@core/journal/playback';
import { LEAN_WORDS } from '~/ui/lean';
import { ANCHOR_WORDS, insteadWords } from './journal';

export function playbackWords({ what, row }: PlayedBack, mirrored: boolean, panelName: (id: string) => string): string {
  switch (what.kind) {
    case 'rowOnce':
      return `row ${row}, ${what.panel ? panelName(what.panel) : 'all panels'}: ${insteadWords(what.instead)}, just this once`;
    case 'panelRowSet':
      return `from row ${row} on ${panelName(what.panel)} was set to another row of its pattern`;
    case 'repeatsChanged':
      return `${what.by > 0 ? 'a repeat more' : 'a repeat fewer'} of ${panelName(what.panel)}`;
    case 'sectionEnded':
      return `the section ended with row ${row}`;
    case 'anchored':
      return `${ANCHOR_WORDS[what.what].toLowerCase()}, row ${row}${what.text ? `: ${what.text}` : ''}`;
    case 'note':
      return `note at row ${row}: ${what.text}`;
    case 'fault': {
      const lean = leanPlayedBack(what, mirrored);
      const how = lean ? LEAN_WORDS[lean] : what.made === 'uncrossed' ? 'not crossed' : 'not as charted';
      return `row ${row}, ${panelName(what.panel)}: a crossing was left ${how}${mirrored && lean ? ' (mirrored for you)' : ''}`;
    }
  }
} // prettier-ignore
