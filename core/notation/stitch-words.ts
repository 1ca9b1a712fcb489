/** Whether a line holds words that work stitches, so that it cannot be passed over as a remark. */

/** A counted stitch, or a name that can only be a stitch. */
const STITCH_WORD =
  /(?:^|[\s,;*[(])(?:[kp] ?\d+|\d+ ?[kp]|\d+ (?:knit|purl)|k\d?tog|p\dtog|ssk|ssp|yo|kfb|\d+\/\d+ ?[rl]p?c|[ct]\d+[fbrl]p?|cr\d+[fbrl]?|(?:knit|purl) (?:\d+|(?:one|two|three|four|five|six|seven|eight|nine|ten)\b)|(?:sl|slip) \d+)(?=$|[\s,;.\])])/i;
/** An order that changes every row cannot be passed over. */
const STANDING_ORDER =
  /\b(?:slip|sl|knit|purl|work)\b[^.]{0,40}\b(?:first|last|edge)\b[^.]{0,40}\b(?:every|each|all)\b[^.]{0,20}\b(?:row|round|rnd)/i;
/** "Knit to end", "repeat from * to the last 3 sts": the end of some row. */
const ROW_END =
  /\b(?:knit|purl|k|p|rep(?:eat)?)\b[^.\n]{0,24}\b(?:to|until) (?:the )?(?:end|last|m|marker)\b|\b(?:knit|purl) across\b/i;

/** A whole line that says only "knit", "purl row" or "purl to end", with or without what looks like a label. */
const BARE_FILL =
  /^\W{0,8}(?:[a-z]{1,7}(?![a-z])\.? ?)?(?:\d{1,3}(?:st|nd|rd|th)?)?[^a-z0-9]{0,4}(?:knit|purl|k|p)(?: ?(?:all|every|each)(?: sts?| stitch(?:es)?)?| across| to (?:the )?end| row| round| rnd)?[. ]*$/i;
/** "Knit the knits, slip the purls": words of a row, whatever stands before them. */
const BY_RULE = /\b(?:k|knit|p|purl|sl|slip) (?:all )?the (?:knits?|purls?)\b/i;

/** A remark with a number or the word for a stitch: it may change how the rows are knitted. */
export const mayMatter = (line: string) =>
  /\d|\b(?:knit|purl|k|p|st|sts|stitch(?:es)?|rows?|rounds?|rnds?|cable|cross|one|two|three|four|five|six|eight|ten|twice)\b/i.test(
    line,
  );

export const holdsStitchWord = (line: string) =>
  STITCH_WORD.test(line) ||
  STANDING_ORDER.test(line) ||
  ROW_END.test(line) ||
  BY_RULE.test(line) ||
  BARE_FILL.test(line);
