/** What can be taken away of a pattern, and under which name. */
import Papa from 'papaparse';
import { stemOf } from '~/attachment';
import { chartToGrid } from '@core/formats/grid';
import { writePattern, type Pattern } from '@core/formats/pattern';
import { writeSvg } from '@core/formats/svg';

export const FORMATS = ['pattern', 'rows', 'grid', 'picture'] as const;
export type Format = (typeof FORMATS)[number];

const ENDINGS: Readonly<Record<Format, readonly [ending: string, type: string]>> = {
  pattern: ['json', 'application/json'],
  rows: ['txt', 'text/plain'],
  grid: ['csv', 'text/csv'],
  picture: ['svg', 'image/svg+xml'],
};

export function fileOf(pattern: Pattern, format: Format, rows: string) {
  const stem = stemOf(pattern.name, 'pattern');
  const [ending, type] = ENDINGS[format];
  const write: Readonly<Record<Format, () => string>> = {
    pattern: () => writePattern(pattern),
    rows: () => rows,
    grid: () => `${Papa.unparse(chartToGrid(pattern), { escapeFormulae: true })}\n`,
    picture: () => writeSvg(pattern),
  };
  return { name: `${stem}.${ending}`, type, content: write[format]() };
}

/** Hands a file to the browser to keep. */
export function saveFile({ name, type, content }: ReturnType<typeof fileOf>) {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(url), 1000);
}
