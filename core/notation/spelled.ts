/**
 * Crossings spelled out: "slip next 2 sts to cable needle and hold in back, k2, then p1, k1 from cable needle", with a
 * centre on a second needle or handed back from the first, and twists worked "second stitch first".
 */
import type { Depth, Hold, Stitch } from '../stitch/types';
import type { CrossingWords } from '../stitch/working';
import { COUNT, countOf } from './numbers';
import { faceOf, readCounted, readSlip, STS } from './plain-words';
import type { Cursor } from './text';

/** `depths`: how the centre may lie, where the words leave it open. */
export type Spelled = { readonly words: CrossingWords; readonly depths: readonly Depth[] };
/** As many stitches must come from a needle as were put on it. */
export type HeldDiffers = { readonly held: number; readonly worked: number };

const NEEDLE =
  '(?:(?:a|an|the|one|first|1st|second|2nd|another|extra|spare|same) )*(?:cable[- ]?needle|cab(?:le)? n(?:dl)?|c\\.? ?n\\.?(?![a-z])|dpn|double[- ]pointed needle|(?:spare|extra|holding) needle|needle ?holder|stitch ?holder|(?:cable )?pin|holder)';
const SECOND = /second|2nd|another/i;
const WHICH = '(?:(?:the|next|first|following|foll) )*';
const WISE = '(?:,? ?(?:purlwise|pwise|p-wise))?';
const PUT = '(?:sl|slip|place|put|transfer|move)';
const SLIP = new RegExp(
  `${PUT}(?: |(?=\\d))${WHICH}(?:${COUNT} ?)?${STS}?${WISE} (?:on to|onto|on|to) (${NEEDLE})`,
);
/** "Slip 2 to front on cn", "hold 2 sts in back on cn". */
const SLIP_ASIDE = new RegExp(
  `(?:${PUT}|hold) ${WHICH}(?:${COUNT} ?)?${STS}?(?:,? (?:and )?(?:hold|leave|place))? (?:to|in|at) (?:the )?(front|back)(?: of (?:the )?work)? (?:on|onto|with) ${NEEDLE}`,
);
const HOLD = new RegExp(
  `[,;. ]*(?:and |then |& ?)*(?:hold|holding|held|leave|leaving|left|keep|place|bring|move|put|drop)?(?: (?:it|them|this|needle|${NEEDLE}))? ?` +
    `(?:(?:in|at|to|on|towards?)(?: the)? )?(behind all|between|in front of all|front(?! of all)|back|rear|behind)(?:(?: of)?(?: the)? (?:work|knitting|needle))?(?![a-z])`,
);
const FROM = new RegExp(`[, ]*(?:from|off|on) (${NEEDLE})`);
const HELD = new RegExp(`(knit|purl|k|p)(?: (?:the|those|these|all|both|held|slipped|${COUNT}|${STS}|them|it))* ?(?=(?:from|off|on) ${NEEDLE})`); // prettier-ignore
const FROM_LEFT = new RegExp(`[, ]*from (?:the )?(?:left(?:[- ]hand)?(?: needle)?|l\\.?h\\.?n?(?: needle)?|main needle)(?![a-z])`); // prettier-ignore
const GIVE_BACK = new RegExp(
  `(?:sl|slip|return|pass) (?:the )?(?:(?:last|left-?most|purl|centre|center|middle|next|other|end) )*(?:${COUNT} ?)?(?:(?:left-?most|purl|centre|center) )?${STS}(?: from (?:the )?(?:${NEEDLE}))?(?: back)? (?:on to|onto|to) (?:the )?(?:left(?:[- ]hand)? needle|l\\.?h\\.?n?(?: needle)?)(?: from (?:the )?(?:${NEEDLE}))?`,
);
const MOVE = new RegExp(
  `[,; ]*(?:and |then )*(?:bring|move|place|pass|hold) (?:the )?${NEEDLE}(?: with [^,;]{1,40}?)? (?:in|at|to) (?:the )?(front|back)(?: of (?:the )?work)?`,
);
const GAP = /(?:[ ,;&]|\.(?= |$)(?= *(?:k|p|then|knit|purl|sl|from)))*(?:(?:then|and|next|now) )*/;
const MOST = 60;

