/** A file that was dropped or chosen, as a pattern: known by what it holds, not by its name. */
import Papa from 'papaparse';
import { err, ok, type Result } from '@core/result';
import { NO_CHOICES, type Choices } from '@core/notation/choices';
import { GRID_HEAD, gridToChart, withText } from '@core/formats/grid';
import { MOST_FILE } from '@core/formats/pattern';
import { readPattern, type FormatProblem, type Pattern } from '@core/formats/pattern';
import { readSvg } from '@core/formats/svg';

export type Opened = { readonly name: string; readonly text: string; readonly choices: Choices };

const opened = (read: Result<Pattern, FormatProblem>): Result<Opened, FormatProblem> => {
  if (!read.ok) return read;
  const { name, text, choices } = withText(read.value);
  return ok({ name, text, choices });
};

/** A field that a spreadsheet would take for a formula is written behind a `'`. */
const fieldsIn = (content: string) =>
  Papa.parse<string[]>(content.trim()).data.map((line) =>
    line.map((field) => field.replace(/^'(?=[=+\-@\t\r])/, '')),
  );

/** Anything that is none of our formats is taken for written rows; the reader says what it makes of them. */
export function openText(fileName: string, content: string): Result<Opened, FormatProblem> {
  const start = content.trimStart().slice(0, 400);
  if (start.startsWith('{') || start.startsWith('[{')) return opened(readPattern(content));
  if (/^(?:<\?xml[^>]*>\s*)?<svg/i.test(start)) return opened(readSvg(content));
  if (start.replace(/^"/, '').startsWith(GRID_HEAD)) return opened(gridToChart(fieldsIn(content)));
  const name = fileName.replace(/\.[^.]{1,8}$/, '').slice(0, 80);
  return ok({ name, text: content.replace(/\r\n?/g, '\n'), choices: NO_CHOICES });
}

export async function openFile(file: File): Promise<Result<Opened, FormatProblem>> {
  if (file.size > MOST_FILE) return err({ code: 'file-too-large', most: MOST_FILE });
  return openText(file.name, await file.text());
}
