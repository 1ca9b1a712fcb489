/** The ways to deal with an odd crossing, in words. */
import type { Later } from '@core/repair/remedies';
import type { Look, Offer, Refusal, Remedy } from '@core/repair/ways';
import { never } from '@core/result';
import { problemWords } from './mend';
import { counted, stitches, type Line } from './numbers';

export const REMEDY_WORDS: Readonly<Record<Remedy, string>> = {
  unpick: 'Unpick back to it',
  ladder: 'Let down and work up again',
  rip: 'Rip back',
  sew: 'Sew over it',
  graft: 'Cut and graft',
  leave: 'Leave it',
  feature: 'Make it a feature',
};

/** "about 10 minutes", "about an hour and a half". */
export function minutesWords(minutes: number): string {
  if (minutes < 1.5) return 'a minute';
  if (minutes < 10) return `about ${Math.round(minutes)} minutes`;
  if (minutes < 55) return `about ${Math.round(minutes / 5) * 5} minutes`;
  const halves = Math.round(minutes / 30);
  if (halves === 2) return 'about an hour';
  const hours = Math.floor(halves / 2);
  return halves % 2 === 0 ? `about ${hours} hours` : `about ${hours > 0 ? hours : ''}½ hours`;
}

const LOOK_WORDS: Readonly<Record<Look, string>> = {
  asCharted: 'looks as charted',
  thicker: 'a little thicker there',
  meant: 'looks meant',
  odd: 'stays as it lies',
};
const RISK_WORDS = ['nothing can go wrong', 'little risk', 'some risk', 'the piece may be spoilt'] as const;
const DIFFICULTY_WORDS = ['', 'easy', 'takes care', 'for a steady hand'] as const;

/** Figures and judgement in one line. */
export function offerWords(offer: Offer, line: Line): string {
  const { remedy, rows, minutes, difficulty, risk, look, to } = offer;
  const what: Readonly<Record<Remedy, string>> = {
    unpick: `${stitches(offer.stitches)} back`,
    ladder: `${stitches(offer.stitches)} in ${counted(rows, line)}`,
    rip: `to ${line} ${to?.row ?? 0}${to?.lifeline ? ', where your lifeline is' : ''}: ${counted(rows, line)}, ${stitches(offer.stitches)}`,
    sew: `${stitches(offer.stitches)} covered`,
    graft: `${stitches(offer.stitches)}`,
    leave: '',
    feature: `the same way from ${line} ${to?.row ?? 0} on`,
  };
  return [
    what[remedy],
    minutes > 0 && minutesWords(minutes),
    DIFFICULTY_WORDS[difficulty],
    remedy === 'leave' || remedy === 'feature' ? '' : RISK_WORDS[risk],
    LOOK_WORDS[look],
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Why the first of the offers is the one to take. */
export function reasonWords([best, ...others]: readonly Offer[]): string {
  if (!best) return '';
  const rip = others.find(({ remedy }) => remedy === 'rip');
  switch (best.remedy) {
    case 'unpick':
      return 'It is only a little way back, and nothing can go wrong.';
    case 'ladder':
      return rip && rip.minutes > best.minutes * 1.3
        ? `Only these stitches are worked again, not whole rows: ${minutesWords(best.minutes)} instead of ${minutesWords(rip.minutes).replace('about ', '')}.`
        : 'Only these stitches are worked again, and it looks as charted.';
    case 'rip':
      return best.to?.lifeline
        ? 'A lifeline holds the row below it: sure and quick.'
        : others.some(({ remedy }) => remedy === 'ladder')
          ? 'The rows are short: to knit them again is easier, and takes hardly longer.'
          : 'It cannot be let down here, and ripping is sure.';
    case 'sew':
      return 'It is done from outside, and can be taken out again.';
    case 'graft':
      return 'Nothing else reaches it.';
    case 'leave':
      return 'Any way to mend it costs more than it is worth. Nobody will look for it.';
    case 'feature':
      return 'Crossed so from now on it looks meant.';
    default:
      return never(best.remedy);
  }
}

const SEWN_WHY = {
  purled: 'Purls would have to lie on top: those cannot be sewn over.',
  unknown: 'Say first how it lies on your fabric.',
  plain: 'No strand should lie on top there: a plain column sewn over a crossing does not hide it.',
} as const;

const GRAFTED_WHY = {
  topmost: 'Nothing is knitted above it yet: take it back, or let it down.',
  slipped: 'A stitch in it was slipped: no yarn of its row runs through that, so it cannot be grafted.',
  'not-there': 'No such crossing is there by the plan as it is now.',
} as const;

export function refusalWords({ cannot }: Refusal, line: Line): string {
  switch (cannot.code) {
    case 'too-far':
      return `It lies ${counted(cannot.rows, line)} back: too far to unpick stitch by stitch.`;
    case 'off-needle':
      return 'The piece is bound off: nothing can be let down or ripped from the needle.';
    case 'longer-than-wished':
      return `It goes down ${counted(cannot.rows, line)}; you wished for at most ${cannot.most}.`;
    case 'never-cut':
      return 'You wished that nothing is cut.';
    case 'cannot-be-sewn':
      return SEWN_WHY[cannot.why];
    case 'cannot-be-grafted':
      return GRAFTED_WHY[cannot.why];
    case 'nothing-to-come':
      return `Its ${line} of the chart does not come again.`;
    case 'cannot-turn':
      return 'It does not lean at all, or the stitches above would not go on as the chart does: only like stitches can be turned about.';
    default:
      return problemWords(cannot, line);
  }
}

const WHEN_WORDS: Readonly<Record<Later['when'], string>> = {
  nextRow: 'this',
  nextCrossing: 'the next crossing, in',
  section: 'the end of the section, in',
};
/** "After this row: 5 strands, 20 stitches, about 10 minutes." */
export const laterWords = ({ when, row, strands, stitches: count, minutes }: Later, line: Line): string =>
  `After ${WHEN_WORDS[when]} ${line}${when === 'nextRow' ? '' : ` ${row}`}: ${counted(strands, 'strand')}, ${stitches(count)}, ${minutesWords(minutes)}.`;

/** How the quick ways are done, sentence by sentence. `next`: the row that comes after a rip. */
export function howWords({ remedy, to }: Offer, line: Line, panel: string): string[] {
  switch (remedy) {
    case 'unpick':
      return [
        'Stitch by stitch, the last one first: the left needle goes from the front into the stitch below, then the yarn is drawn out.',
        `Stop when the crossing itself is undone: ${line} of the crossing is in hand again.`,
      ];
    case 'rip':
      return [
        to?.lifeline
          ? `Draw out the needle, pull the yarn down to the lifeline, and put the needle in along the thread: its leading legs in front.`
          : `Draw out the needle and pull the yarn down to ${line} ${(to?.row ?? 0) + 1}. Undo that last one stitch by stitch, the needle catching each loop of ${line} ${to?.row ?? 0} from the front.`,
        `Count them. ${line === 'row' ? 'Row' : 'Round'} ${(to?.row ?? 0) + 1} is in hand again.`,
      ];
    case 'sew':
      return ['A new strand is sewn on top of the wrong one. It can be taken out again.'];
    case 'graft':
      return ['Only for who has grafted before. Nothing else of the piece is opened.'];
    case 'leave':
      return ['It is written down, stays marked on the fabric, and is not asked about again.'];
    case 'feature':
      return [
        `From ${line} ${to?.row ?? 0} on ${panel} is crossed so wherever this ${line} of its chart comes again: the cue, the fabric and the paper say so.`,
      ];
    case 'ladder':
      return [];
    default:
      return never(remedy);
  }
}
