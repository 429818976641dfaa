import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import { createServer, Socket, type AddressInfo } from 'node:net';
import { pino } from 'pino';
import request from 'supertest';
import { apiErrorSchema, conflictSchema } from '@gangway/contract/apiError';
import { DEMO_JOB_NAME, DEMO_SETUPS, SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import { deletedSchema, jobConflictSchema, jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { setupSchema } from '@gangway/contract/setup';
import { storedSettings, type StoredSetup } from '@gangway/contract/storedSetup';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { centredSetup } from '@gangway/core/planning/centred';
import { createApp } from './app';
import { firstAnswers } from './jobs';
import { connect } from './db/connect';
import { seed } from './seed';
import { testDatabase } from './testDatabase.test-support';

let server: Awaited<ReturnType<typeof serving>>;
let database: Awaited<ReturnType<typeof testDatabase>>;
let base = '';

beforeAll(async () => {
  database = await testDatabase();
  server = await serving(createApp({ db: database.connection.db, logger: pino({ level: 'silent' }), webDir: null }));
  base = server.address;
});

afterAll(async () => {
  await server.close();
  await database.drop();
});

const api = () => request(base);
const settings = storedSettings(centredSetup(SMALL_FORMAT_RIG));

async function newJob(name = 'A job'): Promise<string> {
  const { body } = await api().post('/api/jobs').send({ name }).expect(201);
  return jobSchema.parse(body).id;
}

async function newSetup(jobId: string, name = 'A setup'): Promise<StoredSetup> {
  const { body } = await api().post(`/api/jobs/${jobId}/setups`).send({ name, settings }).expect(201);
  return setupSchema.parse(body);
}

const write = (setup: StoredSetup, riseMm: number, more: object = {}) => ({
  version: setup.version,
  writeId: randomUUID(),
  name: setup.name,
  settings: { ...setup.settings, movements: { riseMm, shiftMm: 0 } },
  ...more,
});

describe('jobs', () => {
  test('the page of a job has the answers in it that it would ask for first, as they would be given', async () => {
    const id = await newJob('Slip dock');
    await newSetup(id);
    const { db } = database.connection;
    const given = JSON.parse(JSON.stringify(await firstAnswers(db, `/jobs/${id}`))) as Record<string, unknown>;
    expect(Object.keys(given)).toEqual(['jobs', `jobs/${id}`]);
    for (const [address, answer] of Object.entries(given)) expect((await api().get(`/api/${address}`).expect(200)).body).toEqual(answer);
    // No job of that name, no page of jobs: nothing more than the list, and nothing.
    expect(Object.keys(await firstAnswers(db, `/jobs/${randomUUID()}`))).toEqual(['jobs']);
    expect(await firstAnswers(db, `/jobs/${id}/setups/${id}`)).toEqual({});
  });

  test('are made, listed, renamed, and keep their setups', async () => {
    const id = await newJob('Boathouse');
    await newSetup(id);
    const { body } = await api().patch(`/api/jobs/${id}`).send({ name: '  Boathouse, north  ' }).expect(200);
    expect(jobSchema.parse(body).name).toBe('Boathouse, north');
    const list = await api().get('/api/jobs').expect(200);
    const found = jobSummarySchema
      .array()
      .parse(list.body)
      .find((job) => job.id === id);
    expect(found).toMatchObject({ name: 'Boathouse, north', setupCount: 1, demo: false });
  });

  test('are duplicated with all their setups, as jobs of their own', async () => {
    const id = await newJob('Weir');
    const setup = await newSetup(id);
    const copy = jobSchema.parse((await api().post(`/api/jobs/${id}/duplicate`).expect(201)).body);
    expect(copy.name).toBe('Weir (copy)');
    expect(copy.setups).toHaveLength(1);
    expect(copy.setups[0]?.settings).toEqual(setup.settings);
    expect(copy.setups[0]?.id).not.toBe(setup.id);
    await api().put(`/api/setups/${setup.id}`).send(write(setup, 5)).expect(200);
    const still = jobSchema.parse((await api().get(`/api/jobs/${copy.id}`).expect(200)).body);
    expect(still.setups[0]?.settings.movements.riseMm).toBe(0);
  });

  test('that are deleted can be brought back whole', async () => {
    const id = await newJob('Mill');
    const setup = await newSetup(id);
    await api().delete(`/api/jobs/${id}`).expect(200);
    await api().get(`/api/jobs/${id}`).expect(404);
    await api().get(`/api/setups/${setup.id}`).expect(404);
    await api().put(`/api/setups/${setup.id}`).send(write(setup, 1)).expect(404);
    const deleted = deletedSchema.parse((await api().get('/api/deleted').expect(200)).body);
    expect(deleted.jobs.map((job) => job.id)).toContain(id);
    const back = jobSchema.parse((await api().post(`/api/jobs/${id}/restore`).expect(200)).body);
    expect(back.setups.map((each) => each.id)).toEqual([setup.id]);
  });
});

describe('a job', () => {
  const patch = (id: string, body: object) => api().patch(`/api/jobs/${id}`).send(body);

  test('made twice under one id is one job', async () => {
    const id = randomUUID();
    await api().post('/api/jobs').send({ id, name: 'Quay' }).expect(201);
    await patch(id, { name: 'Quay, west' }).expect(200);
    const again = jobSchema.parse((await api().post('/api/jobs').send({ id, name: 'Quay' }).expect(201)).body);
    expect(again).toMatchObject({ id, name: 'Quay, west', version: 2 });
  });

  test('refuses a change against an old version and answers with the present state', async () => {
    const id = await newJob('Mill');
    await patch(id, { version: 1, name: 'Mill, east' }).expect(200);
    const { body } = await patch(id, { version: 1, day: '2026-12-01' }).expect(409);
    expect(apiErrorSchema.parse(body).error.code).toBe('changed_elsewhere');
    expect(jobConflictSchema.parse(body).present).toMatchObject({ name: 'Mill, east', version: 2, day: null });
    const after = jobSchema.parse((await patch(id, { version: 2, day: '2026-12-01' }).expect(200)).body);
    expect(after).toMatchObject({ version: 3, day: '2026-12-01' });
  });

  test('recognises a repeated change', async () => {
    const id = await newJob('Mill');
    const sent = { version: 1, writeId: randomUUID(), name: 'Boathouse' };
    await patch(id, sent).expect(200);
    expect(jobSchema.parse((await patch(id, sent).expect(200)).body)).toMatchObject({ name: 'Boathouse', version: 2 });
    // A change that was refused was not made, and may be made later.
    const late = { version: 1, writeId: randomUUID(), name: 'Late' };
    await patch(id, late).expect(409);
    await patch(id, { ...late, version: 2 }).expect(200);
  });
});

describe('setups', () => {
  test('made twice under one id are one setup', async () => {
    const jobId = await newJob();
    const body = { id: randomUUID(), name: 'Tower', settings };
    await api().post(`/api/jobs/${jobId}/setups`).send(body).expect(201);
    const again = setupSchema.parse((await api().post(`/api/jobs/${jobId}/setups`).send(body).expect(201)).body);
    expect(again.id).toBe(body.id);
    // An id that another job has is no repetition.
    await api()
      .post(`/api/jobs/${await newJob()}/setups`)
      .send(body)
      .expect(409);
    expect(jobSchema.parse((await api().get(`/api/jobs/${jobId}`)).body).setups).toHaveLength(1);
  });

  test('recognise a repeated write even when another one came in between', async () => {
    const setup = await newSetup(await newJob());
    const [mine, theirs] = [write(setup, 4), write({ ...setup, version: 2 }, 9)];
    await api().put(`/api/setups/${setup.id}`).send(mine).expect(200);
    await api().put(`/api/setups/${setup.id}`).send(theirs).expect(200);
    const again = setupSchema.parse((await api().put(`/api/setups/${setup.id}`).send(mine).expect(200)).body);
    // It was made and then written over: the answer is what is there now.
    expect(again).toMatchObject({ version: 3, lastWriteId: theirs.writeId, settings: { movements: { riseMm: 9 } } });
  });

  test('keep what is written, one version up', async () => {
    const setup = await newSetup(await newJob());
    const sent = write(setup, 7.5);
    const kept = setupSchema.parse((await api().put(`/api/setups/${setup.id}`).send(sent).expect(200)).body);
    expect(kept).toMatchObject({ version: 2, lastWriteId: sent.writeId, settings: { movements: { riseMm: 7.5 } } });
    expect(setupSchema.parse((await api().get(`/api/setups/${setup.id}`)).body)).toEqual(kept);
  });

  test('refuse a write against an old version and answer with the present state', async () => {
    const setup = await newSetup(await newJob());
    await api().put(`/api/setups/${setup.id}`).send(write(setup, 3)).expect(200);
    const { body } = await api().put(`/api/setups/${setup.id}`).send(write(setup, 9)).expect(409);
    const conflict = conflictSchema.parse(body);
    expect(conflict.error.code).toBe('changed_elsewhere');
    expect(conflict.present).toMatchObject({ version: 2, settings: { movements: { riseMm: 3 } } });
  });

  test('know a repeated write for what it is', async () => {
    const setup = await newSetup(await newJob());
    const sent = write(setup, 4);
    const first = await api().put(`/api/setups/${setup.id}`).send(sent).expect(200);
    const again = await api().put(`/api/setups/${setup.id}`).send(sent).expect(200);
    expect(again.body).toEqual(first.body);
  });

  test('of many writes at once against one version just one is taken', async () => {
    const setup = await newSetup(await newJob());
    const answers = await Promise.all([...Array(12).keys()].map((mm) => api().put(`/api/setups/${setup.id}`).send(write(setup, mm))));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(11).fill(409)]);
  });

  test('are duplicated beside each other, deleted, and brought back', async () => {
    const jobId = await newJob();
    const setup = await newSetup(jobId, 'Tower');
    const copy = setupSchema.parse((await api().post(`/api/setups/${setup.id}/duplicate`).expect(201)).body);
    expect(copy).toMatchObject({ name: 'Tower (copy)', version: 1, settings: setup.settings });
    await api().delete(`/api/setups/${setup.id}`).expect(200);
    const gone = await api().put(`/api/setups/${setup.id}`).send(write(setup, 2)).expect(410);
    expect(apiErrorSchema.parse(gone.body).error.message).toMatch(/restore it/);
    const left = jobSchema.parse((await api().get(`/api/jobs/${jobId}`)).body);
    expect(left.setups.map(({ id }) => id)).toEqual([copy.id]);
    await api().post(`/api/setups/${setup.id}/restore`).expect(200);
    const both = jobSchema.parse((await api().get(`/api/jobs/${jobId}`)).body);
    expect(both.setups).toHaveLength(2);
  });
});

