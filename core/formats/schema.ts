/** The pattern file, version 2; docs/pattern-2.schema.json is made from this. */
import { z } from 'zod';
import { MOST_CHARACTERS } from '../notation/scan';
import { CELL_CODE } from './cell-code';

export const PATTERN_FORMAT = 'gritch-pattern';
export const PATTERN_VERSION = 2;

const cell = z.string().max(160).regex(CELL_CODE).describe('A cell of the chart, as the right side shows it');
const cells = z.array(cell).max(4000).describe('From the right edge');
const row = z.union([
  z.strictObject({
    kind: z.literal('line'),
    before: cells,
    repeat: cells,
    after: cells,
    fewer: z.union([z.literal(0), z.literal(1)]).describe('1: one repeat fewer than the panel has'),
  }),
  z.strictObject({
    kind: z.literal('ring'),
    repeat: cells,
    phase: z
      .number()
      .int()
      .min(0)
      .max(4000)
      .describe('Stitches from the start of the round to the first repeat'),
  }),
]);
const rows = z.array(row).max(5000);

export const chartSchema = z.strictObject({
  firstSide: z.enum(['RS', 'WS']).describe('The side on which row 1 is worked'),
  setUp: rows.describe('Worked once, before row 1'),
  rows: rows.min(1).describe('Row 1 first'),
  once: z.literal(true).optional().describe('The rows are worked once: the last need not lead back to row 1'),
});

/** Charts of one pattern, more than any design has. */
const MOST_STRETCHES = 200;
const stretch = z.strictObject({
  times: z.literal(1).nullable().describe('1: worked once, as its chart says; null: as long as wanted'),
  across: z.number().int().min(1).max(4000).describe('Repeats of the chart in one repeat of the pattern'),
  name: z.string().max(200).describe('Its heading, or the rows of the text that it is'),
  chart: chartSchema,
});

export const choicesSchema = z.strictObject({
  meanings: z
    .record(z.string().min(1).max(120), cell)
    .describe('What names stand for that the text does not explain'),
  remarks: z.array(z.string().max(2000)).max(200).describe('Lines that are mere remarks'),
  size: z.number().int().min(0).max(40).nullable().describe('Of several sizes, from 0'),
  round: z.boolean().nullable().describe('Whether "row" means a round; null: as the text says'),
  part: z
    .number()
    .int()
    .min(0)
    .max(40)
    .nullable()
    .optional()
    .describe('Of several patterns in the text, from 0'),
  intended: z.array(z.string().max(300)).max(500).describe('Doubts that the knitter silenced'),
});

export const patternFileSchema = z.strictObject({
  format: z.literal(PATTERN_FORMAT),
  version: z.literal(PATTERN_VERSION),
  name: z.string().min(1).max(80),
  text: z.string().max(MOST_CHARACTERS).describe('The written rows as they were pasted'),
  choices: choicesSchema,
  inTheRound: z.boolean(),
  stretches: z.array(stretch).min(1).max(MOST_STRETCHES).describe('Worked one after the other'),
});
export type PatternFile = z.infer<typeof patternFileSchema>;
