import { randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import { kitSchema } from '@gangway/contract/kit';
import { logSchema } from '@gangway/contract/log';
import { jobSchema } from '@gangway/contract/job';
import { SHAPES as shapes } from '@gangway/contract/record/shapes.test-support';
import { SETUP_RECORD } from '@gangway/contract/record/setupRecord';
import { presentVersion } from '@gangway/contract/record/versions';
import { setupSchema } from '@gangway/contract/setup';
import request from 'supertest';
import { wholeServer } from '../wholeServer.test-support';
import { migrated } from './connect';
import { refuseNewerRecords } from './records';

let server: Awaited<ReturnType<typeof wholeServer>>;
beforeAll(async () => (server = await wholeServer()));
afterAll(() => server.close());

const api = () => request(server.base);
const sql = (text: string, values: readonly unknown[] = []) => server.database.connection.pool.query(text, [...values]);

describe('rows that earlier versions wrote', () => {
  test('every setup ever stored is answered complete, and can be edited and saved', async () => {
    const { body } = await api().post('/api/jobs').send({ name: 'Old setups' }).expect(201);
    const jobId = jobSchema.parse(body).id;
    for (const { record } of shapes.setups) {
      // A rig written inline was made into components by the migration that brought the kit.
      await sql('insert into setups (job_id, name, settings) values ($1, $2, $3)', [jobId, record.name, JSON.stringify(record.settings)]);
    }
    const job = jobSchema.parse((await api().get(`/api/jobs/${jobId}`).expect(200)).body);
    expect(job.setups).toHaveLength(shapes.setups.length);
    for (const setup of job.setups) {
      const settings = { ...setup.settings, movements: { riseMm: 2.5, shiftMm: 0 } };
      const sent = { version: setup.version, writeId: randomUUID(), name: setup.name, settings };
      const saved = setupSchema.parse((await api().put(`/api/setups/${setup.id}`).send(sent).expect(200)).body);
      expect(saved.settings.movements.riseMm).toBe(2.5);
    }
    const { rows } = await sql('select distinct schema_version as v from setups where job_id = $1', [jobId]);
    expect(rows).toEqual([{ v: presentVersion(SETUP_RECORD) }]);
  });

  test('a shot stored before a field was added can be edited', async () => {
    const { body } = await api().post('/api/jobs').send({ name: 'Old log' }).expect(201);
    const jobId = jobSchema.parse(body).id;
    const [setup] = shapes.setups.slice(-1);
    const { rows } = await sql('insert into setups (job_id, name, settings) values ($1, $2, $3) returning id', [
      jobId,
      'Tower',
      JSON.stringify(setup?.record.settings),
    ]);
    const setupId = (rows[0] as { id: string }).id;
    for (const { record } of shapes.shots)
      await sql('insert into shots (id, job_id, setup_id, at, "values") values ($1, $2, $3, now(), $4)', [
        randomUUID(),
        jobId,
        setupId,
        JSON.stringify(record),
      ]);
    const log = logSchema.parse((await api().get(`/api/jobs/${jobId}/log`).expect(200)).body);
    expect(log.shots).toHaveLength(shapes.shots.length);
    const put = log.shots.map((shot) => ({ ...shot, remarks: 'edited' }));
    await api().post(`/api/jobs/${jobId}/log/changes`).send({ put, remove: [] }).expect(200);
    const after = logSchema.parse((await api().get(`/api/jobs/${jobId}/log`).expect(200)).body);
    expect(after.shots.map(({ remarks }) => remarks)).toEqual(put.map(() => 'edited'));
  });

  test('every item and rig ever stored is in the kit, whole', async () => {
    for (const { record } of shapes.items)
      await sql('insert into kit_items (id, item) values ($1, $2)', [randomUUID(), JSON.stringify({ ...record, id: randomUUID() })]);
    const kit = kitSchema.parse((await api().get('/api/kit').expect(200)).body);
    expect(kit.items).toHaveLength(shapes.items.length);
  });

  test('a card template of the first version is answered', async () => {
    await sql('insert into card_templates (id, name, card) values ($1, $2, $3)', [randomUUID(), 'Mine', JSON.stringify({ order: [] })]);
    const { body } = await api().get('/api/card-templates').expect(200);
    expect(body).toMatchObject([{ name: 'Mine', card: { order: [], own: [], left: [] } }]);
  });
});

describe('what a newer Gangway wrote', () => {
  test('a newer record is refused at start, and when it is read; it is left as it is', async () => {
    const { db } = server.database.connection;
    await refuseNewerRecords(db);
    const id = randomUUID();
    await sql(`insert into card_templates (id, name, card, schema_version) values ($1, 'Newer', '{"cards": 1}', 99)`, [id]);
    await expect(refuseNewerRecords(db)).rejects.toThrow(/This card template is of version 99, written by a newer Gangway/);
    const answer = await api().get('/api/card-templates').expect(400);
    expect(answer.body).toMatchObject({ error: { code: 'newer_version' } });
    const { rows } = await sql('select card, schema_version from card_templates where id = $1', [id]);
    expect(rows).toEqual([{ card: { cards: 1 }, schema_version: 99 }]);
    await sql('delete from card_templates where id = $1', [id]);
  });

  test('a database with migrations of a newer Gangway is refused before anything is written', async () => {
    const folder = resolve('apps/server/drizzle');
    await sql(`insert into drizzle.__drizzle_migrations (hash, created_at) values ('newer', 9999999999999)`);
    await expect(migrated(server.database.connection, folder)).rejects.toThrow(/used by a newer Gangway/);
    await sql(`delete from drizzle.__drizzle_migrations where hash = 'newer'`);
    await migrated(server.database.connection, folder);
  });
});