describe('bad input', () => {
  test.each([
    ['an unknown key', { name: 'x', colour: 'red' }, 'unknown_key', ['colour']],
    ['no name', {}, 'invalid', ['name']],
    ['a blank name', { name: '   ' }, 'invalid', ['name']],
    ['a long name', { name: 'x'.repeat(121) }, 'invalid', ['name']],
    ['a line break in a name', { name: 'a\nb' }, 'invalid', ['name']],
  ])('%s for a job is 400 with its path', async (_what, body, code, path) => {
    const answer = await api().post('/api/jobs').send(body).expect(400);
    expect(apiErrorSchema.parse(answer.body).error).toMatchObject({ code, path });
  });

  test('a name of a million characters is too large a body, and said so', async () => {
    const { body } = await api()
      .post('/api/jobs')
      .send({ name: 'x'.repeat(1_000_000) })
      .expect(413);
    expect(apiErrorSchema.parse(body).error).toMatchObject({
      code: 'too_large',
      message: expect.stringMatching(/at most 256 kB/) as string,
    });
  });

  test('what is not JSON, or not sent as JSON, is refused', async () => {
    const broken = await api().post('/api/jobs').set('Content-Type', 'application/json').send('{"name": ').expect(400);
    expect(apiErrorSchema.parse(broken.body).error.code).toBe('not_json');
    const form = await api().post('/api/jobs').type('form').send({ name: 'x' }).expect(415);
    expect(apiErrorSchema.parse(form.body).error.code).toBe('not_json');
  });

  test('a setup with NaN, a negative size or a missing version leaves the kept state as it was', async () => {
    const setup = await newSetup(await newJob());
    const good = write(setup, 1);
    const bad = [
      { ...good, settings: { ...setup.settings, fNumber: null } },
      {
        ...good,
        settings: {
          ...setup.settings,
          rig: {
            ...setup.settings.rig,
            parts: { ...setup.settings.rig.parts, back: { ...SMALL_FORMAT_RIG.parts.back, specs: { widthMm: -36 } } },
          },
        },
      },
      { ...good, version: undefined },
      { ...good, writeId: 'me' },
    ];
    for (const body of bad) await api().put(`/api/setups/${setup.id}`).send(body).expect(400);
    expect(setupSchema.parse((await api().get(`/api/setups/${setup.id}`)).body)).toEqual(setup);
  });

  test.each(['jobs', 'stands'])('an id of %s that is not there, or cannot be one, is 404', async (kind) => {
    for (const id of [randomUUID(), 'nonsense', '%00', "1';drop table jobs"]) {
      const { body } = await api()
        .get(`/api/${kind}/${encodeURIComponent(id)}`)
        .expect(404);
      expect(apiErrorSchema.parse(body).error.code).toBe('not_found');
    }
    await api().get('/api/nothing/here').expect(404);
  });
});

