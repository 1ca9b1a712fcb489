/** What to count on the fabric, said shortly, in the knitter's own school of counting. */
import type { Anchor, Count } from '@core/place/count';
import { never } from '@core/result';
import type { Side } from '@core/stitch/types';
import { counted, type Line } from './numbers';

function anchorWords({ kind, panel }: Anchor): string {
  switch (kind) {
    case 'castOn':
      return 'from the cast-on';
    case 'sectionStart':
      return 'since this section began';
    case 'lifeline':
      return 'above the lifeline';
    case 'marker':
      return 'above the marker';
    case 'pin':
      return 'above the pin';
    case 'colour':
      return 'since the colour changed';
    case 'ridge':
      return 'above the ridge';
    case 'twist':
      return 'since the twist';
    case 'crossing':
      return panel ? `since ${panel} crossed` : 'since it crossed';
    default:
      return never(kind);
  }
}

const SEEN = { V: 'V', bump: 'bump', stitch: 'stitch' } as const;
const MANY = { V: 'Vs', bump: 'bumps', stitch: 'stitches' } as const;

/** Two short lines: how many of what, and from where. `line`: what a row is called here. */
export function countWords(count: Count, faces: Side, line: Line): string {
  if (count.kind === 'noHole')
    return count.rows === 0
      ? `nothing to count yet\n${anchorWords(count.anchor)}`
      : `count ${counted(count.rows, line)}\n${anchorWords(count.anchor)}`;
  const many = count.tall ?? count.counted;
  if (many <= 0) return `it crossed in ${line} ${count.crossingRow},\nnothing to count yet`;
  const tall = count.tall === null ? '' : 'tall ';
  const what = counted(many, `${tall}${SEEN[count.seen]}`, `${tall}${MANY[count.seen]}`);
  if (count.from > 0) return `count ${what}\nabove the crossing ${line}`;
  return `count ${what}\n${faces === 'WS' ? 'on the right side' : 'up from the hole'}`;
}
