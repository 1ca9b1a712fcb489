/**
 * Tables. Every one carries its knitter; plans are immutable revisions; the journal is only ever added to. What is kept as
 * JSON is text here: `stored.ts` reads it, row by row.
 */
import { PIECE_VERSION } from '@core/formats/piece-schema';
import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

export const knitters = sqliteTable('knitters', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  settings: text('settings').notNull(),
  createdAt: text('created_at').notNull(),
});

export const pieces = sqliteTable(
  'pieces',
  {
    id: text('id').primaryKey(),
    knitterId: text('knitter_id')
      .notNull()
      .references(() => knitters.id),
    name: text('name').notNull(),
    yarn: text('yarn').notNull(),
    createdAt: text('created_at').notNull(),
    /** When it was put into the bin; null while it lies on the bench. */
    binnedAt: text('binned_at'),
  },
  (table) => [index('pieces_by_knitter').on(table.knitterId, table.createdAt)],
);

export const revisions = sqliteTable(
  'revisions',
  {
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id),
    number: integer('number').notNull(),
    knitterId: text('knitter_id')
      .notNull()
      .references(() => knitters.id),
    /** The version of the piece file whose draft and plan these are; 5 for what is older than this column. */
    version: integer('version')
      .notNull()
      .$defaultFn(() => PIECE_VERSION),
    plan: text('plan').notNull(),
    /** What the knitter typed, kept as it was. */
    draft: text('draft').notNull(),
    createdAt: text('created_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.pieceId, table.number] })],
);

export const events = sqliteTable(
  'events',
  {
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id),
    seq: integer('seq').notNull(),
    knitterId: text('knitter_id')
      .notNull()
      .references(() => knitters.id),
    id: text('id').notNull(),
    /** The version of the piece file whose entry it is; 5 for what is older than this column. */
    version: integer('version')
      .notNull()
      .$defaultFn(() => PIECE_VERSION),
    body: text('body').notNull(),
    receivedAt: text('received_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.pieceId, table.seq] }), uniqueIndex('events_by_id').on(table.id)],
);

export const patterns = sqliteTable(
  'patterns',
  {
    id: text('id').primaryKey(),
    knitterId: text('knitter_id')
      .notNull()
      .references(() => knitters.id),
    name: text('name').notNull(),
    /** The pattern file, so that what is kept and what is handed on are the same. */
    body: text('body').notNull(),
    createdAt: text('created_at').notNull(),
    changedAt: text('changed_at').notNull(),
  },
  (table) => [index('patterns_by_knitter').on(table.knitterId, table.name)],
);

/** A piece at a glance, kept so that a full bench opens quickly. Derived: it may be thrown away at any time. */
export const glances = sqliteTable('glances', {
  pieceId: text('piece_id')
    .primaryKey()
    .references(() => pieces.id),
  /** Of which build, plan and last entry it is. */
  of: text('of').notNull(),
  summary: text('summary').notNull(),
  /** The strip of its fabric, as painted. */
  strip: text('strip').notNull(),
});

/** Where a long journal stood, so that it need not be read from its beginning. Derived, like the glances. */
export const standings = sqliteTable('standings', {
  pieceId: text('piece_id')
    .primaryKey()
    .references(() => pieces.id),
  /** Of which build it is, and the check sum of its body. */
  of: text('of').notNull(),
  seq: integer('seq').notNull(),
  body: text('body').notNull(),
});
