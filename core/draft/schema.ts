/** Shape check for a draft that comes over the wire; what it says is checked by draft.ts. */
import { z } from 'zod';
import { CONSTRUCTIONS } from '../stitch/construction';
import { MOST_CHARACTERS } from '../notation/scan';

const id = z.string().regex(/^[0-9a-zA-Z-]{1,64}$/);
const name = z.string().max(80);
const count = z.number().finite();

const panel = z.strictObject({
  id,
  name,
  text: z.string().max(MOST_CHARACTERS),
  repeats: count,
  startRow: count,
  withSetUp: z.boolean(),
  carryOn: z.boolean(),
  edge: z.boolean(),
  closed: z.boolean(),
});
const section = z.strictObject({ id, name, rows: count, panels: z.array(panel).max(100) });
export const draftSchema = z.strictObject({
  name,
  construction: z.enum(CONSTRUCTIONS),
  firstSide: z.enum(['RS', 'WS']),
  firstDirection: z.enum(['rightToLeft', 'leftToRight']),
  sections: z.array(section).max(300),
});
