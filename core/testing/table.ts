/** Tables of a test as text, many cells to a line. */

/** Rows stand on lines of their own or between " | ", the columns of a row between " → ". */
export const table = (text: string): string[][] => cellsOf(text).map((row) => row.split(' → '));

/** What stands on lines of its own or between " | ". */
export const cellsOf = (text: string): string[] =>
  text
    .split(/\n| \| /)
    .map((row) => row.trim())
    .filter((row) => row !== '');
