import { geometryOf } from '@gangway/core/geometry/geometry';
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import request from 'supertest';
import { apiErrorSchema } from '@gangway/contract/apiError';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { DEMO_ITEMS } from '@gangway/contract/demoKit';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { logSchema } from '@gangway/contract/log';
import { setupSchema } from '@gangway/contract/setup';
import { storedSettings } from '@gangway/contract/storedSetup';
import { shotOf } from '@gangway/core/log/shot';
import { wholeServer } from './wholeServer.test-support';

jest.setTimeout(120_000);

let server: Awaited<ReturnType<typeof wholeServer>>;
let jobId = '';
let setupId = '';
const api = () => request(server.base);
const [[tower], [item]] = [DEMO_SETUPS, DEMO_ITEMS];
if (!tower || !item) throw new Error('no demo');
const opened = tower.settings;
const known = item;
const settings = storedSettings(opened);

beforeAll(async () => {
  server = await wholeServer();
  jobId = jobSchema.parse((await api().post('/api/jobs').send({ name: 'Ropeworks' }).expect(201)).body).id;
  setupId = setupSchema.parse((await api().post(`/api/jobs/${jobId}/setups`).send({ name: 'Tower', settings }).expect(201)).body).id;
});

afterAll(() => server.close());

/** What no field is meant to hold, and some of what one is. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    '',
    'abc',
    '∞',
    -1,
    0,
    1e308,
    -1e308,
    5e-324,
    0.1,
    2 ** 53,
    [],
    {},
    [[]],
    '\u0000',
    'x'.repeat(5000),
    '2026-13-45',
    { riseMm: 1 },
  ),
  fc.jsonValue({ maxDepth: 2 }),
);

/** A value with some of its leaves, lists or fields put to something else, left out or put in twice. */
function mutated(value: unknown, picks: Iterator<unknown>, rolls: Iterator<number>): unknown {
  const roll = rolls.next().value ?? 99;
  if (roll === 0) return picks.next().value;
  if (Array.isArray(value)) return value.flatMap((each: unknown) => (rolls.next().value === 1 ? [] : [mutated(each, picks, rolls)]));
  if (typeof value === 'object' && value !== null) {
    const fields = Object.entries(value).flatMap(([key, each]) =>
      rolls.next().value === 1 ? [] : [[key, mutated(each, picks, rolls)] as const],
    );
    return Object.fromEntries(roll === 2 ? [...fields, ['colour', 1]] : fields);
  }
  return value;
}

const METHODS = ['get', 'post', 'put', 'patch', 'delete'] as const;
const ROUTES = [
  '/jobs',
  '/jobs/:job',
  '/jobs/:job/duplicate',
  '/jobs/:job/restore',
  '/jobs/:job/setups',
  '/jobs/:job/log',
  '/jobs/:job/log/changes',
  '/setups/:setup',
  '/setups/:setup/duplicate',
  '/setups/:setup/restore',
  '/setups/:setup/frame-sets',
  '/kit',
  '/kit/changes',
  '/card-templates',
  '/card-templates/:setup',
  '/calc',
  '/calc/wedge',
  '/deleted',
  '/frame-sets/:setup',
  '/assemblies/:setup',
  '/health',
  '/nothing',
] as const;

/** Where a client that means well sends what. */
const MEANT: readonly (readonly [(typeof METHODS)[number], (typeof ROUTES)[number], number])[] = [
  ['post', '/jobs', 201],
  ['patch', '/jobs/:job', 200],
  ['post', '/jobs/:job/setups', 201],
  ['put', '/setups/:setup', 200],
  ['post', '/jobs/:job/log/changes', 200],
  ['post', '/setups/:setup/frame-sets', 201],
  ['post', '/kit/changes', 200],
  ['post', '/calc/wedge', 200],
];
const at = (route: string, id: string): string =>
  `/api${route.replace(':job', id === 'real' ? jobId : encodeURI(id)).replace(':setup', id === 'real' ? setupId : encodeURI(id))}`;

