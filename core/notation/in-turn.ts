/** What a text says of how its rows go on: worked once only, or each stretch of rows behind the other. */

/** The sentences by which a text says so. */
export const ONCE_SENTENCE = 'Work these rows once.';
export const IN_TURN_SENTENCE = 'Work the rows under each heading one after the other.';

const ONCE =
  /^[^a-z]{0,4}(?:work (?:these|the|all|all the|all these) (?:rows|rounds|rnds) (?:just |only )?once|(?:these|the|all|all the|all these) (?:rows|rounds|rnds) are (?:only |just )?worked (?:only |just )?once)(?: only)?[.) ]*$/i;
const IN_TURN =
  /^[^a-z]{0,4}work the (?:rows|rounds|rnds) under each heading one after (?:the other|another)[.) ]*$/i;

export const saysOnce = (line: string) => ONCE.test(line);
export const saysInTurn = (line: string) => IN_TURN.test(line);
