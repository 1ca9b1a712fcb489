/** Words for what a plan gets wrong. */
import { never } from '@core/result';
import type { DraftProblem } from '@core/draft/draft';
import type { MakingField } from '@core/plan/check-making';
import type { GaugeProblem } from '@core/plan/gauge';

const SWATCH_FIELDS = {
  stitches: 'stitches of the swatch',
  widthCm: 'width of the swatch',
  rows: 'rows of the swatch',
  heightCm: 'height of the swatch',
  grams: 'weight of the swatch',
} as const;
const MAKING_FIELDS: Readonly<Record<MakingField, string>> = {
  needle: 'needle size',
  needleLength: 'length of the needle',
  ballGrams: 'weight of a ball',
  ballMetres: 'length of yarn in a ball',
  ballCount: 'number of balls',
  target: 'width that you want',
  wantedStitches: 'stitches that you want to 10 cm',
  wantedRows: 'rows that you want to 10 cm',
  panelWidth: 'measured width of a panel',
};

export function gaugeWords(problem: GaugeProblem): string {
  if (problem.code === 'not-a-measure')
    return `The ${SWATCH_FIELDS[problem.field]} must be more than 0 and at most ${problem.most}.`;
  const found = Math.round(problem.value * 10) / 10;
  return `${found} ${problem.field} to 10 cm cannot be right: look again at what the swatch measures (${problem.least} to ${problem.most} are possible).`;
}

const times = (count: number) => (count === 1 ? 'once' : `${count} times`);

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
      return `The section before leaves ${p.has} stitches, but this one needs ${p.needs}. Change repeats, or put a row of ${p.has < p.needs ? `${p.needs - p.has} increases` : `${p.has - p.needs} decreases`} between them.`;
    case 'no-such-panel':
      return 'The length names a panel that this section does not have, or none of its rows. Choose one.';
    case 'length-not-sound':
      return 'Give a length of more than 0 and at most 20 metres.';
    case 'line-up-changes-width':
      return 'This pattern has more stitches in some rows than in others, so the section cannot be shaped as well. Shape a section without it.';
    case 'ring-cannot-be-shaped':
      return 'A pattern that closes over the start of the round cannot be shaped. Untick the closing, or shape another section.';
    case 'no-shape-to-keep':
      return 'The section before is not shaped, or its panels are of another width in all. Untick it, or make them alike.';
    case 'starts-outside':
      return `The stitches that are taken up lie outside the ${p.width} stitches of the line-up. Keep the panels as they were.`;
    case 'last-row-does-not-fit':
      return `The last row must fill ${p.stitches} stitches, and its repeat does not.`;
    case 'last-row-not-read':
      return 'The last row cannot be read yet. Write it as "Row 1: ..."';
    case 'rows-worked-once':
      return p.has === 0 && p.rows > 0
        ? 'The rows of this panel are worked once, so the section has a fixed length. Give it in rows.'
        : `The rows of this panel are worked once: from where it begins there are ${p.has}, and the section has ${p.rows}. Make it ${p.has} rows long.`;
    case 'several-stretches':
      return `These rows are ${p.count} stretches that are worked one after the other. Each is a section of its own.`;
    case 'no-strand':
      return `Row ${p.row} makes 1 before the first or after the last stitch, where there is no strand to lift. Keep at least one stitch outside it, or take a yarn over.`;
    case 'change-outside':
      return `The section has rows 1 to ${p.rows}; nothing can change in row ${p.row}.`;
    case 'phase-not-sound':
      return 'Say from which row, every how many rows and how often: whole numbers from 1 on.';
    case 'shaping-past-the-end':
      return `The last shaping would fall in row ${p.row}, but the section ends with row ${p.rows}. Shape less often or faster, or make the section longer.`;
    case 'nothing-left':
      return `In row ${p.row} no stitch would be left to shape. Shape fewer times.`;
    case 'shapings-meet':
      return `In row ${p.row} two shapings need the same stitches. Move one of them by a row or a stitch.`;
    case 'nothing-to-widen-into':
      return `In row ${p.row} nothing was taken away that could be added again.`;
    case 'place-outside':
      return `The section has ${p.width} stitches across; this place lies outside them.`;
    case 'bind-off-inside':
      return 'Stitches are bound off at an edge, with none outside them.';
    case 'too-much-shaping':
      return `A section is shaped at most ${p.most} times.`;
    case 'length-needs-gauge':
      return 'A length in centimetres or inches needs your gauge. Measure a swatch, or say it in rows.';
    case 'nothing-to-spread-over':
      return 'Such a row needs a section before it. Move it, or cast on with other repeats.';
    case 'spread-not-sound':
      return `Say how often: a whole number from 1 to ${p.most}.`;
    case 'more-than-gaps':
      return `${p.times} do not fit in one row: there is room for ${p.gaps}. Use two rows with some rows between.`;
    case 'crossings-in-the-way':
      return `Only ${times(p.fit)} can it be done outside the coming crossings, not ${times(p.times)}. Allow it in cables, or name the columns.`;
    case 'no-column-named':
      return 'No column is named that could take it. Name the new columns of at least one panel.';
    case 'columns-touch':
      return 'Two new stitches would stand side by side, or outside the edge: in one row each needs an old stitch on both sides.';
    case 'column-outside':
      return `${p.panel} has ${p.most} columns in its repeat. Name columns from 1 to ${p.most}, counted from the right.`;
    case 'swatch':
      return gaugeWords(p.problem);
    case 'measure':
      return `The ${MAKING_FIELDS[p.field]} must be more than 0 and at most ${p.most}.`;
    case 'too-much-text':
      return `The written rows of this piece are longer than ${p.most} characters together. Use one text for panels that are alike.`;
    case 'rows-not-read':
      return 'These rows cannot be read yet.';
    case 'does-not-close':
      return 'This pattern has edge stitches outside its repeat, so it cannot close over the start of the round.';
    default:
      return never(p);
  }
}