/** What it sends there. */
function meant(route: (typeof ROUTES)[number]): unknown {
  const shot = {
    ...shotOf(geometryOf(opened), 'Tower', { frame: null, bracket: null }, null),
    id: randomUUID(),
    setupId,
    at: '2026-06-01T10:00:00Z',
  };
  switch (route) {
    case '/jobs/:job/setups':
      return { name: 'Tower', settings };
    case '/setups/:setup':
      return { version: 1, writeId: randomUUID(), name: 'Tower', settings };
    case '/jobs/:job/log/changes':
      return { put: [shot], remove: [] };
    case '/calc/wedge':
      return { focalMm: 90, imageMm: 92, tiltDeg: 3, swingDeg: 0, fNumber: 11, cocMm: 0.1 };
    case '/kit/changes':
      return { changes: [{ op: 'putItem', item: { ...known, id: randomUUID() }, archived: false, version: null }] };
    case '/setups/:setup/frame-sets':
      return { name: 'A series', origin: 'files', planned: true };
    default:
      return { name: 'A name' };
  }
}

describe('whatever is asked of the server', () => {
  test.each(MEANT)('%s %s as it is meant is answered by %i', async (method, route, status) => {
    await api()
      [method](at(route, 'real'))
      .send(meant(route) as object)
      .expect(status);
  });

  test('it never answers with an internal error, refuses with a sentence, and gives back what it stored', async () => {
    const seen = new Set<number>();
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...METHODS),
        fc.constantFrom(...ROUTES),
        fc.constantFrom('real', 'real', 'real', randomUUID(), 'abc', '%00', '..%2f..', "'; drop table jobs; --", '0'.repeat(300)),
        fc.array(odd, { minLength: 12, maxLength: 12 }),
        fc.array(fc.nat(24), { minLength: 60, maxLength: 60 }),
        async (method, route, id, picks, dice) => {
          // A deletion of what the other requests ask for would leave little to look at.
          if (method === 'delete' && id === 'real') return;
          const path = at(route, id);
          const body = mutated(meant(route), picks[Symbol.iterator](), dice[Symbol.iterator]());
          const asked = api()[method](path);
          const answer =
            method === 'get'
              ? await asked
              : await asked.set('Content-Type', 'application/json').send(body === undefined ? '' : JSON.stringify(body));
          seen.add(answer.status);
          if (answer.status >= 500)
            throw new Error(
              `${method} ${path} answered ${answer.status}: ${answer.text.slice(0, 300)} to ${JSON.stringify(body).slice(0, 600)}`,
            );
          if (answer.status < 400) return;
          const { error } = apiErrorSchema.parse(answer.body);
          expect(error.message).toMatch(/\S.*[.”]$/su);
          expect(error.message.length).toBeLessThan(1000);
        },
      ),
      { numRuns: 700 },
    );
    // It has let through and refused.
    expect([...seen]).toEqual(expect.arrayContaining([200, 201, 400, 404]));
    for (const { id } of jobSummarySchema.array().parse((await api().get('/api/jobs').expect(200)).body)) {
      jobSchema.parse((await api().get(`/api/jobs/${id}`).expect(200)).body);
      logSchema.parse((await api().get(`/api/jobs/${id}/log`).expect(200)).body);
    }
    setupSchema.parse((await api().get(`/api/setups/${setupId}`).expect(200)).body);
  });

  test('what is no JSON, or says it is something else, is refused in a sentence', async () => {
    for (const [type, text] of [
      ['application/json', '{"name":'],
      ['application/json', '\u0000'],
      ['text/plain', 'name=1'],
      ['application/xml', '<name/>'],
    ] as const) {
      const answer = await api().post('/api/jobs').set('Content-Type', type).send(text);
      expect(answer.status).toBeGreaterThanOrEqual(400);
      expect(answer.status).toBeLessThan(500);
      expect(apiErrorSchema.parse(answer.body).error.message).toMatch(/\.$/);
    }
  });
});
