/** What a line says of the whole text: its multiple, width, rows, and whether it is worked in the round. */
import { saysInTurn, saysOnce } from './in-turn';
import { STS } from './plain-words';
import type { TextSpan } from './problems';
import type { Lines } from './text';
import { saidHolds, type Holds } from './unturned-holds';

export type Stated = { readonly multiple: number; readonly plus: number; readonly at: TextSpan };
export type StatedNumber = { readonly count: number; readonly at: TextSpan };
const MULTIPLE = new RegExp(
  `\\b(?:multiples?|mult\\.?) of (\\d{1,4})(?: ?${STS})?(?:,? ?(?:plus|\\+|and|&) ?(?:an extra )?(\\d{1,4})(?: (?:more|extra|edge|balancing|balance))*(?: ?${STS})?)?`,
  'i',
);
const WIDTH = new RegExp(
  `\\b(?:panel of|worked (?:over|across)(?: a panel of)?|over|cast[- ]on|pattern panel:?|panel:?|panel is) (\\d{1,4}) ?${STS}|\\b(\\d{1,4})[- ]?(?:st|stitch)(?: wide)? panel|\\bcast[- ]on (\\d{1,4})(?![\\d.,]*\\d| ?(?:cm|in\\b|inch|mm|rows?))`,
  'i',
);
/** Whether a text may say how many stitches it is worked over. */
export const saysWidth = (text: string) => WIDTH.test(text);
const ROW_COUNT =
  /\b(\d{1,4})[- ](?:row|round|rnd)(?: pattern)? repeat|\bthese (\d{1,4}) (?:rows|rounds|rnds)\b|\brepeat(?:s| over| every)? (?:over |every )?(\d{1,4}) (?:rows|rounds|rnds)\b/i;
/** "These 8 rows form the pattern" says how many there are, and orders nothing. */
export const saysRows = (line: string) =>
  ROW_COUNT.test(line) ||
  /\b(?:this|these|the|all|every) (?:rows?|rounds?|rnds?)\b/i.test(line) ||
  PROSE_ROW.test(line);
const PROSE_ROW = /^\W*(?:row|round|rnd)s? \d+(?: ?(?:-|to|and|&) ?\d+)? (?:is|are)\b/i;
const SAYS_ROUND =
  /\b(?:in (?:the )?rounds?|circularly|join(?:ed)? (?:in|for|to work) (?:the |in the )?rounds?)\b/i;

/** Gathers what the lines state; the first statement of each kind holds. */
export class Stating {
  multiple: Stated | null = null;
  width: StatedNumber | null = null;
  rowCount: StatedNumber | null = null;
  saysRound = false;
  holds: Holds | null = null;
  once = false;
  inTurn = false;

  constructor(private readonly lines: Lines) {}

  line(from: number, line: string) {
    const at = (found: RegExpExecArray) =>
      this.lines.span(from + found.index, from + found.index + found[0].length);
    const multiple = MULTIPLE.exec(line);
    if (multiple)
      this.multiple ??= { multiple: Number(multiple[1]), plus: Number(multiple[2] ?? 0), at: at(multiple) };
    const width = WIDTH.exec(line);
    if (width && !multiple) this.width ??= { count: Number(width[1] ?? width[2] ?? width[3]), at: at(width) };
    const rows = ROW_COUNT.exec(line);
    if (rows) this.rowCount ??= { count: Number(rows[1] ?? rows[2] ?? rows[3]), at: at(rows) };
    if (SAYS_ROUND.test(line)) this.saysRound = true;
    this.holds ??= saidHolds(line);
    if (saysOnce(line)) this.once = true;
    if (saysInTurn(line)) this.inTurn = true;
  }
}

/** "Multiple of 8 sts plus 2." was understood as a whole: it is not passed over. */
export const isUnderstood = (line: string) =>
  saidHolds(line) !== null ||
  saysOnce(line) ||
  saysInTurn(line) ||
  line.replace(MULTIPLE, '').replace(/[\s().]/g, '') === '';
