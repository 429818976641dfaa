import { randomUUID } from 'node:crypto';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import { jobSchema } from '@gangway/contract/job';
import { kitSchema } from '@gangway/contract/kit';
import { storedSettings } from '@gangway/contract/storedSetup';
import request from 'supertest';
import { kitItems, kitRigs, cardTemplates, setups } from '../db/schema';
import { binary } from '../binary.test-support';
import { wholeServer } from '../wholeServer.test-support';

jest.setTimeout(60_000);

let server: Awaited<ReturnType<typeof wholeServer>>;
const api = () => request(server.base);
const kitNow = async () => kitSchema.parse((await api().get('/api/kit').expect(200)).body);
const bring = (bytes: Buffer) => api().post('/api/jobs/import').set('Content-Type', 'application/octet-stream').send(bytes);

beforeAll(async () => {
  server = await wholeServer();
});
afterAll(() => server.close());

/** A job whose setup uses a rig of the kit, as an archive. */
async function archivedJob(): Promise<{ readonly bytes: Buffer; readonly rigId: string; readonly itemIds: readonly string[] }> {
  const [setup] = DEMO_SETUPS;
  const rigId = setup?.settings.rig.rigId;
  const rig = DEMO_RIGS.find(({ id }) => id === rigId);
  if (!setup || !rig || typeof rigId !== 'string') throw new Error('the demo has no setup with a rig of the kit');
  const changes = [
    ...DEMO_ITEMS.map((item) => ({ op: 'putItem', item, archived: false, version: null })),
    ...DEMO_RIGS.map((each) => ({ op: 'putRig', rig: each, archived: false, version: null })),
  ];
  await api().post('/api/kit/changes').send({ changes }).expect(200);
  const job = jobSchema.parse((await api().post('/api/jobs').send({ name: 'Travels' }).expect(201)).body);
  await api()
    .post(`/api/jobs/${job.id}/setups`)
    .send({ name: setup.name, settings: storedSettings(setup.settings) })
    .expect(201);
  const card = { order: [], own: [{ id: 'own-1', words: 'Tell the harbour office' }], left: [] };
  await api().put(`/api/card-templates/${randomUUID()}`).send({ name: 'Quay', card }).expect(200);
  const { body } = await api()
    .get(`/api/jobs/${job.id}/archive`)
    .buffer(true)
    .parse(binary as never)
    .expect(200);
  const { plan } = rig;
  const itemIds = [plan.backId, ...plan.betweenIds, plan.cameraId, plan.boardId, plan.lensId, ...plan.frontIds].filter((id) => id !== null);
  return { bytes: body as Buffer, rigId, itemIds };
}

test('an archive brings the rig, its items and the templates to a machine that has none, and leaves what is there', async () => {
  const { bytes, rigId, itemIds } = await archivedJob();
  const { db } = server.database.connection;
  const before = await kitNow();
  // What tells the kit that something is used follows from the settings.
  const [row] = await server.database.connection.db.select({ kitIds: setups.kitIds }).from(setups);
  expect(new Set(row?.kitIds)).toEqual(new Set([...itemIds, rigId]));
  // Another machine: without kit and templates, but for one item that was measured there.
  await db.delete(kitRigs);
  await db.delete(kitItems);
  await db.delete(cardTemplates);
  const [own] = itemIds;
  const mine = before.items.find(({ item }) => item.id === own)?.item;
  if (!mine) throw new Error('the rig has no item');
  await api()
    .post('/api/kit/changes')
    .send({ changes: [{ op: 'putItem', item: { ...mine, note: 'measured here' }, archived: false, version: null }] })
    .expect(200);
  await bring(bytes).expect(201);
  const after = await kitNow();
  expect(after.rigs.map(({ rig }) => rig)).toEqual(before.rigs.filter(({ rig }) => rig.id === rigId).map(({ rig }) => rig));
  expect(after.items.map(({ item }) => item.id).sort()).toEqual([...itemIds].sort());
  expect(after.items.find(({ item }) => item.id === own)?.item.note).toBe('measured here');
  for (const { item } of after.items.filter(({ item: { id } }) => id !== own))
    expect(item).toEqual(before.items.find((each) => each.item.id === item.id)?.item);
  const templates = (await api().get('/api/card-templates').expect(200)).body as { name: string }[];
  expect(templates.map(({ name }) => name)).toEqual(['Quay']);
  // Again it changes nothing of the kit.
  await bring(bytes).expect(201);
  const again = await kitNow();
  expect(again.items.map(({ item }) => item)).toEqual(after.items.map(({ item }) => item));
  expect(again.rigs.map(({ rig }) => rig)).toEqual(after.rigs.map(({ rig }) => rig));
  expect((await api().get('/api/card-templates').expect(200)).body).toEqual(templates);
});
