import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { CoreError } from '@gangway/core/errors';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Pool, type PoolClient } from 'pg';
import type { Logger } from 'pino';
import { z } from 'zod';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema>;
/** The database, or a transaction in it. */
export type DbOrTx = Db | Parameters<Parameters<Db['transaction']>[0]>[0];

export interface Connection {
  readonly db: Db;
  readonly pool: Pool;
}

/** A pool on the database. A connection that breaks is logged and replaced, never fatal. */
export function connect(url: string, logger: Logger): Connection {
  const pool = new Pool({
    connectionString: url,
    max: 8,
    connectionTimeoutMillis: 3000,
    query_timeout: 10_000,
    application_name: 'gangway',
  });
  pool.on('error', (error) => logger.warn({ err: error }, 'an idle database connection broke'));
  // One that breaks between two questions of a transaction tells nobody else.
  pool.on('connect', (client) => {
    client.on('error', (error) => logger.warn({ err: error }, 'a database connection in use broke'));
  });
  return { pool, db: drizzle(pool, { schema }) };
}

const journalSchema = z.object({ entries: z.array(z.object({ when: z.number() })) });

/** When the newest of our migrations was made, ms. */
async function newestMigration(folder: string): Promise<number> {
  const journal = journalSchema.parse(JSON.parse(await readFile(join(folder, 'meta', '_journal.json'), 'utf8')));
  return Math.max(...journal.entries.map(({ when }) => when));
}

/** Whether a database has had migrations that this Gangway does not know. */
async function isNewer(turn: PoolClient, folder: string): Promise<boolean> {
  const { rows: tables } = await turn.query<{ there: string | null }>(`select to_regclass('drizzle.__drizzle_migrations')::text as there`);
  if (!tables[0]?.there) return false;
  const { rows } = await turn.query<{ newest: string | null }>('select max(created_at)::text as newest from drizzle.__drizzle_migrations');
  return Number(rows[0]?.newest ?? 0) > (await newestMigration(folder));
}

/**
 * Brings the tables up to date; two servers starting at once take turns.
 *
 * @throws CoreError `newer_version` where a newer Gangway has made the tables; nothing is changed then
 */
export async function migrated({ db, pool }: Connection, migrationsFolder: string): Promise<void> {
  const turn = await pool.connect();
  try {
    await turn.query('select pg_advisory_lock(7126831)');
    if (await isNewer(turn, migrationsFolder))
      throw new CoreError(
        'newer_version',
        ['database'],
        'This database was used by a newer Gangway, which this one cannot read. It was left as it is: start the newer Gangway instead.',
      );
    await migrate(db, { migrationsFolder });
  } finally {
    await turn.query('select pg_advisory_unlock(7126831)').catch(() => undefined);
    turn.release();
  }
}
