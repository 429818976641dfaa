import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { demoPlates } from '@gangway/contract/demoPlates';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { kitSchema } from '@gangway/contract/kit';
import { openedSettings } from '@gangway/contract/storedSetup';
import { evaluateAll } from '@gangway/core/checks/evaluate';
import { geometryOf } from '@gangway/core/geometry/geometry';
import express from 'express';
import { Client } from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { createApp } from '../app';
import { asAdmin } from '../testDatabase.test-support';
import { connect, migrated } from './connect';
import { migrationsUpTo } from './migrationsUpTo.test-support';
import { refuseNewerRecords } from './records';

// What each earlier Gangway had in its database after a first start: dumped from
// the server of that time, one file for each migration that came after.

jest.setTimeout(60_000);

const FIXTURES = resolve('apps/server/src/db/earlier');
const ENDING = '.sql.gz';
const PLATES: unknown = JSON.parse(readFileSync(resolve('apps/server/demo/plates.json'), 'utf8'));
const TAGS = readdirSync(FIXTURES)
  .filter((name) => name.endsWith(ENDING))
  .map((name) => name.slice(0, -ENDING.length))
  .sort();
/** The second and third migration came at once: no Gangway ran with the second alone. */
const NEVER_RAN = ['0002_cautions'];

test('there is one for every migration but the last', () => {
  const migrations = readdirSync(resolve('apps/server/drizzle'))
    .filter((name) => name.endsWith('.sql'))
    .map((name) => name.replace(/\.sql$/u, ''))
    .sort();
  expect(TAGS).toEqual(migrations.slice(0, -1).filter((tag) => !NEVER_RAN.includes(tag)));
});

test.each(TAGS)('what was there at %s opens: jobs, setups, kit', async (tag) => {
  const name = `test_${tag.slice(0, 4)}_${Date.now().toString(36)}`;
  const admin = process.env.TEST_DATABASE_URL ?? '';
  const url = admin.replace(/\/[^/]*$/, `/${name}`);
  await asAdmin(admin, `create database ${name}`);
  const logger = pino({ level: 'silent' });
  const connection = connect(url, logger);
  try {
    const earlier = migrationsUpTo(tag);
    await migrated(connection, earlier);
    rmSync(earlier, { recursive: true, force: true });
    // The dump changes what its connection looks for names in.
    const client = new Client({ connectionString: url });
    await client.connect();
    await client.query(gunzipSync(readFileSync(resolve(FIXTURES, tag + ENDING))).toString('utf8'));
    await client.end();

    await migrated(connection, resolve('apps/server/drizzle'));
    await refuseNewerRecords(connection.db);

    const app = express().use(createApp({ db: connection.db, logger, webDir: null }));
    const listening = app.listen(0, '127.0.0.1');
    await new Promise((done) => listening.once('listening', done));
    try {
      const api = request(listening);
      const jobs = jobSummarySchema.array().parse((await api.get('/api/jobs').expect(200)).body);
      expect(jobs.map((job) => job.name)).toEqual(['Larkmoor Ropeworks']);
      const job = jobSchema.parse((await api.get(`/api/jobs/${jobs[0]?.id}`).expect(200)).body);
      expect(job.setups.length).toBeGreaterThan(1);
      const presentNames = [...DEMO_SETUPS, ...demoPlates(PLATES)].map((setup) => setup.name);
      for (const { name: called, settings } of job.setups) {
        expect(presentNames).toContain(called);
        // It can be worked with: everything that a check needs is there.
        expect(evaluateAll(geometryOf(openedSettings(settings))).length).toBeGreaterThan(2);
      }
      const kit = kitSchema.parse((await api.get('/api/kit').expect(200)).body);
      if (tag > '0001') expect(kit.items.length).toBeGreaterThan(20);
      if (tag > '0001') expect(kit.items.some(({ used }) => used.setups > 0)).toBe(true);
    } finally {
      listening.close();
    }
  } finally {
    await connection.pool.end();
    await asAdmin(admin, `drop database if exists ${name} with (force)`);
  }
});
