/** What stands between and around the stitches of a row: gaps, repeats, counts, copies and phrases, as patterns. */
import { COUNT, ORDINAL, TIMES } from './numbers';
import { STS } from './plain-words';

export const GAP = /(?:[ ,;&]|\.(?= |$)|- (?=[a-z[(*]))*(?:(?:then|and|next) (?!\d* ?st))*/;
export const TIMES_AFTER = new RegExp(` ?(?:${TIMES})`);
export const MORE_TIMES = new RegExp(`,? ?(?:(once|twice)|${COUNT}(?: ?times)?) more(?: ?times?)?`);
export const COUNT_NOTE = new RegExp(` ?(?:[[(] ?(\\d+)(?: ?${STS}\\.?(?: (?:in all|total|rem|remain|on needles?))?)? ?[\\])]|- ?(\\d+) ?${STS}\\.?(?=[. ]*$))`); // prettier-ignore
export const ASIDE =
  /\((?:the )?(?:(?:right|left|first|last)[ -]?(?:hand )?)?(?:edge|edging|border|selv[ae]d?ge|selvage|centre|center)(?: sts?| stitch(?:es)?)?\)/;
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
const KNITS = '(?:k|knit)(?: all)?(?: the)?(?: knit)?(?: ?knits?| sts| stitches)+';
const SLIPS =
  '(?:sl|slip)(?: all)?(?: the)? purls?(?: sts| stitches)?,?(?: purlwise)?,? (?:wyif|with yarn in front)';
const AND = ' ?(?:,|and|&|, ?and) ?';
export const SLIPPING = new RegExp(`(?:${KNITS}${AND}${SLIPS}|${SLIPS}${AND}${KNITS}|${SLIPS})`);
const AS_THEY_ARE = '(?:present(?: themselves)?|appear|face(?: you)?|come|lie|show|are)';
export const PRESENTED = new RegExp(
  `(?:(?:k|knit)(?: all)?(?: the)? (?:knit (?:sts|stitches)|knits?)${AND}(?:p|purl)(?: all)?(?: the)? (?:purl (?:sts|stitches)|purls?)` +
    `|(?:p|purl)(?: all)?(?: the)? (?:purl (?:sts|stitches)|purls?)${AND}(?:k|knit)(?: all)?(?: the)? (?:knit (?:sts|stitches)|knits?)` +
    `|(?:work )?(?:all )?(?:the )?(?:sts|stitches) (?:as|the way) they ${AS_THEY_ARE}(?: to you)?` +
    `|work (?:all )?(?:sts|stitches) as (?:set|presented)|(?:work |sts |stitches )?as presented)(?: themselves)?(?![a-z])`,
);
export const COPY = new RegExp(
  `(?:work |knit )?(?:(?:rep(?:eat)?|as|same as|like)(?: for)?|the same as)(?: for)? (?:the )?(?:(?:row|round|rnd|rd)s?\\.? ?(\\d{1,5})(?: ?(?:-|to|through|and|&) ?(\\d{1,5}))?|${ORDINAL} (?:row|round|rnd))(?: once| again| once more)?[ .]*`,
);
export const START_AFTER = /start(?:ing)? (\d{1,4}) (?:sts?|stitch(?:es)?) after (?:the )?marker[ ,;:]*/;
export const OVER = new RegExp(
  `,? ?(?:over|across|on)(?: the)?(?: next| following| foll)? ${COUNT} ?${STS}?`,
);
export const PANEL_A =
  /(?:work |knit )?(?:(?:the )?next (?:row|round|rnd)|(?:row|round|rnd) (\d{1,4})) of (?:the )?([a-z][^,;.:()[\]*]{0,40}?)(?: (?:chart|panel|pattern))?(?=,? (?:over|across|on) | ?[,;.]|$)/;
export const PANEL_B =
  /work (?:the )?([a-z][^,;.:()[\]*0-9]{0,40}?),? ?\(?(?:row|round|rnd) (\d{1,4})\)?(?=,? (?:over|across|on) | ?[,;.]|$)/;
export const WORK = /(?:work|make) (?:an? |the )?/;
export const UNKNOWN = /\d+\/\d+ ?[a-z]{1,5}(?![a-z0-9])|[^ ,;[\](){}*]+(?: \d+(?=[ ,;.]))?|[\s\S]/;