type Reading = {
  readonly stitches: Stitch[];
  /** Where a counted run begins: what comes from a needle begins at one of these. */
  readonly starts: number[];
  centre: { readonly stitches: readonly Stitch[]; readonly depths: readonly Depth[] } | null;
  held: readonly Stitch[] | null;
};

const holdOf = (word: string): Hold => (/^front/i.test(word) ? 'front' : 'back');

/** Where the centre lies, seen by the knitter, from where both needles were held. */
function depthsOf(held: Hold, word: string): readonly Depth[] {
  const lower = word.toLowerCase();
  if (lower === 'behind all') return ['below'];
  if (lower === 'between') return ['between'];
  if (lower === 'in front of all') return ['above'];
  const centre = holdOf(word);
  if (held !== centre) return [centre === 'back' ? 'below' : 'above'];
  return centre === 'back' ? ['between', 'below'] : ['between', 'above'];
}

/** A centre handed back to the left needle: whether the rest then passes behind it or before it. */
function depthOfHandedBack(hold: Hold, moved: string | undefined): Depth {
  const after = moved ? holdOf(moved) : hold;
  if (hold === after) return 'between';
  return hold === 'back' ? 'below' : 'above';
}

function stitchesOf(cursor: Cursor): Stitch[] | null {
  const word = readCounted(cursor) ?? readSlip(cursor);
  if (!word || (word.kind !== 'cell' && word.kind !== 'slip') || word.count < 1 || word.count > MOST)
    return null;
  if (word.kind === 'cell')
    return word.cell.kind === 'stitch' ? Array<Stitch>(word.count).fill(word.cell.stitch) : null;
  return word.yarn === 'wrongSide'
    ? null
    : Array<Stitch>(word.count).fill(word.yarn === 'back' ? 'slipBehind' : 'slipBefore');
}

const BRACKET = new RegExp(
  `[([]((?:[kp] ?\\d{1,2}[, ]*){1,6})[)\\]](?: ?(?:x ?(\\d{1,2})|${COUNT} times|(twice)))?`,
);

/** "(k1, p1) twice" inside a spelled crossing. */
function bracketed(found: RegExpExecArray): Stitch[] {
  const once = [...(found[1] as string).matchAll(/([kp]) ?(\d{1,2})/gi)].flatMap(([, letter, count]) =>
    Array<Stitch>(Number(count)).fill(faceOf(letter as string)),
  );
  const times = found[4] ? 2 : countOf(found[2] ?? found[3] ?? '1');
  return times <= MOST ? Array.from({ length: times }, () => once).flat() : [];
}

class SpelledReader {
  private readonly reading: Reading = { stitches: [], starts: [], centre: null, held: null };
  differs: HeldDiffers | null = null;
  private second: { readonly count: number; readonly depths: readonly Depth[] } | null = null;
  private handedBack: { readonly count: number; readonly depth: Depth } | null = null;

  constructor(
    private readonly cursor: Cursor,
    private readonly count: number,
    private readonly hold: Hold,
  ) {}

  private centreNeedle() {
    this.cursor.take(GAP);
    const found = this.cursor.take(SLIP);
    if (!found) return true;
    const hold = this.cursor.take(HOLD);
    if (!hold || !SECOND.test(found[2] as string)) return false;
    this.second = {
      count: found[1] ? countOf(found[1]) : 1,
      depths: depthsOf(this.hold, hold[1] as string),
    };
    return true;
  }

  /** The last `count` stitches read so far came from a needle. */
  private drop(count: number): Stitch[] | null {
    const { stitches, starts } = this.reading;
    const from = stitches.length - count;
    if (count > 0 && starts.includes(from)) {
      while ((starts[starts.length - 1] ?? -1) >= from) starts.pop();
      return stitches.splice(from, count);
    }
    this.differs = { held: count, worked: stitches.length - (starts[starts.length - 1] ?? 0) };
    return null;
  }

