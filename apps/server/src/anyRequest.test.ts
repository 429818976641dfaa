import { geometryOf } from '@gangway/core/geometry/geometry';
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import sharp from 'sharp';
import request from 'supertest';
import { z } from 'zod';
import { apiErrorSchema } from '@gangway/contract/apiError';
import { cleanText } from '@gangway/contract/cleanText';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { DEMO_ITEMS } from '@gangway/contract/demoKit';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { logSchema } from '@gangway/contract/log';
import { setupSchema } from '@gangway/contract/setup';
import { storedSettings } from '@gangway/contract/storedSetup';
import { shotOf } from '@gangway/core/log/shot';
import { zipOf } from './log/zip.test-support';
import { wholeServer } from './wholeServer.test-support';

jest.setTimeout(600_000);

/** How many requests are thrown at the server; `npm run chaos` throws more. */
const REQUESTS = Number(process.env.GANGWAY_REQUESTS ?? 1500);

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
    // Where text, time and whole numbers end for a database.
    '\ud800',
    'a\udfffb',
    'x\u0000y',
    '0000-01-01',
    '0000-01-01T00:00:00Z',
    '-000001-01-01T00:00:00Z',
    '+275760-09-13T00:00:00.000Z',
    '9999-12-31T23:59:59.999Z',
    2 ** 31 - 1,
    2 ** 31,
    -(2 ** 31),
    2 ** 53 - 1,
    '\u202egnp.exe',
    'e\u0301',
    '__proto__',
    { riseMm: 1 },
  ),
  fc.jsonValue({ maxDepth: 2 }),
);

/** A value of the same kind at the edge of what is kept, or past it: a list has its first member twice. */
function spoilt(value: unknown): unknown {
  if (typeof value === 'string') return /^\d{4}-\d\d/u.test(value) ? value.replace(/^\d{4}/u, '0000') : `${value}\u0000`;
  if (typeof value === 'number') return Number.isInteger(value) ? 2 ** 31 : -value * 1e300;
  return Array.isArray(value) ? [value[0], ...(value as readonly unknown[])] : null;
}

