import { resolve } from 'node:path';
import { Client } from 'pg';
import { pino } from 'pino';
import { connect, migrated, type Connection } from './db/connect';

/** A database of its own on the server that the test command started. */
export async function testDatabase(): Promise<{ connection: Connection; url: string; name: string; drop: () => Promise<void> }> {
  const admin = process.env.TEST_DATABASE_URL;
  if (admin === undefined) throw new Error('TEST_DATABASE_URL is not set: run these tests with `npm test`, which starts PostgreSQL.');
  const name = `test_${Date.now().toString(36)}_${Math.random().toString(36).slice(2, 8)}`;
  await asAdmin(admin, `create database ${name}`);
  const url = admin.replace(/\/[^/]*$/, `/${name}`);
  const connection = connect(url, pino({ level: 'silent' }));
  await migrated(connection, resolve('apps/server/drizzle'));
  return {
    connection,
    url,
    name,
    drop: async () => {
      await connection.pool.end();
      await asAdmin(admin, `drop database if exists ${name} with (force)`);
    },
  };
}

export async function asAdmin(url: string, sql: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}
