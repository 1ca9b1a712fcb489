/** What stands between and around the stitches of a row: gaps, repeats, counts, copies and phrases, as patterns. */
import { COUNT, ORDINAL, TIMES } from './numbers';
import { STS } from './plain-words';

export const GAP =
  /(?:[ ,;&]|\.(?=[ ,;]|$)|- (?=[a-z[(*]))*(?:(?:then|and|next) (?!\d* ?st|(?:row|round|rnd) of))*/;
export const TIMES_AFTER = new RegExp(` ?(?:${TIMES})`);
export const MORE_TIMES = new RegExp(`,? ?(?:(once|twice)|${COUNT}(?: ?times)?) more(?: ?times?)?`);
/** "56 sts" behind a full stop, at the end of a row. */
export const COUNT_ALONE = new RegExp(
  `(\\d+) ?${STS}\\.?(?: (?:in all|total|rem|remain|left|on needles?))?(?=[. ]*$)`,
);
export const COUNT_NOTE = new RegExp(
  ` ?(?:[[(] ?(\\d+)(?: ?${STS}\\.?(?: (?:in all|total|rem|remain|on needles?))?)? ?[\\])]|[-:=.] ?(\\d+) ?${STS}\\.?(?: (?:in all|total|rem|remain|left|on needles?))?(?=[. ]*$))`,
);
export const ASIDE =
  /\((?:the )?(?:(?:right|left|first|last)[ -]?(?:hand )?)?(?:edge|edging|border|selv[ae]d?ge|selvage|centre|center)(?: sts?| stitch(?:es)?)?\)/;
/** A remark in brackets: words only, none of them a stitch or an order. */
export const REMARK =
  /\((?![^()]*\b(?:k|p|knit|purl|sl|slip|yo|ssk|rep|repeat|work|as|times|no|st|sts|stitch|stitches|inc|dec|make|skip|through|loops?|legs?|together|tog|tbl|wyif|wyib|yarn|purlwise|knitwise|twisted|reverse[d]?|mirrored|wrong|once|twice|each|every|all|last|first|next|one|two|three|four|five|six|seven|eight|nine|ten|even|odd)\b)[a-z][a-z ,.'!-]{4,60}\)(?! ?(?:x ?\d|\d|twice|once|thrice|[a-z]+ times|to |across|around|until))/;
/** Words between stitches that work none. */
export const IDLE = /\((?:sl|slip|place|pm|sm) ?m(?:arker)?\)|turn(?=[. ]*$)/;
export const IN_ALL = / (?:in all|altogether|in total)(?![a-z])/;
export const STARS = /\*{1,3}/;
export const REP_FROM = /[,;. ]*(?:and )?(?:rep(?:eat)?)(?: (?:from|between|fr)(?: ?(?:first|the))? ?\*{1,3}(?:s|'s)?|(?! ?(?:from|between|fr)))(?! ?(?:to|and|-) ?\*)/; // prettier-ignore
export const REP_BETWEEN = /[,;. ]*(?:and )?(?:rep(?:eat)?) (?:from|between|fr)(?: ?(?:first|the))? ?\*{1,3} ?(?:to|and|-) ?\*{1,3}/; // prettier-ignore
export const REP_HERE = /[,;. ]*(?:and )?rep(?:eat)?(?![a-z])/;
export const ENDING = /[,; ]*(?:and )?end(?:ing)?(?: (?:row|rnd|round))?(?: with)?[ :,]*(?!last)/;
export const MARKER =
  /(?:pm|sm|slm|rm|slip m|sl m|place m)(?![a-z0-9])|(?:place|slip|sl|remove|pass)(?: a| the)? (?:marker|m)(?![a-z])/;
const STITCHES = '(?: (?:sts|stitches|ones))';
const KS = `(?:k|knit)(?: all)?(?: the)? (?:knits?|k)(?![a-z0-9])${STITCHES}?`;
const PS = `(?:p|purl)(?: all)?(?: the)? (?:purls?|p)(?![a-z0-9])${STITCHES}?`;
const KNITS = `(?:${KS}|(?:k|knit)(?: all)?(?: the)?${STITCHES})`;
const IN_FRONT =
  '(?:,? ?[([]?(?:wyif|with (?:the )?yarn (?:held )?(?:in|at|to) (?:the )?front(?: of (?:the )?work)?)[)\\]]?)';
const SLIPS = `(?:sl|slip)(?: all)?(?: the)? (?:purls?|p)(?![a-z0-9])${STITCHES}?(?:,? (?:purlwise|pwise))?${IN_FRONT}?`;
const AND = ' ?(?:,|and|&|, ?and) ?';
export const SLIPPING = new RegExp(`(?:${KNITS}${AND}${SLIPS}|${SLIPS}${AND}${KNITS}|${SLIPS})`);
const AS_THEY_ARE =
  '(?:presents?|appears?|faces?|comes?|lies?|lie|shows?|are|is)(?: themselves| itself)?(?: (?:to )?you)?(?![a-z])';
const THE_STITCHES = '(?:(?:all |each |every )?(?:of )?(?:the )?(?:sts?|stitch(?:es)?) )?';
export const PRESENTED = new RegExp(
  `(?:${KS}${AND}${PS}|${PS}${AND}${KS}|(?:work )?${THE_STITCHES}(?:as|the way) (?:they|it) ${AS_THEY_ARE}` +
    `|(?:work |sts |stitches )?as presented(?: themselves)?(?![a-z]))`,
);
/** "In pattern", "as established": as the stitches present themselves, as long as the rows so far do nothing else. */
export const ESTABLISHED = new RegExp(
  `(?:work|cont(?:inue)?|keep|knit)?(?: even| evenly| on)? ?${THE_STITCHES}(?:in (?:the )?(?:established |est )?(?:pattern|patt)(?![a-z])(?: as)?(?: (?:established|est|set))?|as (?:established|est|set)(?![a-z]))`,
);
export const COPY = new RegExp(
  `(?:work |knit )?(?:(?:rep(?:eat)?|as|same as|like)(?: for)?|the same as)(?: for)? (?:the )?(?:(?:row|round|rnd|rd)s?\\.? ?(\\d{1,5})(?: ?(?:-|to|through|and|&) ?(\\d{1,5}))?|${ORDINAL} (?:row|round|rnd))(?:,? (?:once more|once|again|${TIMES}))?[ .]*`,
);
export const START_AFTER = /start(?:ing)? (\d{1,4}) (?:sts?|stitch(?:es)?) after (?:the )?marker[ ,;:]*/;
/** "All the way around": the words so far are worked over and over. */
export const ALL_AROUND =
  /[ ,;]*(?:(?:and )?(?:then )?(?:rep(?:eat)?|keep(?: on)?|work)(?:ing)? )?(?:all the way |the whole way |right )?(?:around|across)(?: the (?:row|round|rnd|needle)s?)?(?= ?[.([]|$)/;
/** "Repeat these 8 stitches". */
export const REP_THESE = new RegExp(
  `[,;. ]*(?:and )?(?:then )?(?:keep )?rep(?:eat)?(?:ing)? (?:these|those|the(?: last| same)?|last) ${COUNT} ?${STS}`,
);
export const OVER = new RegExp(
  `,? ?(?:over|across|on)(?: the)?(?: next| following| foll)? ${COUNT} ?${STS}?`,
);
export const PANEL_A =
  /(?:work |knit )?(?:(?:the )?next (?:row|round|rnd)|(?:the )?(set-?up) (?:row|round|rnd)(?: (\d{1,2}))?|(?:row|round|rnd) (\d{1,4})) of (?:the )?([a-z][^,;.:()[\]*]{0,40}?)(?: (?:chart|panel|pattern))?(?=,? (?:over|across|on) | ?[,;.]|$)/;
export const PANEL_B =
  /work (?:the )?([a-z][^,;.:()[\]*0-9]{0,40}?),? ?\(?(?:row|round|rnd) (\d{1,4})\)?(?=,? (?:over|across|on) | ?[,;.]|$)/;
export const WORK = /(?:work|make) (?:an? |the )?/;
export const UNKNOWN = /\d+\/\d+ ?[a-z]{1,5}(?![a-z0-9])|[^ ,;[\](){}*]+(?: \d+(?=[ ,;.]))?|[\s\S]/;
