import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { shotSchema } from '@gangway/contract/log';
import { VERSION_2, gainedByShotSince, inPresentTerms } from '@gangway/contract/record/shapes.test-support';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { pino } from 'pino';
import { asAdmin } from '../testDatabase.test-support';
import { connect, migrated, type Connection } from './connect';
import { migrationsUpTo } from './migrationsUpTo.test-support';
import { settingsIn, shotIn } from './records';
import { assemblies, attachments, frames, frameSets, jobs, setups, shots } from './schema';

const MIGRATIONS = resolve('apps/server/drizzle');

describe('a database from before setups and shots were called so', () => {
  const name = `test_earlier_${Date.now().toString(36)}`;
  const url = () => (process.env.TEST_DATABASE_URL ?? '').replace(/\/[^/]*$/, `/${name}`);
  let connection: Connection;
  beforeAll(async () => {
    await asAdmin(process.env.TEST_DATABASE_URL ?? '', `create database ${name}`);
    connection = connect(url(), pino({ level: 'silent' }));
  });
  afterAll(async () => {
    await connection.pool.end();
    await asAdmin(process.env.TEST_DATABASE_URL ?? '', `drop database if exists ${name} with (force)`);
  });

  test('keeps every row, under the present names', async () => {
    const earlier = migrationsUpTo('0005_record_versions');
    await migrated(connection, earlier);
    rmSync(earlier, { recursive: true, force: true });
    const { pool, db } = connection;
    const { job } = VERSION_2;
    const [jobId, setId, shotId] = [randomUUID(), randomUUID(), randomUUID()];
    const standOrder = job.stands.map(({ id }) => id).reverse();
    await pool.query('insert into jobs (id, name, stand_order) values ($1, $2, $3)', [jobId, job.name, JSON.stringify(standOrder)]);
    for (const { id, name: called, settings } of job.stands)
      await pool.query('insert into stands (id, job_id, name, settings, schema_version) values ($1, $2, $3, $4, 2)', [
        id,
        jobId,
        called,
        JSON.stringify(settings),
      ]);
    const [take] = job.takes;
    if (!take) throw new Error('the fixture has no shot');
    const { standId, at } = take;
    const figures = Object.fromEntries(Object.entries(take).filter(([key]) => !['id', 'standId', 'at'].includes(key)));
    await pool.query('insert into takes (id, job_id, stand_id, at, figures, schema_version) values ($1, $2, $3, $4, $5, 2)', [
      shotId,
      jobId,
      standId,
      at,
      JSON.stringify(figures),
    ]);
    await pool.query(
      `insert into attachments (id, job_id, stand_id, take_id, name, mime, bytes, sha256, width, height, store_key)
       values ($1, $2, $3, $4, 'Notes.jpg', 'image/jpeg', 1, 'x', 1, 1, 'x')`,
      [randomUUID(), jobId, standId, shotId],
    );
    await pool.query(`insert into frame_sets (id, stand_id, name, origin) values ($1, $2, 'First', 'files')`, [setId, standId]);
    for (const role of ['frame', 'white'])
      await pool.query(
        `insert into frames (id, set_id, name, role, store_key, bytes, sha256, seen) values ($1, $2, 'A.tif', $3, 'x', 1, 'x', '{}')`,
        [randomUUID(), setId, role],
      );
    for (const falloff of ['cards', 'law'])
      await pool.query('insert into assemblies (id, set_id, options) values ($1, $2, $3)', [
        randomUUID(),
        setId,
        JSON.stringify({ output: 'png', falloff }),
      ]);

    await migrated(connection, MIGRATIONS);

    expect(await db.select({ order: jobs.setupOrder }).from(jobs)).toEqual([{ order: standOrder }]);
    const rows = await db.select().from(setups);
    expect(rows.map((row) => row.id).sort()).toEqual([...standOrder].sort());
    for (const row of rows) setupSettingsSchema.parse(settingsIn(row));
    const logged = await db.select().from(shots);
    expect(logged).toMatchObject([{ id: shotId, setupId: standId, jobId }]);
    const values = logged[0] && shotIn(logged[0]);
    expect(values).toEqual({ ...gainedByShotSince(2), ...inPresentTerms(figures) });
    shotSchema.parse({ ...values, id: shotId, setupId: standId, at });
    expect(await db.select().from(attachments)).toMatchObject([{ setupId: standId, shotId }]);
    expect(await db.select().from(frameSets)).toMatchObject([{ id: setId, setupId: standId }]);
    expect((await db.select().from(frames)).map(({ role }) => role).sort()).toEqual(['flatField', 'frame']);
    expect((await db.select().from(assemblies)).map(({ options }) => options.falloff).sort()).toEqual(['flatField', 'law']);
  });

  test('has no name left of before', async () => {
    const { rows } = await connection.pool.query<{ name: string }>(`
      select relname as name from pg_class join pg_namespace n on n.oid = relnamespace where nspname = 'public'
      union all select conname from pg_constraint join pg_namespace n on n.oid = connamespace where nspname = 'public'
      union all select table_name || '.' || column_name from information_schema.columns where table_schema = 'public'`);
    expect(rows.length).toBeGreaterThan(50);
    expect(rows.filter(({ name: each }) => /stand|take/u.test(each))).toEqual([]);
  });
});