describe('the border', () => {
  test('takes only its own names and its own pages', async () => {
    const host = await api().get('/api/jobs').set('Host', 'gangway.example:80').expect(421);
    expect(apiErrorSchema.parse(host.body).error.code).toBe('host_not_allowed');
    const origin = await api().post('/api/jobs').set('Origin', 'http://elsewhere.example').send({ name: 'x' }).expect(403);
    expect(apiErrorSchema.parse(origin.body).error.code).toBe('origin_not_allowed');
    await api().get('/api/jobs').set('Origin', base).expect(200);
    const answer = await api().get('/api/jobs').expect(200);
    expect(answer.headers['access-control-allow-origin']).toBeUndefined();
  });

  test('what did not change is not sent again, and what is long is sent compressed', async () => {
    const first = await api().get('/api/checks').set('Accept-Encoding', 'gzip').expect(200);
    expect(first.headers).toMatchObject({ 'content-encoding': 'gzip', 'cache-control': 'private,no-cache' });
    const again = await api().get('/api/checks').set('If-None-Match', String(first.headers.etag));
    expect([again.status, again.text]).toEqual([304, '']);
    const { headers } = await api().get('/api/checks').set('Accept-Encoding', 'br').expect(200);
    expect(headers['content-encoding']).toBe('br');
  });

  test('answers with a strict policy and a request id', async () => {
    const { headers } = await api().get('/api/health').expect(200);
    const policy = headers['content-security-policy'] ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain('unsafe');
    expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
    expect(headers['x-powered-by']).toBeUndefined();
  });
});

