import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { Client } from 'pg';
import request from 'supertest';
import { apiErrorSchema } from '@gangway/contract/apiError';
import { DEMO_SETUPS, FIELD_RIG, SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import { kitConflictSchema, kitSchema, type Kit, type KitChange } from '@gangway/contract/kit';
import { SETUP_RECORD } from '@gangway/contract/record/setupRecord';
import { upgraded } from '@gangway/contract/record/versions';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { openedSettings, storedSettings, type StoredSettings } from '@gangway/contract/storedSetup';
import { centredSetup } from '@gangway/core/planning/centred';
import { itemOf } from '@gangway/core/kit/item';
import { EMPTY_PLAN } from '@gangway/core/rig/parts';
import { createApp } from './app';
import { seed } from './seed';
import { testDatabase } from './testDatabase.test-support';

let database: Awaited<ReturnType<typeof testDatabase>>;
let server: Server;
let base = '';
const api = () => request(base);

beforeAll(async () => {
  database = await testDatabase();
  server = createServer(createApp({ db: database.connection.db, logger: pino({ level: 'silent' }), webDir: null })).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});

afterAll(async () => {
  server.close();
  await database.drop();
});

const kit = async (): Promise<Kit> => kitSchema.parse((await api().get('/api/kit').expect(200)).body);
const change = (...changes: KitChange[]) => api().post('/api/kit/changes').send({ changes });
const plank = (name = 'Plank') => itemOf('board', randomUUID(), name, { offsetMm: 4 });
const put = (item: ReturnType<typeof plank>, version: number | null = null): KitChange => ({
  op: 'putItem',
  item,
  archived: false,
  version,
});

describe('the kit', () => {
  test('recognises repeated changes', async () => {
    const item = plank();
    const body = { writeId: randomUUID(), changes: [put(item)] };
    await api().post('/api/kit/changes').send(body).expect(200);
    await change({ op: 'removeItem', id: item.id, version: 1 }).expect(200);
    const { items } = kitSchema.parse((await api().post('/api/kit/changes').send(body).expect(200)).body);
    expect(items.some((row) => row.item.id === item.id)).toBe(false);
  });

  test('a rig and what only that rig used are removed in one change, and what another one uses is archived', async () => {
    const [alone, shared] = [plank('Alone'), plank('Shared')];
    const rigOf = (id: string, boardId: string): KitChange => ({
      op: 'putRig',
      rig: { id, name: 'Bare', plan: { ...EMPTY_PLAN, boardId } },
      archived: false,
      version: null,
    });
    const [first, second] = [randomUUID(), randomUUID()];
    await change(put(alone), put(shared), rigOf(first, alone.id), rigOf(second, shared.id)).expect(200);
    await change(
      { op: 'removeRig', id: first, version: 1 },
      { op: 'removeItem', id: alone.id, version: 1 },
      { op: 'removeItem', id: shared.id, version: 1 },
    ).expect(200);
    const { items } = await kit();
    expect(items.find((row) => row.item.id === alone.id)).toBeUndefined();
    expect(items.find((row) => row.item.id === shared.id)).toMatchObject({ archived: true, version: 2, used: { rigs: 1 } });
    await change({ op: 'removeRig', id: second, version: 1 }, { op: 'removeItem', id: shared.id, version: 2 }).expect(200);
  });

  test('the number of queries grows in proportion to the items removed', async () => {
    // Each removal once read the whole kit.
    const many = Array.from({ length: 60 }, (_, i) => plank(`Plank ${i}`));
    await change(...many.map((item) => put(item))).expect(200);
    let asked = 0;
    const query: unknown = Reflect.get(Client.prototype, 'query');
    Reflect.set(Client.prototype, 'query', function counting(this: unknown, ...args: unknown[]): unknown {
      asked++;
      return Reflect.apply(query as (...all: unknown[]) => unknown, this, args);
    });
    try {
      await change(...many.map(({ id }): KitChange => ({ op: 'removeItem', id, version: 1 }))).expect(200);
    } finally {
      Reflect.set(Client.prototype, 'query', query);
    }
    expect(asked).toBeGreaterThan(many.length);
    // Two for each item, and some for the whole change.
    expect(asked).toBeLessThan(3 * many.length);
  });

  test('items and rigs are added and changed by version, and a stale change does nothing', async () => {
    const item = plank();
    const rig = { id: randomUUID(), name: 'Bare', plan: { ...EMPTY_PLAN, boardId: item.id } };
    await change(put(item), { op: 'putRig', rig, archived: false, version: null }).expect(200);
    const found = (await kit()).items.find((row) => row.item.id === item.id);
    expect(found).toEqual({ item, version: 1, archived: false, used: { rigs: 1, setups: 0 } });
    await change(put({ ...item, name: 'Board' }, 1)).expect(200);
    const other = plank('Other');
    const { body } = await change(put(other), put({ ...item, name: 'Late' }, 1)).expect(409);
    expect(apiErrorSchema.parse(body).error).toMatchObject({ code: 'changed_elsewhere', path: ['changes', 1, 'version'] });
    // The kit as it is comes with the refusal.
    expect(kitConflictSchema.parse(body).present).toEqual(await kit());
    const after = await kit();
    expect(after.items.some((row) => row.item.id === other.id)).toBe(false);
    expect(after.items.find((row) => row.item.id === item.id)?.item.name).toBe('Board');
  });

  test('what nothing uses is deleted; what a rig or a setup uses is archived', async () => {
    const loose = plank();
    const held = plank();
    await change(put(loose), put(held), {
      op: 'putRig',
      rig: { id: randomUUID(), name: 'Uses it', plan: { ...EMPTY_PLAN, boardId: held.id } },
      archived: false,
      version: null,
    }).expect(200);
    const { body } = await change({ op: 'removeItem', id: loose.id, version: 1 }, { op: 'removeItem', id: held.id, version: 1 }).expect(
      200,
    );
    const after = kitSchema.parse(body);
    expect(after.items.some(({ item }) => item.id === loose.id)).toBe(false);
    expect(after.items.find(({ item }) => item.id === held.id)).toMatchObject({ archived: true, version: 2 });
  });

  test('a setup that uses an item counts, and keeps it from being deleted', async () => {
    await seed(database.connection.db, 'reset');
    const seeded = await kit();
    const [lens] = seeded.items.filter(({ item }) => item.id === SMALL_FORMAT_RIG.parts.lens.id);
    // The rig of each demo setup.
    const standsOn = (id: string | null): number => DEMO_SETUPS.filter(({ settings }) => settings.rig.rigId === id).length;
    expect(lens?.used).toEqual({ rigs: 1, setups: standsOn(SMALL_FORMAT_RIG.rigId) });
    expect(seeded.rigs.find(({ rig }) => rig.id === FIELD_RIG.rigId)?.used.setups).toBe(standsOn(FIELD_RIG.rigId));
    expect(seeded.items.filter(({ item }) => DEMO_ITEMS.some(({ id }) => id === item.id))).toHaveLength(DEMO_ITEMS.length);
    await change({ op: 'removeRig', id: FIELD_RIG.rigId ?? '', version: 1 }).expect(200);
    expect((await kit()).rigs.find(({ rig }) => rig.id === FIELD_RIG.rigId)?.archived).toBe(true);
    // Putting the demo back brings it out again.
    await seed(database.connection.db, 'reset');
    expect((await kit()).rigs.filter(({ archived, rig }) => !archived && DEMO_RIGS.some(({ id }) => id === rig.id))).toHaveLength(
      DEMO_RIGS.length,
    );
  });

  test('a rig that names what is not there, an item that becomes another thing, and nonsense are refused', async () => {
    const item = plank();
    await change(put(item)).expect(200);
    const lost = await change({
      op: 'putRig',
      rig: { id: randomUUID(), name: 'Lost', plan: { ...EMPTY_PLAN, lensId: randomUUID() } },
      archived: false,
      version: null,
    }).expect(400);
    expect(apiErrorSchema.parse(lost.body).error.message).toMatch(/“Lost” names a component that is not in the kit/);
    await change({ op: 'putItem', item: itemOf('converter', item.id, 'x', {}), archived: false, version: 1 }).expect(409);
    const far = await change(put({ ...item, specs: { ...item.specs, offsetMm: 9000 } }, 1)).expect(400);
    expect(apiErrorSchema.parse(far.body).error.path).toEqual(['changes', 0, 'item', 'specs', 'offsetMm']);
    await change().expect(400);
    await api().post('/api/kit/changes').set('Content-Type', 'text/plain').send('{}').expect(415);
    expect((await api().get('/api/kit/schema').expect(200)).body).toMatchObject({ $schema: expect.stringContaining('json-schema') });
  });
});

describe('the shift card', () => {
  test('comes as a PDF of its size, with the text in it', async () => {
    await seed(database.connection.db, 'reset');
    const { body, headers } = await api()
      .get(`/api/kit/rigs/${SMALL_FORMAT_RIG.rigId}/card.pdf?size=letter`)
      .buffer(true)
      .parse((res, done) => {
        const chunks: Buffer[] = [];
        res.on('data', (chunk: Buffer) => chunks.push(chunk));
        res.on('end', () => done(null, Buffer.concat(chunks)));
      })
      .expect(200);
    expect(headers['content-type']).toBe('application/pdf');
    const text = (body as Buffer).toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    // 4.25 × 5.5 in are 306 × 396 points.
    expect(text).toMatch(/MediaBox \[0 0 306(\.0*)? 396(\.0*)?\]/);
    expect(text).toContain('FontFile');
  });

  test('an unfinished rig, a missing rig and an unknown paper size are refused with the reason', async () => {
    const rig = { id: randomUUID(), name: 'Half', plan: EMPTY_PLAN };
    await change({ op: 'putRig', rig, archived: false, version: null }).expect(200);
    expect(apiErrorSchema.parse((await api().get(`/api/kit/rigs/${rig.id}/card.pdf`).expect(409)).body).error.message).toMatch(
      /“Half” is not complete/,
    );
    await api().get(`/api/kit/rigs/${randomUUID()}/card.pdf`).expect(404);
    await api().get(`/api/kit/rigs/${rig.id}/card.pdf?size=poster`).expect(400);
  });
});

describe('setups from before there was a kit', () => {
  const old = (mechanism: object) => ({
    rig: {
      name: 'Old rig',
      lens: {
        name: 'Old lens',
        focalMm: 24,
        widestFNumber: 3.5,
        smallestFNumber: 22,
        stopStep: 'third',
        circle: { lightMm: 67, definition: [{ fNumber: 8, diameterMm: 60 }] },
      },
      back: { name: 'Old back', widthMm: 36, heightMm: 24, columnsPx: 8256, rowsPx: 5504 },
      mechanism,
    },
    orientation: 'portrait',
    movements: { riseMm: 4, shiftMm: -1 },
    fNumber: 8,
    focusM: 24,
  });

  test.each([
    [{ kind: 'disc', radiusMm: 12 }],
    [{ kind: 'box', riseMm: 10, fallMm: 5, leftMm: 4, rightMm: 3 }],
    [{ kind: 'line', angleDeg: 90, forwardMm: 10, backMm: 10 }],
    [{ kind: 'fixed' }],
    [{ kind: 'unknown' }],
  ])('keep their specs: %j', async (mechanism) => {
    const { pool } = database.connection;
    const migration = readFileSync(resolve('apps/server/drizzle/0001_kit.sql'), 'utf8').split('--> statement-breakpoint').at(-1) ?? '';
    // The table has had another name since.
    const onSetups = migration.replaceAll('"stands"', '"setups"');
    const job = await pool.query<{ id: string }>("insert into jobs (name) values ('old') returning id");
    const inserted = await pool.query<{ id: string }>('insert into setups (job_id, name, settings) values ($1, $2, $3) returning id', [
      job.rows[0]?.id,
      'Old',
      JSON.stringify(old(mechanism)),
    ]);
    await pool.query(onSetups);
    const { rows } = await pool.query<{ settings: StoredSettings }>('select settings from setups where id = $1', [inserted.rows[0]?.id]);
    const stored = setupSettingsSchema.parse(upgraded(SETUP_RECORD, rows[0]?.settings, 1));
    const settings = openedSettings(stored);
    expect(settings).toMatchObject({ orientation: 'portrait', movements: { riseMm: 4, shiftMm: -1 }, rig: { name: 'Old rig', mechanism } });
    expect(settings.rig.lens).toMatchObject({
      name: 'Old lens',
      focalMm: 24,
      stopStep: 'third',
      circle: { imageCircleMm: 67, sharpCircles: [{ fNumber: 8, diameterMm: 60 }] },
    });
    expect(settings.rig.back).toEqual(old(mechanism).rig.back);
    // A second run leaves the new form alone.
    await pool.query(onSetups);
    const again = await pool.query<{ settings: StoredSettings }>('select settings from setups where id = $1', [inserted.rows[0]?.id]);
    expect(again.rows[0]?.settings).toEqual(rows[0]?.settings);
  });

  test('the demo setups are stored without what follows from them', () => {
    for (const { settings } of DEMO_SETUPS) expect(Object.keys(storedSettings(settings).rig).sort()).toEqual(['name', 'parts', 'rigId']);
    expect(openedSettings(storedSettings(centredSetup(FIELD_RIG)))).toEqual(centredSetup(FIELD_RIG));
  });
});
