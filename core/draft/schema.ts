/** Shape check for a draft that comes over the wire; what it says is checked by draft.ts. */
import { z } from 'zod';
import { CONSTRUCTIONS } from '../stitch/construction';
import { MOST_CHARACTERS } from '../notation/scan';
import { NEEDLE_KINDS } from '../piece/making';
import { LACKING } from '../piece/shaped-row';
import { SPREAD_LEANS } from '../plan/even';
import { SHAPING_DEEDS, SHAPING_LEANS, SHAPING_PLACES } from './shaping-draft';
import { SPREAD_WAYS } from './spread-row';

const id = z.string().regex(/^[0-9a-zA-Z-]{1,64}$/);
const name = z.string().max(80);
const count = z.number().finite();
const text = z.string().max(MOST_CHARACTERS);
const side = z.enum(['RS', 'WS']);
const edge = z.enum(['right', 'left']);

const panel = z.strictObject({
  id,
  name,
  text,
  repeats: count,
  startRow: count,
  withSetUp: z.boolean(),
  carryOn: z.boolean(),
  edge: z.boolean(),
  closed: z.boolean(),
  mirrored: z.boolean().optional(),
});

const ending = z.union([
  z.strictObject({ side }),
  z.strictObject({ panel: id, rows: z.array(count).max(400) }),
]);
const length = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('repeats'), repeats: count, of: id }),
  z.strictObject({
    kind: z.literal('until'),
    cm: count,
    from: z.enum(['castOn', 'section']),
    ending: ending.nullable(),
  }),
]);
const shaping = z.strictObject({
  id,
  at: z.enum(SHAPING_PLACES),
  inset: count,
  wale: count,
  towards: edge,
  does: z.enum(SHAPING_DEEDS),
  lean: z.enum(SHAPING_LEANS),
  stitches: count,
  from: z.union([z.strictObject({ row: count }), z.strictObject({ cm: count })]),
  phases: z.array(z.strictObject({ every: count, times: count })).max(40),
});
const spread = z.strictObject({
  does: z.enum(['increase', 'decrease']),
  times: count,
  way: z.enum(SPREAD_WAYS),
  lean: z.enum(SPREAD_LEANS),
  ground: z.enum(['presented', 'knit']),
  columns: z.array(z.strictObject({ panel: id, of: z.array(count).max(200) })).max(100),
});
const change = z.strictObject({
  row: count,
  what: z.enum(['needle', 'yarn', 'other']),
  text: z.string().max(200),
});

const section = z.strictObject({
  id,
  name,
  rows: count,
  panels: z.array(panel).max(100),
  length: length.optional(),
  shaping: z.array(shaping).max(60).optional(),
  lacking: z.enum(LACKING).optional(),
  keepsShape: z.boolean().optional(),
  starts: z
    .array(z.tuple([count, count]))
    .max(200)
    .optional(),
  lastRow: z.strictObject({ text, mirrored: z.boolean() }).optional(),
  changes: z.array(change).max(200).optional(),
  spread: spread.optional(),
});

const gauge = z.strictObject({ stitches: count, rows: count });
export const makingSchema = z.strictObject({
  swatch: z
    .strictObject({ stitches: count, widthCm: count, rows: count, heightCm: count, grams: count.nullable() })
    .nullable(),
  wanted: gauge.nullable(),
  panelWidths: z.record(id, count),
  needle: z.strictObject({ mm: count, kind: z.enum(NEEDLE_KINDS), lengthCm: count.nullable() }).nullable(),
  ball: z.strictObject({ grams: count, metres: count, count }).nullable(),
  targetCm: count.nullable(),
});

export const continuesSchema = z.array(z.strictObject({ name, row: count })).max(8);

export const draftSchema = z.strictObject({
  name,
  construction: z.enum(CONSTRUCTIONS),
  firstSide: side,
  firstDirection: z.enum(['rightToLeft', 'leftToRight']),
  sections: z.array(section).max(300),
  making: makingSchema.optional(),
  continues: continuesSchema.optional(),
  pairOf: z.strictObject({ id, mirrored: z.boolean() }).optional(),
});
