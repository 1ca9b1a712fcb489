/** The piece file, version 7; docs/piece-7.schema.json is made from this. Apart, so that only those who need it load it. */
import { z } from 'zod';
import { continuesSchema, draftSchema, makingSchema } from '../draft/schema';
import { eventSchema } from '../journal/schema';
import { LIMITS } from '../piece/plan';
import { LACKING } from '../piece/shaped-row';
import { CONSTRUCTIONS } from '../stitch/construction';
import { FACES, LEANS } from '../stitch/types';
import { chartSchema } from './schema';

export const PIECE_FORMAT = 'gritch-piece';
export const PIECE_VERSION = 7;

const id = z.string().min(1).max(120);
const name = z.string().min(1).max(80);
const row = z.int().min(1).max(LIMITS.rows);
const side = z.enum(['RS', 'WS']);
const edge = z.enum(['right', 'left']);

const panel = z.strictObject({
  id,
  name,
  chart: id.describe('Key of charts'),
  repeats: z.int().min(1).max(LIMITS.repeats),
  start: z.union([
    z.literal('carryOn'),
    z.strictObject({ row, withSetUp: z.boolean() }),
    z.strictObject({ position: z.int().min(0) }).describe('0-based in the set-up rows, then in the repeat'),
  ]),
  edge: z.boolean(),
});
const ending = z.union([
  z.strictObject({ side }),
  z.strictObject({ panel: id, rows: z.array(row).max(400) }),
]);
const length = z.union([
  z.strictObject({ rows: row }),
  z.strictObject({ repeats: row, of: id }),
  z.strictObject({
    until: z.strictObject({
      cm: z.number().positive().max(LIMITS.cm),
      from: z.enum(['castOn', 'section']),
      ending: ending.optional(),
    }),
    estimate: row,
  }),
]);
const act = z.union([
  z.strictObject({
    kind: z.literal('decrease'),
    of: z.union([z.literal(2), z.literal(3)]),
    lean: z.enum([...LEANS, 'centre']),
    face: z.enum(FACES),
  }),
  z.strictObject({
    kind: z.literal('increase'),
    how: z.literal('make'),
    lean: z.enum(LEANS),
    face: z.enum(FACES),
  }),
  z.strictObject({ kind: z.literal('increase'), how: z.literal('yarnOver') }),
  z.strictObject({ kind: z.literal('bindOff'), stitches: row }),
]);
const shaping = z.strictObject({
  id,
  place: z.union([
    z.strictObject({ kind: z.literal('edge'), edge, inset: z.int().min(0) }),
    z.strictObject({ kind: z.literal('wale'), wale: z.int().min(0), towards: edge }),
  ]),
  act,
  phases: z
    .array(z.strictObject({ first: row, every: row, times: row }))
    .min(1)
    .max(60),
});
const section = z.strictObject({
  id,
  origin: id.optional().describe('Id of the section that was typed, where a changed plan goes on with it'),
  name,
  length,
  panels: z.array(panel).min(1).max(LIMITS.panels).describe('From the right edge as seen from the RS'),
  shaping: z.array(shaping).max(120).optional(),
  lacking: z.enum(LACKING).optional(),
  keepsShape: z.boolean().optional(),
  starts: z
    .array(z.tuple([z.int().min(0), z.int().min(1)]))
    .max(200)
    .optional(),
  lastRow: id.optional().describe('Key of charts: its row 1 is worked in place of the last'),
  changes: z
    .array(z.strictObject({ row, what: z.enum(['needle', 'yarn', 'other']), text: z.string().max(200) }))
    .max(200)
    .optional(),
  offset: z.int().min(0).max(LIMITS.rows).optional(),
  brokenOff: z.boolean().optional(),
});

const planSchema = z.strictObject({
  construction: z.enum(CONSTRUCTIONS),
  firstSide: side,
  firstDirection: z.enum(['rightToLeft', 'leftToRight']),
  sections: z.array(section).min(1).max(LIMITS.sections),
  charts: z.record(id, chartSchema.extend({ name: z.string().max(80) })),
  making: makingSchema.optional(),
  continues: continuesSchema.optional(),
});

export const MOST_EVENTS_IN_A_FILE = 200_000;

export const pieceFileSchema = z.strictObject({
  format: z.literal(PIECE_FORMAT),
  version: z.literal(PIECE_VERSION),
  name: z.string().min(1).max(80),
  yarn: z.string().min(1).max(40).describe('The colour it is drawn in'),
  draft: draftSchema.describe('What the knitter typed'),
  plan: planSchema.describe('What is knitted, rows already worked under older plans included'),
  journal: z.array(eventSchema).max(MOST_EVENTS_IN_A_FILE).describe('Everything that happened, oldest first'),
});
export type PieceFile = z.infer<typeof pieceFileSchema>;
