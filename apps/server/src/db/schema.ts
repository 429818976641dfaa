import { sql } from 'drizzle-orm';
import { bigint, boolean, index, integer, jsonb, pgTable, real, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { AssemblyPlan } from '@gangway/core/assembly/plan';
import type { JobPlace } from '@gangway/contract/job';
import type { StoredChart, StoredGrid, StoredTexture } from '@gangway/contract/lensTest';
import type { AssemblyOptions, AssemblyState, Frame, Origin, Report, Role } from '@gangway/contract/proof';
const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** In which version of its record a row was written; rows from before versions were counted are of version 1. */
const schemaVersion = () => integer('schema_version').notNull().default(1);

/** A commission. Deleting sets a time, so that it can be brought back. */
export const jobs = pgTable('jobs', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  /** The job that ships with Gangway, which `--reset-demo` puts back. */
  demo: boolean('demo').notNull().default(false),
  /** Cautions that were read and dismissed for this job. */
  dismissedCautions: jsonb('dismissed_cautions').$type<string[]>().notNull().default([]),
  /** Where and on which day it is photographed. */
  place: jsonb('place').$type<JobPlace>(),
  day: text('day'),
  /** Grows by one with every change of the job itself. */
  version: integer('version').notNull().default(1),
  /** Grows by one with every change of its log, and what it was when a photograph came or went last. */
  logVersion: integer('log_version').notNull().default(0),
  attachmentsVersion: integer('attachments_version').notNull().default(0),
  /** The ids of its setups as they were ordered by hand; those not named come after, by age. */
  setupOrder: jsonb('setup_order').$type<string[]>().notNull().default([]),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
  deletedAt: at('deleted_at'),
});

/** A camera position in a job: what was set there, nothing that follows from it. */
export const setups = pgTable(
  'setups',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    settings: jsonb('settings').$type<unknown>().notNull(),
    /** The ids of its rig and of the items in it, by which the kit is told what is used; follows from the settings. */
    kitIds: jsonb('kit_ids')
      .$type<(string | null)[]>()
      .generatedAlwaysAs(sql`jsonb_path_query_array(settings, '$.rig.parts.**.id') || jsonb_path_query_array(settings, '$.rig.rigId')`),
    schemaVersion: schemaVersion(),
    /** Grows by one with every write; a write names the version that it changes. */
    version: integer('version').notNull().default(1),
    /** The id of the last write, by which a repeated write is known. */
    lastWriteId: uuid('last_write_id'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
    deletedAt: at('deleted_at'),
  },
  (table) => [index('setups_job_id').on(table.jobId)],
);

/** The ids of writes that were made, by which a repeated one is known when its first answer was lost. */
export const writes = pgTable('writes', { id: uuid('id').primaryKey(), at: at('at').notNull().defaultNow() });

/**
 * Files of the store that no row owns: on their way in, or to be removed. A key
 * is written here before its file is, and taken out with the write of the row
 * that owns it, so that whatever ends in between leaves nothing behind for good.
 */
export const looseFiles = pgTable('loose_files', { key: text('key').primaryKey(), at: at('at').notNull().defaultNow() });

const row = {
  /** Grows by one with every change; a change names the version that it was made against. */
  version: integer('version').notNull().default(1),
  /** Archived: no longer offered, still there for what uses it. */
  archived: boolean('archived').notNull().default(false),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
};

/** What is owned, with its values. */
export const kitItems = pgTable('kit_items', {
  id: uuid('id').primaryKey(),
  item: jsonb('item').$type<unknown>().notNull(),
  schemaVersion: schemaVersion(),
  ...row,
});

/** What is built from it, by the ids of the components. */
export const kitRigs = pgTable('kit_rigs', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  plan: jsonb('plan').$type<unknown>().notNull(),
  schemaVersion: schemaVersion(),
  ...row,
});

/** A series of frames of one setup, from the simulated back or from files. */
export const frameSets = pgTable(
  'frame_sets',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    setupId: uuid('setup_id')
      .notNull()
      .references(() => setups.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    origin: text('origin').$type<Origin>().notNull(),
    /** Where the frames belong, as the setup was when the series was begun; `null` without a plan. */
    plan: jsonb('plan').$type<AssemblyPlan>(),
    /** The ids of the frames in their order, `null` for an empty place. */
    order: jsonb('order').$type<(string | null)[]>().notNull().default([]),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('frame_sets_setup_id').on(table.setupId)],
);