  private work(stitches: readonly Stitch[]) {
    this.reading.starts.push(this.reading.stitches.length);
    this.reading.stitches.push(...stitches);
  }

  private fromNeedle(needle: string): boolean {
    const { reading, second } = this;
    if (second && !reading.centre && SECOND.test(needle)) {
      const stitches = this.drop(second.count);
      reading.centre = stitches && { stitches, depths: second.depths };
      return stitches !== null;
    }
    reading.held = this.drop(this.count - (this.handedBack?.count ?? 0));
    return reading.held !== null;
  }

  private giveBack(): boolean {
    const { cursor, reading } = this;
    const found = cursor.take(GIVE_BACK);
    if (!found || this.second || reading.stitches.length === 0) return false;
    const count = found[1] ? countOf(found[1]) : 1;
    const moved = cursor.take(MOVE);
    this.handedBack = { count, depth: depthOfHandedBack(this.hold, moved?.[1]) };
    const before = reading.stitches.length;
    while (reading.stitches.length < before + count) {
      cursor.take(GAP);
      const stitches = stitchesOf(cursor);
      if (!stitches) return false;
      this.work(stitches);
      cursor.take(FROM_LEFT);
    }
    const centre = this.drop(count);
    reading.centre = centre && { stitches: centre, depths: [this.handedBack.depth] };
    return centre !== null && reading.stitches.length === before;
  }

  private step(): boolean {
    const { cursor, reading } = this;
    cursor.take(GAP);
    if (cursor.peek(GIVE_BACK)) return this.giveBack();
    const held = cursor.peek(HELD);
    const said = held?.[2] === undefined ? null : countOf(held[2]);
    const rest =
      this.second && !reading.centre ? this.second.count : this.count - (this.handedBack?.count ?? 0);
    if (held && (said ?? rest) === rest) {
      cursor.take(HELD);
      this.work(Array<Stitch>(rest).fill(faceOf(held[1] as string)));
    } else {
      const bracket = cursor.take(BRACKET);
      const stitches = bracket ? bracketed(bracket) : stitchesOf(cursor);
      if (!stitches || stitches.length + reading.stitches.length > MOST) return false;
      this.work(stitches);
    }
    cursor.take(FROM_LEFT);
    const from = cursor.take(FROM);
    return from ? this.fromNeedle(from[1] as string) : true;
  }

  read(): Spelled | null {
    if (!this.centreNeedle()) return null;
    while (!this.reading.held) if (!this.step()) return null;
    const { held, stitches: then, centre } = this.reading;
    if (!held || held.length === 0 || then.length === 0 || (this.second && !centre)) return null;
    const depth = centre?.depths[0];
    return {
      words: {
        hold: this.hold,
        held,
        then,
        ...(centre && depth && { centre: { stitches: centre.stitches, depth } }),
      },
      depths: centre?.depths ?? [],
    };
  }
}

/** Whether a crossing begins to be spelled out here. */
export const beginsSpelled = (cursor: Cursor) =>
  cursor.peek(SLIP) !== null || cursor.peek(SLIP_ASIDE) !== null;

/** Reads a spelled crossing; null (and the cursor anywhere) if it is not understood. */
export function readSpelled(cursor: Cursor): Spelled | HeldDiffers | null {
  const aside = cursor.take(SLIP_ASIDE);
  const slip = aside ?? cursor.take(SLIP);
  const hold = aside ? aside[2] : slip && cursor.take(HOLD)?.[1];
  if (!slip || !hold || !/^(front|back|rear|behind)$/i.test(hold)) return null;
  const count = slip[1] ? countOf(slip[1]) : 1;
  if (count < 1 || count > MOST) return null;
  const reader = new SpelledReader(cursor, count, holdOf(hold));
  return reader.read() ?? reader.differs;
}

/** What an entry such as "SL2B" may say by itself: so many stitches wait in front or behind. */
export type Half = { readonly count: number; readonly hold: Hold };

