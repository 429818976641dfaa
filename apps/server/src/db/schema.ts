import { boolean, index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { KitItem } from '@gangway/core/kit/item';
import type { RigPlan } from '@gangway/core/rig/parts';
import type { StoredSettings } from '@gangway/contract/stand';

const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** A commission. Deleting sets a time, so that it can be brought back. */
export const jobs = pgTable('jobs', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  /** The job that ships with Gangway, which `--reset-demo` puts back. */
  demo: boolean('demo').notNull().default(false),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
  deletedAt: at('deleted_at'),
});

/** A camera position in a job: what was set there, nothing that follows from it. */
export const stands = pgTable(
  'stands',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    settings: jsonb('settings').$type<StoredSettings>().notNull(),
    /** Grows by one with every write; a write names the version that it changes. */
    version: integer('version').notNull().default(1),
    /** The id of the last write, by which a repeated write is known. */
    lastWriteId: uuid('last_write_id'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
    deletedAt: at('deleted_at'),
  },
  (table) => [index('stands_job_id').on(table.jobId)],
);

const row = {
  /** Grows by one with every change; a change names the version that it was made against. */
  version: integer('version').notNull().default(1),
  /** Put away: no longer offered, still there for what uses it. */
  archived: boolean('archived').notNull().default(false),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
};

/** What is owned, with its figures. */
export const kitItems = pgTable('kit_items', {
  id: uuid('id').primaryKey(),
  item: jsonb('item').$type<KitItem>().notNull(),
  ...row,
});

/** What is built from it, by the ids of the components. */
export const kitRigs = pgTable('kit_rigs', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  plan: jsonb('plan').$type<RigPlan>().notNull(),
  ...row,
});