describe('the demo job', () => {
  test('is put into an empty database once, and put back on asking', async () => {
    const fresh = await testDatabase();
    try {
      const { db } = fresh.connection;
      expect(await seed(db, 'never')).toBe('left alone');
      expect(await seed(db, 'if-empty')).toBe('seeded');
      expect(await seed(db, 'if-empty')).toBe('left alone');
      const app = createApp({ db, logger: pino({ level: 'silent' }), webDir: null });
      const jobs = jobSummarySchema.array().parse(await list(app));
      expect(jobs).toMatchObject([{ name: DEMO_JOB_NAME, demo: true, setupCount: DEMO_SETUPS.length }]);
      expect(await seed(db, 'reset')).toBe('seeded');
      expect(await list(app)).toHaveLength(1);
    } finally {
      await fresh.drop();
    }
  });
});

/** An app on a port of its own. */
async function serving(app: ReturnType<typeof createApp>): Promise<{ address: string; close: () => Promise<void> }> {
  const listening = await new Promise<Server>((resolve) => {
    const opened = app.listen(0, '127.0.0.1', () => resolve(opened));
  });
  return {
    address: `http://127.0.0.1:${(listening.address() as AddressInfo).port}`,
    close: async () => {
      listening.closeAllConnections();
      await new Promise((resolve) => listening.close(resolve));
    },
  };
}

