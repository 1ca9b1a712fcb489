/** What would put a problem right in one press: a few changes to the text, where its words leave little doubt. */
import { IN_TURN_SENTENCE, ONCE_SENTENCE } from './in-turn';
import type { NotationProblem } from './problems';
import { isOneSlip } from './spelling';
import { HOLDS, HOLDS_SENTENCES } from './unturned-holds';

export type Edit = { readonly from: number; readonly length: number; readonly put: string };
/** `shows` is the stretch as it will read. */
export type Mend = { readonly shows: string; readonly edits: readonly Edit[] };

/** The text with a mend made. */
export function mended(text: string, { edits }: Mend): string {
  return [...edits]
    .sort((a, b) => b.from - a.from)
    .reduce((out, { from, length, put }) => out.slice(0, from) + put + out.slice(from + length), text);
}

/** Words of rows, for those that are one slip away from one of them. */
const WORDS = [
  'knit',
  'purl',
  'slip',
  'repeat',
  'rep',
  'from',
  'last',
  'end',
  'stitch',
  'stitches',
  'sts',
  'times',
  'twice',
  'once',
  'next',
  'cable',
  'needle',
  'hold',
  'front',
  'back',
  'cross',
  'right',
  'left',
  'over',
  'then',
  'and',
  'across',
  'around',
  'marker',
  'k2tog',
  'p2tog',
  'ssk',
  'ssp',
  'kfb',
  'tbl',
  'wyif',
  'wyib',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'turn',
  'knits',
  'purls',
  'the',
  'row',
  'rows',
  'round',
  'rounds',
  'rnd',
  'rnds',
];
const ROW_WORDS = ['Row', 'Rows', 'Round', 'Rounds', 'Rnd', 'Rnds'];
const MOST_MENDS = 3;

const swap = (from: number, length: number, put: string, shows = put): Mend => ({
  shows,
  edits: [{ from, length, put }],
});

/** A word that is known, or the known words that are one slip away; null for one that is neither. */
function nearest(word: string): readonly string[] | null {
  const lower = word.toLowerCase();
  if (WORDS.includes(lower) || /^\d+$/.test(lower) || /^[kp]\d+$/.test(lower)) return [word];
  const digit = /^([kp])[il|]$/i.exec(word);
  if (digit) return [`${digit[1] as string}1`];
  const found = word.length > 2 ? WORDS.filter((known) => isOneSlip(lower, known)) : [];
  return found.length > 0 ? found : null;
}

/** "kint 2" is "knit 2": every word of the phrase is known, or one slip from a known one. */
function respelled({ at }: NotationProblem, text: string): Mend[] {
  const phrase = text.slice(at.from, at.from + at.length);
  const choices: (readonly string[])[] = [];
  for (const token of phrase.split(/(\s+)/)) {
    const found = token.trim() === '' ? [token] : nearest(token);
    if (!found) return [];
    choices.push(found);
  }
  const most = Math.max(...choices.map(({ length }) => length));
  const shown = (pick: number) => choices.map((found) => found[Math.min(pick, found.length - 1)]).join('');
  const put = [...new Set(Array.from({ length: most }, (_, i) => shown(i)))];
  return put.filter((words) => words !== phrase).map((words) => swap(at.from, at.length, words));
}

function relabelled({ at }: NotationProblem, text: string): Mend[] {
  const label = text.slice(at.from, at.from + at.length);
  const backwards = /^(.*?)(\d+)( ?- ?)(\d+)(.*)$/s.exec(label);
  if (backwards && Number(backwards[2]) > Number(backwards[4])) {
    const [, head, high, dash, low, tail] = backwards as unknown as [
      string,
      string,
      string,
      string,
      string,
      string,
    ];
    return [swap(at.from, at.length, `${head}${low}${dash}${high}${tail}`)];
  }
  const word = /[a-z][a-z0-9]*/i.exec(label);
  if (!word || ROW_WORDS.some((known) => known.toLowerCase() === word[0].toLowerCase())) return [];
  return ROW_WORDS.filter((known) => isOneSlip(word[0].toLowerCase(), known.toLowerCase())).map((known) => {
    const put = label.replace(word[0], known);
    return swap(at.from, at.length, put);
  });
}

const OFTEN = /\b(?:twice|thrice|(?:x ?)?[a-z0-9]+ ?(?:times?|x)(?![a-z]))/i;

/** "4 times" said so that it can mean one thing only. */
function countedAgain({ at }: NotationProblem, text: string, ways: readonly string[]): Mend[] {
  const found = OFTEN.exec(text.slice(at.from, at.from + at.length));
  return found ? ways.map((put) => swap(at.from + found.index, found[0].length, put)) : [];
}

const more = (times: number) => (times === 1 ? 'once more' : `${times} more times`);

/** At most a few, the likeliest first; none where only the knitter can know. */
export function mendsOf(text: string, problem: NotationProblem): readonly Mend[] {
  const { at } = problem;
  switch (problem.code) {
    case 'unknown-word':
      return respelled(problem, text).slice(0, MOST_MENDS);
    case 'header-not-understood':
      return relabelled(problem, text).slice(0, MOST_MENDS);
    case 'order-times-unclear':
      return countedAgain(problem, text, [more(problem.times), `${problem.times} times in all`]);
    case 'repeat-count-unclear':
      return countedAgain(problem, text, [more(problem.times - 1), more(problem.times)]);
    case 'repeat-from-where':
      return problem.starts.map((start) => ({
        shows: `*${text.slice(start, at.from).trim().replace(/\s+/g, ' ')}; rep from * to end`,
        edits: [
          { from: start, length: 0, put: '*' },
          { from: at.from, length: at.length, put: '; rep from * to end' },
        ],
      }));
    case 'to-last-differs': {
      const said = /(?:to|until) (?:the )?(?:end|last (?:\d+ ?)?(?:sts?|stitch(?:es)?))/i.exec(
        text.slice(at.from, at.from + at.length),
      );
      const put = problem.follows === 0 ? 'to end' : `to last ${problem.follows} sts`;
      return said ? [swap(at.from + said.index, said[0].length, put)] : [];
    }
    case 'nothing-below':
      return problem.instead === undefined
        ? []
        : [swap(problem.words.from, problem.words.length, problem.instead)];
    case 'unturned-holds':
      return HOLDS.map((holds) => ({
        shows: HOLDS_SENTENCES[holds],
        edits: [{ from: 0, length: 0, put: `${HOLDS_SENTENCES[holds]}\n` }],
      }));
    case 'order-without-end': {
      const order = text.slice(at.from, at.from + at.length);
      const end = order.search(/[.\s]*$/);
      const put = `${order.slice(0, end)} until it is long enough`;
      return [swap(at.from, end, put)];
    }
    case 'worked-once': {
      // Below the line that the row ends in: other rows may stand behind it.
      const end = text.indexOf('\n', at.from + at.length);
      const from = end < 0 ? text.length : end;
      return [{ shows: ONCE_SENTENCE, edits: [{ from, length: 0, put: `\n${ONCE_SENTENCE}` }] }];
    }
    case 'choose-pattern':
      return problem.follow
        ? [{ shows: IN_TURN_SENTENCE, edits: [{ from: 0, length: 0, put: `${IN_TURN_SENTENCE}\n` }] }]
        : [];
    case 'unopened':
      return [swap(at.from, at.length, '', `no ${problem.bracket}`)];
    case 'order-twice':
      return [swap(at.from, at.length, '', 'it once')];
    default:
      return [];
  }
}
