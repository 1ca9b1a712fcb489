/** Changes to what the knitter settled about a text; every change makes new choices. */
import type { Choices } from '@core/notation/choices';
import type { Cell } from '@core/stitch/types';

export const withMeaning = (choices: Choices, word: string, cell: Cell): Choices => ({
  ...choices,
  meanings: { ...choices.meanings, [word]: cell },
});
export const withoutMeaning = (choices: Choices, word: string): Choices => ({
  ...choices,
  meanings: Object.fromEntries(Object.entries(choices.meanings).filter(([name]) => name !== word)),
});
export const withRemark = (choices: Choices, line: string): Choices => ({
  ...choices,
  remarks: [...choices.remarks.filter((known) => known !== line), line],
});
export const withoutRemark = (choices: Choices, line: string): Choices => ({
  ...choices,
  remarks: choices.remarks.filter((known) => known !== line),
});
export const withSize = (choices: Choices, size: number | null): Choices => ({ ...choices, size });
export const withPart = (choices: Choices, part: number | null): Choices => ({ ...choices, part });
export const withRound = (choices: Choices, round: boolean | null): Choices => ({ ...choices, round });
/** Silences a finding, or lets it speak again. */
export const withIntended = (choices: Choices, key: string, intended: boolean): Choices => ({
  ...choices,
  intended: [...choices.intended.filter((known) => known !== key), ...(intended ? [key] : [])],
});