async function list(app: ReturnType<typeof createApp>): Promise<unknown[]> {
  const { address, close } = await serving(app);
  const { body } = (await request(address).get('/api/jobs').expect(200)) as { body: unknown[] };
  await close();
  return body;
}

describe('checks over HTTP', () => {
  test('are listed, and evaluated for settings that are sent; settings that cannot be are refused', async () => {
    const { body: list } = await api().get('/api/checks').expect(200);
    expect(list).toContainEqual({ kind: 'sharpCircle', step: 'coverage', weight: 'counts' });
    const { body } = await api()
      .post('/api/checks')
      .send({ ...settings, movements: { riseMm: 12, shiftMm: 0 }, fNumber: 3.5 })
      .expect(200);
    expect(body).toContainEqual(expect.objectContaining({ kind: 'sharpCircle', state: 'fails' }));
    const { body: refused } = await api()
      .post('/api/checks')
      .send({ ...settings, fNumber: -1 })
      .expect(400);
    expect(apiErrorSchema.parse(refused).error.path).toEqual(['fNumber']);
  });

  test('distances are in feet and inches for a browser that asks for them, and in metres for the next that does not', async () => {
    const ropewalk = DEMO_SETUPS.find(({ name }) => name.startsWith('Ropewalk'))?.settings;
    if (!ropewalk) throw new Error('the demo has no ropewalk');
    const said = async (cookie: string): Promise<string> => {
      const { body } = await api()
        .post('/api/check')
        .set('Cookie', cookie)
        .send([{ settings: storedSettings(ropewalk) }])
        .expect(200);
      const [{ checks }] = body as readonly [{ checks: readonly { kind: string; sentence: string }[] }];
      return checks.find(({ kind }) => kind === 'obstacle')?.sentence ?? '';
    };
    expect(await said('other=1; gangway-lengths=feet')).toBe('There is room for the camera; the obstacle is 13 ft 1 in behind it.');
    expect(await said('gangway-lengths=metres')).toBe('There is room for the camera; the obstacle is 4.0 m behind it.');
  });

  test('many setups are checked in order; one that cannot be read does not stop the others', async () => {
    const { body } = await api()
      .post('/api/check')
      .send([{ settings }, { settings: { ...settings, fNumber: -1 } }])
      .expect(200);
    expect(body).toMatchObject([
      { passes: expect.any(Boolean) as unknown, checks: expect.any(Array) as unknown },
      { error: { path: ['settings', 'fNumber'] } },
    ]);
    await api().post('/api/check').send({ settings }).expect(400);
  });

  test('setups are settled within what may change', async () => {
    const { body } = await api()
      .post('/api/settle?may=movements,aperture')
      .send([{ settings }, { settings: { ...settings, fNumber: -1 } }])
      .expect(200);
    expect(body).toMatchObject([{ solutions: expect.any(Array) as unknown }, { error: { path: ['settings', 'fNumber'] } }]);
    const [{ solutions }] = body as [{ solutions: { changes: object }[] }];
    for (const { changes } of solutions) for (const key of Object.keys(changes)) expect(key).toMatch(/^(?:movements\.|fNumber)/u);
    const refused = await api().post('/api/settle?may=luck').send([{ settings }]).expect(400);
    expect(apiErrorSchema.parse(refused.body).error).toMatchObject({
      code: 'unknown_control',
      message: expect.stringContaining('“luck”') as unknown,
    });
    await api().post('/api/settle').send({ settings }).expect(400);
  });
});

