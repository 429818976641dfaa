import { apiErrorSchema } from '@gangway/contract/apiError';
import { jobSchema } from '@gangway/contract/job';
import { pino } from 'pino';
import request from 'supertest';
import { createApp } from './app';
import { watchSpace } from './diskSpace';
import { testDatabase } from './testDatabase.test-support';

jest.setTimeout(60_000);

const GB = 1e9;

describe('free space', () => {
  let database: Awaited<ReturnType<typeof testDatabase>>;
  let free: Record<string, number | Error> = {};
  const watch = watchSpace({
    folders: ['data', 'scratch'],
    keepFreeBytes: 0.3 * GB,
    everyMs: 1e9,
    freeIn: (folder) => {
      const found = free[folder];
      return typeof found === 'number' ? Promise.resolve(found) : Promise.reject(found ?? new Error('no such folder'));
    },
  });
  const api = () => request(createApp({ db: database.connection.db, logger: pino({ level: 'silent' }), webDir: null, space: watch }));
  beforeAll(async () => (database = await testDatabase()));
  afterAll(async () => {
    watch.stop();
    await database.drop();
  });

  test.each([
    ['plenty', { data: 50 * GB, scratch: 40 * GB }, 40 * GB],
    ['low', { data: 50 * GB, scratch: 2 * GB }, 2 * GB],
    ['full', { data: 0.2 * GB, scratch: 40 * GB }, 0.2 * GB],
    // One that cannot be asked is unknown, and refuses nothing.
    ['low', { data: 1 * GB, scratch: new Error('gone') }, 1 * GB],
    ['plenty', { data: new Error('gone'), scratch: new Error('gone') }, null],
  ] as const)('is %s by the disk with the least of it', async (level, found, freeBytes) => {
    free = found;
    expect(await watch.look()).toEqual({ level, freeBytes });
    expect((await api().get('/api/health').expect(200)).body).toMatchObject({ space: { level, freeBytes } });
  });

  test('a full disk refuses what would be written, with the reason, while reading, calculating and deleting go on', async () => {
    free = { data: 50 * GB, scratch: 50 * GB };
    await watch.look();
    const { id } = jobSchema.parse((await api().post('/api/jobs').send({ name: 'Before' }).expect(201)).body);
    free = { data: 0.1 * GB, scratch: 50 * GB };
    await watch.look();
    const refused = await api().post('/api/jobs').send({ name: 'After' }).expect(507);
    expect(apiErrorSchema.parse(refused.body).error).toMatchObject({
      code: 'disk_full',
      message: expect.stringMatching(/disk .* is full \(0\.1 GB left\)/u),
    });
    await api().patch(`/api/jobs/${id}`).send({ name: 'Other' }).expect(507);
    expect((await api().get('/api/jobs').expect(200)).body).toHaveLength(1);
    await api().post('/api/calc/conjugates').send({ focalMm: 24, distanceM: 10 }).expect(200);
    await api().delete(`/api/jobs/${id}`).expect(200);
    free = { data: 50 * GB, scratch: 50 * GB };
    await watch.look();
    await api().post('/api/jobs').send({ name: 'After' }).expect(201);
  });

  test('a database without room is told apart from one that is away', async () => {
    const app = createApp({
      db: new Proxy(database.connection.db, {
        get: (of, key) => {
          if (key === 'execute')
            return () => Promise.reject(new Error('failed', { cause: Object.assign(new Error('no space'), { code: '53100' }) }));
          return Reflect.get(of, key) as unknown;
        },
      }),
      logger: pino({ level: 'silent' }),
      webDir: null,
    });
    const { body } = await request(app).get('/api/health').expect(507);
    expect(apiErrorSchema.parse(body).error.code).toBe('disk_full');
  });
});
