/** Sewing over and grafting, stitch by stitch, in words that can be done as they stand. */
import type { GraftPlan, Places } from '@core/repair/grafted';
import type { Cover, SewPlan } from '@core/repair/sewn';
import { counted, stitches, type Line } from './numbers';
import { capital } from './telling';

/** One sewn stitch: "Row 7: out at the foot of stitch 3, behind both legs of stitch 1 in row 8, in at the same foot." */
function coverWords({ row, foot, head }: Cover, plan: SewPlan, line: Line): string {
  const above =
    row === plan.row
      ? `behind both legs of stitch ${head} in ${line} ${row + 1}`
      : 'behind both legs just sewn';
  return `${capital(line)} ${row}: out at the foot of stitch ${foot}, ${above}, in at the same foot.`;
}

/** What is done first, step by step, and last. */
export type Worked = {
  readonly first: readonly string[];
  readonly steps: readonly string[];
  readonly last: string;
};

/** Everything to be sewn, in order: a step a sewn stitch. */
export function sewWords(plan: SewPlan, line: Line): Worked {
  const columns = Math.max(0, ...plan.covers.map(({ column }) => column));
  return {
    first: [
      `Cut ${plan.cm} cm of the same yarn and thread it on a blunt needle. Right side facing you, come from the back.`,
      `The crossing has ${stitches(plan.width)}; they are counted from the right. Cover ${counted(columns, 'column')}, each sewn stitch no tighter than a knitted one:`,
    ],
    steps: plan.covers.map((cover) => coverWords(cover, plan, line)),
    last: 'Weave both ends in under the crossing.',
  };
}

const placesWords = ({ from, to }: Places) => (from === to ? `stitch ${from}` : `stitches ${from} to ${to}`);

function passWords({ over, under, centre }: NonNullable<GraftPlan['pass']>): string {
  const front = `On the lower needle, let ${placesWords(over)} and ${placesWords(under)} change places, ${placesWords(over)} in front`;
  if (!centre) return `${front}.`;
  const how = { above: 'in front of both', between: 'between them', below: 'behind both' }[centre.depth];
  return `${front}; ${placesWords(centre)} ${centre.from === centre.to ? 'stays' : 'stay'} in the middle, ${how}.`;
}

/** The whole graft, step by step. */
export function graftWords(plan: GraftPlan, line: Line): Worked {
  const { row, open, snip, pass, runs, cm } = plan;
  const sewn = runs.map(({ face, count }) => `${count} as ${face}`).join(', then ');
  return {
    first: [
      `Right side facing you, ${stitches(open)} of ${line} ${row} are opened; they are counted from the right.`,
    ],
    steps: [
      `Snip one leg of stitch ${snip} in ${line} ${row}.`,
      `Draw the cut yarn out of the ${open}, to both sides, and leave its ends hanging at the back.`,
      `Put the ${open} loops of ${line} ${row - 1} on one needle and the ${open} loops above, of ${line} ${row + 1}, on another.`,
      ...(pass ? [passWords(pass)] : []),
      `With ${cm} cm of the same yarn, from the right, graft a loop below to a loop above each time: ${sewn}.`,
    ],
    last: 'Ease the yarn until they are as large as their neighbours. Weave in all four ends.',
  };
}