/** A value with some of its leaves, lists or fields put to something else, left out or put in twice. */
function mutated(value: unknown, picks: Iterator<unknown>, rolls: Iterator<number>): unknown {
  const roll = rolls.next().value ?? 99;
  if (roll === 0) return picks.next().value;
  if (roll === 3) return spoilt(value);
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
/** Parts of an address that are sent as they stand. */
const RAW = ['%00', '..%2f..', '%', '%e0%a4%a', '%zz', '%ed%a0%80', '%F0%9F%98%80'] as const;
/** What is said of how a body is packed; it is not packed at all. */
const ENCODINGS = [null, null, null, null, null, null, 'gzip', 'br', 'deflate', 'identity', 'nonsense', 'gzip, br'] as const;
const inAddress = (id: string): string => (RAW.some((raw) => raw === id) ? id : encodeURI(id));
const at = (route: string, id: string): string =>
  `/api${route.replace(':job', id === 'real' ? jobId : inAddress(id)).replace(':setup', id === 'real' ? setupId : inAddress(id))}`;

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
        fc.constantFrom('real', 'real', 'real', randomUUID(), 'abc', ...RAW, "'; drop table jobs; --", '0'.repeat(300)),
        fc.constantFrom(...ENCODINGS),
        fc.array(odd, { minLength: 12, maxLength: 12 }),
        fc.array(fc.nat(24), { minLength: 60, maxLength: 60 }),
        async (method, route, id, encoding, picks, dice) => {
          // A deletion of what the other requests ask for would leave little to look at.
          if (method === 'delete' && id === 'real') return;
          const path = at(route, id);
          const body = mutated(meant(route), picks[Symbol.iterator](), dice[Symbol.iterator]());
          const asked = api()[method](path);
          const answer =
            method === 'get'
              ? await asked
              : await asked
                  .set({ 'Content-Type': 'application/json', ...(encoding === null ? {} : { 'Content-Encoding': encoding }) })
                  .send(body === undefined ? '' : JSON.stringify(body));
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
      { numRuns: REQUESTS },
    );
    // It has let through and refused.
    expect([...seen]).toEqual(expect.arrayContaining([200, 201, 400, 404]));
    for (const { id } of jobSummarySchema.array().parse((await api().get('/api/jobs').expect(200)).body)) {
      jobSchema.parse((await api().get(`/api/jobs/${id}`).expect(200)).body);
      logSchema.parse((await api().get(`/api/jobs/${id}/log`).expect(200)).body);
    }
    setupSchema.parse((await api().get(`/api/setups/${setupId}`).expect(200)).body);
  });

  test('files of whatever kind, sent wherever a file comes in, are taken or refused with a sentence', async () => {
    const { body: set } = await api()
      .post(`/api/setups/${setupId}/frame-sets`)
      .send({ name: 'Odd', origin: 'files', planned: false })
      .expect(201);
    const { id: setId } = z.object({ id: z.string() }).parse(set);
    const picture = sharp({ create: { width: 64, height: 48, channels: 3, background: '#456' } });
    const whole = await Promise.all(
      [picture.clone().png(), picture.clone().jpeg(), picture.clone().tiff(), picture.clone().webp()].map((each) => each.toBuffer()),
    );
    const zip = await zipOf({
      'job.json': '{}',
      'manifest.json':
        '{"format":"gangway-job","version":3,"records":{"setup":1,"shot":1},"made":"2026-01-01T00:00:00Z","job":"x","files":[]}',
    });
    const bytes = fc.oneof(
      fc.uint8Array({ minLength: 1, maxLength: 400 }).map((each) => Buffer.from(each)),
      // A real file, cut short or with bytes of it changed.
      fc
        .tuple(
          fc.constantFrom(...whole, zip),
          fc.double({ min: 0, max: 1, noNaN: true }),
          fc.array(fc.tuple(fc.nat(200), fc.nat(255)), { maxLength: 6 }),
        )
        .map(([file, share, changes]) => {
          const cut = Buffer.from(file.subarray(0, share > 0.5 ? file.length : Math.max(1, Math.round(file.length * share * 2))));
          for (const [at, byte] of changes) if (at < cut.length) cut[at] = byte;
          return cut;
        }),
    );
    const name = fc.constantFrom('a.png', 'a', '', '%00', '%ed%a0%80', '%e2%80%aegnp.exe', 'x'.repeat(400), '..%2f..%2fetc');
    const seen = new Set<number>();
    await fc.assert(
      fc.asyncProperty(bytes, name, fc.constantFrom('frame', 'flatField', 'shadow'), fc.nat(3), async (file, called, role, where) => {
        const path =
          [
            `/api/frame-sets/${setId}/frames?name=${called}&role=${role}`,
            `/api/jobs/${jobId}/attachments?name=${called}&setupId=${setupId}`,
            '/api/jobs/import',
            `/api/frame-sets/${setId}/exposures?number=1&width=8&height=8&bits=8&format=png&takenAt=${called}&exposureS=1`,
          ][where] ?? '';
        const answer = await api().post(path).set('Content-Type', 'application/octet-stream').send(file);
        seen.add(answer.status);
        if (answer.status >= 500)
          throw new Error(`${path} answered ${answer.status}: ${answer.text.slice(0, 300)} to ${file.toString('base64')}`);
        if (answer.status >= 400) expect(apiErrorSchema.parse(answer.body).detail).toMatch(/\S.*[.”]$/su);
      }),
      { numRuns: Math.ceil(REQUESTS / 5) },
    );
    expect([...seen]).toEqual(expect.arrayContaining([201, 400, 422]));
    for (const { name: kept } of logSchema.parse((await api().get(`/api/jobs/${jobId}/log`).expect(200)).body).attachments)
      expect(cleanText(kept)).toBe(kept);
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