describe('calculators over HTTP', () => {
  test('answer, refuse by name, and describe themselves', async () => {
    const good = await api().post('/api/calc/conjugates').send({ focalMm: 100, distanceM: 0.2 }).expect(200);
    expect(good.body).toEqual({ imageMm: 200, magnification: 1, extensionMm: 100 });
    const inside = await api().post('/api/calc/conjugates').send({ focalMm: 100, distanceM: 0.05 }).expect(400);
    expect(apiErrorSchema.parse(inside.body).error).toMatchObject({ code: 'inside_focal_length', path: ['distanceM'] });
    const unknown = await api().post('/api/calc/conjugates').send({ focalMm: 100, distanceM: 1, colour: 1 }).expect(400);
    expect(apiErrorSchema.parse(unknown.body).error).toMatchObject({ code: 'unknown_key', path: ['colour'] });
    const none = await api().post('/api/calc/conjugates').expect(400);
    expect(apiErrorSchema.parse(none.body).error.message).toMatch(/object with named fields is needed/);
    await api().post('/api/calc/nothing').send({}).expect(404);
    const list = await api().get('/api/calc').expect(200);
    expect(list.body).toHaveLength(CALCULATORS.length);
    const document = (await api().get('/api/openapi.json').expect(200)).body as { openapi: string; paths: Record<string, unknown> };
    expect(document.openapi).toBe('3.1.0');
    expect(Object.keys(document.paths)).toContain('/api/calc/leastAperture');
  });
});

describe('a database that goes away', () => {
  test('is 503 in plain words while it is gone, and works again when it is back', async () => {
    // Between server and database stands a door that can be shut.
    const target = new URL(database.url);
    const behind = Number(target.port);
    const through = new Set<Socket>();
    let shut = false;
    const door = createServer((socket) => {
      if (shut) {
        socket.destroy();
        return;
      }
      const onward = new Socket();
      onward.connect(behind, '127.0.0.1');
      for (const end of [socket, onward]) {
        through.add(end);
        end.on('error', () => end.destroy());
      }
      socket.pipe(onward).pipe(socket);
    });
    await new Promise<void>((resolve) => door.listen(0, '127.0.0.1', resolve));
    target.port = String((door.address() as AddressInfo).port);
    const connection = connect(target.href, pino({ level: 'silent' }));
    const app = createApp({ db: connection.db, logger: pino({ level: 'silent' }), webDir: null });
    const { address, close } = await serving(app);
    try {
      const setup = await newSetup(await newJob());
      await request(address).get('/api/health').expect(200);
      shut = true;
      for (const socket of through) socket.destroy();
      for (const answer of [
        await request(address).get('/api/health'),
        await request(address).get('/api/jobs'),
        await request(address).put(`/api/setups/${setup.id}`).send(write(setup, 6)),
      ]) {
        expect(answer.status).toBe(503);
        expect(apiErrorSchema.parse(answer.body).error).toMatchObject({
          code: 'database_unavailable',
          message: expect.stringMatching(/nothing was changed/) as string,
        });
      }
      shut = false;
      const kept = setupSchema.parse((await request(address).put(`/api/setups/${setup.id}`).send(write(setup, 6)).expect(200)).body);
      expect(kept.settings.movements.riseMm).toBe(6);
    } finally {
      await close();
      await connection.pool.end();
      for (const socket of through) socket.destroy();
      await new Promise((resolve) => door.close(resolve));
    }
  });
});
