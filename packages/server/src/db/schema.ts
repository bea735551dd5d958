import type { CropBox, SendChoice } from '@uvrant/contract';
import type { AnyOptions, RampStop } from '@uvrant/core';
import { blob, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/**
 * What has files behind it (pictures, files sent out) is taken away with them by its service; while such a row is there, what it belongs
 * to cannot be deleted. Rows without files go with what they belong to.
 */
export const jobs = sqliteTable('jobs', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  createdAt: integer('created_at').notNull(),
  openedAt: integer('opened_at').notNull(),
  removedAt: integer('removed_at'),
});

export const sheets = sqliteTable(
  'sheets',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    name: text('name').notNull(),
    revision: integer('revision').notNull(),
    document: text('document').notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    removedAt: integer('removed_at'),
  },
  (table) => [index('sheets_by_job').on(table.jobId)],
);

/** A sheet as it printed, small, for the while until it is printed again: WebP, and the revision that it shows. */
export const sheetPictures = sqliteTable('sheet_pictures', {
  sheetId: text('sheet_id')
    .primaryKey()
    .references(() => sheets.id, { onDelete: 'cascade' }),
  revision: integer('revision').notNull(),
  webp: blob('webp', { mode: 'buffer' }).notNull(),
});

/** Edits already taken in, so that one sent twice counts once. */
export const edits = sqliteTable(
  'edits',
  {
    editId: text('edit_id').primaryKey(),
    sheetId: text('sheet_id')
      .notNull()
      .references(() => sheets.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    at: integer('at').notNull().default(0),
  },
  (table) => [index('edits_by_sheet').on(table.sheetId)],
);

/** Ingested pictures, by the SHA-256 of the file. */
export const assets = sqliteTable('assets', {
  sha256: text('sha256').primaryKey(),
  format: text('format').notNull(),
  bytes: integer('bytes').notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  channels: integer('channels').notNull(),
  depth: integer('depth').notNull(),
  levels: integer('levels').notNull(),
  /** Pixels per inch that the file states; null where it states none. */
  ppi: integer('ppi'),
  /** What was measured of its light, 0 … 1; null for what came in before it was measured. */
  mean: real('mean'),
  spread: real('spread'),
  directional: integer('directional', { mode: 'boolean' }),
  tileable: integer('tileable', { mode: 'boolean' }),
  /** What is to be known of how it was read: a decoder's warning, a channel left out. */
  note: text('note'),
  createdAt: integer('created_at').notNull(),
});

/** Which pictures a job has, under the name each came with. */
export const jobAssets = sqliteTable(
  'job_assets',
  {
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    sha256: text('sha256')
      .notNull()
      .references(() => assets.sha256),
    name: text('name').notNull(),
    /** The drawer of the plan chest that it lies in. */
    drawer: text('drawer', { enum: ['picture', 'texture', 'frame'] })
      .notNull()
      .default('picture'),
    tags: text('tags', { mode: 'json' }).$type<readonly string[]>().notNull().default([]),
    addedAt: integer('added_at').notNull(),
    removedAt: integer('removed_at'),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.sha256] }), index('job_assets_by_picture').on(table.sha256)],
);

/** The person's own fonts, by the SHA-256 of the file that came. */
export const fonts = sqliteTable('fonts', {
  sha256: text('sha256').primaryKey(),
  name: text('name').notNull(),
  bytes: integer('bytes').notNull(),
  createdAt: integer('created_at').notNull(),
  removedAt: integer('removed_at'),
});

/** Ramps of colours that were put into the plan chest. */
export const ramps = sqliteTable('ramps', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  stops: text('stops', { mode: 'json' }).$type<readonly RampStop[]>().notNull(),
  createdAt: integer('created_at').notNull(),
});

/** Files sent out or on their way: all that each needs is frozen in its row. */
export const sendOuts = sqliteTable(
  'send_outs',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    sheetId: text('sheet_id')
      .notNull()
      .references(() => sheets.id),
    sheetName: text('sheet_name').notNull(),
    format: text('format').notNull(),
    /** The format's options, checked. */
    options: text('options', { mode: 'json' }).$type<AnyOptions>().notNull().default({}),
    /** The ink of a plate; null for the whole sheet. */
    ink: text('ink'),
    /** A part of the sheet, mm; null for all of it. */
    crop: text('crop', { mode: 'json' }).$type<CropBox>(),
    /** How it is named; empty for one sent before that was kept. */
    pattern: text('pattern').notNull().default(''),
    /** The name that it is taken under. */
    fileName: text('file_name').notNull().default(''),
    /** The sheet as it was, as JSON. */
    document: text('document').notNull(),
    /** The other sheets that it prints, as they were: JSON by their ids. */
    others: text('others').notNull().default('{}'),
    build: text('build').notNull(),
    devicePpi: integer('device_ppi').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    state: text('state', { enum: ['queued', 'rendering', 'done', 'failed', 'cancelled'] }).notNull(),
    attempts: integer('attempts').notNull(),
    bytes: integer('bytes'),
    sha256: text('sha256'),
    /** What was sent, small: WebP. */
    picture: blob('picture', { mode: 'buffer' }),
    error: text('error'),
    /** What is to be known of how it was made; null for most. */
    note: text('note'),
    createdAt: integer('created_at').notNull(),
    finishedAt: integer('finished_at'),
    removedAt: integer('removed_at'),
  },
  (table) => [index('send_outs_by_state').on(table.state), index('send_outs_by_job').on(table.jobId)],
);

/** Single facts about the data directory, by name: such as that the demo's job is whole. */
export const facts = sqliteTable('facts', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});

/** What is sent out together, put by under a name. */
export const sendPresets = sqliteTable('send_presets', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  choice: text('choice', { mode: 'json' }).$type<SendChoice>().notNull(),
  createdAt: integer('created_at').notNull(),
});
