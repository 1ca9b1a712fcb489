/** Words for what a plan gets wrong. */
import { never } from '@core/result';
import type { DraftProblem } from '@core/draft/draft';

export function planWords(p: DraftProblem): string {
  switch (p.code) {
    case 'no-name':
      return 'Give the piece a name.';
    case 'no-sections':
      return 'The piece has no section yet. Add one.';
    case 'too-many-sections':
      return `A piece has at most ${p.most} sections.`;
    case 'no-panels':
      return 'This section has no panel. Add one from the shelf or paste its rows.';
    case 'too-many-panels':
      return `A section has at most ${p.most} panels.`;
    case 'rows-out-of-range':
      return `A section has 1 to ${p.most} rows, not ${p.rows}.`;
    case 'repeats-out-of-range':
      return `A panel has 1 to ${p.most} repeats, not ${p.repeats}.`;
    case 'no-such-chart':
      return 'This panel has no rows yet.';
    case 'panel-twice':
      return 'This panel stands in the section twice.';
    case 'start-row-out-of-range':
      return `The pattern has rows 1 to ${p.most}; it cannot start at row ${p.row}.`;
    case 'nothing-to-carry-on':
      return 'The section before has no such panel to carry on from. Give it a starting row.';
    case 'ring-must-fill-the-round':
      return 'A pattern that closes over the start of the round must be the only panel of a round.';
    case 'too-many-stitches':
      return `${p.stitches} stitches are more than a row can have here (${p.most}). Take fewer repeats.`;
    case 'seam-differs':
      return `The section before leaves ${p.has} stitches, but this one needs ${p.needs}. Change repeats, or add an increase row between them.`;
    case 'rows-not-read':
      return 'These rows cannot be read yet.';
    case 'does-not-close':
      return 'This pattern has edge stitches outside its repeat, so it cannot close over the start of the round.';
    default:
      return never(p);
  }
}
