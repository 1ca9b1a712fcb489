/** Looking a piece over, in words: what happened, how sure that is, and what a symptom may mean. */
import type { Seen, ToldProblem, View } from '@core/inspect/seen';
import type { Slip, Story } from '@core/inspect/story';
import type { Whole } from '@core/inspect/wholes';
import { never } from '@core/result';
import { counted, type Line } from './numbers';
import { capital } from './telling';

export const SEEN_WORDS: Readonly<Record<Seen, string>> = {
  left: 'leans left',
  right: 'leans right',
  none: 'not crossed',
  unsure: 'cannot tell',
};

/** "Right side facing, needle on top". */
export const viewWords = ({ side, upsideDown, mirrored }: View): string =>
  [
    side === 'RS' ? 'Right side facing' : 'Wrong side facing',
    upsideDown ? 'needle below' : 'needle on top',
    ...(mirrored ? ['in a mirror'] : []),
  ].join(', ');

function wholeWords(whole: Whole, line: Line): string | null {
  switch (whole.kind) {
    case 'asCharted':
      return null;
    case 'mirrored':
      return 'Every crossing leans the other way, as in the other half of a mirrored pair.';
    case 'switched':
      return `From ${line} ${whole.from} on every crossing leans the other way: held on the other side since then.`;
    case 'always':
      return `From ${line} ${whole.from} on all of them lean ${whole.lean}, though they should take turns.`;
    case 'startedAt':
      return `All of them lie ${counted(Math.abs(whole.by), line)} ${whole.by > 0 ? 'higher' : 'lower'} than charted: the panel was begun at another ${line} of its chart.`;
    case 'startedElsewhere':
      return `Nothing is crossed in the charted ${line}s: perhaps the panel was begun at another ${line} of its chart, and crosses in others.`;
    default:
      return never(whole);
  }
}

function slipWords(slip: Slip, line: Line): string {
  switch (slip.kind) {
    case 'wrongLean':
      return `${line} ${slip.row} leans the wrong way`;
    case 'uncrossed':
      return `${line} ${slip.row} is not crossed`;
    case 'missed':
      return slip.rows.length === 1
        ? `the crossing of ${line} ${slip.rows[0]} was left out`
        : `one crossing was left out: ${line} ${slip.rows.slice(0, -1).join(', ')} or ${slip.rows[slip.rows.length - 1]}`;
    case 'extra':
      return slip.after === 0
        ? 'there is one more before the first charted one'
        : `there is one more above ${line} ${slip.after}`;
    case 'shifted':
      return `the crossing of ${line} ${slip.row} came ${counted(Math.abs(slip.by), line)} ${slip.by > 0 ? 'late' : 'early'}${slip.wrongLean ? ', leaning the wrong way' : ''}`;
    default:
      return never(slip);
  }
}

/** One story, sentence by sentence. */
export function storyWords({ whole, slips }: Story, line: Line): string {
  const all = wholeWords(whole, line);
  if (slips.length === 0) return all ?? 'All as charted.';
  const odd = `${capital(slips.map((slip) => slipWords(slip, line)).join('; '))}.`;
  return all ? `${all} Besides: ${odd}` : odd;
}

/** A slip that runs through all tracks, and what else is odd on each. */
export function togetherWords(
  whole: Whole,
  tracks: readonly { readonly name: string; readonly slips: readonly Slip[] }[],
  pair: boolean,
  line: Line,
): string {
  const all =
    pair && whole.kind === 'mirrored'
      ? 'The two halves of the pair have changed places: every crossing of both leans the other way.'
      : `In all ${tracks.length} tracks: ${wholeWords(whole, line) ?? ''}`;
  const odd = tracks
    .filter(({ slips }) => slips.length > 0)
    .map(({ name, slips }) => `${name}: ${slips.map((slip) => slipWords(slip, line)).join('; ')}.`);
  return odd.length > 0 ? `${all} Besides: ${odd.join(' ')}` : all;
}

export function sureWords({ sure }: Pick<Story, 'sure'>): string {
  if (sure > 0.95) return 'as good as certain';
  if (sure > 0.7) return 'very likely';
  return sure > 0.45 ? 'likely' : 'possible';
}

export function toldProblemWords(problem: ToldProblem): string {
  switch (problem.code) {
    case 'nothing-told':
      return 'Say at least one crossing: r, l, n (not crossed) or ? (cannot tell).';
    case 'unknown-word':
      return `“${problem.word}” (at place ${problem.at + 1}) means nothing here. Use r, l, n or ?, and numbers for plain rows between.`;
    case 'count-out-of-place':
      return `The number ${problem.word} (at place ${problem.at + 1}) stands beside another number: one count between two crossings.`;
    case 'longer-than-piece':
      return `That is ${problem.told} rows, but only ${problem.most} are knitted. Leave some out, or count again.`;
    default:
      return never(problem);
  }
}

export type Symptom = { readonly sign: string; readonly is: string; readonly helps: string };
/** Common practice, no published source. */
export const SYMPTOMS: readonly Symptom[] = [
  {
    sign: 'The knit or purl beside my cable is loose',
    is: 'The last knit before a purl takes more yarn, most of all at a cable’s left edge. It is no fault.',
    helps:
      'Snug the first purl after it, or purl it through the back and work it through the back in the next row too. What is there evens out in washing.',
  },
  {
    sign: 'My line has a step',
    is: 'A crossing came a row or two early or late: the strand runs steep on one side of it and flat on the other.',
    helps: 'Count the plain rows on both sides of the step: Hole to hole tells which one is off.',
  },
  {
    sign: 'One V is twice as tall',
    is: 'That stitch was slipped in one row. Where the chart slips it, it is right; else a row was not worked there.',
    helps: 'Let that one stitch down to the tall V and hook the loose strand through it from behind.',
  },
  {
    sign: 'There is a hole at the crossing',
    is: 'At the bottom of every crossing there is one: stitches were swapped there. It is no fault.',
    helps: 'If it gapes, tighten the first stitch of the second group when you cross.',
  },
  {
    sign: 'The rope looks flat in one place',
    is: 'A crossing was left out, or not crossed at all: the strands run straight for two spans.',
    helps: 'Say what you see crossing by crossing: the story tells which one.',
  },
  {
    sign: 'One crossing stands out',
    is: 'It leans the other way than its neighbours: the group was held on the other side of the work.',
    helps: 'Look at its lean beside the ones above and below; in panels that take turns it may be right.',
  },
  {
    sign: 'A column of loose strands between two stitches',
    is: 'The needles change there, or a stitch was dropped and ran down.',
    helps:
      'If a loop hangs at its foot, hook it up strand by strand; else move the change along by a few stitches each round.',
  },
];
