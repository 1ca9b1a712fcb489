/** Shape checks for events that come over the wire. Apart, so that only the server carries the library. */
import { z } from 'zod';
import { DEPTHS, FACES, LEANS, STITCHES } from '../stitch/types';
import { ANCHORS, MENDINGS } from './events';

const id = z.string().regex(/^[0-9a-zA-Z-]{8,64}$/);
const row = z.int().min(0).max(1_000_000);
const group = z.array(z.enum(STITCHES)).min(1).max(40);
const crossing = z.strictObject({
  kind: z.literal('crossing'),
  lean: z.enum(LEANS),
  over: group,
  under: group,
  centre: z.strictObject({ stitches: group, depth: z.enum(DEPTHS) }).optional(),
});
const common = {
  id,
  device: z.string().min(1).max(64),
  deviceTime: z.iso.datetime(),
  seen: z.int().min(0).max(1_000_000_000).optional(),
};
const life = z.string().min(1).max(64);
const panel = z.string().min(1).max(64);

export const eventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('rowDone'), life, row: row.min(1) }),
  z.strictObject({ ...common, kind: z.literal('undo'), target: id }),
  z.strictObject({ ...common, kind: z.literal('ripped'), life, to: row }),
  z.strictObject({ ...common, kind: z.literal('rowSet'), life, row }),
  z.strictObject({
    ...common,
    kind: z.literal('panelRowSet'),
    panel,
    from: row.min(1),
    position: row,
    since: row.min(1).nullable(),
  }),
  z.strictObject({ ...common, kind: z.literal('lifeline'), row }),
  z.strictObject({ ...common, kind: z.literal('note'), row, text: z.string().trim().min(1).max(2000) }),
  z.strictObject({
    ...common,
    kind: z.literal('fault'),
    pieceRow: row.min(1),
    rowEvent: id.nullable(),
    panel,
    wale: z.int().min(0).max(10_000),
    charted: z.union([crossing, z.literal('plain')]),
    made: z.union([crossing, z.literal('uncrossed'), z.literal('unknown')]),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('mended'),
    fault: id,
    by: z.enum(MENDINGS).optional(),
    minutes: z.int().min(0).max(10_000).optional(),
  }),
  z.discriminatedUnion('as', [
    z.strictObject({ ...common, kind: z.literal('left'), fault: id, as: z.literal('itLies') }),
    z.strictObject({
      ...common,
      kind: z.literal('left'),
      fault: id,
      as: z.literal('feature'),
      from: row.min(1),
      also: z.strictObject({ panel, wale: z.int().min(0).max(10_000) }).nullable(),
    }),
  ]),
  z.strictObject({
    ...common,
    kind: z.literal('repairBegun'),
    faults: z.array(id).min(1).max(100),
    done: row,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('measured'),
    row: row.min(1),
    since: row,
    cm: z.number().positive().max(2_000),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('weighed'),
    row,
    grams: z.number().nonnegative().max(100_000),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('sectionEnded'),
    section: z.string().min(1).max(80),
    row: row.min(1),
  }),
  z.strictObject({ ...common, kind: z.literal('planChanged'), revision: z.int().min(2), from: row.min(1) }),
  z.strictObject({
    ...common,
    kind: z.literal('anchored'),
    what: z.enum(ANCHORS),
    row,
    panel: panel.nullable(),
    text: z.string().trim().max(200),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('rowOnce'),
    row: row.min(1),
    panel: panel.nullable(),
    instead: z.discriminatedUnion('does', [
      z.strictObject({ does: z.literal('uncrossed') }),
      z.strictObject({ does: z.literal('all'), face: z.enum(FACES) }),
      z.strictObject({ does: z.literal('position'), position: row }),
    ]),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('repeatsChanged'),
    section: z.string().min(1).max(80),
    panel,
    by: z.int().min(-100).max(100),
  }),
  z.strictObject({ ...common, kind: z.literal('settled'), life }),
  z.strictObject({ ...common, kind: z.literal('looked'), row: row.min(1) }),
  z.strictObject({ ...common, kind: z.literal('inspected'), panel, from: row.min(1), to: row.min(1) }),
]);

export const MOST_EVENTS_IN_A_POST = 200;
/** Two spellings of one id would be two events. */
const inOneSpelling = eventSchema.refine(({ id: said }) => said === said.toLowerCase(), {
  path: ['id'],
  message: 'Ids are written in lower case.',
});
export const postSchema = z.strictObject({
  events: z.array(inOneSpelling).min(1).max(MOST_EVENTS_IN_A_POST),
});