/** One file of a series. */
export const frames = pgTable(
  'frames',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    setId: uuid('set_id')
      .notNull()
      .references(() => frameSets.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    role: text('role').$type<Role>().notNull(),
    storeKey: text('store_key').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    sha256: text('sha256').notNull(),
    seen: jsonb('seen').$type<Pick<Frame, 'width' | 'height' | 'bits' | 'format' | 'takenAt' | 'wrote' | 'remarks'>>().notNull(),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('frames_set_id').on(table.setId)],
);

/** One putting together of a series: its work, and what came of it. */
export const assemblies = pgTable(
  'assemblies',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    setId: uuid('set_id')
      .notNull()
      .references(() => frameSets.id, { onDelete: 'cascade' }),
    state: text('state').$type<AssemblyState>().notNull().default('waiting'),
    share: real('share').notNull().default(0),
    step: text('step').notNull().default(''),
    options: jsonb('options').$type<AssemblyOptions>().notNull(),
    report: jsonb('report').$type<Report>(),
    storeKey: text('store_key'),
    bytes: bigint('bytes', { mode: 'number' }),
    error: text('error'),
    /** How often a worker has taken it up; by which claim it is worked on; when that worker last said so. */
    attempts: integer('attempts').notNull().default(0),
    claim: uuid('claim'),
    heardAt: at('heard_at'),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('assemblies_set_id').on(table.setId)],
);

/** One exposure in the log: what was set, as it was then. */
export const shots = pgTable(
  'shots',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    setupId: uuid('setup_id')
      .notNull()
      .references(() => setups.id, { onDelete: 'cascade' }),
    at: at('at').notNull(),
    values: jsonb('values').$type<unknown>().notNull(),
    schemaVersion: schemaVersion(),
    /** Grows by one with every change of the shot. */
    version: integer('version').notNull().default(1),
    /** The version of the log that its last change made. */
    logVersion: integer('log_version').notNull().default(0),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('shots_job_id').on(table.jobId), index('shots_log_version').on(table.jobId, table.logVersion, table.id)],
);

/** Shots that were removed, for those who know a log of before. */
export const removedShots = pgTable(
  'removed_shots',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    logVersion: integer('log_version').notNull(),
  },
  (table) => [index('removed_shots_log_version').on(table.jobId, table.logVersion)],
);

/** A photograph of a ground glass or of notes. */
export const attachments = pgTable(
  'attachments',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    setupId: uuid('setup_id')
      .notNull()
      .references(() => setups.id, { onDelete: 'cascade' }),
    /** `null` when it is of the setup as a whole, or its shot is gone. */
    shotId: uuid('shot_id').references(() => shots.id, { onDelete: 'set null' }),
    name: text('name').notNull(),
    mime: text('mime').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    sha256: text('sha256').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    storeKey: text('store_key').notNull(),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('attachments_job_id').on(table.jobId)],
);

/** A card's own hand kept to be laid over other cards. */
export const cardTemplates = pgTable('card_templates', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  card: jsonb('card').$type<unknown>().notNull(),
  schemaVersion: schemaVersion(),
  createdAt: at('created_at').notNull().defaultNow(),
});

/** A test of a lens of the kit: what was planned, and which frame is which. Deleting sets a time, so that it can be brought back. */
export const lensTests = pgTable('lens_tests', {
  id: uuid('id').primaryKey().defaultRandom(),
  settings: jsonb('settings').$type<unknown>().notNull(),
  schemaVersion: schemaVersion(),
  /** Grows by one with every change; a change names the version that it was made against. */
  version: integer('version').notNull().default(1),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
  deletedAt: at('deleted_at'),
});

/** A frame of a lens test, and what was read in it. */
export const lensTestFrames = pgTable(
  'lens_test_frames',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    testId: uuid('test_id')
      .notNull()
      .references(() => lensTests.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    storeKey: text('store_key').notNull(),
    bytes: bigint('bytes', { mode: 'number' }).notNull(),
    sha256: text('sha256').notNull(),
    seen: jsonb('seen').$type<Pick<Frame, 'width' | 'height' | 'bits' | 'format' | 'takenAt' | 'wrote' | 'remarks'>>().notNull(),
    /** Its light, or what was read of the test chart or of a texture: one of the three. */
    grid: jsonb('grid').$type<StoredGrid>(),
    chart: jsonb('chart').$type<StoredChart>(),
    texture: jsonb('texture').$type<StoredTexture>(),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('lens_test_frames_test_id').on(table.testId)],
);
