/** Why a piece cannot be split or joined here. */
import { never } from '@core/result';
import type { GoOnProblem } from '@core/draft/go-on';

export function goOnWords(p: GoOnProblem): string {
  switch (p.code) {
    case 'not-in-this-row':
      return 'The row in hand belongs to a row of increases or to set-up rows. Work on to the pattern, then split or join.';
    case 'stitches-out-of-range':
      return `A part has 1 to ${p.most} stitches here.`;
    case 'sides-differ':
      return 'One of the two comes to a right-side row and the other to a wrong-side row. Work one more row on one of them.';
    case 'constructions-differ':
      return 'One of the two is turned after every row and the other is not.';
    default:
      return never(p);
  }
}
