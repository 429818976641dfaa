import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Pool } from 'pg';
import type { Logger } from 'pino';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema>;
/** The database, or a transaction in it. */
export type DbOrTx = Db | Parameters<Parameters<Db['transaction']>[0]>[0];

export interface Connection {
  readonly db: Db;
  readonly pool: Pool;
}

/** A pool on the database. A connection that breaks while idle is logged and replaced, never fatal. */
export function connect(url: string, logger: Logger): Connection {
  const pool = new Pool({
    connectionString: url,
    max: 8,
    connectionTimeoutMillis: 3000,
    query_timeout: 10_000,
    application_name: 'gangway',
  });
  pool.on('error', (error) => logger.warn({ err: error }, 'an idle database connection broke'));
  return { pool, db: drizzle(pool, { schema }) };
}

/** Brings the tables up to date; two servers starting at once take turns. */
export async function migrated({ db, pool }: Connection, migrationsFolder: string): Promise<void> {
  const turn = await pool.connect();
  try {
    await turn.query('select pg_advisory_lock(7126831)');
    await migrate(db, { migrationsFolder });
  } finally {
    await turn.query('select pg_advisory_unlock(7126831)').catch(() => undefined);
    turn.release();
  }
}