/** The slip and the hold and nothing else. */
export function readHalf(cursor: Cursor): Half | null {
  const aside = cursor.take(SLIP_ASIDE);
  const slip = aside ?? cursor.take(SLIP);
  const hold = aside ? aside[2] : slip && cursor.take(HOLD)?.[1];
  if (!slip || !hold || !/^(front|back|rear|behind)$/i.test(hold) || !cursor.peek(/[. ]*$/)) return null;
  const count = slip[1] ? countOf(slip[1]) : 1;
  return count < 1 || count > MOST ? null : { count, hold: holdOf(hold) };
}

/** What follows a half: "k2, k2 from cn". */
export function readSecondHalf(cursor: Cursor, { count, hold }: Half): Spelled | HeldDiffers | null {
  const reader = new SpelledReader(cursor, count, hold);
  return reader.read() ?? reader.differs;
}

const LOOP =
  '(?: ?(?:tbl|through (?:the )?(?:front|back) loop|in(?:to)? (?:the )?(?:front|back)(?: loop)?))?';
const SECOND_ST = `(?:second|2nd|next)(?: ${STS})?(?: on (?:the )?(?:left(?:[- ]hand)?|lh) needle)?`;
const SKIP_FIRST = `(?:(?:skip|miss) (?:the )?(?:first|next) ${STS},? (?:and )?)?`;
const FROM_WHERE = `(?:(?:from |in |at |passing |working )*(?:the )?(front|back|behind)(?: of)?(?: (?:the )?(?:first|skipped|it))?(?: ${STS})?|(tbl|through (?:the )?back loop)|through (?:the )?(front) loop)`;
const LOOP_TOO = '(?:,? (?:and )?through (?:the )?(?:front|back) loop)?';
const THEN_FIRST = `[^a-z]{0,3}(?:and |then |next )*(?:do not slip[^,;.]{0,40}[,;.] ?)?(?:and |then )*(knit|purl|k|p)(?: into)?(?: the)?(?: front of| back of)?(?: the)? (?:first|1st|skipped)(?: ${STS})?${LOOP}[,;. ]*(?:and |then )*(?:sl|slip|drop|let|take) (?:both|the two|them)[^,;.]*`;
/** "Knit the second st in front of the first" and "knit into the back of the second st" say where it passes. */
const SECOND_FIRST = new RegExp(
  `${SKIP_FIRST}(knit|purl|k|p)(?: into)?(?: the)? ${SECOND_ST},? ?${FROM_WHERE}${LOOP_TOO}${THEN_FIRST}`,
);
const INTO_SECOND = new RegExp(
  `${SKIP_FIRST}(knit|purl|k|p)(?: into)?(?: the)? (front|back) (?:loop )?of(?: the)? ${SECOND_ST}${THEN_FIRST}`,
);
const TOGETHER_FIRST = new RegExp(
  `(?:k2tog|knit 2 (?:sts |stitches )?together)[,; ]*(?:but )?(?:leave|leaving|do not|without|don't)[^,;.]*[,;. ]*(?:and |then )*(?:knit|k)(?: into)?(?: the)? (?:first|1st|same|right)(?: ${STS})?(?: again)?[,;. ]*(?:and |then )*(?:sl|slip|drop|let|take) (?:both|the two|them)[^,;.]*`,
);

/**
 * A twist worked without a cable needle. The stitch met second is worked first: in front of the other it leans right,
 * from behind it leans left.
 */
export function readTwist(cursor: Cursor): CrossingWords | null {
  if (cursor.take(TOGETHER_FIRST)) return { hold: 'back', held: ['knit'], then: ['knit'] };
  const found = cursor.take(SECOND_FIRST);
  const into = found ? null : cursor.take(INTO_SECOND);
  const worked = found ? [found[1], found[5], found[2] ?? found[4]] : into && [into[1], into[3], into[2]];
  if (!worked) return null;
  const [second, first] = [faceOf(worked[0] as string), faceOf(worked[1] as string)];
  const front = worked[2]?.toLowerCase() === 'front';
  return { hold: front ? 'back' : 'front', held: [first], then: [second] };
}
